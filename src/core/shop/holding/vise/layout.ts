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
}

export function inVise(holding: ViseHolding, work: Work): InVise {
  const vise = byId(work.workshop.vises, holding.vise)
  return { ...betweenJaws(vise, holding, work, () => 0), holding, vise }
}
