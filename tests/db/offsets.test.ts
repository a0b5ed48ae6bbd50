import { nanoid } from 'nanoid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { NEST_PLATE, WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { expectedEdge } from '@/core/floor/register'
import { writeDocument } from '@/core/paper/formats'
import { type Result } from '@/core/ground/issues'
import { type Readings, standingMark, type ZeroRecord } from '@/core/floor/offsets'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { closeDatabase, migrateDatabase, readWorkshop } from '@/db'
import {
  changeFixture,
  createFixture,
  exportFile,
  fixtureLife,
  importJob,
  jobFile,
  jobWork,
  keepEntry,
  listRegister,
  loadJob,
  moveFixtureZero,
  noteFixture,
  registerAnchors,
  retireFixture,
  saveGear,
  NewRunSchema,
  releaseWay,
  runList,
  runLog,
  runWork,
  startRun,
  wayZeros,
} from '@/operations'
import { clampingOf } from '../support/documents'
import { type Setup } from '@/core/plan/way'
import { loadDemoJobs } from '../support/demo'
import { entryOf } from '../support/runEntries'

const must = <V>(result: Result<V>): V => {
  if (!result.ok) throw new Error(result.issues.map((i) => i.sentence).join(' '))
  return result.value
}
const refused = (result: Result<unknown>): string => (result.ok ? 'done' : result.issues[0].code)

async function worm() {
  const text = writeDocument({
    workshop: STANDARD_WORKSHOP,
    part: WORM_BLOCK,
    ways: [WORM_BLOCK_WAY_A],
  })
  const imported = must(await importJob(text))
  if (imported.kind !== 'done') throw new Error('gear differs')
  const { id } = imported
  const job = must(await loadJob(id))
  const [way] = job.ways
  const [first, second] = way?.body.setups ?? []
  if (!way || !first || !second) throw new Error('no way')
  return { id, way, first, second }
}
const stored: Readings = {
  kind: 'stored',
  fixture: 'vise',
  at: { x: -298, y: -96.4, z: -303 },
  knownMm: 0.01,
}
const recordOf = (setup: Setup, readings: Readings): ZeroRecord => ({
  readings,
  instrument: '',
  source: 'typed',
  stood: standingMark({ clamping: clampingOf(setup), indexed: undefined }),
})

beforeAll(migrateDatabase)
afterAll(closeDatabase)

const zero = (setup: Setup, readings: Readings, more: object = {}) =>
  entryOf({ kind: 'zero', setup: setup.id, record: recordOf(setup, readings) }, 1, more)

