'use client'

import { type RunEntry, standing } from '@/core/paper/run'
import { Photo } from '@/ui/Photo'

/** As many as find room beside a step: the newest. */
const MOST = 4

/** Pictures that were taken at a step, of this piece and of those before it: how it was set up the last time. */
export function StepPhotos({
  entries,
  runId,
  step,
}: {
  readonly runId: string
  readonly step: string
  readonly entries: readonly RunEntry[]
}) {
  const pieces = [...new Set(entries.map(({ piece }) => piece))]
  const taken = pieces
    .flatMap((piece) => standing(entries, piece))
    .flatMap(({ at, body, id, piece }) =>
      body.kind === 'photo' && body.step === step
        ? [{ at, id, piece, photo: body.photo, text: body.text ?? 'as it was' }]
        : [],
    )
    .sort((a, b) => b.at - a.at)
    .slice(0, MOST)
  if (taken.length === 0) return null
  return (
    <ul aria-label="Pictures of this step" className="grid grid-cols-2 gap-2 text-[14px]">
      {taken.map(({ id, photo, piece, text }) => (
        <li key={id}>
          <Photo runId={runId} id={photo} words={text} className="max-h-40 w-full object-cover" />
          piece {piece}: {text}
        </li>
      ))}
    </ul>
  )
}
