import { nanoid } from 'nanoid'
import { type FootholdFile } from '@/core/paper/formats'
import { readStored, type StoredBody } from '@/core/paper/stored'
import { absent, cutText, fail, type Result, succeed } from '@/core/ground/issues'
import { newPart, type Part, PartSchema } from '@/core/work/part'
import { type Casting, CastingSchema } from '@/core/work/casting'
import { type Way, WaySchema } from '@/core/plan/way'
import { STANDARD_WORKSHOP, type Workshop } from '@/core/shop/workshop'
import {
  type DocumentRecord,
  findJobRecord,
  insertJob,
  insertDocument,
  listDocuments,
  type NewDocument,
  readWorkshop,
  setJobArchived,
  setWayRemoved,
} from '@/db'

/** A document as the screens hold it. */
export interface Stored<Body> {
  readonly id: string
  readonly version: number
  readonly body: Body
  readonly canUndo: boolean
  readonly canRedo: boolean
}

export interface JobView {
  readonly id: string
  readonly name: string
  readonly part: Stored<Part>
  readonly ways: readonly Stored<Way>[]
  readonly castings: readonly Stored<Casting>[]
  readonly workshop: Workshop
}

const missingJob = (): Result<never> =>
  absent('job.missing', 'There is no such job; it may have been removed.')

export async function workshopOrStandard(): Promise<Workshop> {
  return (await readWorkshop()) ?? STANDARD_WORKSHOP
}

/** A document read from its row; or why this version of Foothold cannot read it. */
function stored<Body>(
  record: DocumentRecord,
  read: (row: StoredBody) => Result<Body>,
): Result<Stored<Body>> {
  const body = read(record)
  if (!body.ok) {
    const [first, ...rest] = body.issues
    const sentence = `Its ${record.kind} cannot be read by this version of Foothold: ${first.sentence} It is kept as it is.`
    return { ok: false, issues: [{ ...first, code: 'job.damaged', sentence }, ...rest] }
  }
  const { canRedo, canUndo, id, version } = record
  return succeed({ id, version, canUndo, canRedo, body: body.value })
}

export const storedPart = (record: DocumentRecord): Result<Stored<Part>> =>
  stored(record, (row) => readStored('part', PartSchema, row))
export const storedCasting = (record: DocumentRecord): Result<Stored<Casting>> =>
  stored(record, (row) => readStored('casting', CastingSchema, row))
export const storedWay = (record: DocumentRecord): Result<Stored<Way>> =>
  stored(record, (row) => readStored('way', WaySchema, row))

/** What a job holds. */
export interface JobContents {
  readonly part: Stored<Part>
  readonly ways: readonly Stored<Way>[]
  readonly castings: readonly Stored<Casting>[]
}

/** The part of a job, its ways and its castings, in order; or what of them cannot be read. */
export function contentsOf(documents: readonly DocumentRecord[]): Result<JobContents> {
  const drawn = documents.find((d) => d.kind === 'part')
  if (!drawn) return missingJob()
  const part = storedPart(drawn)
  if (!part.ok) return part
  const ways = allOf(documents, 'way', storedWay)
  if (!ways.ok) return ways
  const castings = allOf(documents, 'casting', storedCasting)
  if (!castings.ok) return castings
  return succeed({ part: part.value, ways: ways.value, castings: castings.value })
}

function allOf<Body>(
  documents: readonly DocumentRecord[],
  kind: DocumentRecord['kind'],
  read: (record: DocumentRecord) => Result<Stored<Body>>,
): Result<readonly Stored<Body>[]> {
  const found: Stored<Body>[] = []
  for (const record of documents) {
    if (record.kind !== kind) continue
    const one = read(record)
    if (!one.ok) return one
    found.push(one.value)
  }
  return succeed(found)
}

export async function loadJob(id: string): Promise<Result<JobView>> {
  const job = await findJobRecord(id)
  if (!job) return missingJob()
  const [documents, workshop] = await Promise.all([listDocuments(id), workshopOrStandard()])
  const contents = contentsOf(documents)
  return contents.ok ? succeed({ id, name: job.name, ...contents.value, workshop }) : contents
}