describe('readings', () => {
  it('are kept once, whatever is sent twice; withdrawn they do not count and stay in the log', async () => {
    const { first, way } = await worm()
    const kept = zero(first, stored, { who: 'A. Fell' })
    must(await keepEntry(way.id, kept))
    must(await keepEntry(way.id, kept))
    const records = await wayZeros(way.id)
    expect(records[first.id]).toHaveLength(1)
    expect(records[first.id]?.[0]).toMatchObject({ who: 'A. Fell', record: { readings: stored } })
    const gone = (entry: string) => entryOf({ kind: 'withdrawn', entry, why: 'wrong edge' }, 2)
    must(await keepEntry(way.id, gone(kept.id)))
    expect((await wayZeros(way.id))[first.id]).toBeUndefined()
    expect((await runLog(way.id)).entries).toHaveLength(2)
    expect(refused(await keepEntry(way.id, gone('no-such-one')))).toBe('record.missing')
    const other = await worm()
    expect(refused(await keepEntry(other.way.id, kept))).toBe('entry.id')
    expect(await wayZeros(other.way.id)).toEqual({})
  })
  it('that give no zero are refused in words and not kept', async () => {
    const { first, way } = await worm()
    const bad: Readings = {
      kind: 'both-sides',
      axis: 'x',
      first: 'left',
      second: 'right',
      tip: 10,
      a: { at: 0, towards: '+' },
      b: { at: 4, towards: '-' },
    }
    expect(refused(await keepEntry(way.id, zero(first, bad)))).toBe('touch.width')
    const stray = entryOf({ kind: 'zero', setup: 's-99', record: recordOf(first, stored) })
    expect(refused(await keepEntry(way.id, stray))).toBe('setup.missing')
    expect(await wayZeros(way.id)).toEqual({})
  })
  it('reach the offsets that are written out: found in one setup, predicted in the next', async () => {
    const { first, id, way } = await worm()
    must(await keepEntry(way.id, zero(first, stored)))
    const { file, ...found } = must(await jobWork(id))
    const exported = must(await exportFile(file, 'offsets-csv', { ...found, register: [] }))
    const lines = new TextDecoder().decode(exported.bytes).split('\n')
    expect(lines[1]).toContain('found')
    expect(lines[2]).toContain('predicted')
    const program = must(await exportFile(file, 'offsets-g10', { ...found, setup: 1 }))
    expect(new TextDecoder().decode(program.bytes)).toContain('G10 L2 P1 X-298.000 Y-96.400')
  })
  it('of a run are of its pieces: those before count, those after do not, and the way keeps its own', async () => {
    const { first, id, way } = await worm()
    const forbids = must(await runList(way.id)).forbids
    const overrides = forbids.map(({ code, setup }) => ({ code, setup, why: 'looked at it' }))
    const [release] = must(await releaseWay(way.id, { who: 'A', overrides })).releases
    const asked = NewRunSchema.parse({ release: release?.id, who: 'A', pieces: 2 })
    const run = must(await startRun(way.id, asked)).id
    must(await keepEntry(run, zero(first, stored, { piece: 2 })))
    const found = async (piece: number) => must(await runWork(run, piece)).records[first.id]
    expect(await found(1)).toBeUndefined()
    expect(await found(2)).toHaveLength(1)
    expect(must(await jobWork(id)).records).toEqual({})
    const { file, ...work } = must(await runWork(run, 2))
    const program = must(await exportFile(file, 'offsets-g10', { ...work, setup: 1 }))
    expect(new TextDecoder().decode(program.bytes)).toContain('G10 L2 P1 X-298.000 Y-96.400')
    // Something changed in the setup: what was read before says nothing any more.
    const changed = entryOf({ kind: 'changed', setup: first.id, text: 'stop moved' }, 5, {
      piece: 2,
    })
    must(await keepEntry(run, changed))
    expect(await found(2)).toBeUndefined()
  })
  it('with nothing found and nothing written down, no offsets are made up', async () => {
    const { id } = await worm()
    const result = await exportFile(must(await jobFile(id)), 'offsets-g10', {})
    expect(refused(result)).toBe('export.no-offsets')
  })
})

