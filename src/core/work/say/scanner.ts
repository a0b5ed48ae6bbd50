import {
  parseAngle,
  parseLength,
  type Angle,
  type Length,
  type LengthUnit,
} from '../../handbook/units'

/** Where in the line something was not understood. */
export interface Span {
  readonly start: number
  readonly end: number
}

/** Raised inside the reader and turned into a result at its door. */
export class NotUnderstood extends Error {
  constructor(
    readonly sentence: string,
    readonly span: Span,
  ) {
    super(sentence)
  }
}

const QUANTITY =
  /^(?:\([^()]*\)|#\d+(?!-)|\d+[ -]\d+\/\d+|\d+\/\d+|(?:\d+\.?\d*|\.\d+))(?:\s*(?:mm|cm|µm|um|inch|in|thou|ft|"|″)(?![A-Za-z]))?/
const ANGLE = /^-?(?:\d+\.?\d*)(?:\s*(?:°|deg)(?:\s*\d+\.?\d*\s*['′](?:\s*\d+\.?\d*\s*["″])?)?)?/

/** Whether the words of a length are a bare number, inches by themselves, or neither. */
export function unitOfWords(text: string): 'bare' | 'inch' | 'other' {
  if (/^\d*\.?\d+\.?$/.test(text)) return 'bare'
  return /(?:in|inch|thou|ft|"|″)\)?$/.test(text) || /^\d+[ -]\d+\/\d+$/.test(text)
    ? 'inch'
    : 'other'
}

/** Reads a line from left to right and remembers what could have come next, for completion. */
export class Scanner {
  position = 0
  private expectedAt = 0
  private readonly expected = new Set<string>()
  private readonly said: { kind: 'bare' | 'inch' | 'other'; text: string; span: Span }[] = []

  constructor(
    readonly text: string,
    private readonly unit: LengthUnit,
  ) {}

  /** What could stand at the furthest place that was reached. */
  get expectations(): { readonly at: number; readonly words: readonly string[] } {
    return { at: this.expectedAt, words: [...this.expected] }
  }

  get rest(): string {
    return this.text.slice(this.position)
  }

  get atEnd(): boolean {
    this.skipBlank()
    return this.position >= this.text.length
  }

  /** Takes one of the phrases if it stands here, longest first; upper and lower case alike. */
  take(...phrases: readonly string[]): string | undefined {
    this.skipBlank()
    for (const phrase of phrases) this.expect(phrase)
    const lower = this.rest.toLowerCase()
    const found = [...phrases]
      .sort((a, b) => b.length - a.length)
      .find((phrase) => {
        const next = this.rest[phrase.length] ?? ''
        return lower.startsWith(phrase.toLowerCase()) && !(/\w$/.test(phrase) && /\w/.test(next))
      })
    if (found !== undefined) this.position += found.length
    return found
  }

  /** Takes one of the phrases or says that it is missing. */
  need(sentence: string, ...phrases: readonly string[]): string {
    const found = this.take(...phrases)
    if (found === undefined) throw this.failure(sentence)
    return found
  }

  pattern(regex: RegExp, hint?: string): string | undefined {
    this.skipBlank()
    if (hint) this.expect(hint)
    const match = regex.exec(this.rest)
    if (!match?.[0]) return undefined
    this.position += match[0].length
    return match[0]
  }

  length(sentence?: string): Length | undefined {
    const start = this.position
    const typed = this.pattern(QUANTITY)
    if (typed === undefined) {
      if (sentence) throw this.failure(sentence)
      return undefined
    }
    this.note(typed, { start: this.position - typed.length, end: this.position })
    const bare = typed.startsWith('(') && typed.endsWith(')') ? typed.slice(1, -1) : typed
    const parsed = parseLength(bare, this.unit)
    if (!parsed.ok)
      throw new NotUnderstood(parsed.issues[0].sentence, { start, end: this.position })
    return parsed.value
  }

  /** The size of a tool: a drill of 1/4 in among millimetres is no mixing of units. */
  needToolSize(sentence: string): Length {
    const said = this.said.length
    const size = this.needLength(sentence)
    this.said.length = said
    return size
  }

  /** Lengths on this line that are in inches by their own words, and those that are bare numbers. */
  get mixedUnits(): { readonly bare: string; readonly span: Span } | undefined {
    if (this.unit !== 'mm' || !this.said.some((s) => s.kind === 'inch')) return undefined
    const bare = this.said.find((s) => s.kind === 'bare')
    return bare && { bare: bare.text, span: bare.span }
  }

  needLength(sentence: string): Length {
    return this.length(sentence) as Length
  }

  needAngle(sentence: string): Angle {
    const start = this.position
    const typed = this.pattern(ANGLE)
    const parsed = typed === undefined ? undefined : parseAngle(typed)
    if (!parsed?.ok)
      throw parsed
        ? new NotUnderstood(parsed.issues[0].sentence, { start, end: this.position })
        : this.failure(sentence)
    return parsed.value
  }

  private note(typed: string, span: Span): void {
    const text = typed.trim()
    const kind = unitOfWords(text)
    this.said.push({ kind, text, span })
  }

  /** A failure at the word that stands here. */
  failure(sentence: string): NotUnderstood {
    this.skipBlank()
    const word = /^[^\s,]+/.exec(this.rest)?.[0] ?? ''
    return new NotUnderstood(sentence, { start: this.position, end: this.position + word.length })
  }

  private expect(phrase: string): void {
    if (this.position > this.expectedAt) {
      this.expectedAt = this.position
      this.expected.clear()
    }
    if (this.position === this.expectedAt) this.expected.add(phrase)
  }

  private skipBlank(): void {
    while (/\s/.test(this.text[this.position] ?? '')) this.position++
  }
}
