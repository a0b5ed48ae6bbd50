import {
  add,
  cross,
  dot,
  type Frame,
  norm,
  type PlanePoint,
  point,
  type Point,
  scale,
  subtract,
} from '../../ground/geometry'
import { decompose } from '../../ground/linalg'
import { acrossOf } from '../../ground/recipe'

type At = Point<'file'>

/** A place on a surface and the direction out of the metal there. */
export interface Sample {
  readonly at: At
  readonly out: At
}

export const unit = (a: At): At => scale(a, 1 / norm(a))

export const meanOf = (points: readonly At[]): At =>
  scale(
    points.reduce((sum, p) => add(sum, p), point<'file'>(0, 0, 0)),
    1 / Math.max(1, points.length),
  )

/** The direction along which places spread least about their middle, and the middle; unit. */
function flattest(points: readonly At[]): { readonly middle: At; readonly along: At } {
  const middle = meanOf(points)
  const rows = points.map((p) => {
    const { x, y, z } = subtract(p, middle)
    return [x, y, z]
  })
  const [x = 0, y = 0, z = 1] = decompose(rows, 3).rightVectors[2] ?? []
  return { middle, along: point(x, y, z) }
}

/** The plane through places in the least-squares sense, looking out of the metal, and the furthest place from it, mm. */
export function fitPlane(samples: readonly Sample[]): {
  readonly at: At
  readonly out: At
  readonly misfitMm: number
} {
  const { along, middle } = flattest(samples.map((s) => s.at))
  const out = dot(along, samples[0]?.out ?? along) < 0 ? scale(along, -1) : along
  const misfitMm = Math.max(...samples.map((s) => Math.abs(dot(subtract(s.at, middle), out))))
  return { at: middle, out, misfitMm }
}

export interface FittedCircle {
  readonly centre: PlanePoint
  readonly radiusMm: number
  readonly misfitMm: number
}

/**
 * The circle by algebraic least squares (Kåsa 1976, "A circle fitting procedure and its error analysis"),
 * exact for places that lie on one; undefined for places in a line.
 */
export function fitCircle(points: readonly PlanePoint[]): FittedCircle | undefined {
  const n = points.length
  const mx = points.reduce((sum, p) => sum + p.x, 0) / n
  const my = points.reduce((sum, p) => sum + p.y, 0) / n
  const rows = points.map((p) => [p.x - mx, p.y - my, 1])
  const { inverse, rank } = decompose(rows, 3)
  if (rank < 3) return undefined
  const [a = 0, b = 0, c = 0] = inverse.map((row) =>
    row.reduce((sum, w, i) => {
      const [x = 0, y = 0] = rows[i] ?? []
      return sum + w * (x * x + y * y)
    }, 0),
  )
  const radiusMm = Math.sqrt(Math.max(0, c + (a * a + b * b) / 4))
  const centre = { x: mx + a / 2, y: my + b / 2 }
  const misfitMm = Math.max(
    ...points.map((p) => Math.abs(Math.hypot(p.x - centre.x, p.y - centre.y) - radiusMm)),
  )
  return { centre, radiusMm, misfitMm }
}

/** The circle through three places in space; undefined when they are in a line. */
export function circleThrough<F extends Frame>(
  a: Point<F>,
  b: Point<F>,
  c: Point<F>,
): { readonly centre: Point<F>; readonly along: Point<F>; readonly radiusMm: number } | undefined {
  const [ab, ac] = [subtract(b, a), subtract(c, a)]
  const across = cross(ab, ac)
  const size = dot(across, across)
  if (size < 1e-18 * dot(ab, ab) * dot(ac, ac) || size === 0) return undefined
  const toCentre = scale(
    add(scale(cross(across, ab), dot(ac, ac)), scale(cross(ac, across), dot(ab, ab))),
    1 / (2 * size),
  )
  const along = scale(across, 1 / norm(across))
  return { centre: add(a, toCentre), along, radiusMm: norm(toCentre) }
}

export interface FittedCylinder {
  readonly from: At
  readonly to: At
  readonly radiusMm: number
  readonly misfitMm: number
}

