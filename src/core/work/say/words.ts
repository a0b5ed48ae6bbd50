import { type Axis } from '../../ground/geometry'
import { parseThread, STANDARD_THREADS, type Thread } from '../../handbook/standards'
import { type Length } from '../../handbook/units'
import { axisOf, type Extent, type Part, planeOf, type Side, SIDES } from '../part'
import { faceWord } from './print'
import { type Scanner } from './scanner'

const LEADING = ['the', 'of the', 'of'] as const
const TRAILING = ['face', 'side', 'edge', 'edges', 'surface'] as const

/** A face by its shop name, its side or its datum letter. */
export function readFace(scanner: Scanner, part: Part): Side {
  const found = readFaceIfAny(scanner, part)
  if (found) return found
  throw scanner.failure(
    `There is no such face. Faces are ${SIDES.map((side) => faceWord(part, side)).join(', ')}.`,
  )
}

export function readFaceIfAny(scanner: Scanner, part: Part): Side | undefined {
  return scanner.attempt(() => {
    scanner.skip(...LEADING)
    const names = new Map<string, Side>(SIDES.map((side) => [side, side]))
    for (const side of SIDES) names.set(faceWord(part, side), side)
    const word = scanner.take(...names.keys())
    const face = word === undefined ? readDatum(scanner, part) : names.get(word)
    if (face) scanner.skip(...TRAILING)
    return face
  })
}

/** A datum letter; a small “a” is none. */
export const readDatum = (scanner: Scanner, part: Part): Side | undefined =>
  scanner.attempt(() => {
    const letter = scanner.pattern(/^[A-Z](?!\w)/)
    return letter === undefined
      ? undefined
      : SIDES.find((side) => part.faces[side].datum === letter)
  })

/** A word for each face, as it is said; those that are cut most often first. */
export const faceWords = (part: Part): readonly string[] =>
  [...SIDES].reverse().map((side) => faceWord(part, side))

/** Names of the axes, as directions on a face: X runs left to right, Y front to back, Z up. */
export const AXIS_NAMES = {
  X: ['left to right', 'right to left'],
  Y: ['front to back', 'back to front'],
  Z: ['up and down', 'bottom to top', 'top to bottom'],
} as const

export const axisNamed = (word: keyof typeof AXIS_NAMES): Axis =>
  (({ X: 'x', Y: 'y', Z: 'z' }) as const)[word]

/**
 * Which way something runs on a face: an axis, or along the edge that it shares with another face.
 * @returns undefined when neither stands here.
 */
export function readDirection(scanner: Scanner, part: Part, on: Side): Axis | undefined {
  const word = scanner.takeOf(AXIS_NAMES)
  if (word) return axisNamed(word)
  const beside = readFaceIfAny(scanner, part)
  if (!beside) return undefined
  const [axis] = planeOf(on).filter((other) => other !== axisOf(beside))
  if (axisOf(beside) !== axisOf(on)) return axis
  throw scanner.failure(`That does not lie beside ${faceWord(part, on)}: say along X, Y or Z.`)
}

/** Through, or so deep, in the orders in which people say it; undefined when neither stands here. */
export function readExtent(scanner: Scanner): Extent | undefined {
  scanner.skip('blind')
  if (
    scanner.takeOf({
      through: ['thru', 'thro', 'through all', 'thru all', 'right through', 'all the way through'],
    })
  )
    return { kind: 'through' }
  if (scanner.skip('to depth', 'depth of', 'depth', 'to a depth of'))
    return deep(scanner.needLength('How deep?'))
  const depth = scanner.attempt(() => {
    scanner.skip('x', '×', 'by')
    const length = scanner.length()
    return length && scanner.takeOf({ deep: ['dp', 'depth'] }) ? length : undefined
  })
  if (depth) return deep(depth)
  return scanner.attempt(() => {
    const length = scanner.skip('deep') ? scanner.length() : undefined
    return length && deep(length)
  })
}

/** The depth that was said, with the head or after it; left out, it is a question for the customer. */
export function extentOf(
  scanner: Scanner,
  first: Extent | undefined,
  later: Extent | undefined,
): Extent {
  if (first && later) throw scanner.failure('Its depth is said twice; say it once.')
  return first ?? later ?? { kind: 'open' }
}

export const deep = (depth: Length): Extent => ({ kind: 'deep', depth })

/** Two sides: `60 x 40`, `60 by 40`. */
export const takeBy = (scanner: Scanner): boolean =>
  scanner.takeOf({ x: ['×', 'by'] }) !== undefined

const THREAD =
  /^(?:M\d+(?:\.\d+)?(?:(?:x| x |-)\d+(?:\.\d+)?)?|\d+\/\d+-(?:32|40) ?ME|(?:#\d+|\d+ \d+\/\d+|\d+\/\d+|\d{1,2})-\d+(?: ?UN[CF]| ?UNEF)?|\d+ ?BA|\d+\/\d+x\d+(?: ?ME)?|G ?\d+(?:\/\d+)?|NPT ?\d+(?:\/\d+)?|\d+(?:\/\d+)? ?NPT)(?![\w./])/i

/** A thread of the tables; undefined when no thread stands here. */
export function readThread(scanner: Scanner): Thread | undefined {
  const start = scanner.position
  const word = scanner.pattern(THREAD, 'M6')
  if (word === undefined) return undefined
  const thread = parseThread(word)
  if (thread) return thread
  scanner.position = start
  throw scanner.failure(
    `“${word}” is not a thread in the table. Write M6, M6x0.75, 1/4-20, 2BA, 1/4x32ME, G1/4 or 1/4NPT.`,
  )
}

/** A screw by its thread, or by its size alone: `M6`, `10-32`, `#10`, `1/4`. */
export function readScrew(scanner: Scanner): Thread {
  scanner.skip('an', 'a')
  const thread = readThread(scanner)
  const size = thread ? undefined : scanner.pattern(/^(?:#\d+|\d+ \d+\/\d+|\d+\/\d+)(?![\w./-])/)
  const named =
    thread ??
    (size === undefined
      ? undefined
      : parseThread(STANDARD_THREADS.find((known) => known.startsWith(`${size}-`)) ?? ''))
  if (!named) throw scanner.failure('For which screw? Say for example M6, 10-32 or 1/4.')
  scanner.skip('socket head cap screws', 'socket head cap screw', 'socket head', 'cap screws')
  scanner.skip('cap screw', 'screws', 'screw', 'bolts', 'bolt', 'SHCS')
  return named
}
