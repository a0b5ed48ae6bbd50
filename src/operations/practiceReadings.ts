import { makeMeasured } from '@/core/floor/steering'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { pieceState, stepsOf } from '@/core/paper/run'
import { planWay } from '@/core/plan/planning'
import { type ReadValue } from '@/core/predict/measured'
import { predictWay } from '@/core/predict/prediction'
import { findRun } from '@/db'
import { type Practice, PracticeSchema } from './practice'
import { loadRun } from './runs'

/** What would be read on a piece of the stand-in shop, as far as it is made and corrected. */
export async function practiceReadings(
  runId: string,
  piece: number,
): Promise<Result<readonly ReadValue[]>> {
  const view = await loadRun(runId)
  if (!view.ok) return view
  const found = await findRun(runId)
  const practice = PracticeSchema.safeParse(found?.run.practice)
  if (!practice.success)
    return fail('practice.none', 'This run is made at a machine: measure the piece itself.')
  const { entries, part, way, workshop } = view.value
  const prediction = predictWay(planWay(workshop, part, way))
  const { moved, next } = pieceState(stepsOf(prediction), entries, piece)
  // What the setup in hand has cut can be measured in it.
  const setups = next ? next.setupNumber : way.setups.length
  const keys = new Map(
    moved.map(({ axis, by, feature, setup }) => [
      axis ? `at ${setup}, offset ${axis}` : `at ${setup}, depth ${feature ?? ''}`,
      by,
    ]),
  )
  const made = makeMeasured(prediction.plan, {
    faults: new Map(Object.entries(practice.data.faults)),
    pieces: piece,
    seed: practice.data.seed,
    setups,
    moved: keys,
  })
  if (!made.ok) return made
  return succeed(
    (made.value[piece - 1]?.values ?? []).flatMap((value) =>
      'requirement' in value ? [value] : [],
    ),
  )
}

/** What was hidden: told when somebody asks for it. */
export async function hiddenFault(runId: string): Promise<Result<Practice['faults']>> {
  const found = await findRun(runId)
  const practice = PracticeSchema.safeParse(found?.run.practice)
  return practice.success
    ? succeed(practice.data.faults)
    : fail('practice.none', 'Nothing is hidden in this run.')
}
