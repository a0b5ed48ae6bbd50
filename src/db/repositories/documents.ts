import { and, asc, eq, inArray, isNull, max } from 'drizzle-orm'
import { FORMAT } from '@/core/paper/stored'
import { isSame, type Result, succeed } from '@/core/ground/issues'
import { database, type Transaction } from '../client'
import { documents, documentVersions, jobs } from '../schema'

export type DocumentKind = 'part' | 'way' | 'casting'

export interface DocumentRecord {
  readonly id: string
  readonly jobId: string
  readonly kind: DocumentKind
  readonly version: number
  readonly body: unknown
  /** In which format the body was written. */
  readonly format: number
  readonly canUndo: boolean
  readonly canRedo: boolean
  readonly savedAt: Date
}

/** What came of trying to put a new version on top of a base. */
export type Appended =
  | { readonly kind: 'saved'; readonly document: DocumentRecord }
  | { readonly kind: 'conflict'; readonly document: DocumentRecord }
  | { readonly kind: 'missing' }
  | { readonly kind: 'nothing' }

const columns = {
  id: documents.id,
  jobId: documents.jobId,
  kind: documents.kind,
  version: documentVersions.version,
  body: documentVersions.body,
  format: documentVersions.format,
  undoTo: documentVersions.undoTo,
  redoTo: documentVersions.redoTo,
  savedAt: documentVersions.createdAt,
}
type Row = {
  id: string
  jobId: string
  kind: DocumentKind
  version: number
  body: unknown
  format: number
  undoTo: number | null
  redoTo: number | null
  savedAt: Date
}
const current = and(
  eq(documentVersions.documentId, documents.id),
  eq(documentVersions.version, documents.currentVersion),
)
const recordOf = ({ redoTo, undoTo, ...row }: Row): DocumentRecord => ({
  ...row,
  canUndo: undoTo !== null,
  canRedo: redoTo !== null,
})

/** Documents of a job that are not removed, in their order. */
export const listDocuments = (jobId: string): Promise<readonly DocumentRecord[]> =>
  listDocumentsOf([jobId])

/** The same of several jobs. */
export async function listDocumentsOf(
  jobIds: readonly string[],
): Promise<readonly DocumentRecord[]> {
  if (jobIds.length === 0) return []
  const rows = await database()
    .select(columns)
    .from(documents)
    .innerJoin(documentVersions, current)
    .where(and(inArray(documents.jobId, [...jobIds]), isNull(documents.removedAt)))
    .orderBy(asc(documents.jobId), asc(documents.position))
  return rows.map(recordOf)
}

export async function findDocument(id: string): Promise<DocumentRecord | undefined> {
  const [row] = await database()
    .select(columns)
    .from(documents)
    .innerJoin(documentVersions, current)
    .where(eq(documents.id, id))
  return row && recordOf(row)
}

type Change =
  | { readonly kind: 'edit'; readonly body: unknown }
  | { readonly kind: 'undo' }
  | { readonly kind: 'redo' }

/**
 * Appends a version on top of `baseVersion`, under a lock of the document; a newer version in between
 * is a conflict and nothing is written. Undo and redo append too: the history is never rewritten.
 */
export async function appendVersion(
  id: string,
  baseVersion: number,
  change: Change,
): Promise<Appended> {
  return database().transaction(async (tx): Promise<Appended> => {
    const [locked] = await tx
      .select({ id: documents.id })
      .from(documents)
      .where(eq(documents.id, id))
      .for('update')
    if (!locked) return { kind: 'missing' }
    const [now] = await tx
      .select(columns)
      .from(documents)
      .innerJoin(documentVersions, current)
      .where(eq(documents.id, id))
    if (!now) return { kind: 'missing' }
    if (now.version !== baseVersion) {
      // The answer to a save may be lost: the same body on the same base, sent again, is the same save.
      const isRepeated =
        change.kind === 'edit' &&
        now.version === baseVersion + 1 &&
        now.undoTo === baseVersion &&
        isSame(now.body, change.body)
      return { kind: isRepeated ? 'saved' : 'conflict', document: recordOf(now) }
    }
    const read = async (version: number | null): Promise<Row | undefined> => {
      if (version === null) return undefined
      const [row] = await tx
        .select(columns)
        .from(documents)
        .innerJoin(documentVersions, eq(documentVersions.documentId, documents.id))
        .where(and(eq(documents.id, id), eq(documentVersions.version, version)))
      return row
    }
    const next = await nextVersion(now, change, read)
    if (!next) return { kind: 'nothing' }
    const version = now.version + 1
    const [saved] = await tx
      .insert(documentVersions)
      .values({ documentId: id, version, ...next })
      .returning({ savedAt: documentVersions.createdAt })
    await tx.update(documents).set({ currentVersion: version }).where(eq(documents.id, id))
    await tx
      .update(jobs)
      .set({ touchedAt: new Date(), ...(now.kind === 'part' && { name: nameOf(next.body) }) })
      .where(eq(jobs.id, now.jobId))
    return {
      kind: 'saved',
      document: recordOf({ ...now, ...next, version, savedAt: saved?.savedAt ?? new Date() }),
    }
  })
}

