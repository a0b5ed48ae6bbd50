'use client'

import { PaperList } from './PaperList'
import { useKeys } from '@/ui/useKeys'
import { ArrowLeft, Check, Printer, Undo2 } from 'lucide-react'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { drillingPlan, type StageCut, type ToolStage } from '@/core/plan/drilling'
import { type PlanePoint } from '@/core/ground/geometry'
import { type Part } from '@/core/work/part'
import { planWay } from '@/core/plan/planning'
import {
  type LengthUnit,
  printLength,
  printNumber,
  printSpread,
  unitSign,
} from '@/core/handbook/units'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { tickKey, type TickMark, useTicks } from './useTicks'

interface TickViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly setupId: string
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly ticks: readonly TickMark[]
}

/** At the machine: the next hole, large, and a tick when it is done. */
export function TickView({ jobId, part, setupId, ticks, way, wayId, workshop }: TickViewProps) {
  const way_ = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const number = way_.setups.findIndex((p) => p.setup.id === setupId)
  const planned = way_.setups[number]
  const plan = useMemo(() => (planned ? drillingPlan(planned) : undefined), [planned])
  const work = useTicks(wayId, setupId, ticks)
  const stages = plan?.stages ?? []
  const left = (stage: ToolStage): number => stage.cuts.filter((cut) => !isDone(stage, cut)).length
  const isDone = (stage: ToolStage, cut: StageCut): boolean =>
    work.done.has(tickKey({ stage: stage.id, hole: cut.key }))
  // A tool stays until another is chosen: going on to the next by itself would drill with the wrong one.
  const [chosen, setChosen] = useState(() => stages.find((s) => left(s) > 0)?.id)
  const stage = stages.find((s) => s.id === chosen) ?? stages[0]
  const back = `/jobs/${jobId}/ways/${wayId}/holes?setup=${setupId}`
  if (!planned || !stage)
    return (
      <main className="p-6">
        <p className="mb-3 text-[20px]">No hole is made in this setup.</p>
        <Link className="button" href={back}>
          Back to the holes
        </Link>
      </main>
    )
  const next = stage.cuts.find((cut) => !isDone(stage, cut))
  const doneHere = stage.cuts.filter((cut) => isDone(stage, cut))
  const last = doneHere[doneHere.length - 1]
  const all = stages.reduce((sum, s) => sum + s.cuts.length, 0)
  const allLeft = stages.reduce((sum, s) => sum + left(s), 0)
  const finish = (): void => {
    if (next) work.tick({ stage: stage.id, hole: next.key }, true)
  }
  return (
    <>
      <div data-theme="dark" className="flex min-h-screen flex-col bg-ground text-ink print:hidden">
        <header className="flex flex-wrap items-center gap-3 bg-bar px-3 py-2 text-bar-ink">
          <Link
            href={back}
            className="button min-h-[44px]! border-bar-soft! bg-transparent! text-bar-ink!"
          >
            <ArrowLeft className="size-5" aria-hidden /> Holes
          </Link>
          <span className="mr-auto text-[17px]">
            {part.name} · setup {number + 1}, {planned.setup.name}
          </span>
          <span role="status" data-ticks={work.state.kind}>
            {work.state.kind === 'saved'
              ? 'Saved'
              : work.state.kind === 'refused'
                ? `▲ ${work.state.sentence}`
                : '▲ Kept on this device until the server is back'}
          </span>
          <button type="button" className="button min-h-[44px]!" onClick={() => window.print()}>
            <Printer className="size-5" aria-hidden /> Paper
          </button>
        </header>
        <nav aria-label="Tools" className="flex gap-2 overflow-x-auto px-3 py-2">
          {stages.map((s) => (
            <button
              key={s.id}
              type="button"
              aria-pressed={s.id === stage.id}
              className={`sheet min-h-[56px] shrink-0 cursor-pointer px-3 text-left ${s.id === stage.id ? 'border-2! border-yellow!' : ''}`}
              onClick={() => setChosen(s.id)}
            >
              <b>
                T{s.tool} {s.name}
              </b>
              <span className="block text-[14px] text-soft">
                {left(s) === 0 ? '● done' : `${s.cuts.length - left(s)} of ${s.cuts.length}`}
              </span>
            </button>
          ))}
        </nav>
        <main className="grid grow gap-3 px-3 pb-3 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
          {next ? (
            <NextHole
              stage={stage}
              next={next}
              last={last}
              unit={part.unit}
              rank={doneHere.length + 1}
              onDone={finish}
              onBack={
                last ? () => work.tick({ stage: stage.id, hole: last.key }, false) : undefined
              }
            />
          ) : (
            <Finished
              stage={stage}
              nextTool={stages.find((s) => left(s) > 0)}
              onNext={(id) => setChosen(id)}
              onBack={
                last ? () => work.tick({ stage: stage.id, hole: last.key }, false) : undefined
              }
              onAgain={() => {
                if (window.confirm('Take every tick of this setup away, for the next piece?'))
                  void work.again().then((ok) => ok && setChosen(stages[0]?.id))
              }}
            />
          )}
          <Dots
            stage={stage}
            next={next}
            isDone={(cut) => isDone(stage, cut)}
            words={`${stage.cuts.length - left(stage)} of ${stage.cuts.length} under this tool done · ${allLeft} of ${all} left in all`}
          />
        </main>
      </div>
      <PaperList
        part={part}
        stages={stages}
        title={`${part.name}, setup ${number + 1}: ${planned.setup.name}`}
        offset={planned.setup.zero.offset}
      />{' '}
    </>
  )
}

