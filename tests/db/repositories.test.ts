import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  CLUTCH_HUB_WAY,
  OILER_BLOCK_LEANING_WAY,
  OILER_BLOCK_WAY,
  PIER_PLATE,
  PIER_PLATE_WAY,
  SADDLE_CASTING,
  SADDLE_LOST,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
} from '@/core/paper/demo'
import { writeDocument } from '@/core/paper/formats'
import { measuredHoles, ticksOf } from '@/core/paper/run'
import { type Part } from '@/core/work/part'
import { changeClamping, type Way } from '@/core/plan/way'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { closeDatabase, migrateDatabase, readWorkshop } from '@/db'
import { database } from '@/db/client'
import {
  addWay,
  allLookedAt,
  archiveJob,
  copyJob,
  createJob,
  importJob,
  jobFile,
  keepEntry,
  listJobs,
  loadJob,
  loadRun,
  removeWay,
  saveDocument,
  type Saved,
  stepHistory,
} from '@/operations'
import { type Result } from '@/core/ground/issues'
import { loadDemoJobs } from '../support/demo'
import { entryOf } from '../support/runEntries'

const must = <V>(result: Result<V>): V => {
  if (!result.ok) throw new Error(result.issues.map((i) => i.sentence).join(' '))
  return result.value
}
const broughtIn = async (text: string): Promise<string> => {
  const imported = must(await importJob(text))
  if (imported.kind !== 'done') throw new Error(JSON.stringify(imported.differences))
  return imported.id
}
const fresh = async () =>
  must(
    await loadJob(
      await broughtIn(
        writeDocument({ workshop: STANDARD_WORKSHOP, part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A] }),
      ),
    ),
  )
/** The list once every way on it has been looked at. */
const settledJobs = async (query: Parameters<typeof listJobs>[0] = {}) => {
  await listJobs(query)
  await allLookedAt()
  return (await listJobs(query)).jobs
}
const renamed = (part: Part, name: string): Part => ({ ...part, name })
const savedAs = (saved: Saved): string =>
  `${saved.kind} ${saved.document.version} ${saved.document.body.name}`

beforeAll(migrateDatabase)
afterAll(closeDatabase)

describe('jobs', () => {
  it('migrating twice changes nothing', async () => {
    await migrateDatabase()
    expect((await listJobs()).page).toBe(1)
  })

  it('the demo is loaded once, and is what the files say', async () => {
    // What other tests have loaded does not count here.
    await database().execute(sql`update jobs set is_demo = false`)
    const first = await loadDemoJobs()
    expect(first).toHaveLength(5)
    expect(await loadDemoJobs()).toEqual([])
    const [hub, saddle, oiler, worm] = first
    expect(must(await jobFile(hub ?? '')).ways).toEqual([CLUTCH_HUB_WAY])
    expect(must(await jobFile(saddle ?? '')).castings).toEqual([SADDLE_CASTING, SADDLE_LOST])
    expect(must(await jobFile(oiler ?? '')).ways).toEqual([
      OILER_BLOCK_WAY,
      OILER_BLOCK_LEANING_WAY,
    ])
    expect(must(await jobFile(worm ?? '')).part).toEqual(WORM_BLOCK)
    expect(await readWorkshop()).toEqual(STANDARD_WORKSHOP)
  })

  it('a new job has a bare block, one empty way, and a next thing to do', async () => {
    const id = must(await createJob('Clamp'))
    const line = (await settledJobs()).find((j) => j.id === id)
    expect(line).toMatchObject({
      name: 'Clamp',
      archived: false,
      next: 'Say what is on the part',
      ways: [{ name: 'Way A', setups: 0 }],
    })
    expect(await createJob('   ')).toMatchObject({ ok: false })
  })

  it('the list says how each way stands', async () => {
    const { id } = await fresh()
    expect((await settledJobs()).find((j) => j.id === id)).toMatchObject({
      ways: [{ standing: { short: 2, forbids: 0 } }],
      next: 'Way A: 2 short, improve the weakest link',
    })
  })

  it('copy, put away, take out', async () => {
    const job = await fresh()
    const copy = must(await loadJob(must(await copyJob(job.id))))
    expect(copy.part.body.name).toBe('Worm block copy')
    expect(copy.ways.map((w) => w.body)).toEqual(job.ways.map((w) => w.body))
    must(await archiveJob(job.id, true))
    expect((await settledJobs()).some((j) => j.id === job.id)).toBe(false)
    expect((await settledJobs({ archived: true })).some((j) => j.id === job.id)).toBe(true)
    must(await archiveJob(job.id, false))
    expect(await archiveJob('nothing', true)).toMatchObject({ ok: false })
    expect(await loadJob('nothing')).toMatchObject({ ok: false, issues: [{ code: 'job.missing' }] })
  })

  it('a file that is refused leaves nothing behind', async () => {
    const before = (await listJobs()).total
    expect(await importJob('{"format":"foothold/1","version":2}')).toMatchObject({ ok: false })
    expect((await listJobs()).total).toBe(before)
  })

  it('ways are added empty or as a copy, lettered on; removed and brought back', async () => {
    const job = await fresh()
    const copy = must(await addWay(job.id, job.ways[0]?.id))
    must(await addWay(job.id))
    expect(
      must(await loadJob(job.id)).ways.map((w) => [w.body.name, w.body.setups.length]),
    ).toEqual([
      ['Way A', 6],
      ['Way B', 6],
      ['Way C', 0],
    ])
    must(await removeWay(copy, true))
    expect(must(await loadJob(job.id)).ways.map((w) => w.body.name)).toEqual(['Way A', 'Way C'])
    must(await removeWay(copy, false))
    expect(must(await loadJob(job.id)).ways).toHaveLength(3)
    // The part itself is not a way and cannot be removed like one.
    expect(await removeWay(job.part.id, true)).toMatchObject({ ok: false })
  })
})

