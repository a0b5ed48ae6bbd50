'use client'

import { useEffect, useState } from 'react'
import { measuredPiece, type EntryBody, type PieceState, type RunStep } from '@/core/paper/run'
import { type MeasuredPiece, movedOf } from '@/core/predict/measured'
import { type Part } from '@/core/work/part'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { printSpread } from '@/core/handbook/units'
import { StandingMark } from '@/ui/Standing'
import { steering, type Steering } from '@/workers/client'

interface SteerPaneProps {
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly state: PieceState
  readonly piece: number
  readonly pieces: number
  /** What was measured of the pieces before: they were made with the same gear. */
  readonly before: readonly MeasuredPiece[]
  readonly step: RunStep | undefined
  readonly onEnter: (body: EntryBody) => void
}

/** Once something was measured: what to put right first, then what to move and what that gains. */
export function SteerPane(props: SteerPaneProps) {
  const { before, onEnter, part, piece, pieces, state, step, way, workshop } = props
  const [found, setFound] = useState<Steering>()
  const [isLooking, setIsLooking] = useState(false)
  const { anew, cut, moved, roughed, setupsDone, values } = state
  useEffect(() => {
    if (values.length === 0) return
    let isCurrent = true
    setIsLooking(true)
    void steering()
      .steer(workshop, part, way, [...before, measuredPiece(state, piece)])
      .then((next) => {
        if (!isCurrent) return
        setFound(next)
        setIsLooking(false)
      })
    return () => {
      isCurrent = false
    }
    // What was kept counts, not every render.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [values.length, moved.length, setupsDone, cut.length, roughed.length, anew.length])
  if (values.length === 0)
    return <p className="text-soft">Nothing is measured of this piece yet.</p>
  const one = found?.pieces[found.pieces.length - 1]
  if (!found || !one) return <p role="status">Being worked out …</p>
  const { advice } = one
  const [cause] = found.diagnosis.causes
  const isAnswered = step !== undefined && state.decided.has(step.id)
  // What is still to be cut in this clamping comes out without it.
  const canBePutRight =
    step !== undefined &&
    cause?.isSeating === true &&
    cause.setup === step.setup &&
    state.toCut(step.setup).only?.length !== 0
  const decide = (taken: boolean, following = false): void => {
    if (!step) return
    for (const move of advice.moves)
      onEnter({
        kind: 'moved',
        step: step.id,
        move: movedOf(move),
        taken,
        ...(following && { following }),
      })
  }
  return (
    <div className="flex flex-col gap-3 text-[17px]" aria-busy={isLooking}>
      {one.doubts.map((words) => (
        <p key={words} className="text-ochre">
          ◆ {words}
        </p>
      ))}
      {cause && (
        <div>
          <p>
            <b>Look first:</b>{' '}
            <b data-cause={[cause.key, ...cause.also].join('; ')}>{cause.words}</b>{' '}
            <span className="text-soft">({Math.round(100 * cause.probability)} %)</span>
          </p>
          <p>{cause.remedy}</p>
          {canBePutRight && (
            <button
              type="button"
              className="button main my-1 min-h-[56px]!"
              onClick={() =>
                onEnter({ kind: 'changed', setup: step.setup, text: `put right: ${cause.words}` })
              }
            >
              Put right: seat it again, find zero again
            </button>
          )}
          {found.diagnosis.causes.slice(1, 3).map(({ key, probability, words }) => (
            <p key={key} className="text-soft">
              or {words} ({Math.round(100 * probability)} %)
            </p>
          ))}
          {(found.diagnosis.causes.length > 1 || cause.also.length > 0
            ? found.diagnosis.distinguish.slice(0, 1)
            : []
          ).map(({ words }) => (
            <p key={words}>{words}</p>
          ))}
        </div>
      )}
      <p data-advice={advice.moves.length}>
        {advice.moves.length > 0 && cause ? <b>If it stays: </b> : null}
        {advice.words}
      </p>
      {advice.moves.length > 0 && step && !isAnswered && (
        <div className="flex flex-wrap gap-2">
          <button type="button" className="button main min-h-[56px]!" onClick={() => decide(true)}>
            {piece < pieces ? 'Taken, for this piece' : 'Taken, keyed in'}
          </button>
          {piece < pieces && (
            <button
              type="button"
              className="button min-h-[56px]!"
              onClick={() => decide(true, true)}
            >
              For the following too
            </button>
          )}
          <button type="button" className="button min-h-[56px]!" onClick={() => decide(false)}>
            Leave it
          </button>
        </div>
      )}
      {one.next[0] && (
        <p>
          Measure next: <b>{one.next[0].words}</b>
          <span className="text-soft">, it helps {one.next[0].helps} most.</span>
        </p>
      )}
      <Margins requirements={one.requirements} />
    </div>
  )
}

/** Every requirement’s margin, as it was planned and with what was measured. */
function Margins({ requirements }: Pick<Steering['pieces'][number], 'requirements'>) {
  return (
    <table className="w-full text-[15px]">
      <caption className="text-left text-soft">Margins, as planned and now</caption>
      <tbody>
        {requirements.map(({ after, before, isSettled, standing, title }) => (
          <tr key={title} className="border-t border-faint">
            <th scope="row" className="py-1 text-left font-normal">
              <StandingMark standing={standing} /> {title}
              {isSettled && <span className="text-soft"> · cut</span>}
            </th>
            <td className="figures text-right text-soft">{before ? signed(before.margin) : ''}</td>
            <td className="figures text-right">{after ? signed(after.margin) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const signed = (mm: number): string => `${mm < 0 ? '−' : '+'}${printSpread(Math.abs(mm), 'mm')}`
