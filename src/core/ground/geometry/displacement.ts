import { cross, dot, type Frame, type Point, point } from './point'

/**
 * A small rigid displacement ξ = (ρ, τ): rotation in rad about the frame's axes, then translation
 * in mm, as six numbers. A point p moves by τ + ρ × p.
 */
export type Six = readonly [number, number, number, number, number, number]

export const ZERO_SIX: Six = [0, 0, 0, 0, 0, 0]

/** The row g(p, n) = [(p × n)ᵀ nᵀ]: g·ξ is how far ξ moves point p along the unit normal n, mm. */
export function contactRow<F extends Frame>(at: Point<F>, normal: Point<F>): Six {
  const turning = cross(at, normal)
  return [turning.x, turning.y, turning.z, normal.x, normal.y, normal.z]
}

/** The row that reads the rotation of ξ about a unit direction, rad. */
export const rotationRow = <F extends Frame>(direction: Point<F>): Six => [
  direction.x,
  direction.y,
  direction.z,
  0,
  0,
  0,
]

/** ξ of a rotation by `angle` rad about the axis through `at` along unit `direction`. */
export function rotationAbout<F extends Frame>(at: Point<F>, direction: Point<F>, angle = 1): Six {
  const shift = cross(at, direction)
  return [
    direction.x * angle,
    direction.y * angle,
    direction.z * angle,
    shift.x * angle,
    shift.y * angle,
    shift.z * angle,
  ]
}

/** ξ of a pure shift, mm. */
export const translation = <F extends Frame>(shift: Point<F>): Six => [
  0,
  0,
  0,
  shift.x,
  shift.y,
  shift.z,
]

/** How far ξ moves a point: τ + ρ × p. */
export function displacementAt<F extends Frame>(six: Six, at: Point<F>): Point<F> {
  const turned = cross<F>(point(six[0], six[1], six[2]), at)
  return point(six[3] + turned.x, six[4] + turned.y, six[5] + turned.z)
}

export const dotSix = (row: Six, six: Six): number =>
  row[0] * six[0] +
  row[1] * six[1] +
  row[2] * six[2] +
  row[3] * six[3] +
  row[4] * six[4] +
  row[5] * six[5]

export const addSix = (a: Six, b: Six, factor = 1): Six => [
  a[0] + b[0] * factor,
  a[1] + b[1] * factor,
  a[2] + b[2] * factor,
  a[3] + b[3] * factor,
  a[4] + b[4] * factor,
  a[5] + b[5] * factor,
]

export const scaleSix = (a: Six, factor: number): Six => addSix(ZERO_SIX, a, factor)

/** The line of motion of a small displacement, for saying it in words. */
export interface Screw<F extends Frame> {
  readonly turns: Point<F>
  readonly shifts: Point<F>
  /** A point on the axis of turning nearest the origin, when it turns at all. */
  readonly axisPoint: Point<F> | undefined
}

/** Splits ξ into its turning and shifting parts, and finds where its axis lies. */
export function screwOf<F extends Frame>(six: Six): Screw<F> {
  const turns = point<F>(six[0], six[1], six[2])
  const shifts = point<F>(six[3], six[4], six[5])
  const square = dot(turns, turns)
  return {
    turns,
    shifts,
    axisPoint: square > 1e-18 ? scaleBy(cross(turns, shifts), 1 / square) : undefined,
  }
}

const scaleBy = <F extends Frame>(a: Point<F>, factor: number): Point<F> =>
  point(a.x * factor, a.y * factor, a.z * factor)
