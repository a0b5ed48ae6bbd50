import { point } from '../../../ground/geometry'
import { type Parallels, type Vise } from '../../workshop'
import { byId, type Placed, placed, type Work } from '../work'
import { type ViseHolding } from './parameters'

/**
 * A part as it stands in a vise. Setup frame: X along the jaw to the right with 0 at the middle of
 * the vise, Y towards the fixed jaw with 0 at its face, Z up with 0 at the bed of the vise.
 */
export interface InVise extends Placed {
  readonly work: Work
  readonly holding: ViseHolding
  readonly vise: Vise
  readonly parallels: Parallels
  /** Depth held between the jaws, mm; 0 or less when the jaws do not reach the work. */
  readonly gripMm: number
  /** Height of the work over the top of the jaws, mm. */
  readonly aboveMm: number
  /** Middles of the two parallels: at the fixed jaw, at the moving jaw. */
  readonly parallelY: readonly [number, number]
  /** Length along X in which jaws and work face each other. */
  readonly jawSpan: readonly [number, number]
  readonly stopX: number | undefined
}

export function inVise(holding: ViseHolding, work: Work): InVise {
  const vise = byId(work.workshop.vises, holding.vise)
  const parallels = byId(work.workshop.parallels, holding.parallels)
  const block = placed(work, (low, high) =>
    point(holding.shift.mm - (low.x + high.x) / 2, -high.y, parallels.height - low.z),
  )
  const { high, low } = block
  const inset = Math.min(
    parallels.thickness / 2 + 2,
    Math.max(parallels.thickness / 2, (high.y - low.y) / 4),
  )
  return {
    ...block,
    work,
    holding,
    vise,
    parallels,
    gripMm: vise.jawHeight - parallels.height,
    aboveMm: high.z - vise.jawHeight,
    parallelY: [-inset, low.y + inset],
    jawSpan: [Math.max(low.x, -vise.jawWidth / 2), Math.min(high.x, vise.jawWidth / 2)],
    stopX: holding.stop === 'none' ? undefined : holding.stop === 'left' ? low.x : high.x,
  }
}
