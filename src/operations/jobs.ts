import { createHash } from 'node:crypto'
import { nanoid } from 'nanoid'
import { findingsOf } from '@/core/findings'
import { type FootholdFile, readDocumentText } from '@/core/formats'
import { fail, type Result, succeed } from '@/core/issues'
import { newPart, openQuestions, type Part, PartSchema } from '@/core/part'
import { analyse, wayVerdict } from '@/core/prediction'
import { type Way, WaySchema } from '@/core/way'
import { STANDARD_WORKSHOP, type Workshop } from '@/core/workshop'
import {
  type DocumentRecord,
  findJobRecord,
  insertDocument,
  insertJob,
  insertWorkshop,
  listDocuments,
  listJobRecords,
  type NewDocument,
  readWorkshop,
  setDocumentRemoved,
  setJobArchived,
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
  readonly workshop: Workshop
}

/** One line of the list of jobs. */
export interface JobSummary {
  readonly id: string
  readonly name: string
  readonly revision: string
  readonly archived: boolean
  readonly isDemo: boolean
  readonly touchedAt: string
  readonly ways: readonly {
    readonly id: string
    readonly name: string
    readonly note: string
    readonly setups: number
    readonly short: number
    readonly open: number
    readonly forbids: number
  }[]
  /** The next thing to do. */
  readonly next: string
  readonly part: Part
}

const missingJob = (): Result<never> =>
  fail('job.missing', 'There is no such job; it may have been removed.')

export async function workshopOrStandard(): Promise<Workshop> {
  return (await readWorkshop()) ?? STANDARD_WORKSHOP
}

function stored<Body>(record: DocumentRecord, read: (body: unknown) => Body): Stored<Body> {
  const { body, canRedo, canUndo, id, version } = record
  return { id, version, canUndo, canRedo, body: read(body) }
}

export const storedPart = (record: DocumentRecord): Stored<Part> =>
  stored(record, (body) => PartSchema.parse(body))
export const storedWay = (record: DocumentRecord): Stored<Way> =>
  stored(record, (body) => WaySchema.parse(body))

export async function loadJob(id: string): Promise<Result<JobView>> {
  const job = await findJobRecord(id)
  if (!job) return missingJob()
  const [documents, workshop] = await Promise.all([listDocuments(id), workshopOrStandard()])
  const part = documents.find((d) => d.kind === 'part')
  if (!part) return missingJob()
  return succeed({
    id,
    name: job.name,
    part: storedPart(part),
    ways: documents.filter((d) => d.kind === 'way').map(storedWay),
    workshop,
  })
}

/** A job as one open file. */
export async function jobFile(id: string): Promise<Result<FootholdFile>> {
  const job = await loadJob(id)
  if (!job.ok) return job
  const { part, ways, workshop } = job.value
  return succeed({ workshop, part: part.body, ways: ways.map((way) => way.body) })
}

export async function listJobs(): Promise<readonly JobSummary[]> {
  const [records, workshop] = await Promise.all([listJobRecords(), workshopOrStandard()])
  const stamp = createHash('sha256').update(JSON.stringify(workshop)).digest('base64')
  const summaries = await Promise.all(
    records.map(async (record): Promise<JobSummary[]> => {
      const documents = await listDocuments(record.id)
      const partRecord = documents.find((d) => d.kind === 'part')
      if (!partRecord) return []
      const drawn = storedPart(partRecord)
      const part = drawn.body
      const ways = documents
        .filter((d) => d.kind === 'way')
        .map(storedWay)
        .map((way) => ({
          id: way.id,
          name: way.body.name,
          note: way.body.note,
          setups: way.body.setups.length,
          ...verdictOf(workshop, stamp, drawn, way),
        }))
      return [
        {
          id: record.id,
          name: part.name,
          revision: part.revision,
          archived: record.archivedAt !== null,
          isDemo: record.isDemo,
          touchedAt: record.touchedAt.toISOString(),
          ways,
          next: nextThing(part, ways),
          part,
        },
      ]
    }),
  )
  return summaries.flat()
}

interface Verdict {
  readonly short: number
  readonly open: number
  readonly forbids: number
}

/** What was worked out for a version of part and way with a workshop: the same again gives the same. */
const verdicts = new Map<string, Verdict>()
const MOST_VERDICTS = 2000

