import { fail, succeed, type Result } from '../../ground/issues'
import { INCH_MM, LETTER_DRILLS_INCH, NUMBER_DRILLS_INCH, parseThread } from '../standards'

export type LengthUnit = 'mm' | 'inch'

/** A length as the engine uses it, with the words the person typed, kept to be shown again. */
export interface Length {
  readonly mm: number
  readonly typed?: string | undefined
}

const UNIT_MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  um: 0.001,
  µm: 0.001,
  in: INCH_MM,
  inch: INCH_MM,
  '"': INCH_MM,
  '″': INCH_MM,
  thou: INCH_MM / 1000,
  ft: 12 * INCH_MM,
}

type Value = { readonly amount: number; readonly isLength: boolean }
type Token =
  | { readonly kind: 'value'; readonly value: Value }
  | { readonly kind: 'symbol'; readonly symbol: '+' | '-' | '*' | '/' | '(' | ')' }
  | { readonly kind: 'unit'; readonly mm: number }

const TOKEN_PATTERNS: readonly (readonly [
  RegExp,
  (match: RegExpExecArray) => Token | undefined,
])[] = [
  [
    /^#(\d+)(?!-)/,
    (m) => inches(Number(m[1]) >= 1 ? NUMBER_DRILLS_INCH[Number(m[1]) - 1] : undefined),
  ],
  [/^(\d+)[ -](\d+)\/(\d+)/, (m) => inches(Number(m[1]) + Number(m[2]) / Number(m[3]))],
  [/^(\d+)\/(\d+)(?![\d/])/, (m) => inches(Number(m[1]) / Number(m[2]))],
  [/^M(\d+(?:\.\d+)?)/, (m) => millimetres(parseThread(m[0])?.majorMm)],
  [
    /^(\d+\.?\d*|\.\d+)/,
    (m) => ({ kind: 'value', value: { amount: Number(m[1]), isLength: false } }),
  ],
  [/^(mm|cm|um|µm|inch|in|thou|ft|m|"|″)(?![A-Za-z])/, (m) => unit(m[1] ?? '')],
  [/^([A-Z])(?![A-Za-z])/, (m) => inches(LETTER_DRILLS_INCH[m[1] ?? ''])],
  [/^[-+*/()−×]/, (m) => symbol(m[0])],
]

const inches = (amount: number | undefined): Token | undefined =>
  millimetres(amount === undefined ? undefined : amount * INCH_MM)
const millimetres = (amount: number | undefined): Token | undefined =>
  amount === undefined || !Number.isFinite(amount)
    ? undefined
    : { kind: 'value', value: { amount, isLength: true } }
const unit = (name: string): Token | undefined => {
  const mm = UNIT_MM[name]
  return mm === undefined ? undefined : { kind: 'unit', mm }
}
const symbol = (text: string): Token => ({
  kind: 'symbol',
  symbol: (text === '−' ? '-' : text === '×' ? '*' : text) as '+',
})

/**
 * Reads a length as people write it at the bench: `13.7`, `13.7 mm`, `0.54"`, `29/64`, `1 1/4`,
 * `1-1/4in`, `#7`, `F`, `M6`, and simple sums of these with + − × / and brackets.
 *
 * A bare number takes `defaultUnit`. A fraction written without spaces and a drill name are
 * inches by themselves; a division needs spaces (`10 / 4`).
 *
 * @returns the length in mm with the text as typed; `length.*` issues in words otherwise.
 */
export function parseLength(text: string, defaultUnit: LengthUnit): Result<Length> {
  const typed = text.trim()
  if (typed === '') return fail('length.empty', 'Type a length, for example 13.7, 29/64 or 0.54in.')
  if (typed.length > MOST_LETTERS)
    return fail(
      'length.long',
      `A length of ${typed.length} letters is none; ${MOST_LETTERS} are the most for one sum.`,
    )
  const tokens = tokenise(typed)
  if (!tokens.ok) return tokens
  const defaultMm = defaultUnit === 'mm' ? 1 : INCH_MM
  const reader = new SumReader(tokens.value, defaultMm)
  const value = reader.sum()
  if (value === undefined || !reader.atEnd) {
    return fail(
      'length.form',
      `“${typed}” is not a length. Write for example 13.7, 29/64, 1 1/4, #7 or 20 + 0.5.`,
    )
  }
  const mm = value.isLength ? value.amount : value.amount * defaultMm
  if (!Number.isFinite(mm)) return fail('length.infinite', `“${typed}” divides by zero.`)
  if (Math.abs(mm) > 100_000)
    return fail('length.range', `“${typed}” is over 100 m; nothing on a mill is that long.`)
  return succeed({ mm, typed })
}

/** Most letters of one length: longer than any sum that is done at the bench. */
const MOST_LETTERS = 200

function tokenise(text: string): Result<readonly Token[]> {
  const tokens: Token[] = []
  let rest = text
  while (rest !== '') {
    const blank = /^\s+/.exec(rest)
    if (blank) {
      rest = rest.slice(blank[0].length)
      continue
    }
    let matched = false
    for (const [pattern, make] of TOKEN_PATTERNS) {
      const match = pattern.exec(rest)
      if (!match) continue
      const token = make(match)
      if (!token)
        return fail(
          'length.unknown-size',
          `There is no size “${match[0]}”. Number drills run from #1 to #80, letters from A to Z.`,
        )
      tokens.push(token)
      rest = rest.slice(match[0].length)
      matched = true
      break
    }
    if (!matched)
      return fail(
        'length.word',
        `“${rest.split(/\s/)[0]}” is not a number or a unit. Units are mm, cm, m, in, thou, ft.`,
      )
  }
  return succeed(tokens)
}

/** Recursive descent over a simple sum; undefined means the form is wrong. */
class SumReader {
  private position = 0
  constructor(
    private readonly tokens: readonly Token[],
    private readonly defaultMm: number,
  ) {}

  get atEnd(): boolean {
    return this.position === this.tokens.length
  }

  sum(): Value | undefined {
    let left = this.product()
    for (let op = this.take('+', '-'); op && left; op = this.take('+', '-')) {
      const right = this.product()
      if (!right) return undefined
      const sign = op === '+' ? 1 : -1
      left =
        left.isLength || right.isLength
          ? { amount: this.inMm(left) + sign * this.inMm(right), isLength: true }
          : { amount: left.amount + sign * right.amount, isLength: false }
    }
    return left
  }

  private product(): Value | undefined {
    let left = this.signed()
    for (let op = this.take('*', '/'); op && left; op = this.take('*', '/')) {
      const right = this.signed()
      if (
        !right ||
        (op === '*' && left.isLength && right.isLength) ||
        (op === '/' && right.isLength)
      )
        return undefined
      left = {
        amount: op === '*' ? left.amount * right.amount : left.amount / right.amount,
        isLength: left.isLength || right.isLength,
      }
    }
    return left
  }

  private signed(): Value | undefined {
    if (!this.take('-')) return this.withUnit()
    const value = this.signed()
    return value && { amount: -value.amount, isLength: value.isLength }
  }

  private withUnit(): Value | undefined {
    const token = this.tokens[this.position]
    let value: Value | undefined
    if (token?.kind === 'value') {
      this.position++
      value = token.value
    } else if (this.take('(')) {
      value = this.sum()
      if (!this.take(')')) return undefined
    }
    const next = this.tokens[this.position]
    if (value && next?.kind === 'unit') {
      this.position++
      // A fraction was read as inches: an inch mark after it changes nothing, another unit does.
      return value.isLength
        ? { amount: (value.amount / INCH_MM) * next.mm, isLength: true }
        : { amount: value.amount * next.mm, isLength: true }
    }
    return value
  }

  private inMm(value: Value): number {
    return value.isLength ? value.amount : value.amount * this.defaultMm
  }

  private take(...symbols: string[]): string | undefined {
    const token = this.tokens[this.position]
    if (token?.kind !== 'symbol' || !symbols.includes(token.symbol)) return undefined
    this.position++
    return token.symbol
  }
}

/** Prints a length in mm at the unit's display resolution: 0.001 mm or 0.0001 in, trailing zeros dropped. */
export function printLength(mm: number, unit: LengthUnit): string {
  return printNumber(unit === 'mm' ? mm : mm / INCH_MM, unit === 'mm' ? 3 : 4)
}

/** What a length is written with: "mm", "in". */
export const unitSign = (unit: LengthUnit): 'mm' | 'in' => (unit === 'mm' ? 'mm' : 'in')

/** A length with its unit. */
export const lengthWords = (mm: number, unit: LengthUnit): string =>
  `${printLength(mm, unit)} ${unitSign(unit)}`

/** A tolerance or spread with its unit. */
export const spreadWords = (mm: number, unit: LengthUnit): string =>
  `${printSpread(mm, unit)} ${unitSign(unit)}`

/** Prints a tolerance or spread: all decimals of the unit's resolution, so that columns line up. */
export function printSpread(mm: number, unit: LengthUnit): string {
  const digits = unit === 'mm' ? 3 : 4
  const value = unit === 'mm' ? mm : mm / INCH_MM
  return (Math.abs(value) < 0.5 * 10 ** -digits ? 0 : value).toFixed(digits)
}

/** A number with at most `digits` decimals and no trailing zeros. */
export function printNumber(value: number, digits: number): string {
  const text = value.toFixed(digits)
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text
  return trimmed === '-0' ? '0' : trimmed
}
