'use client'

import { ArrowLeft, Printer } from 'lucide-react'
import Link from 'next/link'
import { useMemo } from 'react'
import {
  isFull,
  moveWords,
  type PieceState,
  pieceState,
  type RunEntry,
  type RunStep,
  stepsOf,
} from '@/core/paper/run'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { predictWay } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'

interface PaperStepsViewProps {
  /** Where the run goes on. */
  readonly back: string
  readonly piece: number
  readonly pieces: number
  /** The first piece and every so many after it are checked in full. */
  readonly every: number
  readonly release: number
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly entries: readonly RunEntry[]
}

/** The steps of a piece on paper: boxes to tick, lines to write readings on; what is done already is ticked. */
export function PaperStepsView(props: PaperStepsViewProps) {
  const { back, entries, every, part, piece, pieces, release, way, workshop } = props
  const { plan, state, steps } = useMemo(() => {
    const prediction = predictWay(planWay(workshop, part, way))
    const all = stepsOf(prediction, isFull(piece, every))
    return { plan: prediction.plan, steps: all, state: pieceState(all, entries, piece) }
  }, [entries, every, part, piece, way, workshop])
  return (
    <main className="mx-auto max-w-[820px] bg-white p-6 text-black">
      <div className="no-print mb-4 flex gap-3">
        <Link className="button" href={back}>
          <ArrowLeft className="size-4" aria-hidden /> The run
        </Link>
        <button type="button" className="button main" onClick={() => window.print()}>
          <Printer className="size-4" aria-hidden /> Print
        </button>
      </div>
      <h1 className="text-[22px] font-bold">
        Steps · {part.name} · rev {part.revision} · piece {piece} of {pieces}
      </h1>
      <p>
        {way.name}, release {release}. Write readings down as the instrument shows them; enter them
        when the network is back.
      </p>
      {plan.setups.map(({ id, index, setup }) => (
        <section key={id} className="mt-4 break-inside-avoid-page">
          <h2 className="border-b-2 border-black text-[17px] font-bold">
            {index + 1} · {setup.name}, {setup.zero.offset}
          </h2>
          {state.inForce
            .filter((move) => move.setup === id)
            .map((move) => (
              <p key={`${move.axis ?? ''} ${move.feature ?? ''}`}>
                Keyed in: <b>{moveWords(plan, move)}</b>
              </p>
            ))}
          <ol>
            {steps
              .filter((one) => one.setup === id)
              .map((one) => (
                <Step key={one.id} step={one} state={state} />
              ))}
          </ol>
        </section>
      ))}
      <p className="mt-6">By ______________________ date ______________</p>
    </main>
  )
}

function Step({ state, step }: { readonly step: RunStep; readonly state: PieceState }) {
  const isDone = state.done.has(step.id)
  const skipped = state.skipped.get(step.id)
  return (
    <li className="flex gap-3 border-b border-black/25 py-1 text-[14px]">
      <span
        aria-label={isDone ? 'done' : 'to be done'}
        role="img"
        className="mt-0.5 inline-flex size-4 shrink-0 items-center justify-center border border-black text-[12px]"
      >
        {isDone ? '✓' : ''}
      </span>
      <span className="grow">
        <b>
          {step.isHold ? '▲ ' : ''}
          {step.title}
        </b>{' '}
        {[...step.cautions, ...step.lines].join(' ')}
        {skipped !== undefined && ` Skipped: ${skipped}`}
        {step.asks.map(({ figures, hidden, inProcess, reading, requirement, words }) =>
          hidden === undefined ? (
            <span
              key={`${requirement} ${reading ?? ''} ${inProcess.fromHolding ? 'holding' : ''}`}
              className="mt-1 flex items-end gap-2"
            >
              <span>{words}</span>
              <span className="figures">{figures}</span>
              <span className="min-w-[140px] grow border-b border-black" />
              with
              <span className="w-28 border-b border-black" />
            </span>
          ) : null,
        )}
      </span>
    </li>
  )
}