function NextHole(props: {
  readonly stage: ToolStage
  readonly next: StageCut
  readonly last: StageCut | undefined
  readonly unit: LengthUnit
  readonly rank: number
  readonly onDone: () => void
  readonly onBack: (() => void) | undefined
}) {
  const { last, next, onBack, onDone, rank, stage, unit } = props
  useKeys({ Enter: onDone })
  const word = unitSign(unit)
  const go = last ? { x: next.x - last.x, y: next.y - last.y } : undefined
  const signed = (mm: number): string => `${mm < 0 ? '−' : '+'}${printSpread(Math.abs(mm), unit)}`
  return (
    <section className="sheet flex flex-col p-4" aria-label="Next hole">
      <p className="text-[18px] text-soft">
        next, {rank} of {stage.cuts.length}
      </p>
      <h1 className="text-[28px] leading-tight font-bold" data-next={next.key}>
        {next.label}
      </h1>
      <dl className="figures my-3 grid grid-cols-[auto_1fr] items-baseline gap-x-4 text-[clamp(40px,9vw,76px)] leading-[1.1] font-bold">
        {(['x', 'y'] as const).map((axis) => (
          <div key={axis} className="contents">
            <dt className="text-soft">{axis.toUpperCase()}</dt>
            <dd>{printSpread(next[axis], unit)}</dd>
          </div>
        ))}
      </dl>
      <p className="figures text-[20px]">
        {go ? `to go ${signed(go.x)}  ${signed(go.y)} ${word}` : 'from zero'}
      </p>
      <p className="mb-4 text-[20px]">
        <b>{stage.name}</b>, tip {printLength(next.mouthZ - next.tipZ, unit)} {word} below the mouth
        {stage.kind === 'tap' ? '' : `, ${printNumber(stage.speed, 0)} rev/min at most`}
        {next.peck.kind === 'none'
          ? ''
          : next.peck.kind === 'break'
            ? `, break the chip every ${printLength(next.peck.stepMm, unit)}`
            : `, right out every ${printLength(next.peck.stepMm, unit)}`}
        .
      </p>
      <div className="mt-auto flex gap-3">
        <button
          type="button"
          className="button main min-h-[72px]! grow justify-center text-[22px] whitespace-nowrap"
          onClick={onDone}
        >
          <Check className="size-7" aria-hidden /> Done, next
        </button>
        <button
          type="button"
          className="button min-h-[72px]! px-3! text-[16px] whitespace-nowrap"
          disabled={onBack === undefined}
          onClick={onBack}
        >
          <Undo2 className="size-6" aria-hidden /> Back one
        </button>
      </div>
    </section>
  )
}

