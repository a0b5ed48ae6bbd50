'use client'

import { useMemo, useState } from 'react'
import { benchViews, setupLooking } from '@/core/paper/picture'
import { levelled, movableClamps, type PlannedSetup, putClampBack } from '@/core/plan/planning'
import {
  changeClamping,
  editContact,
  putProp,
  resetContact,
  type Setup,
  takeProp,
} from '@/core/plan/way'
import { type Holding } from '@/core/shop/holding'
import { type Part } from '@/core/work/part'
import { LazySetupSolid } from '@/ui/solid/SolidButton'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'
import { useSize } from '@/ui/useSize'
import { BenchPlan } from './BenchPlan'
import { ContactKeys } from './ContactKeys'
import { type Moved } from './useContactDrag'

interface BenchPaneProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly lit: ReadonlySet<string>
  readonly onPoint: (refs: ReadonlySet<string>) => void
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** The holding from the side and from above, as large as there is room; its contacts are moved there, by pointer or by key. */
export function BenchPane({ lit, onChange, onPoint, part, planned: leant }: BenchPaneProps) {
  const [isLevel, setLevel] = useState(false)
  const level = useMemo(() => levelled(leant), [leant])
  const planned = (isLevel && level) || leant
  const [sheet, { height, width }] = useSize<HTMLDivElement>({ width: 760, height: 520 })
  const wanted = useMemo(() => {
    const { elevation, plan } = setupLooking(planned)
    return [elevation, plan].map((looking) => ({ state: planned.after, looking }))
  }, [planned])
  const [elevation, plan] = useLooks(part, wanted)
  const views = useMemo(() => {
    const looks = elevation && plan ? { elevation, plan } : undefined
    return benchViews(planned, { width: width - 8, height, looks })
  }, [elevation, height, plan, planned, width])
  const [isSolid, setSolid] = useState(false)
  const { words } = planned.standing
  const jackOf = (id: string) => planned.clamping.props?.find((prop) => prop.id === id)
  const hold = (holding: Holding): void =>
    onChange((setup) => changeClamping(setup, (clamping) => ({ ...clamping, holding })))
  const putBack = (id: string): void => {
    if (movableClamps(planned).some((clamp) => clamp.id === id))
      return hold(putClampBack(planned, id))
    onChange((setup) => (jackOf(id) ? takeProp(setup, id) : resetContact(setup, id)))
  }
  const moved = (one: Moved): void => {
    if ('holding' in one) return hold(one.holding)
    const { edit } = one
    const jack = jackOf(edit.id)
    onChange((setup) =>
      jack
        ? putProp(setup, { ...jack, u: edit.u ?? jack.u, v: edit.v ?? jack.v })
        : editContact(setup, edit),
    )
  }
  return (
    // The solid has room of its own; without it what is drawn below is seen too.
    <section
      aria-label="The holding"
      className={`sheet flex min-w-0 shrink-0 grow flex-col p-3 ${isSolid ? 'min-h-[660px]' : ''}`}
    >
      <div className="flex items-center gap-3">
        <h1 className="text-[18px] font-bold">
          {planned.index + 1} · {planned.setup.name}
        </h1>
        {level && (
          <button
            type="button"
            className="button quiet ml-auto text-[14px]"
            aria-pressed={isLevel}
            title="Contacts and clamps are moved as it stands level."
            onClick={() => setLevel(!isLevel)}
          >
            {isLevel ? 'As it leans' : 'Level, to move contacts'}
          </button>
        )}
        <button
          type="button"
          className={`button quiet text-[14px] ${level ? '' : 'ml-auto'}`}
          aria-pressed={isSolid}
          onClick={() => setSolid(!isSolid)}
        >
          {isSolid ? 'Without the solid' : 'The solid too'}
        </button>
      </div>
      <div ref={sheet} className="mt-1 flex min-h-[200px] grow basis-[200px] gap-2 overflow-hidden">
        <div className="shrink-0" style={{ width: views.elevation.width }}>
          <SceneSvg
            scene={views.elevation}
            title={`From the side. ${words.lines.join(' ')}`}
            lit={lit}
            onPoint={(ref) => onPoint(new Set(ref === undefined ? [] : [ref]))}
          />
        </div>
        <BenchPlan
          planned={planned}
          scene={views.plan}
          title={`From above. ${words.lines.join(' ')}`}
          lit={lit}
          onPoint={onPoint}
          onMoved={moved}
        />
      </div>
      {isSolid && (
        <div className="relative mt-1 h-[46%] min-h-[260px] shrink-0 border-t border-faint">
          <LazySetupSolid
            planned={planned}
            lit={lit}
            onPoint={(ref) => onPoint(new Set(ref === undefined ? [] : [ref]))}
          />
        </div>
      )}
      {!planned.indexed && !planned.leaning && (
        <ContactKeys
          planned={planned}
          unit={part.unit}
          onPoint={onPoint}
          onMoved={moved}
          onReset={putBack}
        />
      )}
    </section>
  )
}