/** A job as one open file. */
export async function jobFile(id: string): Promise<Result<FootholdFile>> {
  const job = await loadJob(id)
  if (!job.ok) return job
  const { castings, part, ways, workshop } = job.value
  return succeed({
    workshop,
    part: part.body,
    ways: ways.map((way) => way.body),
    ...(castings.length > 0 && { castings: castings.map((casting) => casting.body) }),
  })
}

/** A way with nothing in it yet. */
export const emptyWay = (name: string): Way => ({ name, note: '', setups: [] })

/** What a new job is made of. */
export type NewJob = Pick<FootholdFile, 'part' | 'ways' | 'castings'>

function documentsOf({ castings = [], part, ways }: NewJob): readonly NewDocument[] {
  return [
    { id: nanoid(12), kind: 'part', body: part },
    ...ways.map((body): NewDocument => ({ id: nanoid(12), kind: 'way', body })),
    ...castings.map((body): NewDocument => ({ id: nanoid(12), kind: 'casting', body })),
  ]
}

export async function insertWith(
  contents: NewJob,
  { isDemo = false, gear = STANDARD_WORKSHOP }: { isDemo?: boolean; gear?: Workshop } = {},
): Promise<Result<string>> {
  const job = { id: nanoid(12), name: contents.part.name, isDemo }
  return insertJob(job, documentsOf(contents), gear)
}

const DEFAULT_BLOCK = { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } }

export async function createJob(name: string): Promise<Result<string>> {
  const part = PartSchema.safeParse(newPart(name, DEFAULT_BLOCK))
  if (!part.success) return fail('job.name', 'Give the part a name of 1 to 80 letters.', 'name')
  return insertWith({ part: part.data, ways: [emptyWay('Way A')] })
}

export async function copyJob(id: string): Promise<Result<string>> {
  const file = await jobFile(id)
  if (!file.ok) return file
  const part = { ...file.value.part, name: cutText(`${file.value.part.name} copy`, 80) }
  return insertWith({ ...file.value, part })
}

export async function archiveJob(id: string, archived: boolean): Promise<Result<string>> {
  return (await setJobArchived(id, archived ? new Date() : null)) ? succeed(id) : missingJob()
}

const WAY_LETTERS = 'ABCDEFGHIJKLMNOPQRST'

function nameOfWay(record: DocumentRecord): string {
  const way = storedWay(record)
  return way.ok ? way.value.body.name : ''
}

const tooManyWays = (): Result<never> =>
  fail('way.many', `A job has at most ${WAY_LETTERS.length} ways.`)

/** Another way to make the part: empty, or a copy of one that is there. */
export async function addWay(jobId: string, copyOf?: string): Promise<Result<string>> {
  const job = await loadJob(jobId)
  if (!job.ok) return job
  const source = job.value.ways.find((way) => way.id === copyOf)?.body
  return insertDocument(jobId, nanoid(12), 'way', (ways) => {
    if (ways.length >= WAY_LETTERS.length) return tooManyWays()
    const names = new Set(ways.map(nameOfWay))
    const letter = [...WAY_LETTERS].find((l) => !names.has(`Way ${l}`)) ?? 'Z'
    const name = `Way ${letter}`
    return succeed(source ? { ...source, name, note: `from ${source.name}` } : emptyWay(name))
  })
}

/** Removes a way; brought back it finds room among those that came meanwhile, or does not come back. */
export async function removeWay(id: string, removed: boolean): Promise<Result<string>> {
  const done = await setWayRemoved(id, removed ? new Date() : null, (way, others) => {
    if (others.length >= WAY_LETTERS.length) return tooManyWays()
    return others.some((other) => nameOfWay(other) === nameOfWay(way))
      ? fail(
          'way.same-name',
          `Another way is called “${nameOfWay(way)}” by now. Give that one another name first.`,
        )
      : succeed(true)
  })
  if (!done) return absent('way.missing', 'There is no such way; it may have been removed.')
  return done.ok ? succeed(id) : done
}