function Finished(props: {
  readonly stage: ToolStage
  readonly nextTool: ToolStage | undefined
  readonly onNext: (id: string) => void
  readonly onBack: (() => void) | undefined
  readonly onAgain: () => void
}) {
  const { nextTool, onAgain, onBack, onNext, stage } = props
  return (
    <section className="sheet flex flex-col gap-4 p-4" aria-label="Done">
      <h1 className="text-[28px] font-bold text-green">
        ● All {stage.cuts.length} {stage.cuts.length === 1 ? 'hole' : 'holes'} of this tool done
      </h1>
      {nextTool ? (
        <button
          type="button"
          className="button main min-h-[72px]! justify-center text-[22px]"
          onClick={() => onNext(nextTool.id)}
        >
          Next tool: T{nextTool.tool} {nextTool.name}
        </button>
      ) : (
        <>
          <p className="text-[20px]">
            Every hole on the list is made. Count them on the part: any more were never on the
            drawing.
          </p>
          <button type="button" className="button min-h-[56px]! justify-center" onClick={onAgain}>
            Begin the next piece
          </button>
        </>
      )}
      <button
        type="button"
        className="button min-h-[56px]! justify-center"
        disabled={onBack === undefined}
        onClick={onBack}
      >
        <Undo2 className="size-5" aria-hidden /> Back one
      </button>
    </section>
  )
}

/** Where the holes lie: done ones filled and crossed, the next ringed. */
function Dots(props: {
  readonly stage: ToolStage
  readonly next: StageCut | undefined
  readonly words: string
  readonly isDone: (cut: StageCut) => boolean
}) {
  const { isDone, next, stage, words } = props
  const low = bound(stage.cuts, Math.min)
  const high = bound(stage.cuts, Math.max)
  const [w, h] = [Math.max(high.x - low.x, 10), Math.max(high.y - low.y, 10)]
  const r = Math.max(stage.diameterMm / 2, Math.max(w, h) / 60)
  const room = 3 * r
  return (
    <section className="sheet flex min-h-60 flex-col p-3" aria-label="Where the holes lie">
      <svg
        className="min-h-0 w-full grow"
        viewBox={`${low.x - room} ${-high.y - room} ${w + 2 * room} ${h + 2 * room}`}
        role="img"
        aria-label={words}
      >
        {stage.cuts.map((cut) => (
          <g key={cut.key} strokeWidth={r / 4}>
            <circle
              cx={cut.x}
              cy={-cut.y}
              r={r}
              fill={isDone(cut) ? 'var(--green)' : 'none'}
              stroke={isDone(cut) ? 'var(--green)' : 'var(--soft)'}
            />
            {isDone(cut) && (
              <path
                d={`M${cut.x - r / 2} ${-cut.y}l${r / 3} ${r / 2}l${r * 0.7} ${-r}`}
                fill="none"
                stroke="var(--ground)"
                strokeWidth={r / 3}
              />
            )}
            {cut === next && (
              <circle
                cx={cut.x}
                cy={-cut.y}
                r={2 * r}
                fill="none"
                stroke="var(--yellow)"
                strokeWidth={r / 2}
              />
            )}
          </g>
        ))}
      </svg>
      <p className="pt-2 text-[18px]" role="status">
        {words}
      </p>
    </section>
  )
}

const bound = (points: readonly PlanePoint[], of: (...values: number[]) => number): PlanePoint => ({
  x: of(...points.map((p) => p.x)),
  y: of(...points.map((p) => p.y)),
})
