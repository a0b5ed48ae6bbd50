import {
  composeMotions,
  cross,
  dot,
  type Motion,
  norm,
  type Point,
  point,
  type Six,
} from '../../ground/geometry'

export type Moved = Motion<'part', 'part'>

export const AT_REST: Moved = {
  rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)],
  shift: point(0, 0, 0),
}

/** The rigid motion of a displacement: turned by its rotation vector about the origin, then shifted. */
export function motionOf([a, b, c, x, y, z]: Six): Moved {
  const angle = Math.hypot(a, b, c)
  const shift = point<'part'>(x, y, z)
  if (angle === 0) return { ...AT_REST, shift }
  const [u, v, w] = [a / angle, b / angle, c / angle]
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const rest = 1 - cos
  return {
    rows: [
      point(cos + u * u * rest, u * v * rest - w * sin, u * w * rest + v * sin),
      point(v * u * rest + w * sin, cos + v * v * rest, v * w * rest - u * sin),
      point(w * u * rest - v * sin, w * v * rest + u * sin, cos + w * w * rest),
    ],
    shift,
  }
}

/** The displacement of a rigid motion: rotation vector, and the shift of the origin. */
export function sixOf({ rows: [x, y, z], shift }: Moved): Six {
  const skew = point<'part'>((z.y - y.z) / 2, (x.z - z.x) / 2, (y.x - x.y) / 2)
  const sin = norm(skew)
  const angle = Math.atan2(sin, (x.x + y.y + z.z - 1) / 2)
  const factor = sin < 1e-12 ? 1 : angle / sin
  return [skew.x * factor, skew.y * factor, skew.z * factor, shift.x, shift.y, shift.z]
}

/** A turn about a line through a place, right hand, rad. */
export function turnAboutLine(at: Point<'part'>, along: Point<'part'>, angle: number): Moved {
  const turned = motionOf([along.x * angle, along.y * angle, along.z * angle, 0, 0, 0])
  const back = cross(along, at)
  // Exact: the place itself stays where it is.
  const moved = {
    x: dot(turned.rows[0], at),
    y: dot(turned.rows[1], at),
    z: dot(turned.rows[2], at),
  }
  return back.x === 0 && back.y === 0 && back.z === 0
    ? turned
    : { ...turned, shift: point(at.x - moved.x, at.y - moved.y, at.z - moved.z) }
}

/** First one, then the others, the last outermost. */
export const inTurn = (first: Moved, ...then: readonly Moved[]): Moved =>
  then.reduce((inner, outer) => composeMotions(outer, inner), first)
