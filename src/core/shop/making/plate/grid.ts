import { type Place } from './types'

/** A hole of the plate as it would lie without any shift. */
export interface Drilled extends Place {
  readonly radiusMm: number
  readonly name: string
}

/** Holes of a grid are tapped M8, mm (common practice, no source). */
export const GRID_HOLE_MM = 8
/** Between two holes of a plate at least this stands, mm (common practice, no source). */
export const LEAST_WEB_MM = 2
/** Shifts are tried in steps of, mm. */
const STEP_MM = 1

/** How far a place lies from the nearest middle of a grid, the first of which lies half a pitch from the corner. */
function fromGrid({ x, y }: Place, pitchMm: number): number {
  const off = (at: number): number => {
    const from = at - pitchMm / 2
    return from - Math.round(from / pitchMm) * pitchMm
  }
  return Math.hypot(off(x), off(y))
}

/** Holes that come into those of a grid when all are shifted. */
export const inGrid = (
  holes: readonly Drilled[],
  pitchMm: number,
  shift: Place,
): readonly Drilled[] =>
  holes.filter(
    ({ radiusMm, x, y }) =>
      fromGrid({ x: x + shift.x, y: y + shift.y }, pitchMm) <
      radiusMm + GRID_HOLE_MM / 2 + LEAST_WEB_MM - 1e-9,
  )

/**
 * The smallest shift, within one pitch each way, with which no hole of the plate comes into one of the grid that it
 * has already; of those with the fewest in the way where there is none.
 */
export function clearShift(holes: readonly Drilled[], pitchMm: number): Place {
  let best: { readonly shift: Place; readonly count: number } | undefined
  const steps = Math.ceil(pitchMm / STEP_MM)
  for (let sum = 0; sum <= 2 * (steps - 1); sum++)
    for (let i = Math.max(0, sum - steps + 1); i <= Math.min(sum, steps - 1); i++) {
      const shift = { x: i * STEP_MM, y: (sum - i) * STEP_MM }
      const count = inGrid(holes, pitchMm, shift).length
      if (!best || count < best.count) best = { shift, count }
      if (count === 0) return shift
    }
  return best?.shift ?? { x: 0, y: 0 }
}