const nameOf = (body: unknown): string =>
  typeof body === 'object' && body !== null && 'name' in body ? String(body.name) : ''

async function nextVersion(
  now: Row,
  change: Change,
  read: (version: number | null) => Promise<Row | undefined>,
): Promise<Pick<Row, 'body' | 'format' | 'undoTo' | 'redoTo'> | undefined> {
  switch (change.kind) {
    case 'edit':
      return { body: change.body, format: FORMAT, undoTo: now.version, redoTo: null }
    case 'undo': {
      const before = await read(now.undoTo)
      return before && { ...writtenIn(before), undoTo: before.undoTo, redoTo: now.version }
    }
    case 'redo': {
      const after = await read(now.redoTo)
      return after && { ...writtenIn(after), undoTo: now.version, redoTo: after.redoTo }
    }
  }
}

const writtenIn = ({ body, format }: Row): Pick<Row, 'body' | 'format'> => ({ body, format })

/**
 * Adds a way or a casting at the end of its job. What it is called is decided while nobody else can add one.
 *
 * @param make - the body, from those of its kind that are there; or why there is to be none.
 */
export async function insertDocument(
  jobId: string,
  id: string,
  kind: 'way' | 'casting',
  make: (others: readonly DocumentRecord[]) => Result<unknown>,
): Promise<Result<string>> {
  return database().transaction(async (tx) => {
    await lockJob(tx, jobId)
    const made = make((await listIn(tx, jobId)).filter((d) => d.kind === kind))
    if (!made.ok) return made
    const [last] = await tx
      .select({ position: max(documents.position) })
      .from(documents)
      .where(eq(documents.jobId, jobId))
    await tx
      .insert(documents)
      .values({ id, jobId, kind, position: (last?.position ?? 0) + 1, currentVersion: 1 })
    await tx
      .insert(documentVersions)
      .values({ documentId: id, version: 1, body: made.value, format: FORMAT })
    await tx.update(jobs).set({ touchedAt: new Date() }).where(eq(jobs.id, jobId))
    return succeed(id)
  })
}

const lockJob = (tx: Transaction, jobId: string): Promise<unknown> =>
  tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId)).for('update')

const listIn = async (tx: Transaction, jobId: string): Promise<readonly DocumentRecord[]> =>
  (
    await tx
      .select(columns)
      .from(documents)
      .innerJoin(documentVersions, current)
      .where(and(eq(documents.jobId, jobId), isNull(documents.removedAt)))
      .orderBy(asc(documents.position))
  ).map(recordOf)

/**
 * Removes a way, or brings it back when `mayReturn` has nothing against it.
 *
 * @returns undefined when there is no such way.
 */
export async function setWayRemoved(
  id: string,
  at: Date | null,
  mayReturn: (way: DocumentRecord, others: readonly DocumentRecord[]) => Result<true>,
): Promise<Result<true> | undefined> {
  const way = await findDocument(id)
  if (way?.kind !== 'way') return undefined
  return database().transaction(async (tx) => {
    await lockJob(tx, way.jobId)
    if (at === null) {
      const others = (await listIn(tx, way.jobId)).filter((d) => d.kind === 'way' && d.id !== id)
      const answer = mayReturn(way, others)
      if (!answer.ok) return answer
    }
    await tx.update(documents).set({ removedAt: at }).where(eq(documents.id, id))
    return succeed(true)
  })
}
