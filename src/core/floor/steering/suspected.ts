import { type Belief, believe, explain, type Explained } from '../../chain/belief'
import { figuresOf, type NamedSource } from '../../chain/variation'
import { type Result, succeed } from '../../ground/issues'
import { type Plan } from '../../plan/planning'
import { chainOf } from '../../predict/prediction'
import {
  anewOf,
  type MeasuredPiece,
  seatedAnew,
  type Steerable,
  steerable,
  type TakenAll,
  takenOf,
} from '../../predict/measured'
import { suspectsOf } from './candidates'
import { type Suspect } from './suspect'

/** What is believed of several pieces, and what is suspected where they are not as a sound shop makes them. */
export interface Suspected {
  readonly way: Steerable
  readonly all: TakenAll
  readonly belief: Belief
  readonly suspects: readonly Suspect[]
  /** Undefined where what was measured is no surprise. */
  readonly explained: Explained | undefined
  /** What is believed, were it each of the likely explanations alone; none where nothing is suspected. */
  readonly each: readonly Belief[]
}

/** So many standard deviations more than expected is a surprise (no source). */
const SURPRISED = 2

/** An explanation is looked at by itself from this probability on. */
const LIKELY = 0.08

/**
 * Conditions the sources by what was measured. What is usual does not explain a fault: conditioned as it is, it would
 * be laid on everything a little, and on what comes again in later setups. So where there is a surprise, what may
 * be to blame is widened first by as much, in the measure of how probable that is.
 *
 * @returns `measured.*` issues when a value names what is not there.
 */
export function beliefOf(plan: Plan, measured: readonly MeasuredPiece[]): Result<Suspected> {
  const way = seatedAnew(steerable(chainOf(plan)), anewOf(measured))
  const all = takenOf(way.chain, measured)
  if (!all.ok) return all
  const observed = all.value.taken.flatMap((one) => one.observed ?? [])
  const { sources } = all.value.pieces
  const plain = believe(sources, observed)
  const base = { way, all: all.value }
  const count = observed.length
  if (plain.surprise <= count + SURPRISED * Math.sqrt(2 * count))
    return succeed({ ...base, belief: plain, suspects: [], explained: undefined, each: [] })
  const suspects = suspectsOf(all.value)
  const explained = explain(sources, observed, suspects)
  const belief = believe(widened(sources, suspects, explained), observed)
  const likely = explained.explanations
    .filter(({ probability }) => probability >= LIKELY)
    .slice(0, 4)
  const each = likely.map((one) => {
    const alone = { ...explained, explanations: [{ ...one, probability: 1 }] }
    return believe(widened(sources, suspects, alone), observed)
  })
  return succeed({ ...base, belief, suspects, explained, each })
}

/** Sources with what they are suspected of added to their spread. */
function widened(
  sources: readonly NamedSource[],
  suspects: readonly Suspect[],
  { explanations }: Explained,
): readonly NamedSource[] {
  const more = new Map<number, number>()
  for (const { of, probability, sizes } of explanations)
    of.forEach((j, k) => {
      const square = probability * (sizes[k] ?? 0) ** 2
      for (const at of suspects[j]?.moves ?? []) more.set(at, (more.get(at) ?? 0) + square)
    })
  const { mean, sigma } = figuresOf(sources)
  return sources.map((source, i): NamedSource => {
    const square = more.get(i)
    if (!square) return source
    return {
      ...source,
      distribution: 'normal',
      offset: mean[i] as number,
      plusMinus: 3 * Math.sqrt((sigma[i] as number) ** 2 + square),
    }
  })
}
