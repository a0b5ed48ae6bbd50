import { AXES, type Axis } from '../../ground/geometry'
import { type Length } from '../../handbook/units'
import { axisOf, type Hole, oppositeOf, type Part, planeOf, type Side, SIDES } from '../part'
import { readLimitsIfAny } from './limits'
import { readGrid } from './patterns'
import { faceWord } from './print'
import { type Clauses } from './said'
import { NotUnderstood, type Scanner } from './scanner'
import { AXIS_NAMES, axisNamed, faceWords, readFace, readFaceIfAny, takeBy } from './words'

/** `on top`, or `on 80`: a bolt circle. */
export function readOn(scanner: Scanner, part: Part, said: Clauses): void {
  const face = readFaceIfAny(scanner, part)
  if (face) {
    if (said.on && said.on !== face)
      throw scanner.failure('Two faces are said; it is on one of them.')
    said.on = face
    if (scanner.take('tilted')) said.tilt = readTilt(scanner, part)
    return
  }
  const circle = scanner.attempt(() => {
    scanner.skip('an', 'a', 'the', 'Ø', '⌀', 'dia')
    return scanner.length()
  })
  if (!circle) {
    readFace(scanner, part)
    return
  }
  if (takeBy(scanner)) said.pattern = readGrid(scanner, circle)
  else {
    scanner.skip('diameter', 'dia')
    scanner.skip('bolt circle', 'pitch circle', 'circle', 'PCD', 'BCD', 'BC')
    said.pattern = { kind: 'circle', count: 0, diameter: circle, first: { rad: 0 } }
  }
}

/** `at right end`, `at X20 Y15`; two bare figures ask which is which. */
export function readAt(scanner: Scanner, part: Part, said: Clauses): void {
  const face = readFaceIfAny(scanner, part)
  if (face) {
    takeBeside(scanner, part, said, face)
    return
  }
  if (readCoordinate(scanner, said)) return
  const start = scanner.position
  const first = scanner.length()
  if (first) {
    scanner.skip(',')
    takeBy(scanner)
    const second = scanner.length()
    if (second) throw whichWay(scanner, part, said, start, [first, second])
    scanner.position = start
  }
  readFace(scanner, part)
}

/** What follows a face: “and back and right”. */
export function moreFaces(scanner: Scanner, part: Part): readonly Side[] {
  const next = scanner.attempt(() =>
    scanner.skip('and', '&') ? readFaceIfAny(scanner, part) : undefined,
  )
  return next ? [next, ...moreFaces(scanner, part)] : []
}

/** A side, or several: “left end and back”. */
function takeBeside(scanner: Scanner, part: Part, said: Clauses, face: Side): void {
  const sides = [face, ...moreFaces(scanner, part)]
  if (sides.length > 1) said.only = sides
  else said.at = face
}

/** Asks from which faces two figures are measured. */
function whichWay(
  scanner: Scanner,
  part: Part,
  { on = 'top' }: Clauses,
  start: number,
  [first, second]: readonly [Length, Length],
): NotUnderstood {
  const [u, v] = planeOf(on).map((axis) => SIDES.filter((side) => axisOf(side) === axis))
  const pairs = (u ?? []).flatMap((a) => (v ?? []).map((b) => [a, b] as const))
  const at = /(?:\s|,)*\bat\s*$/i.exec(scanner.source.slice(0, start))?.index ?? start
  const said = ({ mm, typed }: Length): string => typed ?? `${mm} mm`
  return new NotUnderstood(
    'From which faces are these measured?',
    { start, end: scanner.position },
    pairs.map(([a, b]) =>
      scanner.lineWith(
        `, ${said(first)} from ${faceWord(part, a)}, ${said(second)} from ${faceWord(part, b)}`,
        at,
        scanner.position,
      ),
    ),
  )
}

const LOW: Readonly<Record<string, Side>> = { X: 'left', Y: 'front', Z: 'bottom' }

