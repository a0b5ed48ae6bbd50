import { type Plan } from '../../plan/planning'
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

/** How far a piece is: so many setups are done, and of the one in hand these faces and features are cut, or roughed. */
export interface Progress {
  readonly done: number
  readonly cut: ReadonlySet<string>
  readonly roughed: ReadonlySet<string>
}

/** The rough cut of a face or feature before its last one, where both are made in one setup. */
export function roughCutOf({ setups }: Plan, owner: string): RoughCut | undefined {
  const last = setups.findLast(({ setup }) => setup.ops.some((op) => op.feature === owner))
  const rough = last?.setup.ops.findLast((op) => op.feature === owner && op.pass === 'rough')
  const isFinished = last?.setup.ops.some((op) => op.feature === owner && op.pass === 'finish')
  return last && rough && isFinished ? { setup: last.id, leaveMm: rough.leave.mm } : undefined
}

export interface RoughCut {
  readonly setup: string
  /** What it leaves on, mm. */
  readonly leaveMm: number
}

/** Whether a face or feature has all its cuts; one that is never cut has. */
export function isMade(
  { plan: { states } }: WayChain,
  { cut, done }: Pick<Progress, 'cut' | 'done'>,
  owner: string,
): boolean {
  const last = states[states.length - 1]?.cut.get(owner)?.setup ?? -1
  return last < done || (last === done && cut.has(owner))
}

/** Whether a surface has all its cuts. */
export const isSurfaceMade = (chain: WayChain, progress: Progress, surface: string): boolean =>
  isMade(chain, progress, chain.plan.surfaces.get(surface)?.owner ?? surface)
