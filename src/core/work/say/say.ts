import { type Issue } from '../../ground/issues'
import { type Feature, type Part, partIssues, type Requirement } from '../part'
import { type Length, type LengthUnit } from '../../handbook/units'
import { choicesFor } from './choices'
import { lineUnitOf } from './lineUnit'
import { printFeature, printRequirement, printTyped } from './print'
import { FEATURE_HEADS, readFeature } from './readFeature'
import { readRequirement } from './readRequirement'
import { NotUnderstood, Scanner, type Span } from './scanner'
import { takeBy } from './words'

/** What a line says. */
export type Said =
  | { readonly kind: 'feature'; readonly feature: Feature }
  | { readonly kind: 'requirement'; readonly requirement: Requirement }
  | {
      readonly kind: 'block'
      readonly size: { readonly x: Length; readonly y: Length; readonly z: Length }
      /** The unit that was said for the line; a bare block takes it for all that follows. */
      readonly unit?: LengthUnit | undefined
    }

/** What a line says; or the word that was not understood, and lines that could be meant, each to be said instead. */
export type SayResult =
  | { readonly ok: true; readonly said: Said }
  | {
      readonly ok: false
      readonly sentence: string
      readonly span: Span
      readonly choices: readonly string[]
    }

/**
 * Reads one line of the Say it language; see docs/say-it.md for its grammar.
 *
 * @param part - gives the names of faces and features, and the unit of bare numbers.
 * @returns what was said, checked against the part; or the word that was not understood.
 */
export function readLine(part: Part, text: string): SayResult {
  const said = lineUnitOf(text)
  const scanner = new Scanner(said.text, part.unit, said.unit, text)
  const found = attempt(part, scanner)
  if (!(found instanceof NotUnderstood)) return { ok: true, said: found }
  const { sentence, span } = found
  const choices = choicesFor(text, found, scanner.expectations, (line) => saidInFull(part, line))
  return { ok: false, sentence, span, choices }
}

/** A line as the program would say it; or what it offers where it asks. */
function saidInFull(part: Part, line: string): string | readonly string[] {
  const said = lineUnitOf(line)
  const found = attempt(part, new Scanner(said.text, part.unit, said.unit, line))
  return found instanceof NotUnderstood ? found.lines : printSaid(part, found)
}

/** What was said, in the words of the program. */
export function printSaid(part: Part, said: Said): string {
  switch (said.kind) {
    case 'feature':
      return printFeature(part, said.feature)
    case 'requirement':
      return printRequirement(part, said.requirement)
    case 'block': {
      const { x, y, z } = said.size
      return `block ${[x, y, z].map((side) => printTyped(side, part)).join(' x ')}`
    }
  }
}

function attempt(part: Part, scanner: Scanner): Said | NotUnderstood {
  try {
    const said = read(scanner, part)
    if (!scanner.atEnd) throw scanner.failure('This was not expected here.')
    const mixed = mixedUnits(part, scanner)
    if (mixed) throw mixed
    const [issue] = newIssues(part, said)
    if (!issue) return said
    return new NotUnderstood(issue.sentence, { start: 0, end: scanner.text.length })
  } catch (error) {
    if (error instanceof NotUnderstood) return error
    throw error
  }
}

/** Asks of bare numbers beside inches which they are, where both would do. */
function mixedUnits(part: Part, scanner: Scanner): NotUnderstood | undefined {
  const mixed = scanner.mixedUnits
  const [first] = mixed
  if (!first || !couldBeInches(part, scanner.text)) return undefined
  const withUnit = (unit: string): string => {
    let line = scanner.source
    for (const { span } of [...mixed].reverse())
      line = `${line.slice(0, span.end)}${unit}${line.slice(span.end)}`
    return line
  }
  const { span, text } = first
  return new NotUnderstood(
    `${text} mm or ${text} in? Other sizes on this line are in inches: write ${text}mm or ${text}in.`,
    span,
    [withUnit('mm'), withUnit('in')],
  )
}

/** What is wrong with the part once this is said that was not before. */
const newIssues = (part: Part, said: Said): readonly Issue[] => {
  const before = partIssues(part)
  return partIssues(after(part, said)).filter(
    (found) => !before.some((old) => old.code === found.code && old.path === found.path),
  )
}

