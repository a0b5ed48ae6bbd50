'use client'

import { useMemo, useState } from 'react'
import { type Finding } from '@/core/ground/finding'
import { applyMotion, type PlanePoint, point } from '@/core/ground/geometry'
import {
  countingPoint,
  drillingPlan,
  type DrillingPlan,
  type HoleInSetup,
  holesInSetup,
} from '@/core/plan/drilling'
import { type PlannedSetup } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { uppermost } from '@/core/shop/holding'
import { type Workshop } from '@/core/shop/workshop'
import { cornerPoint, type Part, planeOf } from '@/core/work/part'
import { setupLooking } from '@/core/paper/picture'
import { useLooks } from '@/ui/useLooks'
import { LazySetupSolid, SolidButton } from '@/ui/solid/SolidButton'
import { PaneTabs } from '@/ui/PaneTabs'
import { placeOnFace } from './compose'
import { FaceMap } from './FaceMap'
import { groundOf } from './ground'
import { LayoutBar } from './LayoutBar'
import { MeasuredPane } from './MeasuredPane'
import { PlacesPane } from './PlacesPane'
import { ProgramPane } from './ProgramPane'
import { ToolsPane } from './ToolsPane'
import { type Pane, PANES, type useHolesAddress } from './useHolesAddress'
import { type MeasuredWork } from './useMeasured'

const PANE_WORDS: Readonly<Record<Pane, string>> = {
  places: 'Coordinates',
  tools: 'Tools',
  program: 'Program',
  measured: 'Measured',
}

export interface SetupHolesProps {
  readonly address: ReturnType<typeof useHolesAddress>
  readonly part: Part
  readonly way: Way
  readonly wayId: string
  readonly jobId: string
  readonly workshop: Workshop
  readonly planned: PlannedSetup
  readonly index: number
  readonly findings: readonly Finding[]
  readonly measured: MeasuredWork
  readonly stage: string | undefined
  readonly onStage: (stage: string | undefined) => void
  readonly pointing: boolean
  readonly onPointing: (pointing: boolean) => void
  readonly draft: readonly PlanePoint[]
  readonly onDraft: (places: readonly PlanePoint[]) => void
  readonly onPart: (part: Part, added: readonly string[]) => void
  readonly onDrilling: (drilling: NonNullable<Way['setups'][number]['drilling']>) => void
}

/** What the map and the panes both show. */
interface Shown extends SetupHolesProps {
  readonly holes: readonly HoleInSetup[]
  readonly fromZero: readonly HoleInSetup[]
  readonly plan: DrillingPlan
}

/** The holes of one setup: the face with them, and what is told of them. */
export function SetupHoles(props: SetupHolesProps) {
  const { address, planned } = props
  const { from } = address
  const holes = useMemo(() => holesInSetup(planned, from), [from, planned])
  const fromZero = useMemo(() => holesInSetup(planned), [planned])
  const plan = useMemo(() => drillingPlan(planned), [planned])
  const shown: Shown = { ...props, holes, fromZero, plan }
  return (
    <main className="grid min-h-0 grow gap-3 px-4 pb-3 lg:grid-cols-[minmax(0,1fr)_minmax(430px,40%)]">
      <FaceSheet {...shown} />
      <HolePanes {...shown} />
    </main>
  )
}