describe('saving', () => {
  it('each save is a version on top of the one that it was made on', async () => {
    const { part } = await fresh()
    expect(savedAs(must(await saveDocument(part.id, 1, renamed(part.body, 'b'))))).toBe('saved 2 b')
    expect(savedAs(must(await saveDocument(part.id, 2, renamed(part.body, 'c'))))).toBe('saved 3 c')
  })

  it('a save on an old version is a conflict: theirs is given, nothing is overwritten', async () => {
    const { id, part } = await fresh()
    must(await saveDocument(part.id, 1, renamed(part.body, 'theirs')))
    expect(savedAs(must(await saveDocument(part.id, 1, renamed(part.body, 'mine'))))).toBe(
      'conflict 2 theirs',
    )
    expect(must(await loadJob(id)).part.body.name).toBe('theirs')
  })

  it('of many saves at the same moment on one version exactly one wins', async () => {
    const { id, part } = await fresh()
    const results = await Promise.all(
      Array.from({ length: 12 }, (_, i) => saveDocument(part.id, 1, renamed(part.body, `n${i}`))),
    )
    const winners = results.map(must).filter((r) => r.kind === 'saved')
    expect(winners).toHaveLength(1)
    const now = must(await loadJob(id)).part
    expect([now.version, now.body.name]).toEqual([2, winners[0]?.document.body.name])
  })

  it('undo and redo walk the history and survive everything in between', async () => {
    const { part } = await fresh()
    for (const [i, name] of ['b', 'c', 'd'].entries())
      must(await saveDocument(part.id, i + 1, renamed(part.body, name)))
    const go = async (version: number, step: 'undo' | 'redo'): Promise<string> =>
      savedAs(must(await stepHistory(part.id, version, step)))
    expect(await go(4, 'undo')).toBe('saved 5 c')
    expect(await go(5, 'undo')).toBe('saved 6 b')
    expect(await go(6, 'redo')).toBe('saved 7 c')
    expect(await go(7, 'redo')).toBe('saved 8 d')
    expect(await stepHistory(part.id, 8, 'redo')).toMatchObject({
      ok: false,
      issues: [{ code: 'document.no-history' }],
    })
    expect(await go(8, 'undo')).toBe('saved 9 c')
    expect(savedAs(must(await saveDocument(part.id, 9, renamed(part.body, 'e'))))).toBe(
      'saved 10 e',
    )
    expect(await stepHistory(part.id, 10, 'redo')).toMatchObject({ ok: false })
    expect(await go(10, 'undo')).toBe('saved 11 c')
    expect(await go(11, 'undo')).toBe('saved 12 b')
    expect(await go(12, 'undo')).toBe('saved 13 Worm block')
    expect(await stepHistory(part.id, 13, 'undo')).toMatchObject({ ok: false })
  })

  it('what contradicts itself is refused with its field, and nothing is saved', async () => {
    const { id, part, ways } = await fresh()
    const twice = {
      ...part.body,
      features: [...part.body.features, ...part.body.features.slice(0, 1)],
    }
    expect(await saveDocument(part.id, 1, twice)).toMatchObject({
      ok: false,
      issues: [{ code: 'part.same-id', path: 'features.4.id' }],
    })
    expect(await saveDocument(part.id, 1, { ...part.body, size: NaN })).toMatchObject({ ok: false })
    const [way] = ways
    if (!way) throw new Error('way')
    const turned: Way = {
      ...way.body,
      setups: way.body.setups.map((s) => changeClamping(s, (c) => ({ ...c, guide: c.up }))),
    }
    expect(await saveDocument(way.id, 1, turned)).toMatchObject({
      ok: false,
      issues: [{ code: 'setup.orientation' }, {}, {}, {}, {}, {}],
    })
    expect(must(await loadJob(id)).part.version).toBe(1)
    expect(await saveDocument('nothing', 1, {})).toMatchObject({
      ok: false,
      issues: [{ code: 'document.missing' }],
    })
  })

  it('a way may be saved while it names a feature that has left the part; it is told as a finding', async () => {
    const { id, part, ways } = await fresh()
    const [way] = ways
    if (!way) throw new Error('way')
    must(
      await saveDocument(part.id, 1, {
        ...part.body,
        features: part.body.features.filter((f) => f.id !== 'oil'),
      }),
    )
    expect(must(await saveDocument(way.id, 1, { ...way.body, note: 'still here' })).kind).toBe(
      'saved',
    )
    expect((await settledJobs()).find((j) => j.id === id)?.ways[0]?.standing?.forbids).toBe(1)
  })

  it('names are kept letter by letter, whatever they look like', async () => {
    const { id, part } = await fresh()
    for (const [i, name] of [
      `<script>alert(1)</script>`,
      `Robert'); DROP TABLE jobs;--`,
      'ødel 部品 🙂',
    ].entries()) {
      must(await saveDocument(part.id, i + 1, renamed(part.body, name)))
      expect(must(await loadJob(id)).part.body.name).toBe(name)
    }
  })
})

