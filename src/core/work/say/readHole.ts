import { axisOf, type Extent, type Hole, type Part, type Pattern, planeOf } from '../part'
import { counterboreFor, KNOWN_HOLE_FITS, parseThread, type Thread } from '../../handbook/standards'
import { type Length, printLength } from '../../handbook/units'
import { type Clauses, clauses, readExtent, shared } from './clauses'
import { type Scanner } from './scanner'

interface HoleSize {
  readonly diameter: Length
  readonly fit?: string
  readonly thread?: Thread
}

/** A diameter with or without a fit, or a thread, which makes it a tapped hole. */
function readSize(scanner: Scanner): HoleSize {
  const start = scanner.position
  const word = scanner.pattern(
    /^(?:M\d+(?:\.\d+)?(?:(?:x| x |-)\d+(?:\.\d+)?)?|\d+\/\d+-(?:32|40) ?ME|(?:#\d+|\d+ \d+\/\d+|\d+\/\d+|\d{1,2})-\d+|\d+ ?BA|\d+\/\d+x\d+(?: ?ME)?|G ?\d+(?:\/\d+)?|NPT ?\d+(?:\/\d+)?|\d+(?:\/\d+)? ?NPT)(?![\w./])/i,
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
  const diameter = scanner.needToolSize('What diameter? For example 6.6, 1/4, #7 or M6.')
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

export function readHole(scanner: Scanner, part: Part, word: string): Hole {
  const size = readSize(scanner)
  const extent = readExtent(scanner)
  return hole(scanner, part, size, makingOf(size, word), extent, { kind: 'single' })
}

export function readHoles(scanner: Scanner, part: Part, count: number): Hole {
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

export function readBoltCircle(scanner: Scanner, part: Part): Hole {
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
  if (said.tilt && said.on && axisOf(said.tilt.towards) === axisOf(said.on))
    throw scanner.failure('It can only lean towards a face beside the one that it is on.')
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
    ...(said.tilt === undefined ? {} : { tilt: said.tilt }),
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
