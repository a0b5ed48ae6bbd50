import { type Held } from '../../chain/fitting'
import {
  add,
  applyMotion,
  AXES,
  type Axis,
  composeMotions,
  cross,
  dot,
  type Motion,
  norm,
  point,
  type Point,
  scale,
  subtract,
  turnDirection,
  withAxis,
} from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { decompose } from '../../ground/linalg'
import { axisOf, levelOf, normalOf, type Part, type Side } from '../part'
import { type Joined, type JoinedPoint } from './joined'
import { type Casting } from './schema'
import { fitLabel } from './surfaces'

type At = Point<'casting'>

/** A face that has been cut and was measured since: the casting lies on it from then on. */
export interface CutFace {
  readonly side: Side
  readonly label: string
  /** How far its points are off one plane, at the most, mm. */
  readonly offMm: number
  /**
   * How far its points are from where the part has the face, at the most, mm: with the faces that were cut before it
   * where the part has them, what is out of square with those, or too thick or thin.
   */
  readonly awayMm: number
  readonly points: number
}

/** The points of a casting, laid on the faces that were cut, and what of the part that holds. */
export interface LaidPoints {
  readonly points: readonly JoinedPoint[]
  /** The faces that were cut, in the order in which they were. */
  readonly cuts: readonly CutFace[]
  readonly held: Held
}

/** The part slides on the face that was cut first and turns about what is square to it. */
const ON: Readonly<Record<Axis, Held>> = { x: 'rest-x', y: 'rest-y', z: 'rest' }
/** Against a second one square to it, it slides along one axis only. */
const ALONG: Readonly<Record<Axis, Held>> = { x: 'slide-x', y: 'slide-y', z: 'slide-z' }
const LEAST_POINTS = 3

/** The faces that were cut, as the stands say, in that order. */
export const cutsSince = ({ stands }: Pick<Casting, 'stands'>): readonly Side[] => [
  ...new Set(
    stands.flatMap(({ points, since }) =>
      since !== undefined && points.length > 0 ? [since] : [],
    ),
  ),
]

/** The part with nothing left on the faces that have been cut, for pictures of the casting. */
export const partCut = (part: Part, cuts: readonly CutFace[]): Part => ({
  ...part,
  faces: {
    ...part.faces,
    ...Object.fromEntries(
      cuts.map(({ side }) => [side, { ...part.faces[side], stock: { mm: 0 }, spread: { mm: 0 } }]),
    ),
  },
})

/**
 * Lays a casting on the faces that were cut: the measured plane of the first where the part has it; of the next one
 * across another axis its direction and level as far as the first leaves them free; and the level of a third. What was
 * measured there before they were cut is no more; all other points go along.
 */
export function layOnCuts(
  part: Part,
  casting: Casting,
  { points }: Joined,
  held: Held,
): Result<LaidPoints> {
  const sides = cutsSince(casting)
  if (sides.length === 0) return succeed({ points, cuts: [], held })
  const planes: { side: Side; plane: PlaneThrough; own: readonly At[] }[] = []
  for (const side of sides) {
    const own = cutPoints(casting, points, side)
    const plane = planeOn(fitLabel(part, side), own)
    if (!plane.ok) return plane
    planes.push({ side, plane: plane.value, own })
  }
  let motion: Motion<'casting', 'casting'> = NOT_MOVED
  const across: Axis[] = []
  for (const { plane, side } of planes) {
    const axis = axisOf(side)
    if (across.includes(axis)) continue
    motion = composeMotions(
      onto(movedPlane(motion, plane), side, levelOf(part, side), across),
      motion,
    )
    across.push(axis)
  }
  const cuts = planes.map(({ own, plane: { offMm }, side }): CutFace => {
    const [axis, level] = [axisOf(side), levelOf(part, side)]
    const awayMm = Math.max(...own.map((at) => Math.abs(applyMotion(motion, at)[axis] - level)))
    return { side, label: fitLabel(part, side), offMm, awayMm, points: own.length }
  })
  return succeed({
    points: points.flatMap((one) =>
      sides.some((side) => side === one.surface)
        ? []
        : [{ ...one, at: applyMotion(motion, one.at) }],
    ),
    cuts,
    held: heldBy(across),
  })
}

/** What is held by cut faces across these axes. */
function heldBy([first, second, third]: readonly Axis[]): Held {
  if (first === undefined || third !== undefined) return 'all'
  if (second === undefined) return ON[first]
  const left = AXES.find((axis) => axis !== first && axis !== second)
  return left ? ALONG[left] : 'all'
}

