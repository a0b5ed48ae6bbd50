import { type Feature, type Part, partSurfaces, refLabel } from '../part'
import { isKindWord, KIND_WORDS, ofKind, refWords } from './kinds'
import { NotUnderstood, type Scanner } from './scanner'
import { readDatum } from './words'

/**
 * A face or feature by name, one hole of a pattern, a wall, or the middle of two. What kind of thing it is will
 * do where there is one of them; where there are more, it asks.
 */
export function readRef(scanner: Scanner, part: Part): string {
  const found = readRefIfAny(scanner, part)
  if (found !== undefined) return found
  throw scanner.failure('Nothing on the part is called that. Name a face or a feature.')
}

export function readRefIfAny(scanner: Scanner, part: Part): string | undefined {
  scanner.skip('the')
  if (scanner.take('middle of')) {
    const first = readRef(scanner, part)
    scanner.need('The middle of one and another: say “and”.', 'and')
    return `${first}|${readRef(scanner, part)}`
  }
  if (scanner.skip('feature')) {
    const id = scanner.take(...part.features.map((feature) => feature.id))
    if (id === undefined) throw scanner.failure('Which feature? Say its name.')
    return part.features.find((feature) => feature.id === id)?.id
  }
  const numbered = scanner.attempt(() => {
    const number = /\d+/.exec(scanner.pattern(/^(?:no\.?|number|hole)\s*\d+\s+of\s/i) ?? '')?.[0]
    return number === undefined ? undefined : `${readRef(scanner, part)}.${number}`
  })
  const surfaces = partSurfaces(part)
  if (numbered !== undefined && surfaces.has(numbered)) return numbered
  const words = refWords(part, [
    ...new Set([...surfaces.keys(), ...part.features.map((f) => f.id)]),
  ])
  const start = scanner.next
  const word = scanner.take(...words.keys(), ...kindWordsOf(part))
  if (word === undefined) return readDatum(scanner, part)
  const meant = isKindWord(word) ? ofKind(part, word) : []
  if (meant.length > 1) throw whichOf(scanner, part, start, word, meant)
  // A face may be called like a kind.
  const ref = meant[0]?.id ?? words.get(word)
  return ref === undefined ? undefined : (readPiece(scanner, surfaces, ref) ?? ref)
}

/** `no. 2` of holes, the `floor` or a `wall` of what was named. */
function readPiece(
  scanner: Scanner,
  surfaces: ReadonlyMap<string, unknown>,
  ref: string,
): string | undefined {
  scanner.skip('face', 'surface')
  return scanner.attempt(() => {
    const number = /\d+$/.exec(scanner.pattern(/^(?:no\.?|number|#)\s*\d+/i) ?? '')?.[0]
    const piece = number ?? scanner.takeOf({ floor: ['bottom'], wall: [] })
    return piece !== undefined && surfaces.has(`${ref}.${piece}`) ? `${ref}.${piece}` : undefined
  })
}

const kindWordsOf = (part: Part): readonly string[] =>
  KIND_WORDS.filter((word) => ofKind(part, word).length > 0)

function whichOf(
  scanner: Scanner,
  part: Part,
  start: number,
  word: string,
  meant: readonly Feature[],
): NotUnderstood {
  const labels = meant.map(({ id }) => refLabel(part, id))
  return new NotUnderstood(
    `There are ${meant.length}: which ${word}? ${labels.join(', ')}.`,
    { start, end: scanner.position },
    meant.map(({ id }) => scanner.lineWith(`feature ${id}`, start, scanner.position)),
  )
}
