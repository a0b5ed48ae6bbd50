'use client'

import { useEffect, useMemo, useState } from 'react'
import { type Footing } from '@/core/foreman/footings'
import { type Scene } from '@/core/ground/scene'
import { printSpread } from '@/core/handbook/units'
import { elevation } from '@/core/paper/picture'
import { type Plan, planWay } from '@/core/plan/planning'
import { holdIn, type OwnClamping } from '@/core/plan/way'
import { startFootings } from '@/workers/client'
import { SceneSvg } from '../SceneSvg'
import { signedFigure } from '../signedFigure'

interface HoldingChooserProps {
  readonly plan: Plan
  /** Which setup, from 0. */
  readonly index: number
  readonly onTake: (holding: OwnClamping['holding']) => void
}

/** By what else the part can be held here: each tried, everything else as it is, the best first. */
export function HoldingChooser({ index, onTake, plan }: HoldingChooserProps) {
  const [isOpen, setOpen] = useState(false)
  const isAhead = useRestedWith(plan)
  const found = useFootings(plan, index, isOpen || isAhead)
  if (!isOpen)
    return (
      <button type="button" className="button quiet mt-2" onClick={() => setOpen(true)}>
        What else could hold it here?
      </button>
    )
  return (
    <section
      aria-label="What could hold it"
      className="mt-2 border-t border-faint pt-2"
      aria-busy={!found}
    >
      <p className="text-[13px] text-soft">
        {found
          ? 'Each tried here as it is begun, everything else as it is: the tightest of what this setup settles.'
          : 'Trying each …'}
      </p>
      <ul>
        {found?.map((footing) => (
          <Row key={footing.kind} footing={footing} plan={plan} index={index} onTake={onTake} />
        ))}
      </ul>
    </section>
  )
}

/** On paper large enough for all of it, shown small: so that words would not be read and are left out. */
const PAPER = { width: 360, height: 230 }
const small = (scene: Scene): Scene => ({
  ...scene,
  marks: scene.marks.filter(({ kind }) => kind !== 'words'),
})

const durationWords = (minutes: number): string =>
  minutes < 90 ? `${minutes} min` : `${Math.round(minutes / 60)} h`

function Row({
  footing: { forbids, holding, isChosen, makes, marginMm, requirement, stands, title },
  index,
  onTake,
  plan,
}: {
  readonly footing: Footing
  readonly index: number
  readonly plan: Plan
  readonly onTake: HoldingChooserProps['onTake']
}) {
  const isBad = forbids !== undefined || (marginMm ?? 0) < 0
  const { unit } = plan.part
  const scene = useMemo(() => {
    if (!holding) return undefined
    const setups = plan.way.setups.map((s, i) =>
      i === index && !isChosen ? holdIn(s, holding) : s,
    )
    const planned = planWay(plan.workshop, plan.part, { ...plan.way, setups }).setups[index]
    return planned && small(elevation(planned, PAPER))
  }, [holding, index, isChosen, plan])
  return (
    <li className="flex items-start gap-3 border-t border-faint py-1.5">
      <div className="w-[112px] shrink-0">
        {scene && <SceneSvg scene={scene} title={`${title}, from the left`} />}
      </div>
      <p className="grow">
        <strong>{title}</strong>
        {isChosen && <span className="text-soft"> · as it is</span>}
        {makes && !isChosen && (
          <span className="text-soft">
            {' '}
            · first {makes.words}, some {durationWords(makes.minutes)}
          </span>
        )}
        <span className={`block text-[13px] ${forbids ? 'text-red' : 'text-soft'}`}>
          {forbids ?? requirement ?? 'Nothing that must agree hangs on this setup.'}
        </span>
        {stands && <span className="block text-[13px] text-soft">{stands}.</span>}
      </p>
      <div className="flex shrink-0 flex-col items-end gap-1">
        {holding && marginMm !== undefined && (
          <span className="figures whitespace-nowrap">
            {signedFigure(marginMm, (mm) => printSpread(mm, unit))}{' '}
            <span className={isBad ? 'text-red' : 'text-green'}>{isBad ? '▲' : '●'}</span>
          </span>
        )}
        {holding && !isChosen && (
          <button
            type="button"
            className="button quiet"
            aria-label={`Take: ${title}`}
            onClick={() => onTake(holding)}
          >
            Take
          </button>
        )}
      </div>
    </li>
  )
}

/** The page is given so long before it is looked ahead, ms. */
const REST_MS = 1500

/** True once the page has come to rest, as long as it shows what it began with: the first look takes longest. */
function useRestedWith(plan: Plan): boolean {
  const [first] = useState(plan)
  const [isRested, setRested] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setRested(true), REST_MS)
    return () => clearTimeout(timer)
  }, [])
  return isRested && first === plan
}

/** What was found for the way and the setup as they are now; nothing while it is looked for. */
function useFootings(plan: Plan, index: number, isWanted: boolean): readonly Footing[] | undefined {
  const [found, setFound] = useState<{
    readonly of: Plan
    readonly index: number
    readonly all: readonly Footing[]
  }>()
  useEffect(() => {
    if (!isWanted) return
    const { part, way, workshop } = plan
    const running = startFootings({ part, way, workshop }, index)
    let isCurrent = true
    const show = (all: readonly Footing[]): void => {
      if (isCurrent) setFound({ of: plan, index, all })
    }
    running.result.then(show, () => show([]))
    return () => {
      isCurrent = false
      running.cancel()
    }
  }, [index, isWanted, plan])
  return found?.of === plan && found.index === index ? found.all : undefined
}