/** Whether a line would also make sense with its bare numbers in inches: 20 in from an edge of a small block does not. */
function couldBeInches(part: Part, text: string): boolean {
  try {
    return newIssues(part, read(new Scanner(text, 'inch'), part)).length === 0
  } catch (error) {
    if (error instanceof NotUnderstood) return false
    throw error
  }
}

function read(scanner: Scanner, part: Part): Said {
  if (scanner.takeOf({ hold: ['keep'] }))
    return { kind: 'requirement', requirement: readRequirement(scanner, part) }
  const block = readBlock(scanner)
  if (block) return block
  return { kind: 'feature', feature: readFeature(scanner, part) }
}

/** `block 92 x 60 x 75`, or its sizes first. */
function readBlock(scanner: Scanner): Said | undefined {
  const sides = scanner.take('block')
    ? readSizes(scanner, true)
    : scanner.attempt(() => {
        const found = readSizes(scanner, false)
        return found && scanner.skip('block') ? found : undefined
      })
  if (!sides) return undefined
  if (sides.some((side) => side.mm <= 0)) throw scanner.failure('Every side is more than zero.')
  const [x, y, z] = sides
  const isOther = scanner.lineUnit !== scanner.unit
  return { kind: 'block', size: { x, y, z }, ...(isOther && { unit: scanner.lineUnit }) }
}

const SIZES = [
  'How long is the block? Say “block 92 x 60 x 75”.',
  'How wide is the block?',
  'How high is the block?',
] as const

function readSizes(
  scanner: Scanner,
  isBlock: boolean,
): readonly [Length, Length, Length] | undefined {
  const sides: Length[] = []
  for (const question of SIZES) {
    if (sides.length > 0 && !takeBy(scanner)) {
      if (!isBlock) return undefined
      throw scanner.failure('Give all three sides, for example 92 x 60 x 75.')
    }
    const side = isBlock ? scanner.needLength(question) : scanner.length()
    if (!side) return undefined
    sides.push(side)
  }
  const [x, y, z] = sides
  return x && y && z && [x, y, z]
}

/** The part with what was said added to it. */
export function after(part: Part, said: Said): Part {
  switch (said.kind) {
    case 'feature':
      return { ...part, features: [...part.features, said.feature] }
    case 'requirement':
      return { ...part, requirements: [...part.requirements, said.requirement] }
    case 'block': {
      const isBare = part.features.length === 0 && part.requirements.length === 0
      return { ...part, size: said.size, ...(isBare && said.unit && { unit: said.unit }) }
    }
  }
}

/** Several lines at once: the part with those that were understood, and those that were not. */
export interface ManySaid {
  readonly part: Part
  readonly taken: number
  readonly left: readonly { readonly line: string; readonly sentence: string }[]
}

/** Reads line after line, each with what those before it said; blank lines and bullets in front are passed over. */
export function readLines(part: Part, text: string): ManySaid {
  const left: { line: string; sentence: string }[] = []
  let [now, taken] = [part, 0]
  for (const line of text.split(/\r?\n/).map((raw) => raw.replace(/^\s*[-•*·]\s+/, '').trim())) {
    if (line === '') continue
    const read = readLine(now, line)
    if (read.ok) {
      now = after(now, read.said)
      taken++
    } else left.push({ line, sentence: read.sentence })
  }
  return { part: now, taken, left }
}

/** A word that could come next, and the line with it put in. */
export interface Completion {
  readonly word: string
  readonly line: string
}

const MOST_COMPLETIONS = 8

/** What could be typed next at the end of the line. */
export function completions(part: Part, text: string): readonly Completion[] {
  const scanner = new Scanner(text, part.unit)
  try {
    read(scanner, part)
  } catch (error) {
    if (!(error instanceof NotUnderstood)) throw error
  }
  const { at, words } =
    text.trim() === ''
      ? { at: 0, words: ['block', 'hold', ...FEATURE_HEADS] }
      : scanner.expectations
  const begun = text.slice(at).toLowerCase()
  return words
    .filter(
      (word) =>
        word.length > 1 && word.toLowerCase().startsWith(begun) && word.toLowerCase() !== begun,
    )
    .slice(0, MOST_COMPLETIONS)
    .map((word) => ({
      word,
      line: `${text.slice(0, at)}${at > 0 && !/\s$/.test(text.slice(0, at)) ? ' ' : ''}${word} `,
    }))
}
