import { type Result, succeed } from '@/core/ground/issues'
import { stepsOf, type StoryLine, storyOf } from '@/core/paper/run'
import { planWay } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { type MadeBy } from './runTasks'

/** A chapter of the log of a way: a release, or a piece of a run. */
export interface LogChapter {
  readonly id: string
  readonly at: number
  readonly title: string
  /** Of a piece of a run. */
  readonly run?: { readonly id: string; readonly piece: number } | undefined
  readonly lines: readonly StoryLine[]
}

/** A run as its story is told. */
export interface ToldRun extends MadeBy {
  readonly id: string
  readonly release: number | undefined
  readonly isPractice: boolean
}

/** What happened to the pieces of some runs, each as a chapter; pieces of which nothing was entered are left out. */
export function storiesTold(runs: readonly ToldRun[]): Result<readonly LogChapter[]> {
  return succeed(
    runs.flatMap(({ entries, id, isPractice, part, pieces, release, way, workshop }) => {
      if (entries.length === 0) return []
      const prediction = predictWay(planWay(workshop, part, way))
      const steps = stepsOf(prediction)
      const kind = isPractice ? 'Practice' : 'Run'
      return Array.from({ length: pieces }, (_, i) => i + 1).flatMap((piece): LogChapter[] => {
        const lines = storyOf(prediction, steps, entries, piece)
        const [first] = lines
        if (!first) return []
        const title =
          release === undefined
            ? 'Found and ticked without a release'
            : `${kind} by release ${release}, piece ${piece} of ${pieces}`
        const run = release === undefined ? undefined : { id, piece }
        return [{ id: `${id} ${piece}`, at: first.at, title, run, lines }]
      })
    }),
  )
}
