import { type Learned, learnFrom } from '@/core/floor/learning'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { measuredToTell, type RunEntry, stepsOf } from '@/core/paper/run'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { predictWay } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { givenIn } from './steering'

/** A run as pieces are learnt from. */
export interface LearningRun {
  readonly run: string
  readonly part: Part
  readonly way: Way
  /** As it was released. */
  readonly workshop: Workshop
  readonly pieces: number
  readonly entries: readonly RunEntry[]
  /** Of another way: its figures are learnt from, its pieces are not shown. */
  readonly isAside: boolean
}

/** What was learnt, with pieces by their run. */
export interface LearnedTold extends Omit<Learned, 'apart'> {
  /** Of the way that is shown. */
  readonly apart: readonly { readonly run: string; readonly piece: string }[]
  /** How many pieces were measured. */
  readonly pieces: number
}

/** Learns from runs; each is a batch of its own, because gear may have been set anew in between. */
export function learnFromRuns(
  runs: readonly LearningRun[],
  workshop: Workshop,
): Result<LearnedTold> {
  const made = runs.map(({ entries, isAside, part, pieces, way, workshop: then }) => {
    const plan = planWay(then, part, way)
    const steps = stepsOf(predictWay(plan))
    const measured = Array.from({ length: pieces }, (_, p) => ({
      ...measuredToTell(steps, entries, p + 1),
      done: way.setups.length,
    }))
    return { plan, isAside, pieces: measured.filter(({ values }) => values.length > 0) }
  })
  const learned = learnFrom(made, workshop)
  if (!learned.ok) return learned
  return succeed({
    ...learned.value,
    apart: learned.value.apart.flatMap(({ piece, plan }) => {
      const run = runs[plan]
      return run && !run.isAside ? [{ run: run.run, piece }] : []
    }),
    pieces: made.reduce((sum, one) => sum + one.pieces.length, 0),
  })
}

/** What a document's pieces teach, against its own workshop. */
export function learnFile(text: string, measuredText: string): Result<Learned> {
  const given = givenIn(text, measuredText)
  if (!given.ok) return given
  const { measured, plan } = given.value
  const learned = learnFrom([{ plan, pieces: measured.pieces }], plan.workshop)
  if (learned.ok && learned.value.honesty.values === 0)
    return fail('learn.none', 'Nothing was measured that tells which way it is off.')
  return learned
}