function verdictOf(
  workshop: Workshop,
  stamp: string,
  part: Stored<Part>,
  way: Stored<Way>,
): Verdict {
  const key = `${part.id} ${part.version} ${way.id} ${way.version} ${stamp}`
  const known = verdicts.get(key)
  if (known) return known
  const analysis = analyse(workshop, part.body, way.body)
  const { open, short } = wayVerdict(analysis)
  const forbids = findingsOf(workshop, part.body, way.body, analysis).filter(
    (f) => f.severity === 'forbids',
  ).length
  const verdict = { short, open, forbids }
  if (verdicts.size >= MOST_VERDICTS) verdicts.clear()
  verdicts.set(key, verdict)
  return verdict
}

/** The next thing to do on a job, in words. */
function nextThing(part: Part, ways: JobSummary['ways']): string {
  const questions = openQuestions(part).length
  if (part.features.length === 0) return 'Say what is on the part'
  if (questions > 0)
    return questions === 1
      ? 'Ask the customer 1 question'
      : `Ask the customer ${questions} questions`
  if (ways.every((way) => way.setups === 0)) return 'Write down a way to make it'
  const best = [...ways].sort(
    (a, b) => a.forbids - b.forbids || a.short - b.short || a.open - b.open,
  )[0]
  if (!best || best.forbids > 0) return `Mend what forbids ${best?.name ?? 'the way'}`
  if (best.short > 0) return `${best.name}: ${best.short} short, improve the weakest link`
  if (best.open > 0) return `${best.name}: ${best.open} not settled yet`
  return `${best.name} holds: print the setup sheet`
}

/** A way with nothing in it yet. */
export const emptyWay = (name: string): Way => ({ name, note: '', setups: [] })

function documentsOf({ part, ways }: { part: Part; ways: readonly Way[] }): readonly NewDocument[] {
  return [
    { id: nanoid(12), kind: 'part', body: part },
    ...ways.map((body): NewDocument => ({ id: nanoid(12), kind: 'way', body })),
  ]
}

export async function insertWith(
  contents: { part: Part; ways: readonly Way[] },
  isDemo = false,
): Promise<string> {
  await insertWorkshop(STANDARD_WORKSHOP)
  const id = nanoid(12)
  await insertJob({ id, name: contents.part.name, isDemo }, documentsOf(contents))
  return id
}

const DEFAULT_BLOCK = { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } }

export async function createJob(name: string): Promise<Result<string>> {
  const part = PartSchema.safeParse(newPart(name, DEFAULT_BLOCK))
  if (!part.success) return fail('job.name', 'Give the part a name of 1 to 80 letters.', 'name')
  return succeed(await insertWith({ part: part.data, ways: [emptyWay('Way A')] }))
}

/** Brings a document in as a new job. Its workshop items that are not here yet are added to the workshop. */
export async function importJob(text: string): Promise<Result<string>> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  await insertWorkshop(file.value.workshop)
  return succeed(
    await insertWith({
      part: file.value.part,
      ways: file.value.ways.length > 0 ? file.value.ways : [emptyWay('Way A')],
    }),
  )
}

export async function copyJob(id: string): Promise<Result<string>> {
  const file = await jobFile(id)
  if (!file.ok) return file
  const part = { ...file.value.part, name: `${file.value.part.name} copy`.slice(0, 80) }
  return succeed(await insertWith({ part, ways: file.value.ways }))
}

export async function archiveJob(id: string, archived: boolean): Promise<Result<string>> {
  return (await setJobArchived(id, archived ? new Date() : null)) ? succeed(id) : missingJob()
}

const WAY_LETTERS = 'ABCDEFGHIJKLMNOPQRST'

/** Another way to make the part: empty, or a copy of one that is there. */
export async function addWay(jobId: string, copyOf?: string): Promise<Result<string>> {
  const job = await loadJob(jobId)
  if (!job.ok) return job
  const { ways } = job.value
  const source = ways.find((way) => way.id === copyOf)?.body
  if (ways.length >= WAY_LETTERS.length)
    return fail('way.many', `A job has at most ${WAY_LETTERS.length} ways.`)
  const letter =
    [...WAY_LETTERS].find((l) => ways.every((way) => way.body.name !== `Way ${l}`)) ?? 'Z'
  const id = nanoid(12)
  await insertDocument(
    jobId,
    id,
    'way',
    source
      ? { ...source, name: `Way ${letter}`, note: `from ${source.name}` }
      : emptyWay(`Way ${letter}`),
  )
  return succeed(id)
}

export async function removeWay(id: string, removed: boolean): Promise<Result<string>> {
  return (await setDocumentRemoved(id, removed ? new Date() : null))
    ? succeed(id)
    : fail('way.missing', 'There is no such way; it may have been removed.')
}
