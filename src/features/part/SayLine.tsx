'use client'

import { type KeyboardEvent, type RefObject, useMemo } from 'react'
import { type Part } from '@/core/work/part'
import { completions, faceWord, type SayResult } from '@/core/work/say'
import { SIDES } from '@/core/work/part'

interface SayLineProps {
  readonly part: Part
  readonly text: string
  readonly result: SayResult | undefined
  readonly editing: boolean
  readonly field: RefObject<HTMLInputElement | null>
  readonly onText: (text: string) => void
  readonly onAdd: () => void
  readonly onCancel: () => void
}

/** One line takes a feature or a tie as one would say it; drawn while typed, the word not understood is marked. */
export function SayLine({
  editing,
  field,
  onAdd,
  onCancel,
  onText,
  part,
  result,
  text,
}: SayLineProps) {
  const next = useMemo(() => completions(part, text), [part, text])
  const failure = result && !result.ok ? result : undefined
  const atEnd = failure ? failure.span.start >= text.trimEnd().length : false
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') {
      event.preventDefault()
      onAdd()
    } else if (event.key === 'Tab' && !event.shiftKey && text !== '' && next[0]) {
      event.preventDefault()
      onText(next[0].line)
    } else if (event.key === 'Escape') onCancel()
  }
  return (
    <section
      aria-label="Say it"
      className="on-bar mx-4 mt-2.5 rounded-xl bg-bar px-3.5 py-2 text-bar-ink"
    >
      <div className="flex flex-wrap items-center gap-3">
        <label htmlFor="say" className="text-[14px] text-bar-soft">
          {editing ? 'Say it again' : 'Say it'}
        </label>
        <div className="relative min-w-60 grow">
          <div
            aria-hidden
            className="figures pointer-events-none absolute inset-0 overflow-hidden py-0.5 text-[16px] whitespace-pre"
          >
            {pieces(part, text, atEnd ? undefined : failure?.span).map((piece, i) => (
              <span key={i} className={piece.look}>
                {piece.text}
              </span>
            ))}
          </div>
          <input
            id="say"
            ref={field}
            className="figures relative w-full bg-transparent py-0.5 text-[16px] text-transparent caret-yellow outline-none placeholder:text-bar-soft"
            value={text}
            autoComplete="off"
            spellCheck={false}
            placeholder="bore 22 H7 through, on front, 32 from base, 41.00 ±0.10 from left"
            aria-invalid={failure !== undefined && !atEnd}
            aria-describedby="say-more"
            maxLength={400}
            onChange={(event) => onText(event.target.value)}
            onKeyDown={onKeyDown}
          />
        </div>
        <span className="hidden text-[13px] text-bar-soft lg:inline">
          {result?.ok ? 'drawn below in blue · ' : ''}
          <kbd>Enter</kbd> {editing ? 'changes it' : 'adds it'} · <kbd>Tab</kbd> completes
        </span>
      </div>
      <div
        id="say-more"
        className="flex min-h-5 flex-wrap items-center gap-2 text-[13px]"
        aria-live="polite"
      >
        {failure && text !== '' && (
          <span className={atEnd ? 'text-bar-soft' : 'font-semibold text-yellow'}>
            {failure.sentence}
          </span>
        )}
        {text !== '' &&
          next.map((completion) => (
            <button
              key={completion.word}
              type="button"
              className="min-h-6 cursor-pointer rounded border border-bar-soft/50 px-2 hover:bg-white/10"
              onClick={() => {
                onText(completion.line)
                field.current?.focus()
              }}
            >
              {completion.word}
            </button>
          ))}
      </div>
    </section>
  )
}

interface Piece {
  readonly text: string
  readonly look: string
}

/** The line cut into pieces by what they are: figures and faces in yellow, the misunderstood underlined. */
function pieces(
  part: Part,
  text: string,
  wrong: { start: number; end: number } | undefined,
): readonly Piece[] {
  const faces = SIDES.flatMap((side) => [faceWord(part, side), side, part.faces[side].datum ?? ''])
    .filter(Boolean)
    .map((w) => w.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
  const known = new RegExp(
    `\\b(?:${faces.sort((a, b) => b.length - a.length).join('|')})\\b|M\\d[\\dx.]*|±?\\s?#?\\d[\\d./ ]*(?:mm|in|°|")?`,
    'g',
  )
  const looks = new Array<string>(text.length).fill('text-bar-ink')
  for (const match of text.matchAll(known))
    looks.fill('text-yellow', match.index, match.index + match[0].length)
  if (wrong)
    for (let i = wrong.start; i < Math.max(wrong.end, wrong.start + 1) && i < looks.length; i++)
      looks[i] = 'text-white underline decoration-wavy decoration-[#ff8a80] underline-offset-4'
  const found: Piece[] = []
  for (let i = 0; i < text.length; i++) {
    const last = found[found.length - 1]
    if (last && last.look === looks[i])
      found[found.length - 1] = { ...last, text: last.text + (text[i] ?? '') }
    else found.push({ text: text[i] ?? '', look: looks[i] ?? '' })
  }
  return found
}
