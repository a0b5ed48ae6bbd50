'use client'

import { type ReactNode, useState } from 'react'
import { type OffsetRow } from '@/core/floor/offsets'
import { KeyedIn } from './KeyedIn'
import {
  type Asked,
  type EntryBody,
  isReadingOf,
  type PieceState,
  type RunStep,
  withinOf,
} from '@/core/paper/run'
import { type LengthUnit, parseLength, printSpread } from '@/core/handbook/units'
import { type Prediction } from '@/core/predict/prediction'
import { type ReadValue } from '@/core/predict/measured'
import { Keypad } from './Keypad'

interface StepPaneProps {
  readonly step: RunStep
  readonly state: PieceState
  readonly prediction: Prediction
  readonly instruments: readonly { readonly id: string; readonly name: string }[]
  /** What the stand-in shop reads; undefined at a machine. */
  readonly standin: ((asked: Asked) => Promise<ReadValue | undefined>) | undefined
  /** Zero of the setup in hand as it was found, or is to be expected. */
  readonly zero: OffsetRow | undefined
  readonly onEnter: (body: EntryBody) => void
  /** Where else this step leads. */
  readonly children: ReactNode
}

/** The step in hand: what to do, or what to measure with a keypad under it. */
export function StepPane({
  children,
  instruments,
  onEnter,
  prediction,
  standin,
  state,
  step,
  zero,
}: StepPaneProps) {
  const missing = state.missing(step)
  const [next] = missing
  return (
    <section className="sheet flex flex-col gap-3 p-4" aria-label="The step in hand">
      {step.cautions.map((words) => (
        <p key={words} className="text-[16px] text-soft">
          {words}
        </p>
      ))}
      <h1 className="text-[clamp(26px,3.4vw,40px)] leading-tight font-bold" data-step={step.id}>
        {step.title}
      </h1>
      <ul className="flex flex-col gap-1 text-[20px]">
        {step.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {children}
      <KeyedIn plan={prediction.plan} step={step} state={state} zero={zero} onEnter={onEnter} />
      {hiddenOf(step).map(({ count, words }) => (
        <p key={words} className="text-[17px] text-ochre">
          ◆ {count === 1 ? 'One reading' : `${count} readings`} cannot be taken here: {words}
        </p>
      ))}
      {step.asks.map((asked) => (
        <Taken
          key={`${asked.requirement} ${asked.reading ?? ''}`}
          asked={asked}
          step={step}
          state={state}
          prediction={prediction}
          onEnter={onEnter}
        />
      ))}
      {next && (
        <Measure
          key={`${step.id} ${next.requirement} ${next.reading ?? ''}`}
          asked={next}
          step={step}
          prediction={prediction}
          instruments={instruments}
          standin={standin}
          onEnter={onEnter}
        />
      )}
    </section>
  )
}

/** What was typed, mm or degrees: any length that a field takes, with a sign. */
function valueOf(shown: string, unit: LengthUnit | 'deg'): number | undefined {
  const text = shown.trim().replace('−', '-').replace(',', '.')
  const isNegative = text.startsWith('-')
  const size = isNegative ? text.slice(1).trim() : text
  if (size === '') return undefined
  if (unit === 'deg') {
    const degrees = Number(size)
    return Number.isFinite(degrees) ? (isNegative ? -degrees : degrees) : undefined
  }
  const length = parseLength(size, unit)
  if (!length.ok) return undefined
  return isNegative ? -length.value.mm : length.value.mm
}

const shownValue = (value: number, unit: LengthUnit | 'deg'): string =>
  (unit === 'deg' ? `${value}°` : printSpread(value, unit)).replace('-', '−')

/** The form of the reading in hand: the large button under the page sends it. */
export const MEASURE_FORM = 'reading'

/** What cannot be reached as the part is clamped, each reason once. */
function hiddenOf({
  asks,
}: RunStep): readonly { readonly words: string; readonly count: number }[] {
  const counts = new Map<string, number>()
  for (const { hidden } of asks)
    if (hidden !== undefined) counts.set(hidden, (counts.get(hidden) ?? 0) + 1)
  return Array.from(counts, ([words, count]) => ({ words, count }))
}

/** What was read already, with its sign; it can be taken back, with a reason, and stays in the log. */
function Taken({
  asked,
  onEnter,
  prediction,
  state,
  step,
}: {
  readonly asked: Asked
  readonly step: RunStep
  readonly state: PieceState
  readonly prediction: Prediction
  readonly onEnter: (body: EntryBody) => void
}) {
  const own = state.values.filter((value) => isReadingOf(value, asked))
  return own.map((value) => {
    const isWithin = withinOf(value.value, asked)
    return (
      <p key={value.entry} className="flex flex-wrap items-baseline gap-x-3 text-[18px]">
        <span className={isWithin === undefined ? '' : isWithin ? 'text-green' : 'text-red'}>
          {isWithin === undefined ? '' : isWithin ? '● ' : '▲ '}
          {asked.words}
        </span>
        <b className="figures">
          {shownValue(value.value, asked.unit === 'deg' ? 'deg' : prediction.plan.part.unit)}
        </b>
        <span className="text-soft">
          {asked.figures} · {value.who}
        </span>
        <button
          type="button"
          className="button"
          onClick={() => {
            const why = window.prompt('Why is this reading taken back? It stays in the log.')
            if (why?.trim()) onEnter({ kind: 'withdrawn', entry: value.entry, why: why.trim() })
          }}
        >
          Measure again
        </button>
        {state.disagree.includes(asked.requirement) && (
          <span className="w-full text-ochre">
            ◆ Two readings of this do not agree. Both are kept: take back the one that is wrong.
          </span>
        )}
        {step.isHold && isWithin === false && (
          <span className="w-full text-red">Outside the limits: look before the next cut.</span>
        )}
      </p>
    )
  })
}

function Measure({
  asked,
  instruments,
  onEnter,
  prediction,
  standin,
  step,
}: Omit<StepPaneProps, 'children' | 'state' | 'zero'> & { readonly asked: Asked }) {
  const [shown, setShown] = useState('')
  const [instrument, setInstrument] = useState('')
  const [plusMinus, setPlusMinus] = useState<number>()
  const [isAsked, setIsAsked] = useState(false)
  const { unit } = prediction.plan.part
  const value = valueOf(shown, asked.unit === 'deg' ? 'deg' : unit)
  const isNumber = value !== undefined
  const isWithin = isNumber ? withinOf(value, asked) : undefined
  const take = (): void => {
    if (value === undefined) return
    onEnter({
      kind: 'measured',
      step: step.id,
      value: {
        requirement: asked.requirement,
        ...(asked.reading === undefined ? {} : { reading: asked.reading }),
        ...asked.inProcess,
        value,
        ...(instrument === '' ? {} : { instrument }),
        ...(plusMinus === undefined ? {} : { plusMinus }),
      },
    })
  }
  const keep = (): void => {
    if (!isNumber) return
    // Out of limits: said once, then it is for the person to say.
    if (isWithin === false && !isAsked) setIsAsked(true)
    else take()
  }
  return (
    <form
      id={MEASURE_FORM}
      className="flex flex-col gap-3 border-t border-faint pt-3"
      onSubmit={(event) => {
        event.preventDefault()
        keep()
      }}
    >
      <label className="text-[18px]">
        <span className="block">
          <b>{asked.words}</b> <span className="text-soft">{asked.figures}</span>
        </span>
        <input
          required
          className="figures mt-1 w-full rounded-lg border border-faint bg-transparent px-3 text-[clamp(40px,9vw,84px)]"
          inputMode="none"
          autoComplete="off"
          aria-label={`${asked.words}, ${asked.unit === 'deg' ? 'degrees' : unit}`}
          value={shown}
          onChange={(event) => {
            setShown(event.target.value)
            setIsAsked(false)
          }}
        />
      </label>
      <p className="min-h-6 text-[17px]">
        {isWithin === true && <span className="text-green">● within the limits</span>}
        {isWithin === false && (
          <span className="text-red" role="alert">
            ▲ outside the limits.{' '}
            {isAsked
              ? 'Keep it once more to have it as it is, or measure again.'
              : 'Measure again, or keep it.'}
          </span>
        )}
      </p>
      <Keypad
        other={asked.unit === 'deg' ? undefined : unit === 'mm' ? 'in' : 'mm'}
        shown={shown}
        onChange={(text) => {
          setShown(text)
          setIsAsked(false)
        }}
      />
      <label className="flex flex-wrap items-center gap-2 text-[17px]">
        with
        <select
          className="min-h-[48px] rounded-lg border border-faint bg-sheet px-2"
          value={instrument}
          onChange={(event) => setInstrument(event.target.value)}
        >
          <option value="">micrometer or gauge, ±0.005</option>
          {instruments.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        {standin && (
          <button
            type="button"
            className="button min-h-[48px]!"
            onClick={() =>
              void standin(asked).then((read) => {
                if (!read) return
                setShown(asked.unit === 'deg' ? String(read.value) : printSpread(read.value, unit))
                setPlusMinus(read.plusMinus)
              })
            }
          >
            Read it in the stand-in shop
          </button>
        )}
      </label>
    </form>
  )
}
