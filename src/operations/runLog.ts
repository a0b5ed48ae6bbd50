import { z } from 'zod'
import { foundZero } from '@/core/floor/offsets'
import { absent, fail, type Result, succeed } from '@/core/ground/issues'
import { readDocument } from '@/core/paper/formats'
import {
  type BodyOf,
  leavesRoom,
  matedSizes,
  type OtherWay,
  type EntryBody,
  EntryBodySchema,
  type RunEntry,
  type RunLog,
  type UnreadEntry,
} from '@/core/paper/run'
import { readStored } from '@/core/paper/stored'
import { drillingPlan, holesInSetup } from '@/core/plan/drilling'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { ensureWayRun, findDocument, findPhotos, findRun, insertEntry, listEntries } from '@/db'
import { type JobView, loadJob } from './jobs'

/** A run with all that a page needs to go on with it. */
export interface RunView extends RunLog {
  readonly id: string
  /** Number of its release; nothing where it is the way's own, made by the way as it is now. */
  readonly release: number | undefined
  readonly pieces: number
  readonly every: number
  readonly isPractice: boolean
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
}

/** A run that is made by a release. */
export type ReleasedRun = RunView & { readonly release: number }

/** A way with its job, as both are now. */
export async function wayNow(
  wayId: string,
): Promise<{ readonly job: JobView; readonly way: JobView['ways'][number] } | undefined> {
  const record = await findDocument(wayId)
  const job = record?.kind === 'way' ? await loadJob(record.jobId) : undefined
  const way = job?.ok ? job.value.ways.find((one) => one.id === wayId) : undefined
  return job?.ok && way ? { job: job.value, way } : undefined
}

export const noWay = (): Result<never> => absent('way.missing', 'This way is not there any more.')
const noRun = (): Result<never> => absent('run.missing', 'This run is not there.')

/** A run by its id; the id of a way is that of its run without a release. */
export async function loadRun(id: string): Promise<Result<RunView>> {
  const found = await findRun(id)
  if (!found?.release) {
    const now = await wayNow(id)
    if (!now) return noRun()
    const { job, way } = now
    const { workshop } = job
    const own = { id, release: undefined, pieces: 1, every: 1, isPractice: false }
    const log = found ? await runLog(id) : { entries: [], unread: [] }
    return succeed({ ...own, part: job.part.body, way: way.body, workshop, ...log })
  }
  const document = readDocument(found.release.document)
  if (!document.ok) return document
  const { part, ways, workshop } = document.value
  const [way] = ways
  if (!way) return noRun()
  const { every, pieces, practice } = found.run
  return succeed({
    id,
    release: found.release.number,
    pieces,
    every,
    isPractice: practice !== null,
    part,
    way,
    workshop,
    ...(await runLog(id)),
  })
}

/** A run of pieces that are made by a release. */
export async function releasedRun(id: string): Promise<Result<ReleasedRun>> {
  const view = await loadRun(id)
  if (!view.ok) return view
  const { release } = view.value
  return release === undefined ? noRun() : succeed({ ...view.value, release })
}

/** The other ways of a run's job, as they are now. */
export async function otherWays(wayId: string): Promise<readonly OtherWay[]> {
  const now = await wayNow(wayId)
  return (now?.job.ways ?? [])
    .filter(({ id }) => id !== wayId)
    .map(({ body }) => ({ name: body.name, way: body }))
}

/** Everything that was entered of a run, the oldest first. */
export async function runLog(id: string): Promise<RunLog> {
  const entries: RunEntry[] = []
  const unread: UnreadEntry[] = []
  for (const row of await listEntries(id)) {
    const { piece, who } = row
    const kept = { id: row.id, piece, who, at: row.happenedAt.getTime() }
    const body = readStored<EntryBody>('entry', EntryBodySchema, row)
    if (body.ok) entries.push({ ...kept, body: body.value })
    else unread.push({ ...kept, setup: zeroSetup(row.body), why: body.issues[0].sentence })
  }
  return { entries, unread }
}

