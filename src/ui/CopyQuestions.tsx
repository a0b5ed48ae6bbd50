'use client'

import { useState } from 'react'
import { type OpenQuestion, type Part } from '@/core/work/part'

/** All questions at once on the clipboard, for one message to the customer. */
export function CopyQuestions({
  part,
  questions,
}: {
  readonly part: Part
  readonly questions: readonly OpenQuestion[]
}) {
  const [copied, setCopied] = useState(false)
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
    <>
      <h2 className="text-[16px] font-bold">Ask the customer, once</h2>
      <button
        type="button"
        className="button"
        disabled={questions.length === 0}
        onClick={() => void copy()}
      >
        {copied
          ? 'Copied'
          : `Copy ${questions.length} ${questions.length === 1 ? 'question' : 'questions'}`}
      </button>
    </>
  )
}
