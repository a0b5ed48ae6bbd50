import { asc, desc, eq } from 'drizzle-orm'
import { database } from '../client'
import { documents, documentVersions, jobs } from '../schema'

export interface JobRecord {
  readonly id: string
  readonly name: string
  readonly isDemo: boolean
  readonly touchedAt: Date
  readonly archivedAt: Date | null
}

export interface NewDocument {
  readonly id: string
  readonly kind: 'part' | 'way'
  readonly body: unknown
}

/** All jobs, the last touched first. */
export async function listJobRecords(): Promise<readonly JobRecord[]> {
  return database().select().from(jobs).orderBy(desc(jobs.touchedAt), asc(jobs.id))
}

export async function findJobRecord(id: string): Promise<JobRecord | undefined> {
  const [job] = await database().select().from(jobs).where(eq(jobs.id, id))
  return job
}

/** Puts a job and its documents in, all or nothing. */
export async function insertJob(
  job: { id: string; name: string; isDemo: boolean },
  contents: readonly NewDocument[],
): Promise<void> {
  await database().transaction(async (tx) => {
    await tx.insert(jobs).values(job)
    for (const [position, { body, id, kind }] of contents.entries()) {
      await tx.insert(documents).values({ id, jobId: job.id, kind, position, currentVersion: 1 })
      await tx.insert(documentVersions).values({ documentId: id, version: 1, body })
    }
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

export async function hasDemoJobs(): Promise<boolean> {
  const rows = await database()
    .select({ id: jobs.id })
    .from(jobs)
    .where(eq(jobs.isDemo, true))
    .limit(1)
  return rows.length > 0
}
