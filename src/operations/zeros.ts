import { anchorOfFixture } from '@/core/floor/register'
import { FORMAT, readStored } from '@/core/paper/stored'
import { absent, fail, type Result, succeed } from '@/core/ground/issues'
import { type Anchor, foundZero, type RecordsBySetup, ZeroRecordSchema } from '@/core/floor/offsets'
import { insertZeroRecord, listZeroRecords, setZeroRecordWithdrawn } from '@/db'
import { listRegister } from './fixtures'
import { setupNow } from './holes'
import { loadJob } from './jobs'

/** Readings of a way by setup; what cannot be read is among them, with the reason. */
export async function zeroRecords(wayId: string): Promise<RecordsBySetup> {
  const bySetup: Record<string, RecordsBySetup[string][number][]> = {}
  for (const row of await listZeroRecords(wayId)) {
    const record = readStored('reading', ZeroRecordSchema, { body: row.record, format: row.format })
    const list = (bySetup[row.setupId] ??= [])
    list.push({
      id: row.id,
      who: row.who,
      takenAt: row.takenAt.toISOString(),
      ...(record.ok ? { record: record.value } : { unread: record.issues[0].sentence }),
    })
  }
  return bySetup
}

/** Vises of the register whose numbers may be trusted now. */
export async function registerAnchors(): Promise<readonly Anchor[]> {
  return (await listRegister()).flatMap(({ fixture, standing }) => {
    const anchor = standing.kind === 'trusted' ? anchorOfFixture(fixture) : undefined
    return anchor ? [anchor] : []
  })
}

/** Keeps readings when they give a zero; what gives none is told and not kept. */
export async function keepZero(
  wayId: string,
  setupId: string,
  kept: {
    readonly id: string
    readonly who: string
    readonly record: unknown
    readonly format?: number
  },
): Promise<Result<RecordsBySetup>> {
  const record = readStored('reading', ZeroRecordSchema, {
    body: kept.record,
    format: kept.format ?? FORMAT,
  })
  if (!record.ok) return record
  const now = await setupNow(wayId, setupId)
  if (!now.ok) return now
  const found = foundZero(now.value, record.value)
  if (!found.ok) return found
  const { id, who } = kept
  if (!(await insertZeroRecord({ id, who, record: record.value, wayId, setupId })))
    return fail(
      'record.id',
      'These readings were not kept: their id belongs to another setup. Send them with a new one.',
      'id',
    )
  return succeed(await zeroRecords(wayId))
}

/** Withdraws readings, or puts them in again. */
export async function withdrawZero(
  wayId: string,
  id: string,
  withdrawn: boolean,
): Promise<Result<RecordsBySetup>> {
  const done = await setZeroRecordWithdrawn(wayId, id, withdrawn ? new Date() : null)
  return done
    ? succeed(await zeroRecords(wayId))
    : absent('record.missing', 'These readings are not there any more.')
}

/** What was found in a way of a job, the first when none is named, and what the register knows. */
export async function wayWork(
  jobId: string,
  wayName?: string,
): Promise<{ readonly records: RecordsBySetup; readonly register: readonly Anchor[] }> {
  const job = await loadJob(jobId)
  const ways = job.ok ? job.value.ways : []
  const way = wayName === undefined ? ways[0] : ways.find((w) => w.body.name === wayName)
  return {
    records: way ? await zeroRecords(way.id) : {},
    register: await registerAnchors(),
  }
}
