import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type ToePlate } from '../../workshop'
import { clampId, rowAlong, sharesAlong } from '../alongX'
import { type Clamp } from '../kind'
import { byId, type Placed, placed, type Work } from '../work'
import { type ToeHolding } from './parameters'

/**
 * A part on a plate with stops and toe clamps. Setup frame: X along the rows with 0 at the middle of the work, Y back
 * with 0 at the stops, Z up with 0 at the top of the plate.
 */
export interface OnToePlate extends Placed {
  readonly work: Work
  readonly holding: ToeHolding
  readonly plate: ToePlate
  /** Where the two stops at the back, and the clamps at the front, stand along X, mm. */
  readonly stopsX: readonly [number, number]
  readonly clampsX: readonly number[]
  /** How far clamps must push from the last hole that is free of the work; more than they can is no good, mm. */
  readonly pushMm: number
  readonly clamps: readonly Clamp[]
}

/** How wide and deep a stop or a clamp is, mm. */
export const [BODY_MM, DEEP_MM] = [20, 24]
/** The stops stand so far inside the ends of the work, as a share of its length. */
const INSIDE = 0.15

export function onToePlate(holding: ToeHolding, work: Work): OnToePlate {
  const plate = byId(work.workshop.toePlates, holding.plate)
  const block = placed(work, (low, high) => point(-(low.x + high.x) / 2, -high.y, -low.z))
  const { high, low } = block
  const [length, depth] = [high.x - low.x, high.y - low.y]
  const inside = Math.min(length / 2 - 1, Math.max(BODY_MM / 2, length * INSIDE))
  const clampsX = rowAlong(holding, block, sharesAlong(block, holding.clamps))
  const top = Math.min(plate.toe, high.z)
  return {
    ...block,
    work,
    holding,
    plate,
    stopsX: [low.x + inside, high.x - inside],
    clampsX,
    // The next step past the work: what is left to it is what the clamp must reach.
    pushMm: Math.ceil(depth / plate.step - 1e-9) * plate.step - depth,
    clamps: clampsX.map((x, i): Clamp => ({
      name: 'toe clamp',
      id: clampId(i),
      foot: point(x, low.y, top),
      shape: box(point(x - BODY_MM / 2, low.y - DEEP_MM, 0), point(x + BODY_MM / 2, low.y, top)),
    })),
  }
}
