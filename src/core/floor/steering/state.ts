import { type Belief, believedMeasure } from '../../chain/belief'
import {
  type CompiledMeasure,
  evaluate,
  type NamedSource,
  type Outcome,
} from '../../chain/variation'
import { type Steerable, type TakenAll } from '../../predict/measured'
import { type Requirement } from '../../work/part'

/** One piece with what is believed of it: what advice and further measuring start from. */
export interface PieceBelief {
  readonly way: Steerable
  readonly all: TakenAll
  readonly belief: Belief
  /** What is believed, were it each of the likely causes alone; none where nothing is suspected. */
  readonly each: readonly Belief[]
  readonly piece: number
  readonly done: number
  readonly open: readonly OpenRequirement[]
}

/** A requirement over the sources of one piece. */
export interface OpenRequirement {
  readonly requirement: Requirement
  readonly title: string
  readonly compiled: CompiledMeasure
  readonly isSettled: boolean
}

/** A requirement judged by what is believed, with knobs moved by so much. */
export const outcomeOf = (
  { compiled }: OpenRequirement,
  { belief }: Pick<PieceBelief, 'belief'>,
  sources: readonly NamedSource[] = belief.sources,
): Outcome => evaluate(believedMeasure(compiled, belief), sources)
