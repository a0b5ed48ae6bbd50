import { axisOf, type Extent, type Hole, type Part, planeOf } from '../part'
import {
  type ClearanceFit,
  clearanceHole,
  counterboreFor,
  KNOWN_HOLE_FITS,
  type Thread,
} from '../../handbook/standards'
import { type Length, printLength } from '../../handbook/units'
import { clauses, shared } from './clauses'
import { headForScrew } from './heads'
import { type Clauses } from './said'
import { patternOf } from './patterns'
import { NotUnderstood, type Scanner } from './scanner'
import { extentOf, readExtent, readScrew, readThread } from './words'

/** What the first words of a hole say, in whatever order they come. */
interface Head {
  count?: number
  making?: 'drill' | 'ream' | 'bore'
  /** Said to be tapped, in words. */
  tapped?: boolean
  diameter?: Length
  fit?: string
  thread?: Thread
  extent?: Extent
  /** The screw that it is for, and where in the line the fit would be said. */
  screw?: { readonly thread: Thread; readonly end: number }
  clearance?: boolean
  /** What takes the head of its screw, said with the hole: “counterbored hole for M6”. */
  sunk?: 'counterbore' | 'countersink'
  grade?: ClearanceFit
  isHole: boolean
}

const HOLE_WORDS = {
  bore: ['bores', 'bored holes', 'bored hole', 'bored'],
  hole: ['holes', 'drilled holes', 'drilled hole', 'drilled', 'drill'],
  'reamed hole': ['reamed holes', 'reamed', 'ream'],
  'tapped hole': ['tapped holes', 'tapped', 'tap', 'threaded holes', 'threaded hole', 'threaded'],
  'clearance hole': ['clearance holes', 'clearance', 'clear'],
  'bolt circle': ['bolt hole circle', 'pitch circle'],
  'counterbored hole': ['counterbored holes', 'cbored hole', 'cbored holes', 'cbore hole'],
  'countersunk hole': ['countersunk holes', 'csk hole', 'csk holes'],
} as const

const GRADES = {
  close: ['close fit', 'fine', 'tight'],
  normal: ['normal fit', 'medium fit', 'medium', 'standard'],
  loose: ['loose fit', 'free fit', 'free', 'coarse'],
} as const

const COUNT =
  /^(\d+|two|three|four|five|six|seven|eight|nine|ten|twelve)(?:\s*(?:x|×|off|pcs\.?|nos?\.?)\s*(?=\S)|(?=\s+(?:(?:reamed|drilled|tapped|threaded|clearance|bored|counterbored|countersunk)\s+)*(?:holes|bores)\b)|(?=\s+M\d))/i

/**
 * Reads a hole, a bore, or a pattern of them.
 * @returns undefined when the line does not begin with one.
 */
export function readHole(scanner: Scanner, part: Part): Hole | undefined {
  const head: Head = { isHole: false }
  const begun = scanner.attempt(() => {
    const count = readCount(scanner)
    if (count !== undefined) head.count = count
    while (readHeadWord(scanner, head, true));
    head.isHole ||= head.count !== undefined && head.diameter !== undefined
    return head.isHole ? true : undefined
  })
  if (!begun) return undefined
  const said = clauses(scanner, part, () => readHeadWord(scanner, head, false))
  return holeOf(scanner, part, head, said)
}

const NUMBERS: Readonly<Record<string, number>> = {
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
}
const MOST_SAID = 360
/** What follows the figure of a place. */
const PLACE = /^\s*(?:(?:±|\+-|\+\/-)\s*[\d.]+\s*)?(?:from|off|above|below|over|under)\b/i

function readCount(scanner: Scanner): number | undefined {
  const text = scanner.pattern(COUNT)
  if (text === undefined) return undefined
  const word = /^\w+/.exec(text)?.[0].toLowerCase() ?? ''
  const count = NUMBERS[word] ?? Number.parseInt(text, 10)
  if (count < 1) throw scanner.failure('How many holes? One at least.')
  return count
}

