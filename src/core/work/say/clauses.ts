import {
  type Extent,
  freeId,
  type Hole,
  type Part,
  type Pattern,
  type Place,
  type Side,
  SIDES,
} from '../part'
import { type Angle, type Length } from '../../handbook/units'
import { faceWord } from './print'
import { readRef } from './readRequirement'
import { type Scanner } from './scanner'

/** What the clauses after the first comma say. */
export interface Clauses {
  on?: Side
  at?: Side
  dims: Place['dims']
  centred: boolean
  pattern?: Pattern
  first?: Angle
  sweep?: Angle
  chord?: Length
  turn?: Angle
  flip?: 'across' | 'up'
  staggered?: boolean
  skip?: number[]
  measuredOn?: string
  about?: string
  mirrored?: 'x' | 'y' | 'z'
  tilt?: NonNullable<Hole['tilt']>
  head?: Hole['head'] | 'usual'
  corner?: Length
  name?: string
}

const MIRRORS = { 'left to right': 'x', 'front to back': 'y', 'up and down': 'z' } as const

/** Everything after the first comma. */
export function clauses(scanner: Scanner, part: Part): Clauses {
  const said: Clauses = { dims: [], centred: false }
  while (!scanner.atEnd) {
    scanner.need('Separate what follows with a comma.', ',')
    if (scanner.atEnd) break
    readClause(scanner, part, said)
  }
  return said
}

function readClause(scanner: Scanner, part: Part, said: Clauses): void {
  const word = scanner.take(
    'on',
    'at',
    'centred',
    'first at',
    'mirrored',
    'tilted',
    'counterbore',
    'countersink',
    'corner',
    'called',
    'row at',
    'column at',
    ...PATTERN_CLAUSES,
  )
  switch (word) {
    case 'on':
      said.on = readFace(scanner, part)
      if (scanner.take('tilted')) said.tilt = readTilt(scanner, part)
      return
    case 'tilted':
      said.tilt = readTilt(scanner, part)
      return
    case 'at':
      said.at = readFace(scanner, part)
      return
    case 'centred':
      said.centred = true
      return
    case 'first at':
      said.first = scanner.needAngle('At what angle is the first hole? For example “first at 30°”.')
      return
    case 'mirrored': {
      const across = scanner.need(
        'Mirrored left to right, front to back, or up and down?',
        ...Object.keys(MIRRORS),
      )
      said.mirrored = MIRRORS[across as keyof typeof MIRRORS]
      return
    }
    case 'counterbore': {
      const diameter = scanner.length()
      if (!diameter) {
        said.head = 'usual'
        return
      }
      scanner.need('Give the counterbore’s depth too: “counterbore 11 x 6.6”.', 'x', '×')
      said.head = {
        kind: 'counterbore',
        diameter,
        depth: scanner.needLength('How deep is the counterbore?'),
      }
      scanner.take('deep')
      return
    }
    case 'countersink': {
      const diameter = scanner.needLength('What diameter has the countersink?')
      const angle = scanner.take('x', '×')
        ? scanner.needAngle('What angle has the countersink?')
        : { rad: Math.PI / 2, typed: '90°' }
      said.head = { kind: 'countersink', diameter, angle }
      return
    }
    case 'corner':
      said.corner = scanner.needLength('What radius have the corners?')
      return
    case 'called':
      said.name = scanner.pattern(/^[^,]+/)?.trim() ?? ''
      if (said.name === '' || said.name.length > 60)
        throw scanner.failure('What is it called? A name has 1 to 60 letters.')
      return
    case 'row at':
      said.pattern = {
        kind: 'grid',
        columns: 0,
        rows: 1,
        pitchAcross: scanner.needLength('How far apart are they?'),
        pitchUp: { mm: 0 },
      }
      return
    case 'column at':
      said.pattern = {
        kind: 'grid',
        columns: 1,
        rows: 0,
        pitchAcross: { mm: 0 },
        pitchUp: scanner.needLength('How far apart are they?'),
      }
      return
    case undefined:
      readMeasuredClause(scanner, part, said)
      return
    default:
      readPatternClause(scanner, part, said, word as PatternClause)
  }
}

const PATTERN_CLAUSES = [
  'over',
  'every',
  'points',
  'measured on',
  'like',
  'flipped',
  'turned',
  'staggered',
  'skip',
  'about',
] as const

type PatternClause = (typeof PATTERN_CLAUSES)[number]

