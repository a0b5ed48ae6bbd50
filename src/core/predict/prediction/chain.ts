import { type Plan } from '../../plan/planning'
import { type Stacked, stack } from '../../chain/variation'
import { buildModel, type Model } from './buildModel'

/** How errors are handed on in a way: its sources, and what each surface and each zero has of them. */
export interface WayChain {
  readonly plan: Plan
  readonly model: Model
  readonly stacked: Stacked
}

const chains = new WeakMap<Plan, WayChain>()

/** The chain of a plan, worked out when it is first asked for: zeros need it, requirements are not judged. */
export function chainOf(plan: Plan): WayChain {
  const known = chains.get(plan)
  if (known) return known
  const model = buildModel(plan)
  const chain = { plan, model, stacked: stack(model.stack) }
  chains.set(plan, chain)
  return chain
}
