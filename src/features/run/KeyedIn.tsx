'use client'

import { type EntryBody, moveWords, type PieceState, type RunStep } from '@/core/paper/run'
import { type OffsetRow } from '@/core/floor/offsets'
import { type Plan } from '@/core/plan/planning'
import { machineFigure } from './ZeroLines'

interface KeyedInProps {
  readonly plan: Plan
  readonly step: RunStep
  readonly state: PieceState
  /** Zero of the setup, where it is known. */
  readonly zero: OffsetRow | undefined
  readonly onEnter: (body: EntryBody) => void
}

/** Corrections that are keyed in for the setup in hand; what was for this piece only is put back when it is out. */
export function KeyedIn({ onEnter, plan, state, step, zero }: KeyedInProps) {
  /** "−148.220 becomes −148.240", where zero is known. */
  const becomes = ({ axis, by }: PieceState['moved'][number]): string => {
    const at = axis && zero?.axes[axis]?.at
    if (at === undefined) return ''
    const [from, to] = [at, at + by].map((mm) => machineFigure(mm, plan.part.unit))
    return `: ${from ?? ''} becomes ${to ?? ''}`
  }
  const own = ({ setup }: { readonly setup: string }): boolean => setup === step.setup
  const putBack = state.putBack.filter(own)
  const isHere = (move: PieceState['moved'][number]): boolean =>
    putBack.some((one) => one.axis === move.axis && one.feature === move.feature)
  const keyedIn = state.inForce.filter(own)
  if (keyedIn.length === 0) return null
  return (
    <ul className="flex flex-col gap-2 text-[18px]">
      {keyedIn.map((move) => (
        <li
          key={`${move.axis ?? ''} ${move.feature ?? ''}`}
          className="flex flex-wrap items-center gap-3"
        >
          {isHere(move) && step.kind === 'turn' ? (
            <b>Put it back: {moveWords(plan, { ...move, by: -move.by })}.</b>
          ) : (
            <span>
              Keyed in:{' '}
              <b>
                {moveWords(plan, move)}
                {becomes(move)}
              </b>
              <span className="text-soft">
                {isHere(move) ? ', for this piece' : ', for the following too'}
              </span>
            </span>
          )}
          {!isHere(move) && (
            <button
              type="button"
              className="button min-h-[48px]!"
              onClick={() =>
                onEnter({
                  kind: 'moved',
                  step: step.id,
                  // What is cut already stays where it is.
                  move: { ...move, by: -move.by, ...state.toCut(move.setup) },
                  taken: true,
                  following: true,
                })
              }
            >
              Take it back
            </button>
          )}
        </li>
      ))}
    </ul>
  )
}
