import { type Point } from '../../ground/geometry'
import { type Side } from '../part'
import { type Casting, type MeasuredPoint, type Stand } from './schema'

/** An id that none of those has. */
export function freeId(taken: readonly { readonly id: string }[], stem: string): string {
  const ids = new Set(taken.map(({ id }) => id))
  let number = taken.length + 1
  while (ids.has(`${stem}${number}`)) number++
  return `${stem}${number}`
}

/** A touch of a ball on a face of the casting, in axes along those of the part. */
export interface Touch {
  readonly surface: string
  readonly at: Point<'part'>
  readonly diameterMm: number
  /** Out of the face, where that is known. */
  readonly way: Point<'part'> | undefined
}

/** Where touches go: the stand of that name, begun where there is none. */
export interface TakenIn {
  readonly name: string
  /** The face that had been cut before. */
  readonly since: Side | undefined
  /** The stand of the same clamping before that. */
  readonly with: string | undefined
}

const MOST_STANDS = 12

/** The casting with one more point; unchanged where it has no room for another stand. */
export function withTouch(
  casting: Casting,
  { name, since, with: before }: TakenIn,
  touch: Touch,
): Casting {
  const { stands } = casting
  const known = stands.find((one) => one.name === name && one.since === since)
  const clamped = stands.find((one) => one.name === before && one.points.length > 0)
  if (!known && stands.length >= MOST_STANDS) return casting
  const stand: Stand = known ?? {
    id: freeId(stands, 'stand-'),
    name,
    ...(since && { since }),
    ...(clamped && { with: clamped.id }),
    points: [],
  }
  const { at, diameterMm, surface, way } = touch
  const one: MeasuredPoint = {
    id: freeId(stand.points, 'p'),
    surface,
    at: { x: at.x, y: at.y, z: at.z },
    ball: { diameter: diameterMm, ...(way && { way: { x: way.x, y: way.y, z: way.z } }) },
  }
  const taken = { ...stand, points: [...stand.points, one] }
  return {
    ...casting,
    stands: known
      ? stands.map((other) => (other.id === stand.id ? taken : other))
      : [...stands.filter(({ points }) => points.length > 0), taken],
  }
}
