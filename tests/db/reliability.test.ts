import { viseOf } from '../support/documents'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { writeDocument } from '@/core/paper/formats'
import { type Result } from '@/core/ground/issues'
import { STANDARD_WORKSHOP, type Workshop } from '@/core/shop/workshop'
import { closeDatabase, migrateDatabase, readShop, readWorkshop } from '@/db'
import { database } from '@/db/client'
import {
  addWay,
  allLookedAt,
  clearAside,
  createJob,
  importJob,
  listJobs,
  loadJob,
  removeWay,
  saveDocument,
  saveGear,
} from '@/operations'

const must = <V>(result: Result<V>): V => {
  if (!result.ok) throw new Error(result.issues.map((i) => i.sentence).join(' '))
  return result.value
}
const codeOf = (result: Result<unknown>): string => (result.ok ? 'done' : result.issues[0].code)
const wormWith = (workshop: Workshop): string =>
  writeDocument({ workshop, part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A] })
const fresh = async () => {
  const imported = must(await importJob(wormWith(STANDARD_WORKSHOP), 'ours'))
  if (imported.kind !== 'done') throw new Error('asked')
  return must(await loadJob(imported.id))
}

beforeAll(migrateDatabase)
afterAll(closeDatabase)

describe('the workshop keeps to its limits, and reading never fails for one row', () => {
  const [vise] = STANDARD_WORKSHOP.vises
  if (!vise) throw new Error('no vise')

  it('a file with more vises than there is room for is refused, and leaves nothing behind', async () => {
    await fresh()
    const room = 50 - ((await readWorkshop())?.vises.length ?? 0)
    const before = (await listJobs()).total
    const withNew = (count: number): string =>
      wormWith({
        ...STANDARD_WORKSHOP,
        vises: [
          ...STANDARD_WORKSHOP.vises,
          ...Array.from({ length: count }, (_, i) => ({ ...vise, id: `new-${i}` })),
        ],
      })
    const tooMany = await importJob(withNew(room + 1))
    // Beyond what one file may hold it is the file that is refused.
    expect(['workshop.full', 'schema.too_big']).toContain(codeOf(tooMany))
    expect((await listJobs()).total).toBe(before)
    expect(must(await importJob(withNew(room - 1))).kind).toBe('done')
    expect(codeOf(await saveGear('vise', 'last', { ...vise, id: 'last' }))).toBe('done')
    expect(codeOf(await saveGear('vise', 'one-more', { ...vise, id: 'one-more' }))).toBe(
      'workshop.full',
    )
    expect(codeOf(await importJob(withNew(room)))).toBe('workshop.full')
    expect((await listJobs()).total).toBe(before + 1)
    await database().execute(sql`delete from workshop_items where id like 'new-%' or id = 'last'`)
  })

  it('rows that do not parse are set aside and can be taken out; the shop stands', async () => {
    await fresh()
    await database().execute(
      sql`insert into workshop_items (kind, id, position, spec, format) values ('vise', 'broken', 99, '{"id": 7}', 3)`,
    )
    await database().execute(
      sql`update workshop_items set spec = '"none"' where kind = 'capability' and id = 'bore'`,
    )
    const shop = await readShop()
    expect(shop?.aside.map(({ id, kind }) => `${kind} ${id}`)).toEqual([
      'vise broken',
      'capability bore',
    ])
    expect(shop?.workshop.capabilities.bore).toEqual(STANDARD_WORKSHOP.capabilities.bore)
    expect((await listJobs()).jobs.length).toBeGreaterThan(0)
    must(await clearAside('vise', 'broken'))
    expect(must(await clearAside('capability', 'bore')).aside).toEqual([])
    expect(codeOf(await clearAside('vise', vise.id))).toBe('gear.missing')
  })

  it('gear with a known id and other figures is asked about, and says what hangs on it', async () => {
    await fresh()
    const loose = {
      ...STANDARD_WORKSHOP,
      vises: STANDARD_WORKSHOP.vises.map((v) => ({ ...v, leanPer100: 0.3, tramPer100: 0.3 })),
    }
    const asked = must(await importJob(wormWith(loose)))
    if (asked.kind !== 'gear-differs') throw new Error('not asked')
    expect(asked.differences.map((d) => d.id)).toEqual(loose.vises.map((v) => v.id))
    const [change] = asked.changes
    expect(change?.theirs).toBeGreaterThan(2 * (change?.ours ?? Infinity))
    const both = must(await importJob(wormWith(loose), 'both'))
    if (both.kind !== 'done') throw new Error('asked again')
    const { ways, workshop } = must(await loadJob(both.id))
    const [first] = ways[0]?.body.setups ?? []
    const used = first ? viseOf(first).vise : ''
    expect(loose.vises.map((v) => v.id)).not.toContain(used)
    expect(workshop.vises.find((v) => v.id === used)).toMatchObject({ leanPer100: 0.3 })
    expect(workshop.vises.find((v) => v.id === vise.id)).toEqual(vise)
  })
})

