import { readFileSync } from 'node:fs'
import { eq } from 'drizzle-orm'
import { nanoid } from 'nanoid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FORMAT } from '@/core/paper/stored'
import { type Result } from '@/core/ground/issues'
import { closeDatabase, migrateDatabase, readShop } from '@/db'
import { database } from '@/db/client'
import {
  documents,
  documentVersions,
  fixtures,
  fixtureVersions,
  jobs,
  workshopItems,
  runEntries,
  runs,
} from '@/db/schema'
import { keepEntry, loadJob, readRegister, saveDocument, stepHistory, wayZeros } from '@/operations'
import { entryOf } from '../support/runEntries'

const FOLDER = 'tests/library/foothold-1'
const load = (name: string): unknown => JSON.parse(readFileSync(`${FOLDER}/${name}`, 'utf8'))
const FILE = load('worm-block.foothold.json') as { part: { name: string }; ways: object[] }
const ROWS = load('rows.json') as {
  fixtures: object[]
  readings: { record: object; setup: string }[]
}
const must = <V>(result: Result<V>): V => {
  if (!result.ok) throw new Error(result.issues.map((i) => i.sentence).join(' '))
  return result.value
}

/** Readings of zero, as they were taken along into the run of their way. */
const reading = (way: string, setup: string, record: unknown, format: number) => ({
  id: nanoid(),
  runId: way,
  piece: 1,
  body: { kind: 'zero', setup, record },
  format,
  who: 'N. Pell',
  happenedAt: new Date(1000),
})

/** Rows as the build of format 3 left them. */
async function asSaved(format: number) {
  const [job, part, way] = [nanoid(), nanoid(), nanoid()]
  await database().insert(jobs).values({ id: job, name: FILE.part.name })
  for (const [id, kind, body, position] of [
    [part, 'part', FILE.part, 0],
    [way, 'way', FILE.ways[0], 1],
  ] as const) {
    await database().insert(documents).values({ id, jobId: job, kind, position, currentVersion: 1 })
    await database().insert(documentVersions).values({ documentId: id, version: 1, body, format })
  }
  await database().insert(runs).values({ id: way, wayId: way, pieces: 1, every: 1, who: 'N. Pell' })
  await database()
    .insert(runEntries)
    .values(ROWS.readings.map(({ record, setup }) => reading(way, setup, record, format)))
  return { job, part, way }
}

beforeAll(migrateDatabase)
afterAll(closeDatabase)

describe('rows of an earlier format', () => {
  it('open, are saved in the present format, and undo brings the old one back', async () => {
    const { job, part, way } = await asSaved(3)
    const open = must(await loadJob(job))
    expect(open.part.body.name).toBe('Worm block')
    expect(open.ways[0]?.body.setups).toHaveLength(6)
    must(await saveDocument(part, 1, { ...open.part.body, revision: 'Z' }))
    must(await saveDocument(way, 1, { ...open.ways[0]?.body, note: 'again' }))
    must(await stepHistory(part, 2, 'undo'))
    const versions = await database()
      .select({ version: documentVersions.version, format: documentVersions.format })
      .from(documentVersions)
      .where(eq(documentVersions.documentId, part))
      .orderBy(documentVersions.version)
    expect(versions.map((v) => v.format)).toEqual([3, FORMAT, 3])
    expect(must(await loadJob(job)).part.body).toEqual(open.part.body)
  })

  it('a page of an earlier build saves what it holds, in its own format', async () => {
    const { way } = await asSaved(3)
    const saved = must(await saveDocument(way, 1, { ...FILE.ways[0], note: 'older page' }, 3))
    expect(saved.document.body).toMatchObject({ note: 'older page' })
  })

  it('readings keep counting; one that cannot be read is shown, can be withdrawn, and takes none with it', async () => {
    const { way } = await asSaved(3)
    const [, row] = ROWS.readings
    const setup = row?.setup ?? ''
    const bad = reading(way, setup, { readings: { kind: 'by ear' } }, 3)
    await database().insert(runEntries).values(bad)
    const kept = async () => (await wayZeros(way))[setup] ?? []
    expect((await kept()).filter((k) => k.record)).toHaveLength(2)
    expect((await kept()).flatMap((k) => k.unread ?? [])).toEqual([
      expect.stringMatching(/readings/),
    ])
    must(await keepEntry(way, entryOf({ kind: 'withdrawn', entry: bad.id, why: 'by ear' })))
    expect(await kept()).toHaveLength(2)
    const again = { kind: 'zero', setup, record: row?.record }
    must(await keepEntry(way, entryOf(again, 2000, { format: 3 })))
    expect(await kept()).toHaveLength(3)
  })

  it('fixtures open; one that cannot be read is told of beside the others', async () => {
    const before = await readRegister()
    for (const [i, body] of [...ROWS.fixtures, { name: 7 }].entries()) {
      const id = `old-${i}-${nanoid(5)}`
      await database().insert(fixtures).values({ id, currentVersion: 1 })
      await database()
        .insert(fixtureVersions)
        .values({ fixtureId: id, version: 1, body, format: 3, who: 'N. Pell', why: 'new' })
    }
    const after = await readRegister()
    expect(after.entries.length - before.entries.length).toBe(2)
    expect(after.unread.length - before.unread.length).toBe(1)
    await database()
      .delete(fixtures)
      .where(eq(fixtures.id, after.unread[0]?.id ?? ''))
  })

  it('what a newer build saved is left alone and said', async () => {
    const { job } = await asSaved(FORMAT + 1)
    const open = await loadJob(job)
    expect(open.ok ? 'open' : open.issues[0].sentence).toMatch(/newer Foothold.*kept as it is/)
    await database()
      .insert(workshopItems)
      .values({ kind: 'cutter', id: 'newer', position: 99, spec: {}, format: FORMAT + 1 })
    const shop = await readShop()
    expect(shop?.aside).toContainEqual(
      expect.objectContaining({ id: 'newer', why: expect.stringMatching(/newer/) as string }),
    )
    await database().delete(workshopItems).where(eq(workshopItems.id, 'newer'))
  })
})
