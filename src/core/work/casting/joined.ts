import { AS_IT_LIES, closestTo, type FitPoint } from '../../chain/fitting'
import {
  applyMotion,
  bestMotion,
  composeMotions,
  dot,
  invertMotion,
  type Motion,
  norm,
  type Point,
  point,
  scale,
  subtract,
} from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { directionOf, type Part, partSurfaces, type Surface } from '../part'
import { type Casting, type MeasuredPoint, type Stand } from './schema'
import { fitSurfacesOf, wallsTo } from './surfaces'

/** How well a point is known that does not say: a height gauge on a rough skin, ± mm (common practice, no source). */
export const USUAL_PLUS_MINUS_MM = 0.1

/** A point as it is fitted, with where it came from. */
export interface JoinedPoint extends FitPoint {
  readonly id: string
  readonly stand: string
}

/** All points of a casting in the axes of its first stand. */
export interface Joined {
  readonly points: readonly JoinedPoint[]
  /** How far marks of other stands lie from the same ones of the first, at the most; or the skin, where faces join them, mm. */
  readonly misfits: readonly { readonly stand: string; readonly mm: number }[]
}

type At = Point<'casting'>

/** Brings the points of all stands together: by the marks that they share, or by the faces. */
export function joinStands(part: Part, { stands }: Casting): Result<Joined> {
  const surfaces = partSurfaces(part)
  const [first, ...others] = stands
  if (!first) return fail('casting.no-stand', 'The casting has no stand.', 'stands')
  const points = pointsOf(part, surfaces, first, undefined)
  const misfits: { stand: string; mm: number }[] = []
  const motions = new Map<string, Motion<'casting', 'casting'> | undefined>([[first.id, undefined]])
  for (const stand of others) {
    if (stand.points.length === 0) continue
    if (stand.with !== undefined && motions.has(stand.with)) {
      // Nothing was moved between: it has the axes of that one.
      motions.set(stand.id, motions.get(stand.with))
    } else {
      const joint = jointOf(part, surfaces, first, stand)
      if (!joint.ok) return joint
      misfits.push({ stand: stand.id, mm: joint.value.misfitMm })
      motions.set(stand.id, joint.value.motion)
    }
    points.push(...pointsOf(part, surfaces, stand, motions.get(stand.id)))
  }
  return succeed({ points, misfits })
}

function pointsOf(
  part: Part,
  surfaces: ReadonlyMap<string, Surface>,
  stand: Stand,
  motion: Motion<'casting', 'casting'> | undefined,
): JoinedPoint[] {
  return stand.points
    .filter(({ off }) => !off)
    .flatMap((one) => {
      const skin = skinPlace(surfaces, one)
      const at = motion ? applyMotion(motion, skin) : skin
      const of = {
        at,
        id: one.id,
        stand: stand.id,
        plusMinusMm: one.plusMinus ?? USUAL_PLUS_MINUS_MM,
      }
      return [one.surface, ...wallsTo(part, one.surface)].map((surface) => ({ ...of, surface }))
    })
}

/** Where the skin is that a ball touches: from its middle back along the way out of the surface. */
function skinPlace(
  surfaces: ReadonlyMap<string, Surface>,
  { at, ball, surface }: MeasuredPoint,
): At {
  const place = point<'casting'>(at.x, at.y, at.z)
  if (!ball) return place
  const way = ball.way
    ? point<'casting'>(ball.way.x, ball.way.y, ball.way.z)
    : wayOut(surfaces.get(surface), place)
  const size = way ? norm(way) : 0
  return way && size > 0 ? subtract(place, scale(way, ball.diameter / 2 / size)) : place
}

/** Out of the metal, where the part would lie as drawn. */
function wayOut(surface: Surface | undefined, { x, y, z }: At): At | undefined {
  if (!surface) return undefined
  if (surface.kind === 'plane') {
    const { normal } = surface
    return point(normal.x, normal.y, normal.z)
  }
  const along = directionOf(surface)
  const by = subtract(point<'part'>(x, y, z), surface.from)
  const out = subtract(by, scale(along, dot(by, along)))
  // Within a bore the ball lies towards its axis, about a boss away from it.
  const inside = norm(out) < surface.diameterMm / 2 ? -1 : 1
  return point(inside * out.x, inside * out.y, inside * out.z)
}

const LEAST_MARKS = 3

interface Joint {
  readonly motion: Motion<'casting', 'casting'>
  readonly misfitMm: number
}

/** How a stand lies to the first: by the marks that they share, else by the faces that were measured in both. */
function jointOf(
  part: Part,
  surfaces: ReadonlyMap<string, Surface>,
  first: Stand,
  stand: Stand,
): Result<Joint> {
  const marks = new Map(
    first.points.flatMap((one) =>
      one.mark ? [[one.mark, skinPlace(surfaces, one)] as const] : [],
    ),
  )
  const pairs = stand.points.flatMap((one) => {
    const to = one.mark === undefined ? undefined : marks.get(one.mark)
    return to ? [{ from: skinPlace(surfaces, one), to }] : []
  })
  if (pairs.length < LEAST_MARKS) {
    const byFaces = jointByFaces(part, surfaces, first, stand)
    if (byFaces) return succeed(byFaces)
    return fail(
      'casting.marks',
      `“${stand.name}” shares ${pairs.length === 0 ? 'no mark' : `only ${pairs.length} marks`} with “${first.name}”, and too few faces to tell how it lay. Mark three places far apart, measure them in both, and give them the same names; or measure three faces square to each other in both.`,
      'stands',
    )
  }
  const motion = bestMotion(pairs)
  if (!motion)
    return fail(
      'casting.marks-line',
      `The marks that “${stand.name}” shares lie in one line: how it turned about that is not known. Mark one more beside it.`,
      'stands',
    )
  const misfitMm = Math.max(
    ...pairs.map(({ from, to }) => norm(subtract(applyMotion(motion, from), to))),
  )
  return succeed({ motion, misfitMm })
}

/** Through the part: laid by the shared faces into each stand. A face that was cut between the two is none of them. */
function jointByFaces(
  part: Part,
  surfaces: ReadonlyMap<string, Surface>,
  first: Stand,
  stand: Stand,
): Joint | undefined {
  const on = fitSurfacesOf(part)
  const isShared = ({ surface }: MeasuredPoint): boolean =>
    surface !== stand.since &&
    [first, stand].every(({ points }) => points.some((one) => one.surface === surface && !one.off))
  const laid = ({ points }: Stand) =>
    closestTo(
      on,
      points
        .filter((one) => !one.off && isShared(one))
        .map((one) => ({ surface: one.surface, at: skinPlace(surfaces, one) })),
      AS_IT_LIES,
    )
  const [here, there] = [laid(first), laid(stand)]
  if (here.rank < 6 || there.rank < 6) return undefined
  return {
    motion: composeMotions(here.motion, invertMotion(there.motion)),
    misfitMm: Math.hypot(here.offMm, there.offMm),
  }
}
