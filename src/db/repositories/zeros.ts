import { and, asc, eq, isNull } from 'drizzle-orm'
import { FORMAT } from '@/core/paper/stored'
import { database } from '../client'
import { zeroRecords } from '../schema'

/** Readings of a setup as they were kept. */
export interface ZeroRow {
  readonly id: string
  readonly setupId: string
  readonly record: unknown
  readonly format: number
  readonly who: string
  readonly takenAt: Date
}

/** Records of a way that were not withdrawn, the oldest first. */
export async function listZeroRecords(wayId: string): Promise<readonly ZeroRow[]> {
  const { format, id, record, setupId, takenAt, who } = zeroRecords
  return database()
    .select({ id, setupId, record, format, who, takenAt })
    .from(zeroRecords)
    .where(and(eq(zeroRecords.wayId, wayId), isNull(zeroRecords.withdrawnAt)))
    .orderBy(asc(takenAt), asc(id))
}

/**
 * Keeps a record; the same one again changes nothing, so that a page may send it twice.
 *
 * @returns whether a record of this id is there for this setup: false when another setup has taken it.
 */
export async function insertZeroRecord(row: {
  readonly id: string
  readonly wayId: string
  readonly setupId: string
  readonly record: unknown
  readonly who: string
}): Promise<boolean> {
  await database()
    .insert(zeroRecords)
    .values({ ...row, format: FORMAT })
    .onConflictDoNothing()
  const [kept] = await database()
    .select({ wayId: zeroRecords.wayId, setupId: zeroRecords.setupId })
    .from(zeroRecords)
    .where(eq(zeroRecords.id, row.id))
  return kept?.wayId === row.wayId && kept.setupId === row.setupId
}

/** Withdraws a record, or takes the withdrawal back; it is never deleted. */
export async function setZeroRecordWithdrawn(
  wayId: string,
  id: string,
  at: Date | null,
): Promise<boolean> {
  const rows = await database()
    .update(zeroRecords)
    .set({ withdrawnAt: at })
    .where(and(eq(zeroRecords.id, id), eq(zeroRecords.wayId, wayId)))
    .returning({ id: zeroRecords.id })
  return rows.length > 0
}