/** `X20`, `Y = 15`: from left, from front, from the bottom, as the axes of the part run. */
export function readCoordinate(scanner: Scanner, said: Clauses): boolean {
  const axis = scanner.pattern(/^[XYZ]\s*=?\s*(?=[\d.(#])/i)
  if (axis === undefined) return false
  const from = LOW[axis.charAt(0).toUpperCase()] ?? 'left'
  said.dims.push({ from, at: scanner.needLength('How far along that axis?') })
  return true
}

/** `centred`, `in the middle of top`, `centred left to right`. */
export function readCentred(scanner: Scanner, part: Part, said: Clauses): void {
  scanner.skip('in', 'along')
  const along = scanner.takeOf(AXIS_NAMES)
  if (along) {
    said.centredAlong.push(axisNamed(along))
    return
  }
  said.centred = true
  const on = scanner.attempt(() =>
    scanner.skip('of', 'on') ? readFaceIfAny(scanner, part) : undefined,
  )
  if (on) said.on = on
}

const FROM = {
  from: ['off', 'above', 'over', 'below', 'under', 'up from', 'in from', 'down from', 'back from'],
} as const

const readTolerance = (scanner: Scanner): Length | undefined =>
  scanner.takeOf({ '±': ['+-', '+/-', 'plus or minus'] })
    ? scanner.needLength('Plus or minus how much?')
    : undefined

/** Where a dimension comes from that the drawing does not give. */
const readMeasuredOn = (scanner: Scanner): string | undefined =>
  scanner.takeOf({ 'measured on': ['as measured on', 'taken from'] })
    ? scanner.name('What was it measured on?')
    : undefined

/** What stands behind a dimension: its tolerance, and what it was measured on. */
function readBehind(
  scanner: Scanner,
  before?: Length,
): Pick<Clauses['dims'][number], 'plusMinus' | 'measured'> {
  const plusMinus = before ?? readTolerance(scanner)
  const measured = readMeasuredOn(scanner)
  return { ...(plusMinus && { plusMinus }), ...(measured !== undefined && { measured }) }
}

/** `from base 32`; what is not followed by a figure was no place. */
export function readFrom(scanner: Scanner, part: Part, said: Clauses): void {
  const from = readFace(scanner, part)
  const at = scanner.needLength('How far from there?')
  said.dims.push({ from, at, ...readBehind(scanner) })
}

/** A face without “on”, `left 20` for 20 from left; or limits, which belong elsewhere. */
function readBareClause(scanner: Scanner, part: Part, said: Clauses): void {
  const start = scanner.next
  const face = said.on && said.at ? undefined : readFaceIfAny(scanner, part)
  const at = face && said.on ? scanner.length() : undefined
  if (face && at) said.dims.push({ from: face, at })
  else if (face && said.on) takeBeside(scanner, part, said, face)
  else if (face) said.on = face
  if (face) return
  if (readLimitsIfAny(scanner))
    throw new NotUnderstood(
      'The limits of a size are a tie of their own: add it without them, then say “hold … size +0.02 -0”.',
      { start, end: scanner.position },
      [scanner.lineWith('', start, scanner.position)],
    )
  throw scanner.failure(
    'This is not understood here. A place reads “32 from base”; others are on, centred, called, first at, counterbore, mirrored.',
  )
}

/** `R5`, the sign glued to its figure. */
export const RADIUS_SIGN = /^R(?=[\d.])/i
const FLOOR_RADII = [
  'fillet',
  'fillets',
  'floor radius',
  'foot radius',
  'radius at the floor',
  'R at the floor',
] as const
const AT_FLOOR = ['at the floor', 'at floor', 'on the floor', 'floor', 'fillet', 'fillets'] as const

/** `60 x 40`, `5 x 2 at 16 x 28`, or `41.00 ±0.10 from front`. */
export function readMeasuredClause(scanner: Scanner, part: Part, said: Clauses): void {
  const start = scanner.position
  scanner.skip('an', 'a')
  const isRadius = scanner.pattern(RADIUS_SIGN) !== undefined
  const first = scanner.length()
  if (!first) {
    scanner.position = start
    readBareClause(scanner, part, said)
    return
  }
  if (takeBy(scanner)) {
    said.pattern = readGrid(scanner, first)
    return
  }
  const apart = scanner.position
  if (scanner.skip('apart', 'between centres', 'between centers'))
    throw new NotUnderstood(
      'Side by side in a row, or one above the other in a column?',
      { start, end: apart },
      ['row at', 'column at'].map((word) =>
        scanner.lineWith(`${word} ${scanner.source.slice(start, apart)}`, start, scanner.position),
      ),
    )
  if (isRadius ? scanner.skip(...AT_FLOOR) : scanner.skip(...FLOOR_RADII)) {
    said.fillet = first
    return
  }
  if (scanner.skip('corner radius', 'corner radii', 'corners', 'radius', 'R') || isRadius) {
    said.corner = first
    return
  }
  const before = readTolerance(scanner)
  const from = scanner.takeOf(FROM) ? readFace(scanner, part) : readFaceIfAny(scanner, part)
  if (!from)
    throw scanner.failure('From which face? Say “32 from base”; or is it a depth? Say “32 deep”.', [
      'deep',
      ...faceWords(part).map((face) => `from ${face}`),
    ])
  said.dims.push({ from, at: first, ...readBehind(scanner, before) })
}

/** `30° towards right`: how far the outer end of an axis leans, and to which face. */
export function readTilt(scanner: Scanner, part: Part): NonNullable<Hole['tilt']> {
  const angle = scanner.needAngle(
    'By what angle does it lean? For example “tilted 30° towards right”.',
  )
  scanner.need(
    'Towards which face does its outer end lean? Say “tilted 30° towards right”.',
    'towards',
  )
  const towards = readFace(scanner, part)
  if (!scanner.take('swung')) return { angle, towards }
  return {
    angle,
    towards,
    aside: scanner.needAngle('By what angle is it swung about the square to its face?'),
  }
}

const MIRRORED: Readonly<Record<Axis, string>> = {
  x: 'left to right',
  y: 'front to back',
  z: 'up and down',
}

export function readMirror(scanner: Scanner): Axis {
  const words = AXES.map((axis) => MIRRORED[axis])
  const axis = AXES[words.indexOf(scanner.take(...words) ?? '')]
  if (axis) return axis
  const other = scanner.takeOf(AXIS_NAMES)
  if (other) return axisNamed(other)
  throw scanner.failure('Mirrored left to right, front to back, or up and down?', words)
}

/** Whether the directions that are said to be centred are all that is not dimensioned. */
export function isCentred(scanner: Scanner, part: Part, on: Side, said: Clauses): boolean {
  const { centredAlong, dims } = said
  if (centredAlong.length === 0) return false
  const open = planeOf(on).filter(
    (axis) => !centredAlong.includes(axis) && !dims.some((dim) => axisOf(dim.from) === axis),
  )
  const [missing] = open
  if (missing === undefined) return true
  const [low, high] = [
    LOW[missing.toUpperCase()] ?? 'left',
    oppositeOf(LOW[missing.toUpperCase()] ?? 'left'),
  ]
  throw scanner.failure(
    `And ${MIRRORED[missing]}? Say how far from ${faceWord(part, low)} or ${faceWord(part, high)}, or centred.`,
    [', centred'],
  )
}
