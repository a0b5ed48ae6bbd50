'use client'

import { type EntryBody } from '@/core/paper/run'

/** What else can happen at a step: each is said in words, and kept. */
export function StepTools({
  enter,
  isPaused,
  setup,
  step,
}: {
  readonly enter: (body: EntryBody) => void
  readonly isPaused: boolean
  readonly setup: string
  readonly step: string
}) {
  const asked = (question: string, make: (text: string) => EntryBody) => (): void => {
    const text = window.prompt(question)?.trim()
    if (text) enter(make(text))
  }
  const tools: readonly (readonly [string, () => void])[] = [
    ['Skip, say why', asked('Why is it skipped?', (why) => ({ kind: 'skipped', step, why }))],
    ['Note', asked('What is to be noted?', (text) => ({ kind: 'note', step, text }))],
    [
      'Done differently',
      asked('What was done differently?', (text) => ({ kind: 'different', step, text })),
    ],
    [
      'Something changed',
      asked(
        'What changed: cutter swapped, stop moved, a bump? What hangs on it is to be done again.',
        (text) => ({ kind: 'changed', setup, text }),
      ),
    ],
    ['Something wrong', asked('What went wrong here?', (text) => ({ kind: 'wrong', step, text }))],
    [isPaused ? 'Go on' : 'Pause', () => enter({ kind: isPaused ? 'resumed' : 'paused', step })],
  ]
  const [skip, ...others] = tools.map(([words, act]) => (
    <button key={words} type="button" className="button min-h-[56px]!" onClick={act}>
      {words}
    </button>
  ))
  return (
    <>
      {skip}
      <div className="flex gap-2 max-md:hidden">{others}</div>
      <details className="relative md:hidden">
        <summary className="button min-h-[72px]! cursor-pointer list-none">More</summary>
        <div className="sheet absolute right-0 bottom-full mb-2 flex w-56 flex-col gap-2 p-2">
          {others}
        </div>
      </details>
    </>
  )
}
