'use client'

import { useState } from 'react'
import { openQuestions, type Part } from '@/core/work/part'

/** What the drawing leaves open, to be asked of the customer once, together. */
export function QuestionList({
  onPick,
  part,
}: {
  readonly part: Part
  readonly onPick: (ref: string) => void
}) {
  const questions = openQuestions(part)
  const [copied, setCopied] = useState(false)
  if (questions.length === 0)
    return <p className="p-3 text-[14px] text-soft">No open questions for the customer.</p>
  const copy = async (): Promise<void> => {
    const text = [
      `${part.name}, revision ${part.revision}: ${questions.length} questions`,
      ...questions.map((q, i) => `${i + 1}. ${q.bold} ${q.rest}`),
    ].join('\n')
    try {
      await navigator.clipboard.writeText(text)
      setCopied(true)
    } catch {
      window.prompt('Copy these:', text)
    }
  }
  return (
    <section aria-label="Ask the customer" className="p-3">
      <div className="mb-2 flex items-center justify-between gap-2">
        <h2 className="text-[16px] font-bold">Ask the customer, once</h2>
        <button type="button" className="button" onClick={() => void copy()}>
          {copied
            ? 'Copied'
            : `Copy ${questions.length} ${questions.length === 1 ? 'question' : 'questions'}`}
        </button>
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
