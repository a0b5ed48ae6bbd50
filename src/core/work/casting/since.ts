import { type Held } from '../../chain/fitting'
import {
  add,
  applyMotion,
  type Axis,
  cross,
  dot,
  type Motion,
  norm,
  point,
  type Point,
  scale,
  subtract,
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
  readonly points: number
}

/** The points of a casting, laid on the face that was cut last where one was, and what of the part that holds. */
export interface LaidPoints {
  readonly points: readonly JoinedPoint[]
  readonly cut: CutFace | undefined
  readonly held: Held
}

/** The part slides on the cut face and turns about what is square to it; nothing else is left to choose. */
const ON: Readonly<Record<Axis, Held>> = { x: 'rest-x', y: 'rest-y', z: 'rest' }
const LEAST_POINTS = 3

/** The face that was cut last, if a stand says so. */
export const cutSince = ({ stands }: Pick<Casting, 'stands'>): Side | undefined =>
  stands.findLast(({ since, points }) => since !== undefined && points.length > 0)?.since

/** The part with nothing left on a face that has been cut, for pictures of the casting. */
export const partCut = (part: Part, cut: CutFace | undefined): Part =>
  cut
    ? {
        ...part,
        faces: {
          ...part.faces,
          [cut.side]: { ...part.faces[cut.side], stock: { mm: 0 }, spread: { mm: 0 } },
        },
      }
    : part

/**
 * Lays a casting on the face that was cut: its measured plane where the part has it. What was measured there before
 * is no more; all other points go along.
 */
export function layOnCut(
  part: Part,
  casting: Casting,
  { points }: Joined,
  held: Held,
): Result<LaidPoints> {
  const side = cutSince(casting)
  if (!side) return succeed({ points, cut: undefined, held })
  const since = new Set(casting.stands.flatMap((one) => (one.since === side ? [one.id] : [])))
  const own = points.filter(({ stand, surface }) => since.has(stand) && surface === side)
  const label = fitLabel(part, side)
  const plane = planeThrough(own.map(({ at }) => at))
  if (!plane)
    return fail(
      'casting.cut-few',
      own.length < LEAST_POINTS
        ? `${label} is cut, and ${own.length === 0 ? 'nothing was measured' : `only ${own.length} ${own.length === 1 ? 'point was' : 'points were'} measured`} on it since. Take three, far apart: the casting lies on them.`
        : `The points on ${label} since it was cut lie in one line. Take one more beside it.`,
      'stands',
    )
  const motion = onto(plane, side, levelOf(part, side))
  return succeed({
    points: points.flatMap((one) =>
      one.surface === side ? [] : [{ ...one, at: applyMotion(motion, one.at) }],
    ),
    cut: { side, label, offMm: plane.offMm, points: own.length },
    held: ON[axisOf(side)],
  })
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

/** Brings a plane to where a face of the part is, by the shortest turn. */
function onto(
  { at, normal }: PlaneThrough,
  side: Side,
  levelMm: number,
): Motion<'casting', 'casting'> {
  const n = normalOf(side)
  const to = point<'casting'>(n.x, n.y, n.z)
  const from = dot(normal, to) < 0 ? scale(normal, -1) : normal
  const rows = shortestTurn(from, to)
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