/** Takes one thing of a head; whether there was one. A bare size only where the line begins. */
function readHeadWord(scanner: Scanner, head: Head, isBeginning: boolean): boolean {
  if (readNoun(scanner, head)) return true
  if (isBeginning && !head.isHole && readSunk(scanner, head)) return true
  if (scanner.skip('Ø', '⌀', 'dia', 'diameter', 'size'))
    return readSize(scanner, head, true) || true
  if (isBeginning && scanner.skip('of', 'a')) return true
  if (isBeginning) {
    const extent = head.diameter || head.thread ? readExtent(scanner) : undefined
    if (extent) {
      head.extent = extentOf(scanner, head.extent, extent)
      return true
    }
  }
  if (head.isHole && scanner.skip('for')) {
    head.screw = { thread: readScrew(scanner), end: scanner.position }
    return true
  }
  if (head.isHole) {
    const grade = scanner.takeOf(GRADES)
    if (grade) head.grade = grade
    if (grade) return true
  }
  return readSize(scanner, head, isBeginning)
}

/** `counterbored for 10-32`, where nothing was said before it. */
function readSunk(scanner: Scanner, head: Head): boolean {
  const sunk = scanner.attempt(() => {
    const word = scanner.skip('counterbored', 'cbored')
      ? 'counterbore'
      : scanner.skip('countersunk', 'csk')
        ? 'countersink'
        : undefined
    return word && /^\s*for\b/i.test(scanner.rest) ? word : undefined
  })
  if (!sunk) return false
  head.sunk = sunk
  head.isHole = true
  return true
}

function readNoun(scanner: Scanner, head: Head): boolean {
  const word = scanner.takeOf(HOLE_WORDS)
  switch (word) {
    case undefined:
      return false
    case 'bore':
      head.making = 'bore'
      break
    case 'reamed hole':
      head.making = 'ream'
      break
    case 'tapped hole':
      head.tapped = true
      break
    case 'clearance hole':
      head.clearance = true
      break
    case 'counterbored hole':
      head.sunk = 'counterbore'
      break
    case 'countersunk hole':
      head.sunk = 'countersink'
      break
    case 'bolt circle':
      scanner.skip('of')
      head.count ??= Number(scanner.pattern(/^\d+/) ?? NaN)
      if (!(head.count >= 1 && head.count <= MOST_SAID))
        throw scanner.failure('How many holes, 1 to 360? For example “bolt circle 6 x 6.6 on 80”.')
      scanner.takeOf({ x: ['×', 'by', 'off', 'holes'] })
      break
    case 'hole':
      head.making ??= 'drill'
  }
  head.isHole = true
  return true
}

/** A diameter with or without a fit, or a thread, which makes it a tapped hole. */
function readSize(scanner: Scanner, head: Head, isBeginning: boolean): boolean {
  if (head.diameter || head.thread) return isBeginning && readFit(scanner, head)
  const thread = readThread(scanner)
  if (thread) {
    head.thread = thread
    head.isHole = true
    return true
  }
  if (!isBeginning) return false
  const diameter = scanner.attempt(() => {
    const size = scanner.toolSize()
    return size && !PLACE.test(scanner.rest) ? size : undefined
  })
  if (!diameter) return false
  head.diameter = diameter
  return true
}

function readFit(scanner: Scanner, head: Head): boolean {
  if (head.fit !== undefined || head.thread) return false
  const fit = scanner.pattern(/^[A-Z]{1,2}\d{1,2}(?![\w])/, 'H7')
  if (fit === undefined) return false
  if (!KNOWN_HOLE_FITS.includes(fit)) {
    scanner.position -= fit.length
    if (!head.isHole) return false
    throw scanner.failure(
      `The fit ${fit} is not in the table; known are ${KNOWN_HOLE_FITS.join(', ')}.`,
    )
  }
  head.fit = fit
  return true
}

