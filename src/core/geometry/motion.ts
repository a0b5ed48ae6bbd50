import { add, cross, dot, type Frame, type Point, point, scale } from './point'
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
