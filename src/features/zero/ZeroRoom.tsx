'use client'

import { useMemo, useState } from 'react'
import { AXES } from '@/core/ground/geometry'
import {
  type Anchor,
  anchorFor,
  type OffsetRow,
  zeroLedger,
  predictZero,
  sanityPlace,
  zeroPlaceWords,
} from '@/core/floor/offsets'
import { type Part } from '@/core/work/part'
import { plan, setupLooking } from '@/core/paper/picture'
import { axisName, type PlannedSetup, planWay } from '@/core/plan/planning'
import { printLength } from '@/core/handbook/units'
import { changeSetup, type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { PaneTabs } from '@/ui/PaneTabs'
import { LazySetupSolid, SolidButton } from '@/ui/solid/SolidButton'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'
import { SetupStrip } from '@/ui/SetupStrip'
import { useMill } from '@/ui/useMill'
import { useSize } from '@/ui/useSize'
import { FindPane } from './FindPane'
import { IndexPane } from './IndexPane'
import { MillDock, type Standing } from './MillDock'
import { NextPane } from './NextPane'
import { OffsetFigures } from './OffsetFigures'
import { ReachPane } from './ReachPane'
import { type KnownFixture, type PaneProps } from './types'
import { type ZeroRecords } from './useRecords'
import { type Pane, PANES, useZeroAddress } from './useZeroAddress'
import { WritePane } from './WritePane'

export interface ZeroRoomProps {
  readonly part: Part
  readonly workshop: Workshop
  readonly way: Way
  readonly register: readonly Anchor[]
  readonly fixtures: readonly KnownFixture[]
  readonly work: ZeroRecords
  /** Names the vise of the stand-in mill, so that it stands where it stood. */
  readonly seed: string
  readonly exportPath: string
  /** Changes the way; undefined where it is frozen in a release. */
  readonly onWay: ((next: (way: Way) => Way) => void) | undefined
}

const PANE_WORDS: Readonly<Record<Pane, string>> = {
  find: 'Find it',
  next: 'From the last',
  reach: 'Reach',
  index: 'Index',
  write: 'Write down',
}

/** The setups of a way, and where the zero of one lies. */
export function ZeroRoom(props: ZeroRoomProps) {
  const { onWay, part, register, way, work, workshop } = props
  const address = useZeroAddress()
  const plan = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const rows = useMemo(
    () => zeroLedger(plan, work.records, register),
    [plan, register, work.records],
  )
  const planned = plan.setups
  const index = Math.max(
    0,
    planned.findIndex((p) => p.setup.id === address.setup),
  )
  const setup = planned[index]
  return (
    <>
      <SetupStrip
        part={part}
        planned={planned}
        chosen={setup?.setup.id}
        says={(_, i) => stateWords(rows[i])}
        onChoose={(id) => address.go({ setup: id })}
      />
      {setup ? (
        <SetupZero
          key={setup.setup.id}
          {...props}
          wayName={way.name}
          address={address}
          plan={plan}
          rows={rows}
          index={index}
          planned={setup}
          onChange={onWay && ((next) => onWay((w) => changeSetup(w, setup.setup.id, next)))}
        />
      ) : (
        <main className="p-4">
          <section className="sheet p-8 text-center">
            <h1 className="mb-2 text-[18px] font-bold">No setup yet.</h1>
            <p className="text-soft">
              Zero belongs to a setup. Add the first one under Ways, then come back and find it.
            </p>
          </section>
        </main>
      )}
    </>
  )
}

function stateWords(row: OffsetRow | undefined): string {
  const hows = AXES.map((axis) => row?.axes[axis]?.how)
  const offset = row?.offset ?? ''
  if (hows.every((how) => how === 'found')) return `${offset} · ● found`
  if (hows.some((how) => how === 'found')) return `${offset} · ◆ partly found`
  if (hows.some((how) => how === 'predicted')) return `${offset} · ◆ predicted`
  return `${offset} · ○ not found yet`
}

interface SetupZeroProps extends Omit<ZeroRoomProps, 'way'>, Omit<PaneProps, 'anchor'> {
  readonly address: ReturnType<typeof useZeroAddress>
}

function SetupZero(props: SetupZeroProps) {
  const { address, plan, index, part, planned, register, rows, seed, work } = props
  const [standing, setStanding] = useState<Standing>()
  const mill = useMill(standing?.mill)
  const anchor = useMemo(
    () => anchorFor(plan, index, work.records, register),
    [plan, index, register, work.records],
  )
  const predicted = useMemo(() => {
    const result = anchor && predictZero(plan, index, anchor)
    return result?.ok ? result.value : undefined
  }, [plan, anchor, index])
  const sanity = useMemo(() => sanityPlace(planned), [planned])
  const pane: PaneProps = { ...props, anchor }
  const row = rows[index]
  return (
    <main className="grid min-h-0 grow gap-3 px-4 pb-3 lg:grid-cols-[minmax(0,1fr)_minmax(470px,44%)]">
      <section
        className="sheet flex min-h-0 flex-col overflow-auto p-3"
        aria-label="Where zero lies"
      >
        <h1 className="text-[18px] font-bold">
          {index + 1} · {planned.setup.name}
        </h1>
        <p className="text-[14px] text-soft">Zero: {zeroPlaceWords(planned).join(', ')}.</p>
        {row && <OffsetFigures planned={planned} row={row} unit={part.unit} />}
        {standing ? (
          <MillDock
            standing={standing}
            mill={mill}
            unit={part.unit}
            onClose={() => setStanding(undefined)}
          />
        ) : (
          <>
            <PlanPicture part={part} planned={planned} check={sanity.inSetup} />
            <MillDock.Begin
              part={part}
              planned={planned}
              seed={seed}
              register={register}
              onStanding={setStanding}
            />
          </>
        )}
        <section
          aria-label="Check before the first cut"
          className="mt-2 rounded-lg border-l-4 border-yellow bg-ochre-wash px-3 py-2"
        >
          <p>
            <b>Before the first cut, drive to</b>{' '}
            <span className="figures text-[18px] font-bold">
              {AXES.map((axis) => (
                <span key={axis} className="mr-4 inline-block whitespace-nowrap">
                  {axisName(planned, axis)} {printLength(sanity.at[axis], part.unit)}
                </span>
              ))}
            </span>
          </p>
          <p className="text-[14px]">{sanity.see}</p>
        </section>
      </section>
      <aside
        className="sheet flex min-h-0 flex-col overflow-hidden"
        aria-label={PANE_WORDS[address.pane]}
      >
        <PaneTabs
          panes={PANES}
          words={PANE_WORDS}
          shown={address.pane}
          onShow={(word) => address.go({ pane: word })}
        />
        <div className="min-h-0 grow overflow-auto p-3" tabIndex={0}>
          {address.pane === 'find' && (
            <FindPane
              {...pane}
              predicted={predicted}
              fixtures={props.fixtures}
              mill={standing ? mill : undefined}
              records={work.records[planned.setup.id] ?? []}
              sentence={work.sentence}
              onKeep={(record, who) => work.keep(planned.setup.id, record, who)}
              onWithdraw={work.withdraw}
            />
          )}
          {address.pane === 'next' && <NextPane {...pane} />}
          {address.pane === 'reach' && <ReachPane {...pane} />}
          {address.pane === 'index' && <IndexPane {...pane} />}
          {address.pane === 'write' && <WritePane {...pane} />}
        </div>
      </aside>
    </main>
  )
}

function PlanPicture(props: {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly check: ReturnType<typeof sanityPlace>['inSetup']
}) {
  const { check, part, planned } = props
  const [sheet, size] = useSize<HTMLDivElement>({ width: 600, height: 300 })
  const wanted = useMemo(
    () => [{ state: planned.after, looking: setupLooking(planned).plan }],
    [planned],
  )
  const [look] = useLooks(part, wanted)
  const scene = useMemo(
    () =>
      plan(planned, {
        width: size.width,
        height: Math.max(200, size.height),
        check,
        looks: look && { plan: look },
      }),
    [check, look, planned, size],
  )
  const [isSolid, setSolid] = useState(false)
  return (
    <>
      <div className="flex justify-end">
        <SolidButton isSolid={isSolid} onSolid={setSolid} />
      </div>
      <div ref={sheet} className="relative min-h-[200px] grow overflow-hidden">
        {isSolid ? (
          <LazySetupSolid planned={planned} />
        ) : (
          <SceneSvg
            scene={scene}
            title="The setup from above: zero, stop, jaw, the place to check"
          />
        )}
      </div>
    </>
  )
}
