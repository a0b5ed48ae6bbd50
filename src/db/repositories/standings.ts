import { eq, inArray, sql } from 'drizzle-orm'
import { database } from '../client'
import { documents, wayStandings } from '../schema'

/** How a way stood when it was last looked at. */
export interface StandingRow {
  readonly wayId: string
  /** Of which part, way and workshop that was. */
  readonly stamp: string
  readonly short: number
  readonly open: number
  readonly forbids: number
}

export async function listStandings(
  wayIds: readonly string[],
): Promise<ReadonlyMap<string, StandingRow>> {
  if (wayIds.length === 0) return new Map()
  const rows = await database()
    .select()
    .from(wayStandings)
    .where(inArray(wayStandings.wayId, [...wayIds]))
  return new Map(rows.map((row) => [row.wayId, row]))
}

/** Keeps how a way stands; nothing when the way is gone meanwhile. */
export async function writeStanding({ wayId, ...standing }: StandingRow): Promise<void> {
  const found = database()
    .select({
      wayId: documents.id,
      stamp: sql<string>`${standing.stamp}`.as('stamp'),
      short: sql<number>`${standing.short}::int`.as('short'),
      open: sql<number>`${standing.open}::int`.as('open'),
      forbids: sql<number>`${standing.forbids}::int`.as('forbids'),
    })
    .from(documents)
    .where(eq(documents.id, wayId))
  await database()
    .insert(wayStandings)
    .select(found)
    .onConflictDoUpdate({ target: wayStandings.wayId, set: standing })
}
