import { decompose } from '../../ground/linalg'
import { lookFrom, scaleOf, stepped } from './fit'
import { type FitPoint, type FitSurface, type Measured, type PartInCasting } from './model'

const [MOST_ROUNDS, SETTLED_MM] = [20, 1e-7]

/** The part where every surface has about what it should have, by least squares: where a casting lies, by its skin. */
export interface Closest {
  readonly motion: PartInCasting
  /** How far the skin is off that, root mean square, mm. */
  readonly offMm: number
  /** Of its six motions, how many the points settle. */
  readonly rank: number
}

/**
 * Lays the part by points on its surfaces, all of them alike (Gauss–Newton). Flats first, since what is round
 * tells nothing from far away.
 *
 * @param from - how it lies about, its axes nearly along those of the points.
 */
export function closestTo(
  surfaces: readonly FitSurface[],
  points: readonly FitPoint[],
  from: PartInCasting,
): Closest {
  const known = new Map(surfaces.map((surface) => [surface.id, surface]))
  const measured = points.flatMap(({ at, plusMinusMm = 0, surface }): Measured[] => {
    const on = known.get(surface)
    return on ? [{ at, on, plusMinusMm }] : []
  })
  const flats = measured.filter(({ on }) => on.shape === 'plane')
  return settle(measured, settle(flats, from).motion)
}

function settle(points: readonly Measured[], from: PartInCasting): Closest {
  if (points.length === 0) return { motion: from, offMm: 0, rank: 0 }
  const scaled = scaleOf(points)
  let motion = from
  let rank = 0
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { gains } = lookFrom(motion, points, scaled)
    const rows = points.map((_, j) => Array.from(gains.subarray(6 * j, 6 * j + 6)))
    const found = decompose(rows, 6)
    rank = found.rank
    const off = offsAt(points, motion)
    const x = found.inverse.map((row) => -row.reduce((sum, w, j) => sum + w * (off[j] ?? 0), 0))
    motion = stepped(motion, x, scaled)
    if (Math.max(...x.map(Math.abs)) < SETTLED_MM) break
  }
  const off = offsAt(points, motion)
  return { motion, rank, offMm: Math.sqrt(off.reduce((sum, mm) => sum + mm * mm, 0) / off.length) }
}

/** How far the skin is off what should be there, point by point, mm. */
function offsAt(points: readonly Measured[], motion: PartInCasting): readonly number[] {
  const { slack } = lookFrom(motion, points, scaleOf(points))
  return points.map(({ on }, j) => (slack[j] ?? 0) + on.leastMm - (on.aimMm ?? on.leastMm))
}
