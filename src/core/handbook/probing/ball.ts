import { fail, type Result, succeed } from '../../ground/issues'
import { type Found, signOfTowards, type Touch } from './edge'

/** A ball in a spindle that leans, brought to the floor and to the wall of a corner; mm as the axes read. */
export interface BallTouches {
  /** Quill at the floor. */
  readonly floor: number
  /** Table at the wall, and which way the spindle moved over the work. */
  readonly wall: Touch
  /** Quill at the wall. */
  readonly quill: number
}

/** How a spindle leans: its unit direction upwards along the axis of the table that it leans over, and upright. */
export interface SpindleLean {
  readonly over: number
  readonly upright: number
}

/** What table and quill read with the middle of the ball in the corner. */
export interface FoundCorner {
  readonly table: Found
  readonly quill: Found
}

/**
 * Where a corner lies for a spindle that leans. A ball stands off a floor and a wall by its radius, however the
 * spindle leans; along the quill the radius over the floor counts as r / cos α, and from the wall to the corner the
 * quill takes sin α of its way along the table.
 *
 * @param tip - diameter of the ball, mm, > 0.
 * @param spindle - `upright` > 0: a spindle that lies level comes to no floor.
 * @param reads - how closely one touch repeats, ± mm.
 */
export function cornerWithBall(
  { floor, quill, wall }: BallTouches,
  tip: number,
  { over, upright }: SpindleLean,
  reads: number,
): Result<FoundCorner> {
  if (!(tip > 0))
    return fail(
      'touch.tip',
      'The ball has no diameter: half of it is what lies between its middle and wall and floor. Measure it.',
      'tip',
    )
  if (!(upright > 1e-6))
    return fail(
      'touch.level',
      'The spindle lies level: no quill brings it down to a floor.',
      'floor',
    )
  const down = floor - tip / 2 / upright
  const table = wall.at + (signOfTowards(wall.towards) * tip) / 2 + (quill - down) * over
  return succeed({
    table: { at: table, plusMinus: reads * Math.hypot(1, over, over / upright) },
    quill: { at: down, plusMinus: reads / upright },
  })
}
