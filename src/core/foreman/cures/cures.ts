import { type Plan, planWay } from '../../plan/planning'
import { predictOne, predictWay } from '../../predict/prediction'
import { type LinkShare } from '../../chain/variation'
import { findingsOf } from '../findings'
import { type Way } from '../../plan/way'
import { type Change, changesOf } from './changes'

/** Something that makes a requirement's spread smaller, and how small. */
export interface Cure {
  readonly words: string
  /** The way with it done. */
  readonly way: Way
  /** The likely spread then, in the terms of `Verdict.predicted`. */
  readonly predicted: number
}

export interface Cures {
  /** The likely spread as it is. */
  readonly was: number
  /** What it would be at best, were the link gone altogether. */
  readonly atBest: number
  readonly cures: readonly Cure[]
}

/** Less gain than this part of the spread is not worth doing anything for. */
const WORTH = 0.03
const MOST = 2

/**
 * Looks for what would improve a link of a requirement's chain: everything that could be done otherwise where the link
 * comes from is tried and predicted. What makes the way forbidden is no cure.
 *
 * @yields after each thing tried, so that the caller can stop
 * @returns the best few, best first; undefined where the requirement has no figure
 */
export function* startCures(
  plan: Plan,
  requirement: string,
  link: Pick<LinkShare, 'setup' | 'share'>,
): Generator<void, Cures | undefined> {
  const now = predictOne(plan, requirement)
  const was = now?.outcome?.likely.predicted
  if (!now || was === undefined) return undefined
  const scope = plan.setups.filter(({ setup }, i) =>
    link.setup === undefined ? now.setups.includes(i) : setup.id === link.setup,
  )
  const based = scope.map((planned) => planned.indexed?.base ?? planned)
  const tried: (Cure & Pick<Change, 'subject'>)[] = []
  for (const { subject, way, words } of changesOf(plan, [...new Set(based)])) {
    const predicted = predictOne(planWay(plan.workshop, plan.part, way), requirement)?.outcome
      ?.likely.predicted
    if (predicted !== undefined && predicted < was * (1 - WORTH))
      tried.push({ subject, words, way, predicted })
    yield
  }
  const forbidden = forbids(plan)
  const cures = new Map<string, Cure>()
  for (const { subject, ...cure } of tried.sort((a, b) => a.predicted - b.predicted)) {
    if (cures.size === MOST) break
    if (cures.has(subject)) continue
    const after = forbids(planWay(plan.workshop, plan.part, cure.way))
    if ([...after].every((code) => forbidden.has(code))) cures.set(subject, cure)
    yield
  }
  return { was, atBest: was * Math.sqrt(Math.max(0, 1 - link.share)), cures: [...cures.values()] }
}

/** What forbids a way, each with its place. */
const forbids = (plan: Plan): ReadonlySet<string> =>
  new Set(
    findingsOf(predictWay(plan))
      .filter(({ severity }) => severity === 'forbids')
      .map(({ code, feature = '', setup = '' }) => `${code} ${setup} ${feature}`),
  )
