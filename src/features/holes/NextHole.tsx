'use client'

import { Check, Undo2 } from 'lucide-react'
import { type StageCut, type ToolStage } from '@/core/plan/drilling'
import {
  type LengthUnit,
  printLength,
  printNumber,
  printSpread,
  unitSign,
} from '@/core/handbook/units'
import { useKeys } from '@/ui/useKeys'

/** The next hole, as large as the room allows; and those that come after it. */
export function NextHole(props: {
  readonly stage: ToolStage
  readonly next: StageCut
  readonly last: StageCut | undefined
  readonly unit: LengthUnit
  readonly after: readonly StageCut[]
  readonly rank: number
  /** Z is read at the quill of a swung head. */
  readonly isQuill: boolean
  readonly onDone: () => void
  readonly onBack: (() => void) | undefined
}) {
  const { after, isQuill, last, next, onBack, onDone, rank, stage, unit } = props
  useKeys({ Enter: onDone })
  const word = unitSign(unit)
  const go = last ? { x: next.x - last.x, y: next.y - last.y } : undefined
  const signed = (mm: number): string => `${mm < 0 ? '−' : '+'}${printSpread(Math.abs(mm), unit)}`
  return (
    <section className="sheet @container flex flex-col p-4" aria-label="Next hole">
      <p className="text-[18px] text-soft">
        next, {rank} of {stage.cuts.length}
      </p>
      <h1 className="text-[28px] leading-tight font-bold" data-next={next.key}>
        {next.label}
      </h1>
      <dl className="figures my-3 grid grid-cols-[auto_1fr] items-baseline gap-x-4 text-[clamp(40px,min(15cqw,17vh),150px)] leading-[1.05] font-bold">
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
        {isQuill
          ? `: quill ${printSpread(next.mouthZ, unit)} at the mouth, ${printSpread(next.tipZ, unit)} at the bottom`
          : ''}
        {stage.kind === 'tap' ? '' : `, ${printNumber(stage.speed, 0)} rev/min at most`}
        {next.peck.kind === 'none'
          ? ''
          : next.peck.kind === 'break'
            ? `, break the chip every ${printLength(next.peck.stepMm, unit)}`
            : `, right out every ${printLength(next.peck.stepMm, unit)}`}
        .
      </p>
      {after.length > 0 && (
        <ol aria-label="After it" className="mb-3 text-[17px] text-soft max-sm:hidden">
          {after.map((cut) => (
            <li key={cut.key} className="flex justify-between gap-4 border-t border-faint py-1">
              <span className="truncate">{cut.label}</span>
              <span className="figures whitespace-nowrap">
                X {printSpread(cut.x, unit)} Y {printSpread(cut.y, unit)}
              </span>
            </li>
          ))}
        </ol>
      )}
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

/** All of a tool is done: the next tool, or the next piece. */
export function Finished(props: {
  readonly stage: ToolStage
  readonly nextTool: ToolStage | undefined
  readonly onNext: (id: string) => void
  readonly onBack: (() => void) | undefined
  /** Begins the next piece; a run has pieces of its own. */
  readonly onAgain: (() => void) | undefined
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
          {onAgain && (
            <button type="button" className="button min-h-[56px]! justify-center" onClick={onAgain}>
              Begin the next piece
            </button>
          )}
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