describe('the register', () => {
  /** The nest plate under a name of its own. */
  const nest = async () => {
    const id = must(await createFixture('Nest', 'A'))
    must(await changeFixture(id, 1, { body: NEST_PLATE, who: 'A', why: 'measured' }))
    return id
  }
  const check = (id: string, off = 0) =>
    NEST_PLATE.checks.reduce(async (before, c) => {
      await before
      const value =
        c.kind === 'look'
          ? true
          : c.kind === 'indicate'
            ? 0.002
            : (expectedEdge(NEST_PLATE, c.edge) ?? 0) + (c.edge === 'left' ? off : 0)
      must(await noteFixture(id, { kind: 'checked', who: 'B', check: c.id, value }))
    }, Promise.resolve())

  it('the nest plate taken off, put back 0.12 beside its place, moved and trusted again', async () => {
    const id = await nest()
    must(await noteFixture(id, { kind: 'on', who: 'B' }))
    await check(id)
    expect(must(await fixtureLife(id)).standing.kind).toBe('trusted')
    must(await noteFixture(id, { kind: 'off', who: 'B' }))
    must(await noteFixture(id, { kind: 'on', who: 'C' }))
    await check(id, 0.12)
    const back = must(await fixtureLife(id))
    expect(back.standing.kind).toBe('moved')
    const moved = must(await moveFixtureZero(id, back.version, 'C'))
    expect(moved.kind).toBe('saved')
    expect(moved.life.fixture.zero.x).toBeCloseTo(NEST_PLATE.zero.x + 0.12, 6)
    expect(moved.life.standing.kind).toBe('trusted')
    const words = moved.life.life.map((l) => `${l.who} ${l.what}`).join('\n')
    expect(words).toContain('C Changed: zero moved to where it was found: X 0.120 mm')
    expect(words).toContain('B Taken off')
  })
  it('two who change it at once: the second is told, nothing is overwritten', async () => {
    const id = await nest()
    const { version } = must(await fixtureLife(id))
    const change = (why: string) => changeFixture(id, version, { body: NEST_PLATE, who: 'A', why })
    expect(must(await change('one')).kind).toBe('saved')
    expect(must(await change('two')).kind).toBe('conflict')
    expect(must(await fixtureLife(id)).changed.why).toBe('one')
  })
  it('what cannot be is refused in words', async () => {
    const id = await nest()
    expect(refused(await noteFixture(id, { kind: 'off', who: 'A' }))).toBe('fixture.off')
    const line = { kind: 'checked', who: 'A', check: 'line', value: 0.001 } as const
    expect(refused(await noteFixture(id, line))).toBe('fixture.shelf')
    must(await noteFixture(id, { kind: 'on', who: 'A' }))
    expect(refused(await noteFixture(id, { kind: 'on', who: 'A' }))).toBe('fixture.on')
    expect(refused(await noteFixture(id, { ...line, value: true }))).toBe('fixture.value')
    expect(refused(await noteFixture(id, { ...line, check: 'none' }))).toBe('fixture.check')
    expect(refused(await moveFixtureZero(id, 2, 'A'))).toBe('fixture.move')
    const bad = { ...NEST_PLATE, offset: 'G99' }
    expect(refused(await changeFixture(id, 2, { body: bad, who: 'A', why: 'oops' }))).toBe(
      'fixture.offset',
    )
    expect(refused(await changeFixture(id, 2, { body: {}, who: 'A', why: 'oops' }))).toMatch(
      /^schema/,
    )
    expect(refused(await createFixture('   ', 'A'))).toBe('fixture.name')
    expect(refused(await fixtureLife('no-such'))).toBe('fixture.missing')
  })
  it('retired it leaves the list and keeps its life', async () => {
    const id = await nest()
    must(await retireFixture(id, true))
    expect((await listRegister()).some((e) => e.id === id)).toBe(false)
    expect(must(await fixtureLife(id)).life.length).toBeGreaterThan(1)
    must(await retireFixture(id, false))
    expect((await listRegister()).some((e) => e.id === id)).toBe(true)
  })
  it('the demo brings two: a vise that is trusted and anchors, a plate that waits to be checked', async () => {
    for (const { id } of await listRegister()) await retireFixture(id, true)
    await loadDemoJobs(true)
    expect((await listRegister()).map((e) => `${e.fixture.name} ${e.standing.kind}`)).toEqual([
      'Nest plate to-check',
      'Vise 125 on the small mill trusted',
    ])
    expect(await registerAnchors()).toMatchObject([
      { mark: 'vise vise-125', marks: { x: { mark: 'left' } } },
    ])
  })
})

describe('the workshop', () => {
  it('gear is written over what was there or put in new, and every way is reckoned with it', async () => {
    const vise = STANDARD_WORKSHOP.vises[0]
    if (!vise) throw new Error('no vise')
    const id = `vise-${nanoid(6).replace(/[^A-Za-z0-9]/g, 'x')}`
    const made = must(await saveGear('vise', id, { ...vise, id, name: 'Mine', jawWidth: 88 }))
    expect(made.vises.find((v) => v.id === id)?.jawWidth).toBe(88)
    const changed = must(await saveGear('vise', id, { ...vise, id, name: 'Mine', jawWidth: 99 }))
    expect(changed.vises.filter((v) => v.id === id)).toHaveLength(1)
    expect((await readWorkshop())?.vises.find((v) => v.id === id)?.jawWidth).toBe(99)
  })
  it('figures that cannot be, and another id, are refused and nothing is written', async () => {
    const before = await readWorkshop()
    const [cutter] = STANDARD_WORKSHOP.cutters
    expect(refused(await saveGear('cutter', 'face-50', { ...cutter, diameter: -1 }))).toMatch(
      /^schema/,
    )
    expect(refused(await saveGear('cutter', 'face-50', { ...cutter, colour: 'red' }))).toMatch(
      /^schema/,
    )
    expect(refused(await saveGear('cutter', 'end-6', cutter))).toBe('gear.id')
    expect(await readWorkshop()).toEqual(before)
  })
})
