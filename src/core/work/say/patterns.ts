import { type Part, type Pattern } from '../part'
import { type Length } from '../../handbook/units'
import { type Clauses } from './said'
import { readRef } from './readRef'
import { type Scanner } from './scanner'
import { takeBy } from './words'

/** Words that begin what is said of a pattern, each with its other names. */
export const PATTERN_WORDS = {
  'first at': ['starting at', 'first hole at', 'first one at', 'start at'],
  'row at': ['in a row at', 'row of', 'in a row', 'row', 'spaced at', 'spaced', 'pitch', 'pitched'],
  'column at': ['in a column at', 'in a column', 'column of', 'column'],
  over: [],
  every: [],
  points: ['at points', 'places'],
  'measured on': [],
  like: ['same as'],
  flipped: [],
  turned: ['rotated', 'turned by'],
  staggered: [],
  skip: ['without', 'leaving out'],
  about: ['around', 'concentric with', 'round'],
} as const

export type PatternWord = keyof typeof PATTERN_WORDS

/** What follows a word of a pattern: rows, part circles, lists, copies, places left out. */
export function readPatternClause(
  scanner: Scanner,
  part: Part,
  said: Clauses,
  word: PatternWord,
): void {
  switch (word) {
    case 'first at':
      said.first = scanner.needAngle('At what angle is the first hole? For example “first at 30°”.')
      return
    case 'row at':
    case 'column at':
      said.pattern = readLine(scanner, word === 'row at')
      return
    case 'over':
      said.sweep = scanner.needAngle('Over what angle, from the first hole to the last?')
      return
    case 'every':
      said.chord = scanner.needLength('How far is it from hole to hole, straight across?')
      return
    case 'points':
      said.pattern = { kind: 'list', points: readPoints(scanner) }
      return
    case 'measured on':
      said.measuredOn = scanner.name('On which mating part were they measured?')
      return
    case 'like':
      said.pattern = { kind: 'copy', of: readHoleName(scanner, part) }
      return
    case 'flipped':
      said.flip = scanner.need('Flipped across, or up?', 'across', 'up') as 'across' | 'up'
      return
    case 'turned':
      said.turn = scanner.needAngle('Turned by what angle?')
      return
    case 'staggered':
      said.staggered = true
      return
    case 'skip':
      said.skip = readNumbers(scanner)
      return
    case 'about':
      said.about = readHoleName(scanner, part)
      return
  }
}

/** A row or a column; how many there are is said in front. */
function readLine(scanner: Scanner, across: boolean): Pattern {
  const pitch = scanner.needLength('How far apart are they?')
  scanner.skip('apart', 'pitch', 'spacing', 'between centres', 'between centers')
  const none = { mm: 0 }
  return across
    ? { kind: 'grid', columns: 0, rows: 1, pitchAcross: pitch, pitchUp: none }
    : { kind: 'grid', columns: 1, rows: 0, pitchAcross: none, pitchUp: pitch }
}

function readNumbers(scanner: Scanner): number[] {
  const numbers = scanner.pattern(/^\d+(?:\s+\d+)*/)
  if (numbers === undefined)
    throw scanner.failure('Which places are left out? Say their numbers: “skip 3 7”.')
  return [...new Set(numbers.split(/\s+/).map(Number))]
}

/** A feature by name, for patterns that follow another. */
function readHoleName(scanner: Scanner, part: Part): string {
  const start = scanner.position
  const ref = readRef(scanner, part)
  if (part.features.some((feature) => feature.id === ref)) return ref
  scanner.position = start
  throw scanner.failure('Name a whole feature here, such as a bore or a pattern of holes.')
}

/** `10 x 20; 30 x -20`: places across and up from the origin of the pattern. */
function readPoints(scanner: Scanner): { across: Length; up: Length }[] {
  const signed = (sentence: string): Length => {
    const minus = scanner.take('-', '−') !== undefined
    const length = scanner.needLength(sentence)
    return minus ? { mm: -length.mm } : length
  }
  const points: { across: Length; up: Length }[] = []
  do {
    const across = signed('Give the places as across x up: “points 10 x 20; 30 x 20”.')
    if (!takeBy(scanner)) throw scanner.failure('Give both directions, for example 10 x 20.')
    points.push({ across, up: signed('And how far up?') })
  } while (scanner.take(';'))
  return points
}

