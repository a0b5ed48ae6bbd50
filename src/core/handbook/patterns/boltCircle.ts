import { type PlanePoint } from '../../ground/geometry'

/** Holes on a circle about the origin. */
export interface BoltCircle {
  readonly count: number
  readonly radiusMm: number
  /** From X towards Y. */
  readonly firstRad: number
  /** Part circle: the angle from the first to the last hole; a full circle when left out. */
  readonly sweepRad?: number | undefined
  /** Arc: the straight distance from hole to hole, instead of a sweep. */
  readonly chordMm?: number | undefined
}

/** Angle from one hole to the next, rad; a chord longer than the circle is wide gives NaN. */
export function boltCircleStepRad({ chordMm, count, radiusMm, sweepRad }: BoltCircle): number {
  if (chordMm !== undefined) return 2 * Math.asin(chordMm / (2 * radiusMm))
  if (sweepRad === undefined || Math.abs(sweepRad) >= 2 * Math.PI - 1e-9) {
    return (Math.sign(sweepRad ?? 1) * 2 * Math.PI) / count
  }
  return count > 1 ? sweepRad / (count - 1) : 0
}

/** Centres of the holes of a bolt circle, part circle or arc, mm about its middle, in order. */
export function boltCirclePoints(circle: BoltCircle): readonly PlanePoint[] {
  const step = boltCircleStepRad(circle)
  return Array.from({ length: circle.count }, (_, i) => ({
    x: circle.radiusMm * Math.cos(circle.firstRad + i * step),
    y: circle.radiusMm * Math.sin(circle.firstRad + i * step),
  }))
}

/** Straight distance between neighbouring holes, mm. */
export const boltCircleChordMm = (circle: BoltCircle): number =>
  2 * circle.radiusMm * Math.abs(Math.sin(boltCircleStepRad(circle) / 2))
