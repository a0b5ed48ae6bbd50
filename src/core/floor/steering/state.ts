import { type Belief, believedMeasure } from '../../chain/belief'
import { type CompiledMeasure, evaluateLikely, type Verdict } from '../../chain/variation'
import {
  type MeasuredPiece,
  type Progress,
  type Steerable,
  type TakenAll,
} from '../../predict/measured'
import { type Requirement } from '../../work/part'

/** One piece with what is believed of it: what advice and further measuring start from. */
export interface PieceBelief {
  readonly way: Steerable
  readonly all: TakenAll
  readonly belief: Belief
  /** What is believed, were it each of the likely causes alone; none where nothing is suspected. */
  readonly each: readonly Belief[]
  readonly piece: number
  readonly progress: Progress
  readonly open: readonly OpenRequirement[]
}

/** A requirement over the sources of one piece. */
export interface OpenRequirement {
  readonly requirement: Requirement
  readonly title: string
  readonly compiled: CompiledMeasure
  readonly isSettled: boolean
}

const verdicts = new WeakMap<Belief, WeakMap<CompiledMeasure, Verdict>>()

/** A requirement judged by what is believed, once. */
export function likelyOf(
  { compiled }: Pick<OpenRequirement, 'compiled'>,
  { belief }: Pick<PieceBelief, 'belief'>,
): Verdict {
  const all = verdicts.get(belief) ?? new WeakMap<CompiledMeasure, Verdict>()
  verdicts.set(belief, all)
  const found =
    all.get(compiled) ?? evaluateLikely(believedMeasure(compiled, belief), belief.sources)
  all.set(compiled, found)
  return found
}

/** How far a piece is: as told, or up to the last setup that cut something measured. */
export function progressOf(
  { taken }: TakenAll,
  { cut = [], done, roughed = [] }: MeasuredPiece,
  piece: number,
): Progress {
  const last = Math.max(-1, ...taken.filter((one) => one.piece === piece).map(({ after }) => after))
  return {
    done: done ?? last + 1,
    cut: new Set(done === undefined ? [] : cut),
    roughed: new Set(done === undefined ? [] : roughed),
  }
}
