import { type Issue } from '../../ground/issues'
import { type Feature, type Part, partIssues, type Requirement } from '../part'
import { type Length } from '../../handbook/units'
import { FEATURE_HEADS, readFeature } from './readFeature'
import { readRequirement } from './readRequirement'
import { NotUnderstood, Scanner, type Span } from './scanner'

/** What a line says. */
export type Said =
  | { readonly kind: 'feature'; readonly feature: Feature }
  | { readonly kind: 'requirement'; readonly requirement: Requirement }
  | {
      readonly kind: 'block'
      readonly size: { readonly x: Length; readonly y: Length; readonly z: Length }
    }

export type SayResult =
  | { readonly ok: true; readonly said: Said }
  | { readonly ok: false; readonly sentence: string; readonly span: Span }

/**
 * Reads one line of the Say it language; see docs/say-it.md for its grammar.
 *
 * @param part - gives the names of faces and features, and the unit of bare numbers.
 * @returns what was said, checked against the part; or the word that was not understood.
 */
export function readLine(part: Part, text: string): SayResult {
  const scanner = new Scanner(text, part.unit)
  const whole = { start: 0, end: text.length }
  try {
    const said = read(scanner, part)
    if (!scanner.atEnd) throw scanner.failure('This was not expected here.')
    const mixed = scanner.mixedUnits
    if (mixed && couldBeInches(part, text))
      throw new NotUnderstood(
        `${mixed.bare} mm or ${mixed.bare} in? Other sizes on this line are in inches: write ${mixed.bare}mm or ${mixed.bare}in.`,
        mixed.span,
      )
    const [issue] = newIssues(part, said)
    return issue ? { ok: false, sentence: issue.sentence, span: whole } : { ok: true, said }
  } catch (error) {
    if (error instanceof NotUnderstood)
      return { ok: false, sentence: error.sentence, span: error.span }
    throw error
  }
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
  if (scanner.take('hold'))
    return { kind: 'requirement', requirement: readRequirement(scanner, part) }
  if (scanner.take('block')) {
    const x = scanner.needLength('How long is the block? Say “block 92 x 60 x 75”.')
    scanner.need('Give all three sides, for example 92 x 60 x 75.', 'x', '×')
    const y = scanner.needLength('How wide is the block?')
    scanner.need('Give all three sides, for example 92 x 60 x 75.', 'x', '×')
    const z = scanner.needLength('How high is the block?')
    if ([x, y, z].some((side) => side.mm <= 0))
      throw scanner.failure('Every side is more than zero.')
    return { kind: 'block', size: { x, y, z } }
  }
  return { kind: 'feature', feature: readFeature(scanner, part) }
}

/** The part with what was said added to it. */
export function after(part: Part, said: Said): Part {
  switch (said.kind) {
    case 'feature':
      return { ...part, features: [...part.features, said.feature] }
    case 'requirement':
      return { ...part, requirements: [...part.requirements, said.requirement] }
    case 'block':
      return { ...part, size: said.size }
  }
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
