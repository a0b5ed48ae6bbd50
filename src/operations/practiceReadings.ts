import { fail, type Result, succeed } from '@/core/ground/issues'
import { type ReadValue } from '@/core/predict/measured'
import { findRun } from '@/db'
import { practiceReadingsOf } from './backroom'
import { type Practice, PracticeSchema } from './hidden'
import { releasedRun } from './runLog'

/** What would be read on a piece of the stand-in shop, as far as it is made and corrected. */
export async function practiceReadings(
  runId: string,
  piece: number,
): Promise<Result<readonly ReadValue[]>> {
  const view = await releasedRun(runId)
  if (!view.ok) return view
  const found = await findRun(runId)
  const practice = PracticeSchema.safeParse(found?.run.practice)
  if (!practice.success)
    return fail('practice.none', 'This run is made at a machine: measure the piece itself.')
  return practiceReadingsOf(view.value, piece, practice.data)
}

/** What was hidden: told when somebody asks for it. */
export async function hiddenFault(runId: string): Promise<Result<Practice['faults']>> {
  const found = await findRun(runId)
  const practice = PracticeSchema.safeParse(found?.run.practice)
  return practice.success
    ? succeed(practice.data.faults)
    : fail('practice.none', 'Nothing is hidden in this run.')
}