/** The face from above with its holes, where new ones are pointed. */
function FaceSheet(props: Shown) {
  const { address, draft, fromZero, holes, onDraft, part, plan, planned, pointing } = props
  const { from, go } = address
  const { standing } = planned
  const { up } = standing.faceAt
  const [isSolid, setSolid] = useState(false)
  const wanted = useMemo(
    () => [{ state: planned.after, looking: setupLooking(planned).plan }],
    [planned],
  )
  const [look] = useLooks(part, wanted)
  const ground = useMemo(() => groundOf(planned, from, look), [from, look, planned])
  const origin = useMemo(() => countingPoint(planned, from), [from, planned])
  const chosenStage = plan.stages.find((s) => s.id === props.stage)
  // The plan counts from zero; the map counts from what was chosen.
  const shift =
    fromZero[0] && holes[0]
      ? { x: holes[0].at.x - fromZero[0].at.x, y: holes[0].at.y - fromZero[0].at.y }
      : { x: 0, y: 0 }
  const path =
    chosenStage?.cuts.map(({ seen }) => ({ x: seen.x + shift.x, y: seen.y + shift.y })) ?? []
  const place = (at: PlanePoint): void => {
    const inSetup = point<'setup'>(at.x + origin.x, at.y + origin.y, 0)
    if (up) onDraft([...draft, placeOnFace(up, applyMotion(standing.partFromSetup, inSetup))])
  }
  const onMap = draft.map((p) => {
    const [u, v] = planeOf(uppermost(standing))
    const inPart = { ...cornerPoint(part), [u]: p.x, [v]: p.y }
    const at = applyMotion(standing.setupFromPart, inPart)
    return { x: at.x - origin.x, y: at.y - origin.y }
  })
  return (
    <section
      className="sheet flex min-h-[420px] flex-col overflow-hidden max-sm:order-first"
      aria-label="The face with its holes"
    >
      <div className="flex justify-end px-3 pt-2">
        <SolidButton isSolid={isSolid} onSolid={setSolid} />
      </div>
      {isSolid ? (
        <div className="relative mx-3 mb-2 grow">
          <LazySetupSolid
            planned={planned}
            chosen={address.hole ?? undefined}
            onPick={(owner) => {
              const first = holes.find(({ hole }) => hole.id === owner)
              if (first) go({ hole: first.key })
            }}
          />
        </div>
      ) : (
        <FaceMap
          ground={ground}
          holes={holes}
          unit={part.unit}
          chosen={address.hole ?? undefined}
          path={path}
          draft={onMap}
          onChoose={(hole) => go({ hole })}
          onPlace={pointing ? place : undefined}
        />
      )}
      <HoleFindings {...props} />
      {up ? (
        <LayoutBar
          part={part}
          up={up}
          pointing={pointing}
          draft={draft}
          onPointing={props.onPointing}
          onDraft={onDraft}
          onAdd={props.onPart}
        />
      ) : (
        <p className="border-t border-faint px-3 py-2 text-soft">
          No face lies flat here: say new holes in the part, or lay them out where their face is up.
        </p>
      )}
    </section>
  )
}

function HoleFindings({ findings, holes, index }: Shown) {
  const here = findings.filter(
    (f) => (f.setup ?? index) === index && holes.some((hole) => hole.hole.id === f.feature),
  )
  if (here.length === 0) return null
  return (
    <ul
      className="max-h-28 overflow-auto border-t border-faint px-3 py-1.5"
      tabIndex={0}
      aria-label="Findings on holes"
    >
      {here.map((finding) => (
        <li key={`${finding.code} ${finding.what}`} className="py-0.5">
          <span className={finding.severity === 'forbids' ? 'text-red' : 'text-ochre'} aria-hidden>
            {finding.severity === 'forbids' ? '▲' : '◆'}
          </span>{' '}
          <span className="sr-only">{finding.severity}: </span>
          <b>{finding.what}</b> {finding.rest}
        </li>
      ))}
    </ul>
  )
}

/** Coordinates, tools, program, measured places. */
function HolePanes(props: Shown) {
  const { address, fromZero, holes, index, jobId, part, plan, planned, way, wayId } = props
  const { from, go, pane } = address
  const { setup } = planned
  const { unit } = part
  const exportPath = (as: string, more: Readonly<Record<string, string>> = {}): string =>
    `/api/jobs/${jobId}/export?${new URLSearchParams({ as, way: way.name, setup: String(index + 1), from, ...more }).toString()}`
  return (
    <aside className="sheet flex min-h-0 flex-col overflow-hidden" aria-label={PANE_WORDS[pane]}>
      <PaneTabs
        panes={PANES}
        words={PANE_WORDS}
        shown={pane}
        onShow={(word) => go({ pane: word })}
      />
      {pane === 'places' && (
        <PlacesPane
          part={part}
          planned={planned}
          holes={holes}
          from={from}
          unit={unit}
          chosen={address.hole ?? undefined}
          exportPath={exportPath}
          tickPath={`/jobs/${jobId}/ways/${wayId}/ticks?setup=${setup.id}`}
          onFrom={(word) => go({ from: word })}
          onChoose={(hole) => go({ hole })}
        />
      )}
      {pane === 'tools' && (
        <ToolsPane
          plan={plan}
          drilling={setup.drilling}
          unit={unit}
          chosen={props.stage}
          onChoose={props.onStage}
          onChange={props.onDrilling}
        />
      )}
      {pane === 'program' && (
        <ProgramPane
          plan={plan}
          title={`${part.name}, setup ${index + 1}: ${setup.name}`}
          offset={setup.zero.offset}
          unit={unit}
          exportPath={exportPath}
        />
      )}
      {pane === 'measured' && (
        <MeasuredPane
          part={part}
          holes={fromZero.filter((hole) => hole.cutHere)}
          work={props.measured}
          planned={planned}
          unit={unit}
        />
      )}
    </aside>
  )
}
