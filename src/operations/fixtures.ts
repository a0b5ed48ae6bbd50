import { nanoid } from 'nanoid'
import {
  type Fixture,
  type FixtureEvent,
  fixtureIssues,
  FixtureSchema,
  type FixtureStanding,
  movedToFound,
  newFixture,
  standingOfFixture,
} from '@/core/floor/register'
import { DEMO_FIXTURES } from '@/core/paper/demo'
import { readStored, schemaIssues } from '@/core/paper/stored'
import { absent, fail, type Result, resultOf, succeed } from '@/core/ground/issues'
import {
  appendFixtureVersion,
  findFixture,
  type FixtureEventRow,
  fixtureHistory,
  type FixtureRow,
  insertFixture,
  insertFixtureEvent,
  listFixtureEvents,
  listFixtures,
  setFixtureRetired,
} from '@/db'
import { workshopOrStandard } from './jobs'

/** A fixture as the screens hold it. */
export interface RegisterEntry {
  readonly id: string
  readonly version: number
  readonly fixture: Fixture
  readonly standing: FixtureStanding
  readonly changed: { readonly who: string; readonly why: string; readonly at: string }
}

/** One line of a fixture's life. */
export interface LifeLine {
  readonly at: string
  readonly who: string
  readonly what: string
}

export interface FixtureLife extends RegisterEntry {
  readonly life: readonly LifeLine[]
}

const eventOf = (row: FixtureEventRow): FixtureEvent[] => {
  const base = { at: row.happenedAt.toISOString(), who: row.who }
  if (row.kind !== 'checked') return [{ ...base, kind: row.kind }]
  return row.checkId !== null && (typeof row.value === 'number' || typeof row.value === 'boolean')
    ? [{ ...base, kind: 'checked', check: row.checkId, value: row.value }]
    : []
}

async function entryOf(row: FixtureRow): Promise<Result<RegisterEntry>> {
  const read = readStored('fixture', FixtureSchema, row)
  if (!read.ok) return read
  const fixture = read.value
  const events = (await listFixtureEvents(row.id)).flatMap(eventOf)
  return succeed({
    id: row.id,
    version: row.version,
    fixture,
    standing: standingOfFixture(fixture, events),
    changed: { who: row.who, why: row.why, at: row.changedAt.toISOString() },
  })
}

/** The register as it can be read, and what of it cannot be, with the reason. */
export interface Register {
  readonly entries: readonly RegisterEntry[]
  readonly unread: readonly { readonly id: string; readonly why: string }[]
}

export async function readRegister(): Promise<Register> {
  const rows = await listFixtures()
  const read = await Promise.all(rows.map(async (row) => ({ row, entry: await entryOf(row) })))
  return {
    entries: read.flatMap(({ entry }) => (entry.ok ? [entry.value] : [])),
    unread: read.flatMap(({ entry, row }) =>
      entry.ok ? [] : [{ id: row.id, why: entry.issues[0].sentence }],
    ),
  }
}

export const listRegister = async (): Promise<readonly RegisterEntry[]> =>
  (await readRegister()).entries

const missing = (): Result<never> =>
  absent('fixture.missing', 'There is no such fixture in the register.')

export async function fixtureLife(id: string): Promise<Result<FixtureLife>> {
  const row = await findFixture(id)
  if (!row) return missing()
  const read = await entryOf(row)
  if (!read.ok) return read
  const entry = read.value
  const [versions, events] = await Promise.all([fixtureHistory(id), listFixtureEvents(id)])
  const life = [
    ...versions.map((v) => ({
      at: v.changedAt.toISOString(),
      who: v.who,
      what: v.version === 1 ? `Written down: ${v.why}` : `Changed: ${v.why}`,
    })),
    ...events.map((e) => ({
      at: e.happenedAt.toISOString(),
      who: e.who,
      what: eventWords(entry.fixture, e),
    })),
  ].sort((a, b) => b.at.localeCompare(a.at))
  return succeed({ ...entry, life })
}

function eventWords(fixture: Fixture, event: FixtureEventRow): string {
  if (event.kind === 'on') return 'Put on the machine'
  if (event.kind === 'off') return 'Taken off'
  const check = fixture.checks.find((c) => c.id === event.checkId)
  const value =
    typeof event.value === 'number'
      ? `${event.value.toFixed(3)} mm`
      : event.value === true
        ? 'yes'
        : 'no'
  return `Checked: ${check?.what ?? event.checkId ?? ''}: ${value}`
}

function checked(body: unknown, issues: (fixture: Fixture) => ReturnType<typeof fixtureIssues>) {
  const parsed = FixtureSchema.safeParse(body)
  if (!parsed.success) {
    const [first, ...rest] = schemaIssues(parsed.error)
    return first
      ? ({ ok: false, issues: [first, ...rest] } as const)
      : fail('fixture.invalid', 'The fixture is not as it should be.')
  }
  return resultOf(parsed.data, issues(parsed.data))
}

