'use client'

import { type ClipboardEvent, type KeyboardEvent, type ReactNode, useMemo } from 'react'
import { type Part, SIDES } from '@/core/work/part'
import { completions, faceWord } from '@/core/work/say'
import { type Saying } from './useSaying'

interface SayLineProps {
  readonly saying: Saying
  readonly onAdd: () => void
}

/** One line takes a feature or a tie as one would say it; drawn while typed, the word not understood is marked. */
export function SayLine({ onAdd, saying }: SayLineProps) {
  const { base: part, field, isAgain, result, setText, text } = saying
  const next = useMemo(() => completions(part, text), [part, text])
  const failure = result && !result.ok ? result : undefined
  const atEnd = failure ? failure.span.start >= text.trimEnd().length : false
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') {
      event.preventDefault()
      onAdd()
    } else if (event.key === 'Tab' && !event.shiftKey && text !== '' && next[0]) {
      event.preventDefault()
      setText(next[0].line)
    } else if (event.key === 'Escape') saying.cancel()
  }
  const onPaste = (event: ClipboardEvent): void => {
    const pasted = event.clipboardData.getData('text/plain')
    if (!/\n\s*\S/.test(pasted)) return
    event.preventDefault()
    saying.addMany(pasted)
  }
  return (
    <section
      aria-label="Say it"
      className="on-bar mx-4 mt-2.5 rounded-xl bg-bar px-3.5 py-2 text-bar-ink"
    >
      <div className="flex flex-wrap items-center gap-3">
        <label htmlFor="say" className="text-[14px] text-bar-soft">
          {isAgain ? 'Say it again' : 'Say it'}
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
            aria-invalid={failure !== undefined && (!atEnd || saying.asked)}
            aria-describedby="say-more"
            maxLength={400}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={onKeyDown}
            onPaste={onPaste}
          />
        </div>
        <span className="hidden text-[13px] text-bar-soft lg:inline">
          {result?.ok ? 'drawn below in blue · ' : ''}
          <kbd>Enter</kbd> {isAgain ? 'changes it' : 'adds it'} · <kbd>Tab</kbd> completes
        </span>
      </div>
      <div
        id="say-more"
        className="mt-0.5 flex min-h-5 flex-wrap items-center gap-2 text-[13px]"
        aria-live="polite"
      >
        {failure && text !== '' && (
          <span className={atEnd && !saying.asked ? 'text-bar-soft' : 'font-semibold text-yellow'}>
            {failure.sentence}
          </span>
        )}
        {text !== '' &&
          (saying.asked ? [] : next).map((completion) => (
            <Offer key={completion.word} onTake={() => saying.fill(completion.line)}>
              {completion.word}
            </Offer>
          ))}
      </div>
      {failure && text !== '' && (saying.asked || !atEnd) && (
        <Choices lines={failure.choices} onTake={saying.fill} />
      )}
      <Left saying={saying} />
    </section>
  )
}

const Offer = ({
  children,
  onTake,
}: {
  readonly children: ReactNode
  readonly onTake: () => void
}) => (
  <button
    type="button"
    className="min-h-6 cursor-pointer rounded border border-bar-soft/50 px-2 text-left hover:bg-white/10"
    onClick={onTake}
  >
    {children}
  </button>
)

/** Lines that could be meant; one that is taken goes into the field. */
function Choices({
  lines,
  onTake,
}: {
  readonly lines: readonly string[]
  readonly onTake: (line: string) => void
}) {
  if (lines.length === 0) return null
  return (
    <ul aria-label="Lines to say instead" className="mt-1 flex flex-col items-start gap-1">
      {lines.map((line) => (
        <li key={line} className="figures text-[14px]">
          <Offer onTake={() => onTake(line)}>{line}</Offer>
        </li>
      ))}
    </ul>
  )
}

/** What came of several lines at once; those that are left are put right one by one. */
function Left({ saying }: { readonly saying: Saying }) {
  const { many } = saying
  if (!many) return null
  return (
    <div className="mt-1 text-[13px]" role="status">
      <p>
        {many.taken} {many.taken === 1 ? 'line' : 'lines'} taken
        {many.left.length > 0 &&
          `, ${many.left.length} not understood; pick one to put it right`}.{' '}
        <button type="button" className="cursor-pointer underline" onClick={saying.forget}>
          Close
        </button>
      </p>
      <ul className="mt-1 flex max-h-40 flex-col items-start gap-1 overflow-auto">
        {many.left.map(({ line, sentence }, i) => (
          <li key={i}>
            <Offer onTake={() => saying.takeUp(line)}>
              <span className="figures">{line}</span>{' '}
              <span className="text-yellow">{sentence}</span>
            </Offer>
          </li>
        ))}
      </ul>
    </div>
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
