import { and, asc, count, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import { FORMAT } from '@/core/paper/stored'
import { database } from '../client'
import { releases, runEntries, runPhotos, runs } from '../schema'

export type ReleaseRow = typeof releases.$inferSelect
export type RunRow = typeof runs.$inferSelect
export type EntryRow = typeof runEntries.$inferSelect

/** Releases a way under the next number of its own. */
export async function insertRelease(
  release: Omit<ReleaseRow, 'number' | 'releasedAt'>,
): Promise<ReleaseRow> {
  return database().transaction(async (step) => {
    // One at a time for each way, so that no number is given twice.
    await step.execute(sql`select pg_advisory_xact_lock(hashtext(${release.wayId}))`)
    const [last] = await step
      .select({ number: releases.number })
      .from(releases)
      .where(eq(releases.wayId, release.wayId))
      .orderBy(desc(releases.number))
      .limit(1)
    const [row] = await step
      .insert(releases)
      .values({ ...release, number: (last?.number ?? 0) + 1 })
      .returning()
    if (!row) throw new Error('no release was written')
    return row
  })
}

/** The releases of a way, the newest first. */
export const listReleases = (wayId: string): Promise<ReleaseRow[]> =>
  database().select().from(releases).where(eq(releases.wayId, wayId)).orderBy(desc(releases.number))

export async function insertRun(run: Omit<RunRow, 'startedAt'>): Promise<void> {
  await database().insert(runs).values(run)
}

/** The run of a way without a release, under the way's own id; nothing happens where it is there. */
export async function ensureWayRun(wayId: string, who: string): Promise<void> {
  await database()
    .insert(runs)
    .values({ id: wayId, wayId, pieces: 1, every: 1, who })
    .onConflictDoNothing()
}

/** The runs of a way's releases, the newest first. */
export const listRuns = (wayId: string): Promise<(RunRow & { readonly number: number })[]> =>
  database()
    .select({
      id: runs.id,
      wayId: runs.wayId,
      releaseId: runs.releaseId,
      pieces: runs.pieces,
      every: runs.every,
      practice: runs.practice,
      who: runs.who,
      startedAt: runs.startedAt,
      number: releases.number,
    })
    .from(runs)
    .innerJoin(releases, eq(runs.releaseId, releases.id))
    .where(eq(releases.wayId, wayId))
    .orderBy(desc(runs.startedAt))

/** The runs of the shop that were begun last, real ones or those of the stand-in shop, with what they are made by. */
export const recentRuns = (
  isPractice: boolean,
  most: number,
): Promise<
  {
    readonly run: string
    readonly pieces: number
    readonly wayId: string
    readonly document: unknown
  }[]
> =>
  database()
    .select({
      run: runs.id,
      pieces: runs.pieces,
      wayId: releases.wayId,
      document: releases.document,
    })
    .from(runs)
    .innerJoin(releases, eq(runs.releaseId, releases.id))
    .where(isPractice ? isNotNull(runs.practice) : isNull(runs.practice))
    .orderBy(desc(runs.startedAt))
    .limit(most)

/** A run with the release that it is made by; that of a way without a release has none. */
export async function findRun(
  id: string,
): Promise<{ readonly run: RunRow; readonly release: ReleaseRow | null } | undefined> {
  const [row] = await database()
    .select({ run: runs, release: releases })
    .from(runs)
    .leftJoin(releases, eq(runs.releaseId, releases.id))
    .where(eq(runs.id, id))
  return row
}

/** Everything that happened in a run, in the order in which it happened. */
export const listEntries = (runId: string): Promise<EntryRow[]> =>
  database()
    .select()
    .from(runEntries)
    .where(eq(runEntries.runId, runId))
    .orderBy(asc(runEntries.happenedAt), asc(runEntries.id))

/**
 * Keeps an entry; the same one again changes nothing, so that a device may send it twice.
 *
 * @returns whether an entry of this id is there for this run: false when another run has taken it.
 */
export async function insertEntry(entry: Omit<EntryRow, 'format' | 'keptAt'>): Promise<boolean> {
  await database()
    .insert(runEntries)
    .values({ ...entry, format: FORMAT })
    .onConflictDoNothing()
  const [kept] = await database()
    .select({ id: runEntries.id })
    .from(runEntries)
    .where(and(eq(runEntries.id, entry.id), eq(runEntries.runId, entry.runId)))
  return kept !== undefined
}

/** Keeps a picture; the same again changes nothing. */
export async function insertPhoto(
  photo: Omit<typeof runPhotos.$inferSelect, 'keptAt'>,
): Promise<void> {
  await database().insert(runPhotos).values(photo).onConflictDoNothing()
}

export async function countPhotos(runId: string): Promise<number> {
  const [found] = await database()
    .select({ of: count() })
    .from(runPhotos)
    .where(eq(runPhotos.runId, runId))
  return found?.of ?? 0
}

/** Pictures of a run, by what they are named; those that are not there are left out. */
export const findPhotos = (
  runId: string,
  ids: readonly string[],
): Promise<{ readonly id: string; readonly jpeg: Uint8Array }[]> =>
  database()
    .select({ id: runPhotos.id, jpeg: runPhotos.jpeg })
    .from(runPhotos)
    .where(and(eq(runPhotos.runId, runId), inArray(runPhotos.id, [...ids])))
