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
  const one = made.value[piece - 1]
  const read = (one?.values ?? []).flatMap((value) => ('requirement' in value ? [value] : []))
  // What is fitted as a whole has no reading with a sign: the gauge tells how much of the zone is used.
  const zones = prediction.requirements.flatMap(({ requirement }): readonly ReadValue[] => {
    const excess = one?.excess[requirement.id]
    const isRead = read.some((value) => value.requirement === requirement.id)
    if (isRead || excess === undefined || !('tolerance' in requirement)) return []
    // A profile is told as what is used of its whole width.
    const used = requirement.kind === 'profile' ? 2 * excess : excess
    return [{ requirement: requirement.id, value: Math.max(0, requirement.tolerance.mm + used) }]
  })
  return succeed([...read, ...zones])
}

/** What was hidden: told when somebody asks for it. */
export async function hiddenFault(runId: string): Promise<Result<Practice['faults']>> {
  const found = await findRun(runId)
  const practice = PracticeSchema.safeParse(found?.run.practice)
  return practice.success
    ? succeed(practice.data.faults)
    : fail('practice.none', 'Nothing is hidden in this run.')
}