/** Writes a fixture down: one of which only its name is known yet, or one that was designed. */
export async function createFixture(
  name: string,
  who: string,
  designed?: unknown,
): Promise<Result<string>> {
  const workshop = await workshopOrStandard()
  const made = checked(designed ?? newFixture(workshop, name), (f) => fixtureIssues(workshop, f))
  if (!made.ok && designed !== undefined) return made
  if (!made.ok) return fail('fixture.name', 'Give the fixture a name of 1 to 60 letters.', 'name')
  const id = nanoid(10)
  await insertFixture(id, made.value, who, designed === undefined ? 'new' : 'as designed')
  return succeed(id)
}

/** What came of a change: saved, or somebody was quicker. */
export type FixtureSaved =
  | { readonly kind: 'saved'; readonly life: FixtureLife }
  | { readonly kind: 'conflict'; readonly life: FixtureLife }

/** Changes a fixture; who and why belong to it. */
export async function changeFixture(
  id: string,
  baseVersion: number,
  change: { readonly body: unknown; readonly who: string; readonly why: string },
): Promise<Result<FixtureSaved>> {
  const workshop = await workshopOrStandard()
  const good = checked(change.body, (f) => fixtureIssues(workshop, f))
  if (!good.ok) return good
  const appended = await appendFixtureVersion(id, baseVersion, { ...change, body: good.value })
  if (appended === 'missing') return missing()
  const life = await fixtureLife(id)
  return life.ok ? succeed({ kind: appended, life: life.value }) : life
}

/** Puts a fixture on, takes it off, or enters a check. */
export async function noteFixture(
  id: string,
  event:
    | { readonly kind: 'on' | 'off'; readonly who: string }
    | {
        readonly kind: 'checked'
        readonly who: string
        readonly check: string
        readonly value: number | boolean
      },
): Promise<Result<FixtureLife>> {
  const life = await fixtureLife(id)
  if (!life.ok) return life
  const { fixture, standing } = life.value
  if (event.kind === 'on' && standing.kind !== 'shelf')
    return fail('fixture.on', 'It is on the machine already. Take it off first.', 'kind')
  if (event.kind === 'off' && standing.kind === 'shelf')
    return fail('fixture.off', 'It is on the shelf already.', 'kind')
  if (event.kind === 'checked') {
    const check = fixture.checks.find((c) => c.id === event.check)
    if (!check) return fail('fixture.check', 'This is not on the list of checks.', 'check')
    if (standing.kind === 'shelf')
      return fail(
        'fixture.shelf',
        'It is on the shelf: there is nothing to check. Put it on first.',
        'kind',
      )
    if ((check.kind === 'look') !== (typeof event.value === 'boolean'))
      return fail(
        'fixture.value',
        check.kind === 'look' ? 'Say yes or no.' : 'Enter what was read, as a figure.',
        'value',
      )
  }
  await insertFixtureEvent({
    fixtureId: id,
    kind: event.kind,
    who: event.who,
    ...(event.kind === 'checked' ? { checkId: event.check, value: event.value } : {}),
  })
  return fixtureLife(id)
}

/** Moves the zero to where the edges were found; every size follows. */
export async function moveFixtureZero(
  id: string,
  baseVersion: number,
  who: string,
): Promise<Result<FixtureSaved>> {
  const life = await fixtureLife(id)
  if (!life.ok) return life
  const { fixture, standing } = life.value
  const moved = movedToFound(fixture, standing)
  if (!moved)
    return fail(
      'fixture.move',
      'Moving zero would hide what is wrong: only touches that agree with each other move it.',
    )
  const by = (['x', 'y', 'z'] as const)
    .filter((axis) => moved.zero[axis] !== fixture.zero[axis])
    .map((axis) => `${axis.toUpperCase()} ${(moved.zero[axis] - fixture.zero[axis]).toFixed(3)} mm`)
  return changeFixture(id, baseVersion, {
    body: moved,
    who,
    why: `zero moved to where it was found: ${by.join(', ')}`,
  })
}

export async function retireFixture(id: string, retired: boolean): Promise<Result<string>> {
  return (await setFixtureRetired(id, retired ? new Date() : null)) ? succeed(id) : missing()
}

const DEMO_WHO = 'T. Hollow'

/** Puts the demo's fixtures in: the vise on the machine and checked, the nest plate just put back. */
export async function insertDemoFixtures(): Promise<void> {
  const known = new Set((await listRegister()).map(({ fixture }) => fixture.name))
  for (const fixture of DEMO_FIXTURES) {
    if (known.has(fixture.name)) continue
    const id = nanoid(10)
    await insertFixture(id, fixture, DEMO_WHO, 'first set up and measured')
    const note = (event: Omit<Parameters<typeof insertFixtureEvent>[0], 'fixtureId' | 'who'>) =>
      insertFixtureEvent({ ...event, fixtureId: id, who: DEMO_WHO })
    await note({ kind: 'on' })
    for (const check of fixture.checks) {
      const edge =
        check.kind === 'touch' ? fixture.edges.find((e) => e.id === check.edge) : undefined
      const value =
        check.kind === 'look' ? true : edge ? fixture.zero[edge.axis] - edge.toZero.mm : 0.004
      await note({ kind: 'checked', checkId: check.id, value })
    }
    if (fixture.kind === 'plate') {
      await note({ kind: 'off' })
      await note({ kind: 'on' })
    }
  }
}