describe('the list of jobs', () => {
  it('comes by pages, by name in any case, and a percent sign is only a percent sign', async () => {
    for (let i = 0; i < 23; i++) must(await createJob(`Gauge ${i} 5%`))
    const first = await listJobs({ search: 'gauge' })
    expect([first.jobs.length, first.total, first.pages]).toEqual([20, 23, 2])
    expect((await listJobs({ search: 'GAUGE', page: 2 })).jobs).toHaveLength(3)
    expect((await listJobs({ search: '5%' })).total).toBe(23)
    expect((await listJobs({ search: '%gauge%' })).total).toBe(0)
  })

  it('finds a part by its new name; one damaged job is told and takes nothing with it', async () => {
    const job = await fresh()
    must(
      await saveDocument(job.part.id, 1, { ...job.part.body, name: 'Pawl plate of number nine' }),
    )
    expect((await listJobs({ search: 'pawl plate' })).jobs[0]?.id).toBe(job.id)
    await database().execute(
      sql`update document_versions set body = '{"name": 3}' where document_id = ${job.ways[0]?.id}`,
    )
    const [line] = (await listJobs({ search: 'pawl plate' })).jobs
    expect(line?.next).toMatch(/cannot be read/)
    expect(codeOf(await loadJob(job.id))).toBe('job.damaged')
  })

  it('a standing is worked out once for a version and kept with it', async () => {
    const job = await fresh()
    const search = 'a standing kept'
    const part = { ...job.part.body, name: search }
    must(await saveDocument(job.part.id, 1, part))
    const lineNow = async () => (await listJobs({ search })).jobs[0]?.ways[0]
    expect((await lineNow())?.standing).toBeUndefined()
    await allLookedAt()
    expect(await lineNow()).toMatchObject({ standing: { short: 2 } })
    must(await saveDocument(job.part.id, 2, { ...part, revision: 'Z' }))
    expect(await lineNow()).toMatchObject({ standing: { short: 2 }, isOld: true })
    // Once nobody is at it any more it is looked at again.
    await database().execute(
      sql`update jobs set touched_at = now() - interval '1 minute' where id = ${job.id}`,
    )
    await lineNow()
    await allLookedAt()
    expect(await lineNow()).not.toHaveProperty('isOld')
  })
})

describe('what is sent twice, or at once', () => {
  it('the same body on the same base is the same save; another one is a conflict', async () => {
    const job = await fresh()
    const body = { ...job.part.body, name: 'Sent twice' }
    const first = must(await saveDocument(job.part.id, 1, body))
    const again = must(await saveDocument(job.part.id, 1, body))
    expect([first.kind, again.kind]).toEqual(['saved', 'saved'])
    expect(again.document.version).toBe(2)
    expect(must(await saveDocument(job.part.id, 1, { ...body, name: 'Else' })).kind).toBe(
      'conflict',
    )
  })

  it('ways added at once get different names; one that comes back finds its name taken', async () => {
    const job = await fresh()
    await Promise.all(Array.from({ length: 6 }, () => addWay(job.id)))
    const names = must(await loadJob(job.id)).ways.map((w) => w.body.name)
    expect(new Set(names).size).toBe(7)
    const gone = must(await loadJob(job.id)).ways.find((w) => w.body.name === 'Way C')
    must(await removeWay(gone?.id ?? '', true))
    must(await addWay(job.id))
    expect(codeOf(await removeWay(gone?.id ?? '', false))).toBe('way.same-name')
  })

  it('remove, add, restore keeps to the limit, so that its own file can be brought in', async () => {
    const job = await fresh()
    for (let i = 0; i < 19; i++) must(await addWay(job.id))
    expect(codeOf(await addWay(job.id))).toBe('way.many')
    const first = must(await loadJob(job.id)).ways[0]?.id ?? ''
    must(await removeWay(first, true))
    must(await addWay(job.id))
    expect(codeOf(await removeWay(first, false))).toBe('way.many')
  })
})
