'use client'

import { fileQuestions } from '@/core/work/offers'
import { openQuestions, type Part } from '@/core/work/part'
import { CopyQuestions } from '@/ui/CopyQuestions'

/** What the drawing leaves open, to be asked of the customer once, together. */
export function QuestionList({
  onPick,
  part,
}: {
  readonly part: Part
  readonly onPick: (ref: string) => void
}) {
  const questions = [...openQuestions(part), ...fileQuestions(part)]
  if (questions.length === 0)
    return <p className="p-3 text-[14px] text-soft">No open questions for the customer.</p>
  return (
    <section aria-label="Ask the customer" className="p-3">
      <div className="mb-2 flex items-center justify-between gap-2">
        <CopyQuestions part={part} questions={questions} />
      </div>
      <ul className="space-y-2">
        {questions.map((question, i) => (
          <li key={i}>
            <button
              type="button"
              className="w-full cursor-pointer rounded-md border-l-4 border-ochre bg-ochre-wash p-2 text-left"
              onClick={() => onPick(question.ref)}
            >
              <strong>{question.bold}</strong> {question.rest}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
