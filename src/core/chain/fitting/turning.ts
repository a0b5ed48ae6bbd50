import {
  add,
  composeMotions,
  cross,
  norm,
  type Motion,
  point,
  type Point,
  scale,
  subtract,
  turnDirection,
} from '../../ground/geometry'

/** The exact motion of a shift and a turn about a place: right hand, by as many radians as the turn is long. */
export function movedBy(
  centre: Point<'casting'>,
  shift: Point<'casting'>,
  turn: Point<'casting'>,
): Motion<'casting', 'casting'> {
  const angle = norm(turn)
  const [x, y, z] = UNITS.map((unit) => turned(unit, turn, angle)) as [
    Point<'casting'>,
    Point<'casting'>,
    Point<'casting'>,
  ]
  const rows: Motion<'casting', 'casting'>['rows'] = [
    point(x.x, y.x, z.x),
    point(x.y, y.y, z.y),
    point(x.z, y.z, z.z),
  ]
  const about: Motion<'casting', 'casting'> = { rows, shift: point(0, 0, 0) }
  return { rows, shift: add(shift, subtract(centre, turnDirection(about, centre))) }
}

const UNITS = [point<'casting'>(1, 0, 0), point<'casting'>(0, 1, 0), point<'casting'>(0, 0, 1)]

/** Rodrigues' formula. */
function turned(v: Point<'casting'>, turn: Point<'casting'>, angle: number): Point<'casting'> {
  if (angle < 1e-300) return v
  const k = scale(turn, 1 / angle)
  const across = cross(k, v)
  return add(add(v, scale(across, Math.sin(angle))), scale(cross(k, across), 1 - Math.cos(angle)))
}

/** The turn that a motion makes, as an axis as long as its angle, rad: less than half a turn. */
export function turnOf({ rows: [x, y, z] }: Motion<'casting', 'part'>): Point<'casting'> {
  const twice = point<'casting'>(z.y - y.z, x.z - z.x, y.x - x.y)
  const [sine, cosine] = [norm(twice) / 2, (x.x + y.y + z.z - 1) / 2]
  const angle = Math.atan2(sine, cosine)
  return sine < 1e-15 ? point(0, 0, 0) : scale(twice, angle / (2 * sine))
}

/** A motion followed by another, its rows made square again: many small steps would bend them. */
export function after(
  step: Motion<'casting', 'casting'>,
  motion: Motion<'casting', 'part'>,
): Motion<'casting', 'part'> {
  const { rows, shift } = composeMotions(step, motion)
  const x = scale(rows[0], 1 / norm(rows[0]))
  const z = cross(x, rows[1])
  const square = scale(z, 1 / norm(z))
  return { rows: [x, cross(square, x), square], shift }
}
