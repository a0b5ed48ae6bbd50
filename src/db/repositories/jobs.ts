import { and, asc, count, desc, eq, ilike, isNotNull, isNull } from 'drizzle-orm'
import { FORMAT } from '@/core/paper/stored'
import { type Result, succeed } from '@/core/ground/issues'
import { type Workshop } from '@/core/shop/workshop'
import { database } from '../client'
import { documents, documentVersions, jobs } from '../schema'
import { type DocumentKind } from './documents'
import { mergeWorkshop } from './workshop'

export interface JobRecord {
  readonly id: string
  readonly name: string
  readonly isDemo: boolean
  readonly touchedAt: Date
  readonly archivedAt: Date | null
}

export interface NewDocument {
  readonly id: string
  readonly kind: DocumentKind
  readonly body: unknown
}

export interface JobQuery {
  /** Part of the name, in any case; empty for all. */
  readonly search: string
  readonly archived: boolean
  readonly limit: number
  readonly offset: number
}

/** Jobs of one page, the last touched first, and how many there are in all. */
export async function pageOfJobs({
  archived,
  limit,
  offset,
  search,
}: JobQuery): Promise<{ readonly jobs: readonly JobRecord[]; readonly total: number }> {
  const wanted = and(
    archived ? isNotNull(jobs.archivedAt) : isNull(jobs.archivedAt),
    search === '' ? undefined : ilike(jobs.name, `%${search.replace(/[\\%_]/g, '\\$&')}%`),
  )
  const [found, counted] = await Promise.all([
    database()
      .select()
      .from(jobs)
      .where(wanted)
      .orderBy(desc(jobs.touchedAt), asc(jobs.id))
      .limit(limit)
      .offset(offset),
    database().select({ total: count() }).from(jobs).where(wanted),
  ])
  return { jobs: found, total: counted[0]?.total ?? 0 }
}

export async function countArchived(): Promise<number> {
  const [row] = await database()
    .select({ total: count() })
    .from(jobs)
    .where(isNotNull(jobs.archivedAt))
  return row?.total ?? 0
}

export async function findJobRecord(id: string): Promise<JobRecord | undefined> {
  const [job] = await database().select().from(jobs).where(eq(jobs.id, id))
  return job
}

/**
 * Puts a job, its documents and the gear that they use in, all or nothing.
 *
 * @returns `workshop.full` when the gear finds no room.
 */
export async function insertJob(
  job: { id: string; name: string; isDemo: boolean },
  contents: readonly NewDocument[],
  gear: Workshop,
): Promise<Result<string>> {
  return database().transaction(async (tx) => {
    const merged = await mergeWorkshop(tx, gear)
    if (!merged.ok) return merged
    await tx.insert(jobs).values(job)
    for (const [position, { body, id, kind }] of contents.entries()) {
      await tx.insert(documents).values({ id, jobId: job.id, kind, position, currentVersion: 1 })
      await tx.insert(documentVersions).values({ documentId: id, version: 1, body, format: FORMAT })
    }
    return succeed(job.id)
  })
}

export async function setJobArchived(id: string, at: Date | null): Promise<boolean> {
  const rows = await database()
    .update(jobs)
    .set({ archivedAt: at })
    .where(eq(jobs.id, id))
    .returning({ id: jobs.id })
  return rows.length > 0
}

/** What the demo jobs are called by now, those put away among them. */
export async function demoJobNames(): Promise<readonly string[]> {
  const rows = await database().select({ name: jobs.name }).from(jobs).where(eq(jobs.isDemo, true))
  return rows.map(({ name }) => name)
}
