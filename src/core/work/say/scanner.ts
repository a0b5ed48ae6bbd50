import {
  parseAngle,
  parseLength,
  type Angle,
  type Length,
  type LengthUnit,
  unitSign,
} from '../../handbook/units'

/** Where in the line something was not understood. */
export interface Span {
  readonly start: number
  readonly end: number
}

/** Raised inside the reader and turned into a result at its door; with lines that could be meant, if it knows any. */
export class NotUnderstood extends Error {
  constructor(
    readonly sentence: string,
    readonly span: Span,
    readonly lines: readonly string[] = [],
  ) {
    super(sentence)
  }
}

/** Words by the name that is printed, each with its other names. */
type Names<Word extends string> = Readonly<Record<Word, readonly string[]>>

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

/** Letters of a name. */
const MOST_LETTERS = 60

const MATCHES = new Map<string, RegExp>()

/** Matches a phrase where it stands, with any blanks between its words, and not within a longer word. */
function matchOf(phrase: string): RegExp {
  const known = MATCHES.get(phrase)
  if (known) return known
  const words = phrase.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&').replaceAll(' ', '\\s+')
  const made = new RegExp(`^${words}${/\w$/.test(phrase) ? '(?!\\w)' : ''}`, 'i')
  MATCHES.set(phrase, made)
  return made
}

/** Reads a line from left to right and remembers what could have come next, for completion. */
export class Scanner {
  position = 0
  private expectedAt = 0
  private readonly expected = new Set<string>()
  private readonly said: { kind: 'bare' | 'inch' | 'other'; text: string; span: Span }[] = []

  /**
   * @param unit of the part, which bare numbers take
   * @param lineUnit said once for all of the line: bare numbers take it instead
   */
  constructor(
    readonly text: string,
    readonly unit: LengthUnit,
    readonly lineUnit: LengthUnit = unit,
    /** The line as it was typed, for other lines made from it. */
    readonly source: string = text,
  ) {}

  /** What could stand at the furthest place that was reached. */
  get expectations(): { readonly at: number; readonly words: readonly string[] } {
    return { at: this.expectedAt, words: [...this.expected] }
  }

  get rest(): string {
    return this.text.slice(this.position)
  }

  get atEnd(): boolean {
    return this.next >= this.text.length
  }

  /** Where the next word begins. */
  get next(): number {
    this.skipBlank()
    return this.position
  }

  /** Takes one of the phrases if it stands here, longest first; upper and lower case alike. */
  take(...phrases: readonly string[]): string | undefined {
    this.skipBlank()
    for (const phrase of phrases) this.expect(phrase)
    return this.takeSilently(phrases)
  }

  /** Takes a word by any of its names; what it is called is offered for completion, its other names are not. */
  takeOf<Word extends string>(names: Names<Word>): Word | undefined {
    this.skipBlank()
    const words = Object.keys(names) as Word[]
    for (const word of words) this.expect(word)
    const found = this.takeSilently(words.flatMap((word) => [word, ...names[word]]))
    return words.find((word) => word === found || names[word].some((name) => name === found))
  }

  /** Takes words that say nothing more. */
  skip(...phrases: readonly string[]): boolean {
    this.skipBlank()
    return this.takeSilently(phrases) !== undefined
  }

  private takeSilently(phrases: readonly string[]): string | undefined {
    let best: { readonly phrase: string; readonly length: number } | undefined
    for (const phrase of phrases) {
      const length = matchOf(phrase).exec(this.rest)?.[0].length ?? 0
      if (length > (best?.length ?? 0)) best = { phrase, length }
    }
    this.position += best?.length ?? 0
    return best?.phrase
  }

  /** Reads on, or goes back to where it stood when nothing came of it. */
  attempt<T>(read: () => T | undefined): T | undefined {
    const [start, said] = [this.position, this.said.length]
    const got = read()
    if (got === undefined) {
      this.position = start
      this.said.length = said
    }
    return got
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
    const parsed = parseLength(bare, this.lineUnit)
    if (!parsed.ok)
      throw new NotUnderstood(parsed.issues[0].sentence, { start, end: this.position })
    if (this.lineUnit === this.unit || unitOfWords(bare) !== 'bare') return parsed.value
    return { mm: parsed.value.mm, typed: `${bare}${unitSign(this.lineUnit)}` }
  }

  /** The size of a tool: a drill of 1/4 in among millimetres is no mixing of units. */
  toolSize(): Length | undefined {
    const said = this.said.length
    const size = this.length()
    this.said.length = said
    return size
  }

  /** A name, up to the next comma. */
  name(question: string): string {
    const name = this.pattern(/^[^,]+/)?.trim() ?? ''
    if (name === '' || name.length > MOST_LETTERS)
      throw this.failure(`${question} A name has 1 to ${MOST_LETTERS} letters.`)
    return name
  }

  /** The bare numbers of a line that gives other lengths in inches by their own words. */
  get mixedUnits(): readonly { readonly text: string; readonly span: Span }[] {
    if (this.lineUnit !== 'mm' || !this.said.some((s) => s.kind === 'inch')) return []
    return this.said.filter((s) => s.kind === 'bare')
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

  /** A failure at the word that stands here; with what could be put in before it. */
  failure(sentence: string, inserts: readonly string[] = []): NotUnderstood {
    this.skipBlank()
    const word = /^[^\s,]+/.exec(this.rest)?.[0] ?? ''
    const lines = inserts.map((insert) => this.lineWith(insert, this.position))
    return new NotUnderstood(
      sentence,
      { start: this.position, end: this.position + word.length },
      lines,
    )
  }

  /** The line with something put in at a place of it, instead of what stands up to `end`. */
  lineWith(insert: string, at: number, end = at): string {
    const [before, behind] = [
      this.source.slice(0, at).trimEnd(),
      this.source.slice(end).trimStart(),
    ]
    return `${before}${insert.startsWith(',') ? '' : ' '}${insert}${/^(?:,|$)/.test(behind) ? '' : ' '}${behind}`
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
