import {
  type Extent,
  type Feature,
  freeId,
  type Hole,
  type Part,
  type Pattern,
  type Place,
  planeOf,
  type Side,
  SIDES,
} from '../part'
import { counterboreFor, KNOWN_HOLE_FITS, parseThread, type Thread } from '../standards'
import { type Angle, type Length, printLength } from '../units'
import { faceWord } from './print'
import { readRef } from './readRequirement'
import { type Scanner } from './scanner'

/** The words that begin a feature. */
export const FEATURE_HEADS = [
  'bore',
  'hole',
  'reamed hole',
  'bolt circle',
  'slot',
  'step',
  'pocket',
  'boss',
  'chamfer',
] as const

interface Clauses {
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
  head?: Hole['head'] | 'usual'
  corner?: Length
  name?: string
}

/** Reads a feature from the line; the scanner stands at its first word. */
export function readFeature(scanner: Scanner, part: Part): Feature {
  const countText = scanner.pattern(/^\d+(?=\s+(?:bores|holes|reamed\s+holes)\b)/i)
  const count = countText === undefined ? undefined : Number(countText)
  if (count !== undefined) return readHoles(scanner, part, count)
  const head = scanner.need(
    'Begin with what it is: bore, hole, 4 holes, bolt circle, slot, step, pocket, boss or chamfer.',
    ...FEATURE_HEADS,
  )
  switch (head) {
    case 'bore':
    case 'hole':
    case 'reamed hole':
      return readHole(scanner, part, head)
    case 'bolt circle':
      return readBoltCircle(scanner, part)
    case 'slot': {
      const width = scanner.needLength(
        'How wide is the slot? For example “slot 12 wide 4 deep along X”.',
      )
      scanner.take('wide')
      const depth = scanner.needLength('How deep is the slot? Say “4 deep”.')
      scanner.take('deep')
      scanner.need('Say which way the slot runs: along X, Y or Z.', 'along')
      const runs = scanner.need('The slot runs along X, Y or Z.', 'X', 'Y', 'Z').toLowerCase() as
        'x' | 'y' | 'z'
      const said = clauses(scanner, part)
      return { ...shared(scanner, part, 'slot', said), kind: 'slot', width, depth, runs }
    }
    case 'step': {
      const width = scanner.needLength('How wide is the step? For example “step 20 wide 10 deep”.')
      scanner.take('wide')
      const depth = scanner.needLength('How deep is the step? Say “10 deep”.')
      scanner.take('deep')
      const said = clauses(scanner, part)
      if (said.at === undefined)
        throw scanner.failure('Say at which side the step is cut away, for example “at right”.')
      return { ...shared(scanner, part, 'step', said), kind: 'step', width, depth, along: said.at }
    }
    case 'pocket': {
      const across = scanner.needLength(
        'How long is the pocket? For example “pocket 40 x 18 x 12 deep”.',
      )
      scanner.need('Give the pocket’s two sides, for example 40 x 18.', 'x', '×')
      const up = scanner.needLength('How wide is the pocket?')
      const extent: Extent = scanner.take('x', '×')
        ? deep(scanner, scanner.needLength('How deep is the pocket?'))
        : readExtent(scanner)
      const said = clauses(scanner, part)
      return {
        ...shared(scanner, part, 'pocket', said),
        kind: 'pocket',
        across,
        up,
        extent,
        ...(said.corner ? { corner: said.corner } : {}),
      }
    }
    case 'boss': {
      const diameter = scanner.needLength(
        'What diameter has the boss? For example “boss 30 x 8 high”.',
      )
      scanner.need('Say how high the boss is, for example “boss 30 x 8 high”.', 'x', '×')
      const height = scanner.needLength('How high is the boss?')
      scanner.take('high')
      return {
        ...shared(scanner, part, 'boss', clauses(scanner, part)),
        kind: 'boss',
        diameter,
        height,
      }
    }
    default: {
      const size = scanner.needLength('How large is the chamfer? For example “chamfer 1 x 45°”.')
      const angle = scanner.take('x', '×')
        ? scanner.needAngle('What angle has the chamfer?')
        : { rad: Math.PI / 4, typed: '45°' }
      const said = clauses(scanner, part)
      return {
        ...shared(scanner, part, 'chamfer', { ...said, centred: true }),
        kind: 'chamfer',
        size,
        angle,
      }
    }
  }
}

const deep = (scanner: Scanner, depth: Length): Extent => {
  scanner.take('deep')
  return { kind: 'deep', depth }
}

function readExtent(scanner: Scanner): Extent {
  if (scanner.take('through')) return { kind: 'through' }
  const depth = scanner.length()
  if (!depth) return { kind: 'open' }
  scanner.need('After the depth say “deep”.', 'deep')
  return { kind: 'deep', depth }
}

interface HoleSize {
  readonly diameter: Length
  readonly fit?: string
  readonly thread?: Thread
}

