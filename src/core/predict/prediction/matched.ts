import { type Requirement } from '../../work/part'
import { type Plan } from '../../plan/planning'
import { chainOf } from './chain'
import { compiledFor } from './predictWay'

/** Cut in one setup; or in one clamping that was turned in between, so that index and centre are between them. */
export type Matched = 'one setup' | 'turned'

/**
 * Whether all that a requirement ties is cut in one clamping: it matches by itself, however the work lies in what
 * holds it. Undefined where it is not, or something of it stays as it was bought.
 */
export function matchedIn(plan: Plan, requirement: Requirement): Matched | undefined {
  const { owners, setups } = compiledFor(chainOf(plan), requirement)
  const cut = plan.states.at(-1)?.cut
  const tied = new Set(owners)
  if (tied.size < 2 || ![...tied].every((owner) => cut?.has(owner))) return undefined
  const clampings = new Set(setups.map((i) => plan.setups[i]?.indexed?.base.index ?? i))
  if (clampings.size !== 1) return undefined
  return setups.length > 1 ? 'turned' : 'one setup'
}

/** The same in words. */
export const matchedWords = (matched: Matched): string =>
  matched === 'turned'
    ? 'cut in one clamping: they match by themselves but for the turn'
    : 'cut in one clamping: they match by themselves'
