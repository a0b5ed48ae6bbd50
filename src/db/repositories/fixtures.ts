import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm'
import { FORMAT } from '@/core/paper/stored'
import { database } from '../client'
import { fixtureEvents, fixtures, fixtureVersions } from '../schema'

/** A fixture at its current version. */
export interface FixtureRow {
  readonly id: string
  readonly version: number
  readonly body: unknown
  readonly format: number
  readonly who: string
  readonly why: string
  readonly changedAt: Date
}

export interface FixtureEventRow {
  readonly kind: 'on' | 'off' | 'checked'
  readonly checkId: string | null
  readonly value: unknown
  readonly who: string
  readonly happenedAt: Date
}

const columns = {
  id: fixtures.id,
  version: fixtureVersions.version,
  body: fixtureVersions.body,
  format: fixtureVersions.format,
  who: fixtureVersions.who,
  why: fixtureVersions.why,
  changedAt: fixtureVersions.createdAt,
}
const current = and(
  eq(fixtureVersions.fixtureId, fixtures.id),
  eq(fixtureVersions.version, fixtures.currentVersion),
)

/** Fixtures in use, in the order in which they came. */
export async function listFixtures(): Promise<readonly FixtureRow[]> {
  return database()
    .select(columns)
    .from(fixtures)
    .innerJoin(fixtureVersions, current)
    .where(isNull(fixtures.retiredAt))
    .orderBy(asc(fixtures.createdAt), asc(fixtures.id))
}

export async function findFixture(id: string): Promise<FixtureRow | undefined> {
  const [row] = await database()
    .select(columns)
    .from(fixtures)
    .innerJoin(fixtureVersions, current)
    .where(eq(fixtures.id, id))
  return row
}

/** Every version of a fixture, the newest first. */
export async function fixtureHistory(id: string): Promise<readonly FixtureRow[]> {
  return database()
    .select(columns)
    .from(fixtures)
    .innerJoin(fixtureVersions, eq(fixtureVersions.fixtureId, fixtures.id))
    .where(eq(fixtures.id, id))
    .orderBy(desc(fixtureVersions.version))
}

export async function insertFixture(
  id: string,
  body: unknown,
  who: string,
  why: string,
): Promise<void> {
  await database().transaction(async (tx) => {
    await tx.insert(fixtures).values({ id, currentVersion: 1 })
    await tx
      .insert(fixtureVersions)
      .values({ fixtureId: id, version: 1, body, format: FORMAT, who, why })
  })
}

/** Appends a version on top of `baseVersion`; a newer one in between is a conflict and nothing is written. */
export async function appendFixtureVersion(
  id: string,
  baseVersion: number,
  change: { readonly body: unknown; readonly who: string; readonly why: string },
): Promise<'saved' | 'conflict' | 'missing'> {
  return database().transaction(async (tx) => {
    const [locked] = await tx
      .select({ version: fixtures.currentVersion })
      .from(fixtures)
      .where(eq(fixtures.id, id))
      .for('update')
    if (!locked) return 'missing'
    if (locked.version !== baseVersion) return 'conflict'
    const version = baseVersion + 1
    await tx.insert(fixtureVersions).values({ fixtureId: id, version, ...change, format: FORMAT })
    await tx.update(fixtures).set({ currentVersion: version }).where(eq(fixtures.id, id))
    return 'saved'
  })
}

/** What happened to a fixture, the oldest first. */
export async function listFixtureEvents(id: string): Promise<readonly FixtureEventRow[]> {
  const { checkId, happenedAt, kind, value, who } = fixtureEvents
  return database()
    .select({ kind, checkId, value, who, happenedAt })
    .from(fixtureEvents)
    .where(eq(fixtureEvents.fixtureId, id))
    .orderBy(asc(fixtureEvents.id))
}

export interface NewFixtureEvent {
  readonly fixtureId: string
  readonly kind: 'on' | 'off' | 'checked'
  readonly checkId?: string | undefined
  readonly value?: number | boolean | undefined
  readonly who: string
}

/** Writes what happened to a fixture. Put on twice at once, or sent twice, it was put on once. */
export async function insertFixtureEvent(event: NewFixtureEvent): Promise<void> {
  await database().transaction(async (tx) => {
    await tx
      .select({ id: fixtures.id })
      .from(fixtures)
      .where(eq(fixtures.id, event.fixtureId))
      .for('update')
    if (event.kind !== 'checked') {
      const [last] = await tx
        .select({ kind: fixtureEvents.kind })
        .from(fixtureEvents)
        .where(
          and(
            eq(fixtureEvents.fixtureId, event.fixtureId),
            inArray(fixtureEvents.kind, ['on', 'off']),
          ),
        )
        .orderBy(desc(fixtureEvents.id))
        .limit(1)
      if (last?.kind === event.kind) return
    }
    await tx.insert(fixtureEvents).values(event)
  })
}

export async function setFixtureRetired(id: string, at: Date | null): Promise<boolean> {
  const rows = await database()
    .update(fixtures)
    .set({ retiredAt: at })
    .where(eq(fixtures.id, id))
    .returning({ id: fixtures.id })
  return rows.length > 0
}
