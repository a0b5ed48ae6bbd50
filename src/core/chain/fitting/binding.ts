import { freeOf, type Held, lookFrom, scaleOf } from './fit'
import { type Measured, type PartInCasting } from './model'
import { type Solve } from './program'

/** A limit that holds the part where it is. */
export interface Binding {
  /** Number of the point. */
  readonly point: number
  readonly limit: 'least' | 'most'
  /** What the smallest slack gains for each mm by which this limit is eased, 0 to 1. */
  readonly gain: number
}

/** Points further from the smallest slack than this bind nothing, mm. */
const NEAR_MM = 1e-4
const SMALLEST_GAIN = 1e-6

/** Which limits bind at a best place, and what each of them costs: the duals of the program there. */
export function bindingAt(
  points: readonly Measured[],
  held: Held,
  solve: Solve,
  motion: PartInCasting,
  smallestMm: number,
): readonly Binding[] {
  const scaled = scaleOf(points)
  const { gains, slack, upper } = lookFrom(motion, points, scaled)
  const near: { point: number; limit: Binding['limit'] }[] = []
  points.forEach((_, j) => {
    if ((slack[j] as number) < smallestMm + NEAR_MM) near.push({ point: j, limit: 'least' })
    if ((upper[j] as number) < NEAR_MM) near.push({ point: j, limit: 'most' })
  })
  const of = (j: number, sign: number): readonly number[] =>
    [0, 1, 2, 3, 4, 5].map((k) => sign * (gains[6 * j + k] as number))
  const reach = freeOf(held).map((free) => (free ? scaled.sizeMm : 0))
  const solved = solve({
    aim: [0, 0, 0, 0, 0, 0, 1],
    rows: near.map(({ limit, point }) =>
      limit === 'least'
        ? { of: [...of(point, 1), -1], low: smallestMm - (slack[point] as number) }
        : { of: [...of(point, -1), 0], low: -Math.max(0, upper[point] as number) },
    ),
    low: [...reach.map((r) => -r), -Infinity],
    high: [...reach, Infinity],
  })
  return near
    .map((one, i) => ({ ...one, gain: solved?.duals[i] ?? 0 }))
    .filter(({ gain }) => gain > SMALLEST_GAIN)
    .sort((a, b) => b.gain - a.gain)
}

/** How well the smallest slack is known, ± mm: what binds hands on how well its points are known. */
export const uncertaintyOf = (points: readonly Measured[], binding: readonly Binding[]): number =>
  Math.hypot(...binding.map(({ gain, point }) => gain * (points[point]?.plusMinusMm ?? 0)))