/** The setup that readings of zero are of, which cannot be read beyond that. */
function zeroSetup(body: unknown): string | undefined {
  const zero = z.object({ kind: z.literal('zero'), setup: z.string() }).safeParse(body)
  return zero.success ? zero.data.setup : undefined
}

/** The format of a body whose page does not say it. */
const FORMAT_BEFORE = 6

export const EntrySchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{6,40}$/, 'must be 6 to 40 letters and digits'),
  piece: z.int().min(1).max(200),
  who: z.string().trim().min(1, 'must say who did it: a name or initials').max(60),
  at: z.int().min(0).max(8.64e15),
  body: z.unknown(),
  format: z.int().min(1).default(FORMAT_BEFORE).describe('In which the body was written.'),
})

/** Keeps what happened; sent again it is kept once. */
export async function keepEntry(
  runId: string,
  { at, format, id, piece, who, ...sent }: z.infer<typeof EntrySchema>,
): Promise<Result<RunLog>> {
  const read = readStored<EntryBody>('entry', EntryBodySchema, { body: sent.body, format })
  if (!read.ok) return read
  const body = read.value
  const view = await loadRun(runId)
  if (!view.ok) return view
  const { pieces, release } = view.value
  if (piece > pieces) return fail('entry.piece', `This run has ${pieces} pieces.`, 'piece')
  const fits = checkEntry(view.value, body)
  if (!fits.ok) return fits
  if (body.kind === 'photo' && (await findPhotos(runId, [body.photo])).length === 0)
    return fail('photo.missing', 'The picture itself did not come; take it once more.', 'photo')
  if (release === undefined) await ensureWayRun(runId, who)
  if (!(await insertEntry({ id, runId, piece, body, who, happenedAt: new Date(at) })))
    return fail('entry.id', 'This was not kept: its id belongs to another run.', 'id')
  return succeed(await runLog(runId))
}

/** Whether there is such a mate, and what was measured of it leaves room to make the size. */
function checkMate(part: Part, body: BodyOf<'mate'>): Result<true> {
  const size = matedSizes(part).find(({ id }) => id === body.requirement)
  if (!size) return fail('entry.mate', 'Nothing of this part is made to that.', 'requirement')
  return leavesRoom(part, size, body)
    ? succeed(true)
    : fail(
        'entry.mate',
        `${size.mate.name} is not known well enough for what is asked: measure it better.`,
        'plusMinus',
      )
}

/** Whether what was entered can be of the setup that it says: readings give a zero, holes are on the list. */
function checkEntry(
  { entries, part, unread, way, workshop }: RunView,
  body: EntryBody,
): Result<true> {
  if (body.kind === 'answer' || body.kind === 'withdrawn') {
    const isThere = [...entries, ...unread].some(({ id }) => id === body.entry)
    return isThere
      ? succeed(true)
      : absent('record.missing', 'What this is about is not there any more.')
  }
  if (body.kind === 'mate') return checkMate(part, body)
  if (body.kind !== 'zero' && body.kind !== 'tick' && body.kind !== 'holes') return succeed(true)
  const planned = planWay(workshop, part, way).setups.find(({ id }) => id === body.setup)
  if (!planned) return absent('setup.missing', 'This setup is not there any more.')
  if (body.kind === 'zero') {
    const found = foundZero(planned, body.record)
    return found.ok ? succeed(true) : found
  }
  if (body.kind === 'tick') {
    const stage = drillingPlan(planned).stages.find((one) => one.id === body.stage)
    const isListed = stage?.cuts.some((cut) => cut.key === body.hole) === true
    return isListed || !body.done
      ? succeed(true)
      : fail(
          'tick.not-listed',
          `Hole ${body.hole} is not on the list of this tool. Do not drill it; look at the drawing.`,
          'hole',
        )
  }
  const known = new Set(holesInSetup(planned).map((hole) => hole.key))
  const stranger = body.places.find(({ at, hole }) => at !== undefined && !known.has(hole))
  return stranger
    ? fail('measured.not-listed', `There is no hole ${stranger.hole} in this setup.`, 'places')
    : succeed(true)
}
