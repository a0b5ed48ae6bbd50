'use client'

import { CornerDownLeft } from 'lucide-react'
import { useId, useState } from 'react'
import {
  type Calculator,
  CALCULATORS,
  type Figure,
  runCalculator,
} from '@/core/handbook/calculators'
import { type Issue } from '@/core/ground/issues'
import {
  type LengthUnit,
  lengthWords,
  printLength,
  printNumber,
  unitSign,
} from '@/core/handbook/units'

export interface FigureTarget {
  readonly name: string
  readonly send: (text: string) => void
}

interface CalculatorsProps {
  readonly unit: LengthUnit
  readonly target: FigureTarget | undefined
}

const matches = (calculator: Calculator, words: string): boolean =>
  `${calculator.title} ${calculator.id}`.toLowerCase().includes(words.trim().toLowerCase())

/** All calculators: pick one by a few letters, fill it in, read the figures. */
export function Calculators({ target, unit }: CalculatorsProps) {
  const [words, setWords] = useState('')
  const [id, setId] = useState(CALCULATORS[2]?.id ?? '')
  const found = CALCULATORS.filter((calculator) => matches(calculator, words))
  const chosen = CALCULATORS.find((calculator) => calculator.id === id)
  const searchId = useId()
  return (
    <div className="grid gap-4 sm:grid-cols-[220px_1fr]">
      <div>
        <label htmlFor={searchId} className="block text-[13px] text-soft">
          Find
        </label>
        <input
          id={searchId}
          className="field"
          value={words}
          autoComplete="off"
          onChange={(event) => {
            setWords(event.target.value)
            const first = CALCULATORS.find((c) => matches(c, event.target.value))
            if (first) setId(first.id)
          }}
        />
        <ul className="mt-2 max-h-44 overflow-auto sm:max-h-96">
          {found.map((calculator) => (
            <li key={calculator.id}>
              <button
                type="button"
                aria-pressed={calculator.id === id}
                className={`w-full cursor-pointer rounded-md px-2 py-1 text-left ${calculator.id === id ? 'bg-tint font-semibold' : 'hover:bg-wash'}`}
                onClick={() => setId(calculator.id)}
              >
                {calculator.title}
              </button>
            </li>
          ))}
          {found.length === 0 && (
            <li className="px-2 py-1 text-soft">No figure is called that. Clear the field.</li>
          )}
        </ul>
      </div>
      {chosen && <Form key={chosen.id} calculator={chosen} unit={unit} target={target} />}
    </div>
  )
}

interface FormProps extends CalculatorsProps {
  readonly calculator: Calculator
}

function Form({ calculator, target, unit }: FormProps) {
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({})
  const answer = runCalculator(calculator.id, texts, unit)
  const issues = answer.ok ? [] : answer.issues
  const set = (key: string, text: string): void => setTexts((old) => ({ ...old, [key]: text }))
  return (
    <section aria-label={calculator.title} className="min-w-0">
      <h3 className="mb-2 text-[18px] font-bold">{calculator.title}</h3>
      {target && (
        <p className="mb-2 text-[13px] text-soft">“Put in” writes a figure into {target.name}.</p>
      )}
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
        {Object.entries(calculator.fields).map(([key, field]) => (
          <Input
            key={key}
            label={field.label}
            text={texts[key] ?? ''}
            choices={field.choices}
            placeholder={field.fallback ?? (field.optional ? 'may be left out' : field.example)}
            fallback={field.fallback}
            issue={issues.find((issue) => issue.path === key && texts[key]?.trim())}
            onText={(text) => set(key, text)}
          />
        ))}
      </div>
      <div className="mt-4 min-h-40 border-t border-faint pt-3" aria-live="polite">
        {answer.ok ? (
          <Answer figures={answer.value.results} unit={unit} target={target} />
        ) : (
          <Waiting issues={issues} />
        )}
      </div>
      <p className="mt-3 text-[13px] text-soft">Source: {calculator.source}.</p>
      {calculator.caution && (
        <p className="mt-1 text-[13px] text-ochre">
          <span aria-hidden>◆</span> {calculator.caution}
        </p>
      )}
    </section>
  )
}

interface InputProps {
  readonly label: string
  readonly text: string
  readonly placeholder: string
  readonly fallback: string | undefined
  readonly choices: readonly string[] | undefined
  readonly issue: Issue | undefined
  readonly onText: (text: string) => void
}