const MOST_IN_A_ROW = 200

/** `60 x 40`: four in a rectangle; `5 x 2 at 16 x 28`: columns and rows; the first is read. */
export function readGrid(scanner: Scanner, first: Length): Pattern {
  const second = scanner.needLength('And the other direction?')
  scanner.skip('grid', 'pattern', 'rectangle', 'square', 'apart')
  if (!scanner.take('at'))
    return { kind: 'grid', columns: 2, rows: 2, pitchAcross: first, pitchUp: second }
  const across = scanner.needLength('How far apart across?')
  if (!takeBy(scanner)) throw scanner.failure('Give both pitches, for example “at 16 x 28”.')
  const [columns, rows] = [Number(first.typed), Number(second.typed)]
  const isCount = (n: number): boolean => Number.isInteger(n) && n >= 1 && n <= MOST_IN_A_ROW
  if (!isCount(columns) || !isCount(rows))
    throw scanner.failure(`Columns and rows are whole numbers, 1 to ${MOST_IN_A_ROW}.`)
  const up = scanner.needLength('How far apart up?')
  return { kind: 'grid', columns, rows, pitchAcross: across, pitchUp: up }
}

/** Puts together what the head and the clauses say of the pattern. */
export function patternOf(scanner: Scanner, said: Clauses, count: number | undefined): Pattern {
  const pattern = said.pattern ?? (count === undefined ? { kind: 'single' } : undefined)
  if (!pattern)
    throw scanner.failure(
      `How are the ${count ?? 0} holes laid out? Say “60 x 40”, “row at 20”, “5 x 2 at 16 x 28”, “on 80” or “points 10 x 20; 30 x 20”.`,
    )
  const turn = said.turn ? { turn: said.turn } : {}
  switch (pattern.kind) {
    case 'single':
      return pattern
    case 'circle':
      return circleOf(scanner, pattern, said, count)
    case 'list':
      if (count !== undefined && count !== pattern.points.length)
        throw scanner.failure(`${pattern.points.length} points are given, not ${count}.`)
      return {
        ...pattern,
        ...(said.measuredOn === undefined ? {} : { measuredOn: said.measuredOn }),
        ...turn,
      }
    case 'copy':
      return { ...pattern, ...(said.flip ? { flip: said.flip } : {}), ...turn }
    case 'grid':
      return { ...gridOf(scanner, pattern, said, count), ...turn }
  }
}

type Of<Kind extends Pattern['kind']> = Extract<Pattern, { kind: Kind }>

function circleOf(
  scanner: Scanner,
  pattern: Of<'circle'>,
  said: Clauses,
  count: number | undefined,
): Pattern {
  if (count === undefined)
    throw scanner.failure('How many holes are on the circle? Say it in front: “6 holes 6.6 on 80”.')
  return {
    ...pattern,
    count,
    first: said.first ?? pattern.first,
    ...(said.sweep ? { sweep: said.sweep } : {}),
    ...(said.chord ? { chord: said.chord } : {}),
  }
}

function gridOf(
  scanner: Scanner,
  pattern: Of<'grid'>,
  said: Clauses,
  count: number | undefined,
): Of<'grid'> {
  const skipped = said.skip?.length ?? 0
  const places = (count ?? 1) + skipped
  const grid = {
    ...pattern,
    columns: pattern.columns === 0 ? places : pattern.columns,
    rows: pattern.rows === 0 ? places : pattern.rows,
  }
  const made = grid.columns * grid.rows - skipped
  if (count !== undefined && made !== count)
    throw scanner.failure(
      `${grid.columns} x ${grid.rows}${skipped > 0 ? ` less ${skipped}` : ''} makes ${made} holes, not ${count}.`,
    )
  return {
    ...grid,
    ...(said.staggered ? { staggered: true } : {}),
    ...(said.skip ? { skip: said.skip } : {}),
  }
}