/** A cylinder through places: its axis is square to all their directions. Undefined where these do not span a plane. */
export function fitCylinder(samples: readonly Sample[]): FittedCylinder | undefined {
  const { rank, rightVectors, singularValues } = decompose(
    samples.map(({ out }) => [out.x, out.y, out.z]),
    3,
  )
  const [, second = 0] = singularValues
  if (rank < 2 || second < 1e-3 * (singularValues[0] ?? 1)) return undefined
  const [x = 0, y = 0, z = 1] = rightVectors[2] ?? []
  const along = unit(point<'file'>(x, y, z))
  const [u, v] = acrossOf(along)
  const circle = fitCircle(samples.map(({ at }) => ({ x: dot(at, u), y: dot(at, v) })))
  if (!circle) return undefined
  const heights = samples.map(({ at }) => dot(at, along))
  const onAxis = (h: number): At =>
    add(add(scale(u, circle.centre.x), scale(v, circle.centre.y)), scale(along, h))
  return {
    from: onAxis(Math.min(...heights)),
    to: onAxis(Math.max(...heights)),
    radiusMm: circle.radiusMm,
    misfitMm: circle.misfitMm,
  }
}

export interface FittedCone {
  readonly from: At
  readonly to: At
  readonly radiusMm: number
  readonly endRadiusMm: number
  readonly misfitMm: number
}

/**
 * A cone through places: the tips of their directions lie on a circle about its axis, and every tangent
 * plane goes through its point. From its wide end to its narrow one.
 */
export function fitCone(samples: readonly Sample[]): FittedCone | undefined {
  const tips = flattest(samples.map((s) => s.out))
  const rows = samples.map(({ out }) => [out.x, out.y, out.z])
  const { inverse, rank } = decompose(rows, 3)
  if (rank < 3) return undefined
  const [px = 0, py = 0, pz = 0] = inverse.map((row) =>
    row.reduce((sum, w, i) => {
      const s = samples[i] as Sample
      return sum + w * dot(s.out, s.at)
    }, 0),
  )
  const apex = point<'file'>(px, py, pz)
  const away = meanOf(samples.map((s) => subtract(s.at, apex)))
  const along = dot(tips.along, away) < 0 ? scale(tips.along, -1) : tips.along
  const places = samples.map(({ at }) => {
    const by = subtract(at, apex)
    const height = dot(by, along)
    return { height, radius: norm(subtract(by, scale(along, height))) }
  })
  const slope =
    places.reduce((sum, p) => sum + p.radius * p.height, 0) /
    places.reduce((sum, p) => sum + p.height * p.height, 0)
  const misfitMm = Math.max(
    ...places.map((p) => Math.abs(p.radius - slope * p.height) / Math.hypot(1, slope)),
  )
  const heights = places.map((p) => p.height)
  const [least, most] = [Math.min(...heights), Math.max(...heights)]
  return {
    from: add(apex, scale(along, most)),
    to: add(apex, scale(along, least)),
    radiusMm: slope * most,
    endRadiusMm: slope * least,
    misfitMm,
  }
}

/** A sphere by linear least squares on |p|² = 2 c·p + (r² − |c|²). */
export function fitSphere(
  samples: readonly Sample[],
): { readonly centre: At; readonly radiusMm: number; readonly misfitMm: number } | undefined {
  const middle = meanOf(samples.map((s) => s.at))
  const places = samples.map((s) => subtract(s.at, middle))
  const rows = places.map((p) => [p.x, p.y, p.z, 1])
  const { inverse, rank } = decompose(rows, 4)
  if (rank < 4) return undefined
  const [a = 0, b = 0, c = 0, d = 0] = inverse.map((row) =>
    row.reduce((sum, w, i) => sum + w * dot(places[i] as At, places[i] as At), 0),
  )
  const centre = point<'file'>(a / 2, b / 2, c / 2)
  const radiusMm = Math.sqrt(Math.max(0, d + dot(centre, centre)))
  const misfitMm = Math.max(...places.map((p) => Math.abs(norm(subtract(p, centre)) - radiusMm)))
  return { centre: add(centre, middle), radiusMm, misfitMm }
}

/** How much of a turn places about an axis cover, rad: a whole turn less the widest gap between neighbours, plus one step of the places. */
export function sweepOf(samples: readonly Sample[], from: At, to: At): number {
  const [u, v] = acrossOf(subtract(to, from))
  const angles = samples
    .map(({ at }) => {
      const by = subtract(at, from)
      return Math.atan2(dot(by, v), dot(by, u))
    })
    .sort((a, b) => a - b)
  const gaps = angles.map((a, i) =>
    i + 1 < angles.length ? (angles[i + 1] as number) - a : (angles[0] ?? 0) + 2 * Math.PI - a,
  )
  return 2 * Math.PI - Math.max(...gaps)
}