/** A diameter with or without a fit, or a thread, which makes it a tapped hole. */
function readSize(scanner: Scanner): HoleSize {
  const start = scanner.position
  const word = scanner.pattern(
    /^(?:M\d+(?:\.\d+)?(?:x\d+(?:\.\d+)?)?|(?:#\d+|\d+ \d+\/\d+|\d+\/\d+|\d)-\d+|\d+BA|\d+\/\d+x\d+ME|G\d+(?:\/\d+)?|\d+(?:\/\d+)?NPT)(?![\w./])/,
    'M6',
  )
  if (word !== undefined) {
    const thread = parseThread(word)
    if (!thread) {
      scanner.position = start
      throw scanner.failure(
        `“${word}” is not a thread in the table. Write M6, M6x0.75, 1/4-20, 2BA, 1/4x32ME, G1/4 or 1/4NPT.`,
      )
    }
    return { diameter: { mm: thread.majorMm }, thread }
  }
  const diameter = scanner.needLength('What diameter? For example 6.6, 1/4, #7 or M6.')
  const fit = scanner.pattern(/^[A-Z]{1,2}\d{1,2}(?![\w])/, 'H7')
  if (fit !== undefined && !KNOWN_HOLE_FITS.includes(fit)) {
    scanner.position -= fit.length
    throw scanner.failure(
      `The fit ${fit} is not in the table; known are ${KNOWN_HOLE_FITS.join(', ')}.`,
    )
  }
  return fit === undefined ? { diameter } : { diameter, fit }
}

function makingOf(size: HoleSize, word: string): Hole['making'] {
  if (size.thread) return 'tap'
  return word.startsWith('bore') ? 'bore' : word.startsWith('ream') ? 'ream' : 'drill'
}

function readHole(scanner: Scanner, part: Part, word: string): Hole {
  const size = readSize(scanner)
  const extent = readExtent(scanner)
  return hole(scanner, part, size, makingOf(size, word), extent, { kind: 'single' })
}

function readHoles(scanner: Scanner, part: Part, count: number): Hole {
  const word = scanner.need(
    'Say what they are: holes, bores or reamed holes.',
    'holes',
    'bores',
    'reamed holes',
  )
  const size = readSize(scanner)
  const extent = readExtent(scanner)
  return hole(scanner, part, size, makingOf(size, word), extent, undefined, count)
}

function readBoltCircle(scanner: Scanner, part: Part): Hole {
  const count = Number(scanner.pattern(/^\d+/) ?? NaN)
  if (!(count >= 1 && count <= 360))
    throw scanner.failure('How many holes, 1 to 360? For example “bolt circle 6 x 6.6 on 80”.')
  scanner.need('Then x and the diameter of the holes.', 'x', '×')
  const word = scanner.take('bored', 'reamed') ?? 'hole'
  const size = readSize(scanner)
  scanner.need('On which diameter do they lie? Say “on 80”.', 'on')
  const diameter = scanner.needLength('On which diameter do they lie?')
  const extent = readExtent(scanner)
  return hole(scanner, part, size, makingOf(size, word), extent, {
    kind: 'circle',
    count,
    diameter,
    first: { rad: 0 },
  })
}

function hole(
  scanner: Scanner,
  part: Part,
  size: HoleSize,
  making: Hole['making'],
  extent: Extent,
  given: Pattern | undefined,
  count?: number,
): Hole {
  const said = clauses(scanner, part)
  const pattern = patternOf(scanner, said, given, count)
  if (pattern.kind === 'copy' && said.dims.length === 0 && !said.centred) said.about ??= pattern.of
  if (said.mirrored && said.on && !planeOf(said.on).includes(said.mirrored))
    throw scanner.failure('It can only be mirrored across a direction of its own face.')
  return {
    ...shared(scanner, part, making === 'bore' ? 'bore' : 'hole', said),
    kind: 'hole',
    making,
    diameter: size.diameter,
    extent,
    pattern,
    head: headOf(scanner, said.head, size),
    ...(size.fit === undefined ? {} : { fit: size.fit }),
    ...(size.thread === undefined ? {} : { thread: size.thread.designation }),
    ...(said.mirrored === undefined ? {} : { mirrored: said.mirrored }),
  }
}

/** Puts together what the head and the clauses say of the pattern. */
function patternOf(
  scanner: Scanner,
  said: Clauses,
  given: Pattern | undefined,
  count: number | undefined,
): Pattern {
  const pattern = given?.kind === 'single' ? (said.pattern ?? given) : (given ?? said.pattern)
  if (!pattern)
    throw scanner.failure(
      `How are the ${count ?? 0} holes laid out? Say “60 x 40”, “row at 20”, “5 x 2 at 16 x 28” or “points 10 x 20; 30 x 20”.`,
    )
  const turn = said.turn ? { turn: said.turn } : {}
  switch (pattern.kind) {
    case 'single':
      return pattern
    case 'circle':
      return {
        ...pattern,
        first: said.first ?? pattern.first,
        ...(said.sweep ? { sweep: said.sweep } : {}),
        ...(said.chord ? { chord: said.chord } : {}),
      }
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
    case 'grid': {
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
        ...turn,
      }
    }
  }
}

function headOf(scanner: Scanner, said: Clauses['head'], size: HoleSize): Hole['head'] {
  if (said !== 'usual') return said ?? { kind: 'none' }
  const usual = counterboreFor(size.diameter.mm)
  if (!usual)
    throw scanner.failure(
      `There is no usual counterbore over a ${printLength(size.diameter.mm, 'mm')} mm hole; say for example “counterbore 11 x 6.6”.`,
    )
  return { kind: 'counterbore', diameter: { mm: usual.diameterMm }, depth: { mm: usual.depthMm } }
}

function shared(scanner: Scanner, part: Part, stem: string, said: Clauses) {
  if (said.on === undefined) throw scanner.failure('Say on which face it is, for example “on top”.')
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

const MIRRORS = { 'left to right': 'x', 'front to back': 'y', 'up and down': 'z' } as const

/** Everything after the first comma. */
function clauses(scanner: Scanner, part: Part): Clauses {
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

/** A face by its shop name, its side or its datum letter. */
export function readFace(scanner: Scanner, part: Part): Side {
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
