'use client'

import { useState } from 'react'
import { call } from '@/ui/api'
import { useWho } from '@/ui/useWho'
import { type LearnedNow, type TakenOver } from './types'

type Figure = LearnedNow['figures'][number]

/** A figure as fine as the book’s own has two places. */
const shownBy = (book: number) => {
  const places = book > 0 ? Math.min(5, Math.max(3, 2 - Math.ceil(Math.log10(book)))) : 3
  return (value: number): string => value.toFixed(places)
}

/** The shop's own figures as its pieces have them; taken over only by a person. */
export function Figures({
  figures,
  gear,
  isPractice,
  taken,
}: Pick<LearnedNow, 'figures' | 'gear'> & {
  readonly isPractice: boolean
  readonly taken: readonly TakenOver[]
}) {
  const [who, setWho] = useWho()
  const heard = figures.filter(({ speaks }) => speaks)
  const quiet = figures.filter(({ speaks }) => !speaks)
  return (
    <section className="sheet p-4" aria-labelledby="figures">
      <h2 id="figures" className="text-[19px] font-bold">
        The shop’s own figures
      </h2>
      <p className="mb-2 max-w-[75ch] text-soft">
        From all measured pieces of the shop. Each begins from what the book says, and is moved by
        what was measured. It is put into the workshop only when you take it over; every way is
        predicted with it from then on.
      </p>
      {heard.length > 0 && !isPractice && (
        <label className="mb-2 flex items-center gap-2 text-[15px]">
          Taken over by
          <input
            className="min-h-9 w-40 rounded border border-line px-2"
            value={who}
            placeholder="initials"
            onChange={(event) => setWho(event.target.value)}
          />
        </label>
      )}
      {heard.length === 0 && <p>Nothing is known well enough yet to be heard.</p>}
      <ul className="flex flex-col gap-2">
        {heard.map((figure) => (
          <FigureLine key={figure.path} figure={figure} isPractice={isPractice} who={who} />
        ))}
      </ul>
      {quiet.length > 0 && (
        <p className="mt-3 text-[14px] text-soft">
          Not heard yet, because too little was measured that hangs on them:{' '}
          {quiet.map(({ name, words }) => `${name}, ${lower(words)}`).join('; ')}.
        </p>
      )}
      {gear.length > 0 && (
        <>
          <h3 className="mt-4 text-[17px] font-bold">Gear, as it seems to stand</h3>
          <ul className="text-[15px]">
            {gear.map(({ book, cause, gear: name, key, plusMinus, unit, value }) => (
              <li key={key} className="border-t border-faint py-1">
                {name}: {cause}{' '}
                <b className="figures">
                  {value < 0 ? '−' : '+'}
                  {amount(Math.abs(value), unit)}
                </b>{' '}
                ±{amount(plusMinus, unit)}{' '}
                <span className="text-soft">
                  (the book allows ±{amount(book, unit)})
                  {Math.abs(value) > book ? ' ▲ look at it' : ''}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <TakenList taken={taken} figures={figures} />
    </section>
  )
}

/** What was taken over before, by whom. */
function TakenList({
  figures,
  taken,
}: {
  readonly figures: readonly Figure[]
  readonly taken: readonly TakenOver[]
}) {
  if (taken.length === 0) return null
  const called = (path: string): string => {
    const known = figures.find((one) => one.path === path)
    return known ? `${known.name}, ${lower(known.words)}` : path
  }
  return (
    <>
      <h3 className="mt-4 text-[17px] font-bold">Taken over so far</h3>
      <ul className="text-[15px]">
        {taken.map(({ at, id, now, path, pieces, was, who }) => (
          <li key={id} className="border-t border-faint py-1">
            <span className="figures">{new Date(at).toISOString().slice(0, 10)}</span> {who}:{' '}
            {called(path)}{' '}
            <span className="figures">
              {shownBy(was)(was)} → {shownBy(was)(now)}
            </span>{' '}
            <span className="text-soft">from {pieces} pieces</span>
          </li>
        ))}
      </ul>
    </>
  )
}

/** What a figure tells, without its unit, as part of a sentence. */
const lower = (words: string): string =>
  words.charAt(0).toLowerCase() + words.slice(1).replace(/,?( by)?( up to)? (± )?mm.*$/, '')

const amount = (value: number, unit: 'mm' | 'mm/mm'): string =>
  unit === 'mm' ? value.toFixed(4) : `${(100 * value).toFixed(4)} in 100`

const SIGNS = {
  agrees: ['●', 'text-green', ''],
  wider: ['▲', 'text-red', 'wider than the book'],
  tighter: ['◆', 'text-ochre', 'better than the book'],
  'not yet': ['○', 'text-soft', ''],
} as const

function FigureLine({
  figure,
  isPractice,
  who,
}: {
  readonly figure: Figure
  readonly isPractice: boolean
  readonly who: string
}) {
  const [sentence, setSentence] = useState<string>()
  const [taken, setTaken] = useState<number>()
  const { high, learnt, low, name, path, pieces, value, verdict, words } = figure
  const [sign, ink, told] = SIGNS[verdict]
  const shown = shownBy(value)
  const take = async (): Promise<void> => {
    const rounded = Number(shown(learnt))
    if (who === '') return setSentence('Say first who takes it over.')
    const ask = `${name}: put ${shown(learnt)} into the workshop instead of ${shown(value)}? Every way is predicted with it from then on.`
    if (!window.confirm(ask)) return
    const answer = await call('/api/workshop/figure', 'POST', {
      path,
      value: rounded,
      pieces,
      who,
    })
    if (answer.kind === 'done') setTaken(rounded)
    setSentence(
      answer.kind === 'refused'
        ? answer.issues[0]?.sentence
        : answer.kind === 'done'
          ? undefined
          : 'The server does not answer just now; nothing was changed.',
    )
  }
  return (
    <li
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-faint pt-2"
      data-figure={path}
    >
      <span className={ink}>{sign}</span>
      <span className="min-w-64 grow">
        <b>{name}</b>, {lower(words)}: the book says <b className="figures">{shown(value)}</b>, your
        last {pieces} pieces say <b className="figures">{shown(learnt)}</b>{' '}
        <span className="figures text-soft">
          ({shown(low)} to {shown(high)})
        </span>{' '}
        <span className={ink}>{told}</span>
      </span>
      {taken !== undefined ? (
        <span className="text-green">● taken over: {shown(taken)}</span>
      ) : (
        verdict !== 'agrees' &&
        !isPractice && (
          <button type="button" className="button" onClick={() => void take()}>
            Take {shown(learnt)} over
          </button>
        )
      )}
      {sentence && (
        <span role="alert" className="w-full text-red">
          {sentence}
        </span>
      )}
    </li>
  )
}
