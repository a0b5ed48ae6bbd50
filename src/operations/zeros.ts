import { type Anchor, type RecordsBySetup } from '@/core/floor/offsets'
import { anchorOfFixture } from '@/core/floor/register'
import { type Result, succeed } from '@/core/ground/issues'
import { type FootholdFile } from '@/core/paper/formats'
import { zerosOf } from '@/core/paper/run'
import { listRegister } from './fixtures'
import { jobFile, loadJob } from './jobs'
import { loadRun, runLog } from './runLog'

/** Vises of the register whose numbers may be trusted now. */
export async function registerAnchors(): Promise<readonly Anchor[]> {
  return (await listRegister()).flatMap(({ fixture, standing }) => {
    const anchor = standing.kind === 'trusted' ? anchorOfFixture(fixture) : undefined
    return anchor ? [anchor] : []
  })
}

/** Readings of zero that were kept of a way without a release. */
export async function wayZeros(wayId: string): Promise<RecordsBySetup> {
  return zerosOf(await runLog(wayId), 1)
}

/** What is written out, and what was found of its zeros. */
export interface FoundWork {
  readonly file: FootholdFile
  readonly records: RecordsBySetup
  readonly register: readonly Anchor[]
}

/** A job with what was found in one of its ways, the first when none is named, and what the register knows. */
export async function jobWork(jobId: string, wayName?: string): Promise<Result<FoundWork>> {
  const file = await jobFile(jobId)
  if (!file.ok) return file
  const job = await loadJob(jobId)
  const ways = job.ok ? job.value.ways : []
  const way = wayName === undefined ? ways[0] : ways.find((w) => w.body.name === wayName)
  const records = way ? await wayZeros(way.id) : {}
  return succeed({ file: file.value, records, register: await registerAnchors() })
}

/** What a run is made by, with what was found for a piece of it. */
export async function runWork(runId: string, piece: number): Promise<Result<FoundWork>> {
  const run = await loadRun(runId)
  if (!run.ok) return run
  const { part, way, workshop } = run.value
  return succeed({
    file: { part, ways: [way], workshop },
    records: zerosOf(run.value, piece),
    register: await registerAnchors(),
  })
}
