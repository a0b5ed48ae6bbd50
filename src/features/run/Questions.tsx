'use client'

import { useState } from 'react'
import { type Question, questionsOf, type RunLog } from '@/core/paper/run'
import { useRunLog } from '@/ui/useRunLog'
import { useWho } from '@/ui/useWho'

interface QuestionsProps {
  readonly wayId: string
  readonly log: RunLog
}

/** What whoever ordered the part was asked, and what came back; before a way is released they are told again. */
export function Questions({ log, wayId }: QuestionsProps) {
  const { enter, entries, kept } = useRunLog(wayId, log)
  const [who, setWho] = useWho()
  const [text, setText] = useState('')
  const questions = questionsOf(entries)
  const ask = (): void => {
    enter(1, { kind: 'question', text: text.trim() }, who)
    setText('')
  }
  return (
    <section aria-labelledby="questions" className="sheet mt-3 p-4">
      <h2 id="questions" className="text-[17px] font-bold">
        Questions to whoever ordered it
      </h2>
      <ul>
        {questions.map((one) => (
          <Line
            key={one.id}
            question={one}
            onAnswer={(words) => enter(1, { kind: 'answer', entry: one.id, text: words }, who)}
          />
        ))}
      </ul>
      <form
        className="no-print mt-2 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          ask()
        }}
      >
        <label className="grow">
          <span className="block text-[14px] text-soft">Question</span>
          <input
            className="field w-full"
            value={text}
            maxLength={500}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <label className="w-32">
          <span className="block text-[14px] text-soft">By</span>
          <input
            className="field w-full"
            value={who}
            onChange={(event) => setWho(event.target.value)}
          />
        </label>
        <button type="submit" className="button main" disabled={text.trim() === '' || who === ''}>
          Write it down
        </button>
      </form>
      <p role="status" className="text-[14px] text-red">
        {kept.kind === 'refused'
          ? kept.sentence
          : kept.kind === 'kept'
            ? '▲ Kept on this device until the server is back.'
            : ''}
      </p>
    </section>
  )
}

function Line({
  onAnswer,
  question: { answer, at, text, who },
}: {
  readonly question: Question
  readonly onAnswer: (words: string) => void
}) {
  return (
    <li className="border-t border-faint py-1">
      {answer ? '● ' : '◆ '}
      {text}{' '}
      <span className="text-[14px] text-soft">
        {who}, {day(at)}
      </span>
      {answer ? (
        <span className="block pl-4">
          {answer.text}{' '}
          <span className="text-[14px] text-soft">
            {answer.who}, {day(answer.at)}
          </span>
        </span>
      ) : (
        <button
          type="button"
          className="button quiet no-print ml-2"
          onClick={() => {
            const words = window.prompt(`What came back to “${text}”?`)?.trim()
            if (words) onAnswer(words)
          }}
        >
          Answered
        </button>
      )}
    </li>
  )
}

const day = (at: number): string => new Date(at).toISOString().slice(0, 10)