function holeOf(scanner: Scanner, part: Part, head: Head, said: Clauses): Hole {
  if (said.headFor && !head.screw) {
    head.screw = said.headFor
    head.clearance = !head.thread
  }
  const { diameter, making, thread } = sizeOf(scanner, head)
  const extent = extentOf(scanner, head.extent, said.extent)
  const pattern = patternOf(scanner, said, head.count)
  if (pattern.kind === 'copy' && said.dims.length === 0 && !said.centred) said.about ??= pattern.of
  if (said.mirrored && said.on && !planeOf(said.on).includes(said.mirrored))
    throw scanner.failure('It can only be mirrored across a direction of its own face.')
  if (said.tilt && said.on && axisOf(said.tilt.towards) === axisOf(said.on))
    throw scanner.failure('It can only lean towards a face beside the one that it is on.')
  return {
    ...shared(scanner, part, making === 'bore' ? 'bore' : 'hole', said, HOLE_TAKES),
    kind: 'hole',
    making,
    diameter,
    extent,
    pattern,
    head: headOf(scanner, head, said.head, diameter),
    ...(head.fit === undefined ? {} : { fit: head.fit }),
    ...(thread === undefined ? {} : { thread: thread.designation }),
    ...(said.tilt === undefined ? {} : { tilt: said.tilt }),
    ...(said.start === undefined ? {} : { start: said.start }),
    ...(said.mirrored === undefined ? {} : { mirrored: said.mirrored }),
  }
}

const HOLE_TAKES = ['extent', 'pattern', 'mirrored', 'tilt', 'head', 'start'] as const

interface Size {
  readonly diameter: Length
  readonly making: Hole['making']
  readonly thread?: Thread
}

function sizeOf(scanner: Scanner, head: Head): Size {
  const { clearance, diameter, grade, making = 'drill', screw, tapped, thread } = head
  if (thread && clearance)
    return clearanceOf(scanner, head, { thread, end: scanner.text.trimEnd().length })
  if (thread) return { diameter: { mm: thread.majorMm }, making: 'tap', thread }
  if (screw && !diameter) return clearanceOf(scanner, head, screw)
  if (grade) throw scanner.failure('For which screw? Say “for M6”.')
  if (!diameter) throw scanner.failure('What diameter? For example 6.6, 1/4, #7 or M6.')
  if (tapped) throw scanner.failure('Tapped with what thread? For example M6, 1/4-20, 2BA or G1/4.')
  return { diameter, making }
}

/** A clearance hole by the tables; how close it is has to be said. */
function clearanceOf(
  scanner: Scanner,
  { clearance, grade, making = 'drill', sunk, tapped }: Head,
  { end, thread }: NonNullable<Head['screw']>,
): Size {
  if (tapped) return { diameter: { mm: thread.majorMm }, making: 'tap', thread }
  const place = { start: end, end }
  if (grade === undefined) {
    const words = Object.keys(GRADES) as ClearanceFit[]
    throw new NotUnderstood(
      clearance || sunk
        ? `Clearance for ${thread.designation}: close, normal or loose?`
        : `For ${thread.designation}: clearance, close, normal or loose; or tapped?`,
      place,
      [
        ...words.map((word) => scanner.lineWith(word, end)),
        ...(clearance || sunk ? [] : [scanner.source.replace(/\bfor\b/i, 'tapped')]),
      ],
    )
  }
  const found = clearanceHole(thread, grade)
  if (!found)
    throw new NotUnderstood(
      `The tables have no clearance hole for ${thread.designation}; say its diameter.`,
      place,
    )
  return { diameter: { mm: found.diameterMm }, making }
}

function headOf(
  scanner: Scanner,
  { screw, sunk }: Pick<Head, 'screw' | 'sunk'>,
  said: Clauses['head'],
  diameter: Length,
): Hole['head'] {
  if (said === undefined && sunk) {
    if (screw) return headForScrew(scanner, screw.thread, sunk)
    if (sunk === 'countersink')
      throw scanner.failure(
        'How wide is the countersink? Say “countersink 13.4 x 90°”, or “for M6”.',
      )
    return headOf(scanner, {}, 'usual', diameter)
  }
  if (said !== 'usual') return said ?? { kind: 'none' }
  const usual = counterboreFor(diameter.mm)
  if (!usual)
    throw scanner.failure(
      `There is no usual counterbore over a ${printLength(diameter.mm, 'mm')} mm hole; say for example “counterbore 11 x 6.6”, or “counterbored for M6”.`,
    )
  return { kind: 'counterbore', diameter: { mm: usual.diameterMm }, depth: { mm: usual.depthMm } }
}
