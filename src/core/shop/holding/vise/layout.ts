import { type Vise } from '../../workshop'
import { betweenJaws, type Jawed } from '../jawed'
import { byId, type Work } from '../work'
import { type ViseHolding } from './parameters'

/**
 * A part as it stands in a vise. Setup frame: X along the jaw to the right with 0 at the middle of
 * the vise, Y towards the fixed jaw with 0 at its face, Z up with 0 at the bed of the vise.
 */
export interface InVise extends Jawed {
  readonly holding: ViseHolding
  readonly vise: Vise
  /** What stands about the work: of two in line from the end of one to the far end of the other. */
  readonly jaws: Vise
  /** Middles of the vises along X: one, or two in line. */
  readonly middles: readonly number[]
}

export function inVise(holding: ViseHolding, work: Work): InVise {
  const vise = byId(work.workshop.vises, holding.vise)
  const apart = holding.apart?.mm ?? 0
  const jaws = { ...vise, jawWidth: vise.jawWidth + apart }
  return {
    ...betweenJaws(jaws, holding, work, () => 0),
    holding,
    vise,
    jaws,
    middles: apart > 0 ? [-apart / 2, apart / 2] : [0],
  }
}
