import Link from 'next/link'
import {
  measuredHoles,
  type RunEntry,
  type RunStep,
  tickKey,
  ticksOf,
  toTick,
} from '@/core/paper/run'
import { holesInSetup } from '@/core/plan/drilling'
import { type PlannedSetup } from '@/core/plan/planning'

interface HoleLinksProps {
  readonly step: RunStep
  readonly planned: PlannedSetup
  readonly entries: readonly RunEntry[]
  readonly piece: number
  /** Of a page of this piece. */
  readonly hrefOf: (page: 'ticks' | 'holes') => string
}

/** Holes are ticked one by one where they are drilled, and measured where the setup is. */
export function HoleLinks({ entries, hrefOf, piece, planned, step }: HoleLinksProps) {
  if (step.kind === 'cut') {
    const wanted = toTick(planned, step.cuts?.feature ?? '')
    if (wanted.length === 0) return null
    const ticked = new Set(ticksOf(entries, piece, step.setup).map(tickKey))
    const done = wanted.filter((one) => ticked.has(tickKey(one))).length
    return (
      <p className="flex flex-wrap items-center gap-3 text-[20px]">
        <Link className="button min-h-[56px]!" href={hrefOf('ticks')}>
          Tick list
        </Link>
        <span className={done > 0 && done < wanted.length ? 'text-ochre' : 'text-soft'}>
          {done === wanted.length ? '● all ' : done > 0 ? `◆ ${done} of ` : ''}
          {wanted.length} {done > 0 ? 'ticked' : 'to be ticked, hole by hole'}
        </span>
      </p>
    )
  }
  const holes = holesInSetup(planned).filter(({ cutHere }) => cutHere).length
  if (step.kind !== 'check' || step.isHold || holes < 2) return null
  const measured = measuredHoles(entries, piece, step.setup).size
  return (
    <p className="flex flex-wrap items-center gap-3 text-[20px]">
      <Link className="button min-h-[56px]!" href={hrefOf('holes')}>
        Where the holes came out
      </Link>
      <span className="text-soft">
        {measured} of {holes} measured in X and Y
      </span>
    </p>
  )
}
