import { type WayChain } from '../prediction'

const cutsOf = new WeakMap<WayChain['model'], ReadonlyMap<string, number>>()

/** The last setup, from 0, that cuts each surface. */
export function lastCuts({ model }: WayChain): ReadonlyMap<string, number> {
  const known = cutsOf.get(model)
  if (known) return known
  const cut = new Map<string, number>()
  model.stack.setups.forEach(({ cuts }, i) => cuts.forEach(({ surface }) => cut.set(surface, i)))
  cutsOf.set(model, cut)
  return cut
}