describe('holes at the machine', () => {
  const pier = async () => {
    const file = { workshop: STANDARD_WORKSHOP, part: PIER_PLATE, ways: [PIER_PLATE_WAY] }
    const job = must(await loadJob(await broughtIn(writeDocument(file))))
    return job.ways[0]?.id ?? ''
  }
  const drill = { stage: 'drill-drill-6.8', hole: 'feet.1' }

  const log = async (way: string) => must(await loadRun(way)).entries
  const ticks = async (way: string) => ticksOf(await log(way), 1, 's-2')
  const tick = (done: boolean, more: object = {}) => ({
    kind: 'tick',
    setup: 's-2',
    ...drill,
    done,
    ...more,
  })
  const code = async (way: string, body: object, at = 1) => {
    const result = await keepEntry(way, entryOf(body, at))
    return result.ok ? 'done' : result.issues[0].code
  }

  it('a tick is kept once however often it is sent, taken back, and begun anew', async () => {
    const way = await pier()
    expect(await log(way)).toEqual([])
    const first = entryOf(tick(true), 1)
    must(await keepEntry(way, first))
    must(await keepEntry(way, first))
    expect(await log(way)).toHaveLength(1)
    expect(await ticks(way)).toEqual([drill])
    await code(way, tick(false), 2)
    expect(await ticks(way)).toEqual([])
    await code(way, tick(true), 3)
    await code(way, { kind: 'again', setup: 's-2' }, 4)
    expect(await ticks(way)).toEqual([])
  })
  it('what is not on the list is refused: hole, tool, setup or way', async () => {
    const way = await pier()
    expect(await code(way, tick(true, { hole: 'side.1' }))).toBe('tick.not-listed')
    expect(await code(way, tick(true, { stage: 'drill-drill-99' }))).toBe('tick.not-listed')
    expect(await code(way, tick(true, { setup: 's-9' }))).toBe('setup.missing')
    expect(await code('nowhere', tick(true))).toBe('run.missing')
    expect(await log(way)).toEqual([])
  })
  it('measured places are written all or none, changed and taken away', async () => {
    const way = await pier()
    const at = { x: -15.1, y: 15 }
    const holes = (...places: object[]) => ({ kind: 'holes', setup: 's-2', places })
    const refused = holes({ hole: 'feet.1', at }, { hole: 'nothing', at })
    expect(await code(way, refused)).toBe('measured.not-listed')
    expect(await log(way)).toEqual([])
    await code(way, holes({ hole: 'feet.1', at }, { hole: 'feet.2', at }), 1)
    await code(way, holes({ hole: 'feet.1', at: { x: 1, y: 2 } }, { hole: 'feet.2' }), 2)
    const places = measuredHoles(await log(way), 1, 's-2')
    expect([...places]).toEqual([['feet.1', { x: 1, y: 2 }]])
  })
})
