import { point, type Point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { JACKS_AT } from '../../../work/casting'
import { besideOf, type SetByFit } from '../fitted'
import { type Clamp } from '../kind'
import { byId, placed, type Work } from '../work'
import { type NestHolding } from './parameters'

/** How thick the floor and the walls of the frame are, and its screws, mm (M12 screws; common practice, no source). */
export const [FLOOR_MM, WALL_MM, SCREW_MM] = [20, 16, 12]
/** How far a screw stands out of the frame on the outside, for its lock nut and a spanner, mm. */
const NUT_MM = 22
/** How high the screws at the sides stand, as a share of the wall. */
export const SCREWS_AT = 0.6

/**
 * A casting in its nest. Setup frame: X along the travel with 0 at the middle of the work, Y back with 0 at its
 * back, Z up with 0 at the table.
 */
export interface InNest extends SetByFit {
  readonly holding: NestHolding
  /** How high the frame stands, mm. */
  readonly topMm: number
  /** Screws that push the casting against those that locate it: two from the front, one from the right. */
  readonly clamps: readonly Clamp[]
}

export function inNest(holding: NestHolding, work: Work): InNest {
  const instrument = byId(work.workshop.instruments, holding.instrument)
  const block = placed(work, (low, high) =>
    point(-(low.x + high.x) / 2, -high.y, FLOOR_MM + holding.clearance.mm - low.z),
  )
  const { high, low } = block
  const carried = JACKS_AT.map(([a, b]) =>
    point<'setup'>(low.x + a * (high.x - low.x), low.y + b * (high.y - low.y), low.z),
  )
  const z = low.z + SCREWS_AT * holding.wall.mm
  const out = holding.gap.mm + WALL_MM + NUT_MM
  const pushing = (from: Point<'setup'>, to: Point<'setup'>): Clamp => ({
    name: 'screw',
    shape: round(from, to, SCREW_MM / 2),
  })
  const { guides, stop } = besideOf(block)
  return {
    ...block,
    work,
    holding,
    instrument,
    knownMm: holding.known.mm,
    carried,
    topMm: low.z + holding.wall.mm,
    clamps: [
      ...guides.map(({ x }) => pushing(point(x, low.y - out, z), point(x, low.y, z))),
      pushing(point(high.x + out, stop.y, z), point(high.x, stop.y, z)),
    ],
  }
}
