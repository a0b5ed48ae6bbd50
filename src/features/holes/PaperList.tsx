'use client'

import { printSpread } from '@/core/handbook/units'
import { type ToolStage } from '@/core/plan/drilling'
import { type Part } from '@/core/work/part'

/** The same list on paper, with boxes to tick. */
export function PaperList(props: {
  readonly part: Part
  readonly stages: readonly ToolStage[]
  /** What is done before the first hole. */
  readonly before: readonly string[]
  /** Z is read at the quill of a swung head. */
  readonly isQuill: boolean
  readonly title: string
  readonly offset: string
}) {
  const { before, isQuill, offset, part, stages, title } = props
  const unit = part.unit
  return (
    <div className="hidden bg-white text-black print:block!" aria-hidden>
      <h1 className="text-[20px] font-bold">Holes: {title}</h1>
      <p>
        From {offset}, {unit === 'mm' ? 'mm' : 'inch'}. Only what is on this list is drilled.
      </p>
      {before.length > 0 && <p>{before.join(' ')}</p>}
      {stages.map((stage) => (
        <section key={stage.id} className="mt-3 break-inside-avoid-page">
          <h2 className="border-b border-black font-bold">
            T{stage.tool} {stage.name} · {stage.cuts.length} holes
          </h2>
          <ol className="figures columns-2 text-[13px]">
            {stage.cuts.map((cut) => (
              <li key={cut.key} className="flex gap-2">
                <span className="mt-0.5 inline-block size-3.5 shrink-0 border border-black" />
                <span className="w-40 truncate font-sans">{cut.label}</span>
                <span>
                  X {printSpread(cut.x, unit)} Y {printSpread(cut.y, unit)}
                  {isQuill && ` quill ${printSpread(cut.tipZ, unit)}`}
                </span>
              </li>
            ))}
          </ol>
        </section>
      ))}
    </div>
  )
}
