'use client'

import { type ChangeEvent } from 'react'
import { type EntryBody } from '@/core/paper/run'
import { holdPhoto } from '@/ui/photos'

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
  const picture = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const [file] = target.files ?? []
    if (!file) return
    const photo = await holdPhoto(file).catch(() => undefined)
    target.value = ''
    if (!photo)
      return window.alert(`${file.name} is no picture, or this device has no room for it.`)
    const text = window.prompt('What does it show? It may stay empty.')?.trim()
    enter({ kind: 'photo', step, photo, ...(text && { text }) })
  }
  const [skip, ...others] = tools.map(([words, act]) => (
    <button key={words} type="button" className="button min-h-[56px]!" onClick={act}>
      {words}
    </button>
  ))
  return (
    <>
      {skip}
      <label className="button min-h-[56px]! cursor-pointer focus-within:outline-2">
        Picture
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => void picture(event)}
        />
      </label>
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
