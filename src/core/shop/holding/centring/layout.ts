import { type CentringVise } from '../../workshop'
import { betweenJaws, type Jawed } from '../jawed'
import { byId, type Work } from '../work'
import { type CentringHolding } from './parameters'

/**
 * A part as it stands in a centring vise. Setup frame: X along the jaws to the right with 0 at the middle of
 * the vise, Y back with 0 half-way between the jaws, Z up with 0 at the bed of the vise.
 */
export interface InCentringVise extends Jawed {
  readonly holding: CentringHolding
  readonly vise: CentringVise
}

export function inCentringVise(holding: CentringHolding, work: Work): InCentringVise {
  const vise = byId(work.workshop.centringVises, holding.vise)
  return { ...betweenJaws(vise, holding, work, (depth) => depth / 2), holding, vise }
}
