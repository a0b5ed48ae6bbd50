import { add, type Axis, cross, dot, type Frame, type Point, point, scale, subtract } from './point'
import { type Six } from './displacement'

/** A rigid motion that takes coordinates of frame From into frame To: three unit rows and a shift. */
export interface Motion<To extends Frame, From extends Frame> {
  readonly rows: readonly [Point<From>, Point<From>, Point<From>]
  readonly shift: Point<To>
}

export function applyMotion<To extends Frame, From extends Frame>(
  motion: Motion<To, From>,
  at: Point<From>,
): Point<To> {
  const turned = turnDirection(motion, at)
  return add(turned, motion.shift)
}

/** Turns a direction, without the shift. */
export function turnDirection<To extends Frame, From extends Frame>(
  motion: Motion<To, From>,
  direction: Point<From>,
): Point<To> {
  const [a, b, c] = motion.rows
  return point(dot(a, direction), dot(b, direction), dot(c, direction))
}

export function invertMotion<To extends Frame, From extends Frame>(
  motion: Motion<To, From>,
): Motion<From, To> {
  const [a, b, c] = motion.rows
  const rows: readonly [Point<To>, Point<To>, Point<To>] = [
    point(a.x, b.x, c.x),
    point(a.y, b.y, c.y),
    point(a.z, b.z, c.z),
  ]
  const turned = { rows, shift: point<From>(0, 0, 0) }
  return { rows, shift: scale(turnDirection(turned, motion.shift), -1) }
}

/** The adjoint: the same small displacement written in the other frame. */
export function adjoint<To extends Frame, From extends Frame>(
  motion: Motion<To, From>,
  six: Six,
): Six {
  const turns = turnDirection(motion, point(six[0], six[1], six[2]))
  const shifts = add(
    turnDirection(motion, point(six[3], six[4], six[5])),
    cross(motion.shift, turns),
  )
  return [turns.x, turns.y, turns.z, shifts.x, shifts.y, shifts.z]
}

/** First `inner`, then `outer`. */
export function composeMotions<To extends Frame, Via extends Frame, From extends Frame>(
  outer: Motion<To, Via>,
  inner: Motion<Via, From>,
): Motion<To, From> {
  const row = (of: Point<Via>): Point<From> => {
    const [a, b, c] = inner.rows
    return point(
      of.x * a.x + of.y * b.x + of.z * c.x,
      of.x * a.y + of.y * b.y + of.z * c.y,
      of.x * a.z + of.y * b.z + of.z * c.z,
    )
  }
  const [x, y, z] = outer.rows
  return { rows: [row(x), row(y), row(z)], shift: applyMotion(outer, inner.shift) }
}

/** A turn about a line along an axis of the frame through a place, right hand, rad. */
export function turnAbout<F extends Frame>(
  along: Axis,
  centre: Point<F>,
  angleRad: number,
): Motion<F, F> {
  // Exact at the quarter turns, so that what stood along an axis does so again.
  const quarters = angleRad / (Math.PI / 2)
  const quarter = Math.abs(quarters - Math.round(quarters)) < 1e-12
  const [c, s] = [Math.cos(angleRad), Math.sin(angleRad)].map((v) => (quarter ? Math.round(v) : v))
  const rows = ROWS[along](c as number, s as number)
  const turned: Motion<F, F> = { rows, shift: point(0, 0, 0) }
  return { rows, shift: subtract(centre, turnDirection(turned, centre)) }
}

type Rows = readonly [Point<never>, Point<never>, Point<never>]
const ROWS: Readonly<Record<Axis, (c: number, s: number) => Rows>> = {
  x: (c, s) => [point(1, 0, 0), point(0, c, -s), point(0, s, c)],
  y: (c, s) => [point(c, 0, s), point(0, 1, 0), point(-s, 0, c)],
  z: (c, s) => [point(c, -s, 0), point(s, c, 0), point(0, 0, 1)],
}