/** What was measured on a face since it was cut: then, and in every stand after that. */
function cutPoints({ stands }: Casting, points: readonly JoinedPoint[], side: Side): readonly At[] {
  const first = stands.findIndex(({ since }) => since === side)
  const after = new Set(stands.slice(first).map(({ id }) => id))
  return points.flatMap(({ at, stand, surface }) =>
    surface === side && after.has(stand) ? [at] : [],
  )
}

function planeOn(label: string, own: readonly At[]): Result<PlaneThrough> {
  const plane = planeThrough(own)
  return plane
    ? succeed(plane)
    : fail(
        'casting.cut-few',
        own.length < LEAST_POINTS
          ? `${label} is cut, and ${own.length === 0 ? 'nothing was measured' : `only ${own.length} ${own.length === 1 ? 'point was' : 'points were'} measured`} on it since. Take three, far apart: the casting lies on them.`
          : `The points on ${label} since it was cut lie in one line. Take one more beside it.`,
        'stands',
      )
}

const NOT_MOVED: Motion<'casting', 'casting'> = {
  rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)],
  shift: point(0, 0, 0),
}

interface PlaneThrough {
  readonly at: At
  readonly normal: At
  readonly offMm: number
}

/** How far apart points must lie that are to tell a plane, as a share of how far they lie apart the other way. */
const LEAST_ACROSS = 0.02

/** The plane through points by least squares; none where they are too few or lie in one line. */
function planeThrough(places: readonly At[]): PlaneThrough | undefined {
  if (places.length < LEAST_POINTS) return undefined
  const at = scale(
    places.reduce((sum, one) => add(sum, one), point<'casting'>(0, 0, 0)),
    1 / places.length,
  )
  const rows = places.map((one) => {
    const by = subtract(one, at)
    return [by.x, by.y, by.z]
  })
  const { rightVectors, singularValues } = decompose(rows, 3)
  const [along = 0, across = 0] = singularValues
  if (across < LEAST_ACROSS * along) return undefined
  // Largest first: the last is square to the plane.
  const [nx = 0, ny = 0, nz = 0] = rightVectors[2] ?? []
  const normal = point<'casting'>(nx, ny, nz)
  const offMm = Math.max(...places.map((one) => Math.abs(dot(subtract(one, at), normal))))
  return { at, normal, offMm }
}

function movedPlane(
  motion: Motion<'casting', 'casting'>,
  { at, normal, offMm }: PlaneThrough,
): PlaneThrough {
  const turned = turnDirection<'casting', 'casting'>(motion, normal)
  return { at: applyMotion(motion, at), normal: turned, offMm }
}

/**
 * Brings a plane to where a face of the part is, by the shortest turn that leaves what lies across the given axes: with
 * one of them only a turn about it is left, with two none.
 */
function onto(
  { at, normal }: PlaneThrough,
  side: Side,
  levelMm: number,
  across: readonly Axis[],
): Motion<'casting', 'casting'> {
  const n = normalOf(side)
  const to = point<'casting'>(n.x, n.y, n.z)
  const out = dot(normal, to) < 0 ? scale(normal, -1) : normal
  const [kept] = across
  const seen = kept ? withAxis(out, kept, 0) : out
  const rows = across.length > 1 ? NOT_MOVED.rows : shortestTurn(scale(seen, 1 / norm(seen)), to)
  const turned: Motion<'casting', 'casting'> = { rows, shift: point(0, 0, 0) }
  const there = applyMotion(turned, at)
  // Along the face it stays where it is, as near as that can be said: about the middle of its points.
  const level = withAxis(at, axisOf(side), levelMm)
  return { rows, shift: subtract(level, there) }
}

/** The rotation that takes one direction to another the shortest way; both unit, less than half a turn apart. */
function shortestTurn(from: At, to: At): Motion<'casting', 'casting'>['rows'] {
  const axis = cross(from, to)
  const [c, s] = [dot(from, to), norm(axis)]
  if (s < 1e-15) return [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)]
  const u = scale(axis, 1 / s)
  const row = (e: At): At => {
    // Rodrigues' formula, transposed: a row is what the turn back does to that axis.
    const along = scale(u, dot(u, e) * (1 - c))
    return add(add(scale(e, c), along), scale(cross(e, u), s))
  }
  return [row(point(1, 0, 0)), row(point(0, 1, 0)), row(point(0, 0, 1))]
}
