import {
  absent,
  type Issue,
  nearestWord,
  type Result,
  resultOf,
  succeed,
} from '../../ground/issues'
import { type LengthUnit } from '../units'
import { type Calculator, type Figure } from './calculator'
import { CALCULATORS } from './registry'

/** What the page, the API and the command line give out. */
export interface CalculatorAnswer {
  readonly id: string
  /** The words that were used, those taken by default among them. */
  readonly inputs: Readonly<Record<string, string>>
  readonly results: Readonly<Record<string, Figure>>
  readonly source: string
  readonly caution?: string | undefined
}

/** The calculator with an id; the nearest id is named when there is none. */
export function findCalculator(id: string): Result<Calculator> {
  const found = CALCULATORS.find((calculator) => calculator.id === id)
  if (found) return succeed(found)
  const near = nearestWord(
    id,
    CALCULATORS.map((calculator) => calculator.id),
  )
  return absent(
    'calc.missing',
    `There is no calculator “${id}”${near === undefined ? '.' : `; did you mean “${near}”?`}`,
  )
}

/**
 * Runs a calculator on words.
 *
 * @param texts - the inputs by key, as typed; an empty text counts as not given.
 * @param unit - unit of bare lengths.
 * @returns every issue found: `calc.missing` (no such calculator), `calc.key`, `calc.not-given`, `calc.input`, or that of the figures together.
 */
export function runCalculator(
  id: string,
  texts: Readonly<Record<string, string>>,
  unit: LengthUnit = 'mm',
): Result<CalculatorAnswer> {
  const found = findCalculator(id)
  if (!found.ok) return found
  const calculator = found.value
  const inputs = givenInputs(calculator, texts)
  const issues = [...unknownKeys(calculator, texts)]
  const values: Record<string, unknown> = {}
  for (const [key, field] of Object.entries(calculator.fields)) {
    const text = inputs[key]
    if (text === undefined) {
      if (!field.optional) issues.push(missing(key, field.label, field.example))
      continue
    }
    const parsed = field.schema(unit).safeParse(text)
    if (parsed.success) values[key] = parsed.data
    else
      for (const { message } of parsed.error.issues)
        issues.push({ code: 'calc.input', path: key, sentence: message })
  }
  const checked = resultOf(values, issues)
  if (!checked.ok) return checked
  const results = calculator.compute(values)
  if (!results.ok) return results
  const { caution, source } = calculator
  return succeed({
    id,
    inputs,
    results: results.value,
    source,
    ...(caution === undefined ? {} : { caution }),
  })
}

function givenInputs(calculator: Calculator, texts: Readonly<Record<string, string>>) {
  const inputs: Record<string, string> = {}
  for (const [key, field] of Object.entries(calculator.fields)) {
    const text = texts[key]?.trim() ?? ''
    if (text !== '') inputs[key] = text
    else if (field.fallback !== undefined) inputs[key] = field.fallback
  }
  return inputs
}

function unknownKeys(calculator: Calculator, texts: Readonly<Record<string, string>>): Issue[] {
  const known = Object.keys(calculator.fields)
  return Object.keys(texts)
    .filter((key) => !known.includes(key))
    .map((key) => {
      const near = nearestWord(key, known)
      const hint = near === undefined ? `it takes ${known.join(', ')}.` : `did you mean “${near}”?`
      return {
        code: 'calc.key',
        path: key,
        sentence: `${calculator.id} has no input “${key}”; ${hint}`,
      }
    })
}

const missing = (key: string, label: string, example: string): Issue => ({
  code: 'calc.not-given',
  path: key,
  sentence: `${label} is missing: give ${key}, for example ${key}=${example}.`,
})