/** What says more of a pattern: part circles, lists, copies, places left out. */
function readPatternClause(scanner: Scanner, part: Part, said: Clauses, word: PatternClause): void {
  switch (word) {
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
      said.measuredOn = scanner.pattern(/^[^,]+/)?.trim() ?? ''
      if (said.measuredOn === '' || said.measuredOn.length > 60)
        throw scanner.failure(
          'On which mating part were they measured? A name has 1 to 60 letters.',
        )
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
    case 'skip': {
      const numbers = scanner.pattern(/^\d+(?:\s+\d+)*/)
      if (numbers === undefined)
        throw scanner.failure('Which places are left out? Say their numbers: “skip 3 7”.')
      said.skip = [...new Set(numbers.split(/\s+/).map(Number))]
      return
    }
    case 'about':
      said.about = readHoleName(scanner, part)
      return
  }
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
    scanner.need('Give both directions, for example 10 x 20.', 'x', '×')
    points.push({ across, up: signed('And how far up?') })
  } while (scanner.take(';'))
  return points
}

/** `60 x 40`, `5 x 2 at 16 x 28`, or `41.00 ±0.10 from front`. */
function readMeasuredClause(scanner: Scanner, part: Part, said: Clauses): void {
  const first = scanner.needLength(
    'This is not understood here. A place reads “32 from base”; others are on, centred, called, first at, counterbore, mirrored.',
  )
  if (scanner.take('x', '×')) {
    const second = scanner.needLength('And the other direction?')
    if (!scanner.take('at')) {
      said.pattern = { kind: 'grid', columns: 2, rows: 2, pitchAcross: first, pitchUp: second }
      return
    }
    const across = scanner.needLength('How far apart across?')
    scanner.need('Give both pitches, for example “at 16 x 28”.', 'x', '×')
    const [columns, rows] = [Number(first.typed), Number(second.typed)]
    if (
      !Number.isInteger(columns) ||
      !Number.isInteger(rows) ||
      columns < 1 ||
      rows < 1 ||
      columns > 200 ||
      rows > 200
    )
      throw scanner.failure('Columns and rows are whole numbers, 1 to 200.')
    said.pattern = {
      kind: 'grid',
      columns,
      rows,
      pitchAcross: across,
      pitchUp: scanner.needLength('How far apart up?'),
    }
    return
  }
  const plusMinus = scanner.take('±', '+-', '+/-')
    ? scanner.needLength('Plus or minus how much?')
    : undefined
  scanner.need('From which face? Say “32 from base”.', 'from')
  said.dims.push({ from: readFace(scanner, part), at: first, ...(plusMinus ? { plusMinus } : {}) })
}

/** `30° towards right`: how far the outer end of an axis leans, and to which face. */
function readTilt(scanner: Scanner, part: Part): NonNullable<Hole['tilt']> {
  const angle = scanner.needAngle(
    'By what angle does it lean? For example “tilted 30° towards right”.',
  )
  scanner.need(
    'Towards which face does its outer end lean? Say “tilted 30° towards right”.',
    'towards',
  )
  return { angle, towards: readFace(scanner, part) }
}

/** A face by its shop name, its side or its datum letter. */
function readFace(scanner: Scanner, part: Part): Side {
  const names = new Map<string, Side>()
  for (const side of SIDES) names.set(side, side)
  for (const side of SIDES) {
    const { datum } = part.faces[side]
    if (datum !== undefined) names.set(datum, side)
    names.set(faceWord(part, side), side)
  }
  const word = scanner.need(
    `There is no such face. Faces are ${SIDES.map((side) => faceWord(part, side)).join(', ')}.`,
    ...names.keys(),
  )
  return names.get(word) as Side
}

/** What every feature has: id, face, place, name. */
export function shared(scanner: Scanner, part: Part, stem: string, said: Clauses) {
  if (said.on === undefined) throw scanner.failure('Say on which face it is, for example “on top”.')
  if (said.tilt && stem !== 'hole' && stem !== 'bore')
    throw scanner.failure('Only holes and bores can be tilted so far.')
  return {
    id: freeId(part, stem),
    on: said.on,
    place: {
      dims: said.dims,
      centred: said.centred,
      ...(said.about === undefined ? {} : { about: said.about }),
    },
    ...(said.name === undefined ? {} : { name: said.name }),
  }
}

/** Through, or so deep; left out, it is a question for the customer. */
export function readExtent(scanner: Scanner): Extent {
  if (scanner.take('through')) return { kind: 'through' }
  const depth = scanner.length()
  if (!depth) return { kind: 'open' }
  scanner.need('After the depth say “deep”.', 'deep')
  return { kind: 'deep', depth }
}
