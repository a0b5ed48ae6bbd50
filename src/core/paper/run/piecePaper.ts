import { planWay } from '../../plan/planning'
import { type Way } from '../../plan/way'
import { predictWay } from '../../predict/prediction'
import { type Workshop } from '../../shop/workshop'
import { type Part } from '../../work/part'
import { type CheckLine, checkSheet } from './checkSheet'
import { pieceState } from './entries'
import { type RunEntry } from './log'
import { withMates } from './mates'
import { type OtherWay, plannedTimes, savedBy } from './planned'
import { stepsOf } from './steps'
import { storyOf, type StoryLine } from './story'
import { timeInAll, timesOf } from './times'

/** Everything that is told of a piece on paper, on screen and in print alike. */
export interface PiecePaper {
  readonly lines: readonly CheckLine[]
  /** What each setup took beside its plan. */
  readonly times: readonly string[]
  /** All of it together, and what another way would have saved. */
  readonly sums: readonly string[]
  readonly story: readonly StoryLine[]
}

/** By what a piece was made, what was entered of it, and the other ways of its job. */
export interface MadePaper {
  readonly workshop: Workshop
  readonly part: Part
  readonly way: Way
  readonly entries: readonly RunEntry[]
  readonly others: readonly OtherWay[]
}

export function piecePaper(
  { entries, others, part, way, workshop }: MadePaper,
  piece: number,
): PiecePaper {
  const prediction = predictWay(planWay(workshop, withMates(part, entries, piece), way))
  const steps = stepsOf(prediction)
  const times = timesOf(prediction, steps, entries, piece)
  return {
    lines: checkSheet(prediction, steps, pieceState(steps, entries, piece)),
    times: times.map(({ words }) => words),
    sums: [timeInAll(times), ...savedBy(workshop, part, plannedTimes(prediction), others)],
    story: storyOf(prediction, steps, entries, piece),
  }
}
