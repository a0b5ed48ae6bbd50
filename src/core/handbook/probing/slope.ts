import { fail, type Result, succeed } from '../../ground/issues'

/** How an edge runs against the travel, from two readings along it. */
export interface FoundSlope {
  /** From the travel towards the edge, positive from the axis that was moved along to the one that was read; rad. */
  readonly angleRad: number
  /** Three sigma, rad. */
  readonly plusMinusRad: number
  readonly per100: number
}

/**
 * Angle of an edge: the difference of two readings over the way between them.
 *
 * @param along - where the two readings were taken along the edge, mm; at least 1 mm apart.
 * @param readings - the readings across, mm, of the same instrument moving the same way.
 */
export function slopeFromTouches(
  along: readonly [number, number],
  readings: readonly [number, number],
  reads: number,
): Result<FoundSlope> {
  const way = along[1] - along[0]
  if (Math.abs(way) < 1)
    return fail(
      'slope.apart',
      'The two readings were taken at the same place. Move along the edge, the farther the better.',
      'along',
    )
  const slope = (readings[1] - readings[0]) / way
  if (Math.abs(slope) > 1)
    return fail(
      'slope.steep',
      'The readings differ by more than the way between them: that is not one edge.',
      'readings',
    )
  return succeed({
    angleRad: Math.atan(slope),
    plusMinusRad: (reads * Math.SQRT2) / Math.abs(way) / (1 + slope * slope),
    per100: slope * 100,
  })
}

/** What an angle makes over a length, mm: 0.01° over 14 in is 0.0024 in (common practice, no source). */
export const overLength = (angleRad: number, lengthMm: number): number =>
  Math.tan(angleRad) * lengthMm