function Input({ choices, fallback, issue, label, onText, placeholder, text }: InputProps) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="block text-[13px] text-soft">
        {label}
      </label>
      {choices ? (
        <select
          id={id}
          className="field"
          value={text === '' ? (fallback ?? '') : text}
          onChange={(event) => onText(event.target.value)}
        >
          {fallback === undefined && <option value="">choose</option>}
          {choices.map((word) => (
            <option key={word}>{word}</option>
          ))}
        </select>
      ) : (
        <input
          id={id}
          className="field figures"
          value={text}
          placeholder={placeholder}
          autoComplete="off"
          spellCheck={false}
          aria-invalid={issue !== undefined}
          onChange={(event) => onText(event.target.value)}
        />
      )}
      {issue && (
        <p role="alert" className="text-[12px] text-red">
          {issue.sentence}
        </p>
      )}
    </div>
  )
}

/** What is still to be given; faults are shown at their own fields, those of the figures together here. */
function Waiting({ issues }: { readonly issues: readonly Issue[] }) {
  const open = issues.filter((issue) => issue.code === 'calc.not-given')
  const rest = issues.filter((issue) => !issue.code.startsWith('calc.'))
  if (rest.length > 0) return <p className="text-red">{rest[0]?.sentence}</p>
  return (
    <p className="text-soft">
      {open.length > 0
        ? `Still to give: ${open.map((issue) => issue.sentence.split(' is missing')[0]).join(', ')}.`
        : 'The marked field is not understood yet.'}
    </p>
  )
}

const spaced = (name: string): string =>
  name.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`)

function Answer({
  figures,
  target,
  unit,
}: {
  readonly figures: Readonly<Record<string, Figure>>
  readonly unit: LengthUnit
  readonly target: FigureTarget | undefined
}) {
  return (
    <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-2">
      {Object.entries(figures).map(([name, figure]) => (
        <div key={name} className={Array.isArray(figure.value) ? 'sm:col-span-2' : ''}>
          <dt className="text-[13px] text-soft first-letter:uppercase">{spaced(name)}</dt>
          <dd className="flex flex-wrap items-baseline gap-2">
            <Shown figure={figure} unit={unit} />
            {target &&
              (figure.unit === 'mm' || figure.unit === 'deg') &&
              typeof figure.value === 'number' && (
                <button
                  type="button"
                  className="button quiet"
                  onClick={() => target.send(fieldText(figure))}
                >
                  <CornerDownLeft className="size-4" aria-hidden /> put in
                  <span className="sr-only"> {target.name}</span>
                </button>
              )}
          </dd>
        </div>
      ))}
    </dl>
  )
}

const fieldText = ({ unit, value }: Figure): string =>
  `${printNumber(Number(value), 4)}${unit === 'mm' ? ' mm' : unit === 'deg' ? '°' : ''}`

function Shown({ figure, unit }: { readonly figure: Figure; readonly unit: LengthUnit }) {
  const { value } = figure
  if (typeof value === 'boolean') return <b className="text-[22px]">{value ? 'yes' : 'no'}</b>
  if (typeof value === 'string') return <b className="figures text-[22px]">{value}</b>
  if (typeof value !== 'number') return <List value={value} unit={unit} />
  if (figure.unit !== 'mm')
    return (
      <span>
        <b className="figures text-[22px]">{printNumber(value, value >= 100 ? 0 : 3)}</b>{' '}
        {figure.unit === 'deg' ? '°' : figure.unit === 'cm3/min' ? 'cm³/min' : figure.unit}
      </span>
    )
  const other = unit === 'mm' ? 'inch' : 'mm'
  return (
    <span>
      <b className="figures text-[22px]">{printLength(value, unit)}</b> {unitSign(unit)}{' '}
      <span className="figures text-soft">{lengthWords(value, other)}</span>
    </span>
  )
}

const MOST_LINES = 400

function List({
  unit,
  value,
}: {
  readonly value: Exclude<Figure['value'], number | string | boolean>
  readonly unit: LengthUnit
}) {
  const line = (item: (typeof value)[number]): string =>
    typeof item === 'number'
      ? printLength(item, unit)
      : 'x' in item
        ? `X ${printLength(item.x, unit)}  Y ${printLength(item.y, unit)}`
        : `plate ${item.plate}, vernier ${item.vernier}`
  return (
    <ol className="figures max-h-44 w-full list-decimal columns-2 overflow-auto pl-9 text-[14px]">
      {value.slice(0, MOST_LINES).map((item, i) => (
        <li key={i}>{line(item)}</li>
      ))}
    </ol>
  )
}
