import { point, type Point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { type Plate } from '../../workshop'
import { clampId, rowAlong, sharesAlong } from '../alongX'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, type Work } from '../work'
import { type EdgePlateHolding } from './parameters'

/**
 * A part against dowels on a plate. Setup frame: X along the dowels with 0 at the end stop, Y back with 0 at the dowels
 * there, Z up with 0 at the top of the rests.
 */
export interface AgainstDowels extends Placed {
  readonly work: Work
  readonly holding: EdgePlateHolding
  readonly plate: Plate
  /** Middles of the two dowels at the back, and of the one at the end. */
  readonly back: readonly [Point<'setup'>, Point<'setup'>]
  readonly end: Point<'setup'>
  /** Middles of the screws of the edge clamps. */
  readonly screws: readonly Point<'setup'>[]
  /** Dowels and clamps reach so far over the rests: under the top of the work, mm. */
  readonly reachMm: number
  readonly clamps: readonly Clamp[]
}

/** An edge clamp: a screw of M8 with a head that stands off its middle (common practice, no source). */
export const EDGE_CLAMP = { thread: 'M8', headMm: 20, pushesMm: 0.8 } as const
/** Dowels stand so far inside the ends of the work, as a share of its length. */
const INSIDE = 0.15
/** Dowels and clamps reach so far up the work, and no further than, mm (common practice, no source). */
const [UP, MOST_UP_MM] = [0.5, 12]

export function againstDowels(holding: EdgePlateHolding, work: Work): AgainstDowels {
  const isLeft = holding.stop === 'left'
  const block = placed(work, (low, high) => point(isLeft ? -low.x : -high.x, -high.y, -low.z))
  const { high, low } = block
  const radius = holding.dowel.mm / 2
  const [length, middleY] = [high.x - low.x, (low.y + high.y) / 2]
  const reachMm = Math.min(MOST_UP_MM, UP * high.z)
  const inside = Math.min(length / 2 - 0.1, Math.max(radius, length * INSIDE))
  const screws = rowAlong(holding, block, sharesAlong(block, holding.clamps)).map((x) =>
    point<'setup'>(x, low.y - EDGE_CLAMP.headMm / 2, 0),
  )
  return {
    ...block,
    work,
    holding,
    plate: byId(work.workshop.plates, holding.plate),
    back: [point(low.x + inside, radius, 0), point(high.x - inside, radius, 0)],
    end: point(isLeft ? -radius : radius, middleY, 0),
    screws,
    reachMm,
    clamps: screws.map((at, i): Clamp => ({
      name: 'edge clamp',
      id: clampId(i),
      foot: point(at.x, low.y, reachMm),
      shape: round(at, point(at.x, at.y, reachMm), EDGE_CLAMP.headMm / 2),
    })),
  }
}
