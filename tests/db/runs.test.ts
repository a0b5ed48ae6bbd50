import { execFileSync } from 'node:child_process'
import { rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Result } from '@/core/ground/issues'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { writeDocument } from '@/core/paper/formats'
import { pieceState, stepsOf, ticksOf, toTick } from '@/core/paper/run'
import { planWay } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { closeDatabase, migrateDatabase } from '@/db'
import {
  checkPdf,
  checkTable,
  hiddenFault,
  importJob,
  keepEntry,
  keepPhoto,
  figuresTaken,
  learnedOf,
  loadJob,
  loadPhoto,
  loadRun,
  MakingSchema,
  NewRunSchema,
  practiceReadings,
  releaseWay,
  runList,
  saveDocument,
  startRun,
  takeFigure,
  wayLog,
} from '@/operations'
import { makeFile } from '@/operations/steering'
import { GREY_JPEG } from '../support/photo'
import { entryOf } from '../support/runEntries'

const must = <V>(result: Result<V>): V => {
  if (!result.ok) throw new Error(result.issues.map((i) => i.sentence).join(' '))
  return result.value
}

async function worm() {
  const text = writeDocument({
    workshop: STANDARD_WORKSHOP,
    part: WORM_BLOCK,
    ways: [WORM_BLOCK_WAY_A],
  })
  const imported = must(await importJob(text))
  if (imported.kind !== 'done') throw new Error('gear differs')
  const [way] = must(await loadJob(imported.id)).ways
  if (!way) throw new Error('no way')
  return way
}

/** The forbidding findings of a way, each let pass. */
const passing = async (wayId: string) =>
  must(await runList(wayId)).forbids.map(({ code, setup }) => ({
    code,
    setup,
    why: 'looked at it',
  }))

async function begun(asked: Partial<{ pieces: number; practice: boolean }> = {}) {
  const way = await worm()
  const list = must(await releaseWay(way.id, { who: 'AB', overrides: await passing(way.id) }))
  const release = list.releases[0]?.id ?? ''
  const run = must(
    await startRun(
      way.id,
      NewRunSchema.parse({ release, who: 'AB', pieces: 1, exercise: 7, ...asked }),
    ),
  )
  return { way, run: run.id, release }
}

beforeAll(migrateDatabase)
afterAll(closeDatabase)

describe('releases', () => {
  it('freeze the way: what is changed later is not in them, and they say so', async () => {
    const { way, run } = await begun()
    const before = must(await runList(way.id))
    expect(before.releases[0]).toMatchObject({ number: 1, who: 'AB', changed: [] })
    const [first, ...others] = way.body.setups
    const renamed = { ...first, name: 'Face it', ops: first?.ops.slice(1) }
    await saveDocument(way.id, way.version, {
      ...way.body,
      note: 'changed since',
      setups: [renamed, ...others],
    })
    expect(must(await runList(way.id)).releases[0]?.changed).toEqual(['setup 1 Face it'])
    expect(must(await loadRun(run)).way.note).toBe(way.body.note)
    const second = must(await releaseWay(way.id, { who: 'CD', overrides: await passing(way.id) }))
    expect(second.releases.map(({ number }) => number)).toEqual([2, 1])
  })

  it('two at once get two numbers', async () => {
    const way = await worm()
    const overrides = await passing(way.id)
    await Promise.all(['A', 'B', 'C'].map((who) => releaseWay(way.id, { who, overrides })))
    expect(must(await runList(way.id)).releases.map(({ number }) => number)).toEqual([3, 2, 1])
  })

  it('a way that something forbids is not released before that is let pass by name and reason', async () => {
    const way = await worm()
    const first = way.body.setups[0]
    if (first?.clamping.kind !== 'own' || first.clamping.holding.kind !== 'vise')
      throw new Error('no vise')
    const holding = { ...first.clamping.holding, stop: 'none' as const }
    const loose = {
      ...way.body,
      setups: [{ ...first, clamping: { ...first.clamping, holding } }, ...way.body.setups.slice(1)],
    }
    await saveDocument(way.id, way.version, loose)
    const forbids = must(await runList(way.id)).forbids
    const refused = await releaseWay(way.id, { who: 'AB', overrides: [] })
    if (forbids.length === 0) expect(refused.ok).toBe(true)
    else expect(refused.ok ? '' : refused.issues[0].code).toBe('release.forbidden')
    expect((await releaseWay(way.id, { who: 'AB', overrides: await passing(way.id) })).ok).toBe(
      true,
    )
  })
})

describe('what happens to a piece', () => {
  it('an hour of two devices without a network: 200 ticks and 40 readings, each there once, in order', async () => {
    const { run } = await begun({ pieces: 3 })
    const { part, way, workshop } = must(await loadRun(run))
    const holes = planWay(workshop, part, way).setups.find(({ id }) => id === 's-5')
    const list = holes ? toTick(holes, 'mount') : []
    expect(list.length).toBeGreaterThan(3)
    const all = Array.from({ length: 240 }, (_, i) =>
      entryOf(
        i % 6 === 5
          ? {
              kind: 'measured',
              step: 's-2 check',
              value: { requirement: 'top-base', value: 75 + i / 1e5 },
            }
          : { kind: 'tick', setup: 's-5', ...list[i % list.length], done: i < 200 || i % 2 === 0 },
        1000 * i,
        { who: i % 2 === 0 ? 'AB' : 'CD', piece: 1 + (i % 3) },
      ),
    )
    // Each device sends what it holds, the last few again because it did not hear that they were taken.
    const device = async (which: number): Promise<void> => {
      const own = all.filter((_, i) => i % 2 === which)
      for (const one of [...own, ...own.slice(-20)]) must(await keepEntry(run, one))
    }
    await Promise.all([device(1), device(0)])
    const kept = must(await loadRun(run)).entries
    expect(kept.map(({ id }) => id)).toEqual(all.map(({ id }) => id))
    expect(kept.map(({ at }) => at)).toEqual(all.map(({ at }) => at))
    expect(ticksOf(kept, 1, 's-5')).toEqual(ticksOf([...kept].reverse(), 1, 's-5'))
  }, 120_000)

  it('an id that belongs to another run, a piece that there is not: refused', async () => {
    const [one, two] = [await begun(), await begun()]
    const mine = entryOf({ kind: 'note', step: 's-1 take', text: 'mine' })
    must(await keepEntry(one.run, mine))
    expect((await keepEntry(two.run, mine)).ok).toBe(false)
    const third = entryOf({ kind: 'note', step: 's-1 take', text: 'x' }, 1, { piece: 3 })
    expect((await keepEntry(one.run, third)).ok).toBe(false)
    expect((await keepEntry('no-such-run', mine)).ok).toBe(false)
  })

  it('what is withdrawn stays in the log and out of the check sheet', async () => {
    const { run } = await begun()
    const wrong = entryOf({
      kind: 'measured',
      step: 's-2 check',
      value: { requirement: 'top-base', value: 75.4 },
    })
    must(await keepEntry(run, wrong))
    expect(must(await checkTable(run))).toMatch(/75\.400/)
    must(await keepEntry(run, entryOf({ kind: 'withdrawn', entry: wrong.id, why: 'a chip' }, 2)))
    expect(must(await checkTable(run))).not.toMatch(/75\.400/)
    expect(must(await loadRun(run)).entries).toHaveLength(2)
  })
})

describe('the log of a way', () => {
  it('has a chapter for each release and each piece of which something was entered, in order', async () => {
    const { run, way } = await begun({ pieces: 3 })
    const later = Date.now() + 60_000
    must(await keepEntry(way.id, entryOf({ kind: 'note', step: 's-1 take', text: 'tried' }, 1000)))
    for (const piece of [3, 1]) {
      const note = { kind: 'note', step: 's-1 take', text: `of ${piece}` }
      must(await keepEntry(run, entryOf(note, later + piece, { piece, who: 'CD' })))
    }
    const log = must(await wayLog(way.id))
    expect(log.map(({ title }) => title)).toEqual([
      'Found and ticked without a release',
      'Release 1, by AB',
      'Run by release 1, piece 1 of 3',
      'Run by release 1, piece 3 of 3',
    ])
    expect(log[0]?.run).toBeUndefined()
    expect(log[3]).toMatchObject({
      run: { id: run, piece: 3 },
      lines: [{ who: 'CD', words: 'of 3' }],
    })
    for (const { words } of log[1]?.lines ?? []) expect(words).toMatch(/^let pass .*looked at it$/)
    expect((await wayLog('nowhere')).ok).toBe(false)
  })
})

describe('the stand-in shop', () => {
  it('reads only what is cut, and a correction moves what is cut after it', async () => {
    const { run } = await begun({ practice: true })
    const first = must(await practiceReadings(run, 1))
    expect(first.some(({ requirement }) => requirement === 'bore-base')).toBe(false)
    const { part, way, workshop } = must(await loadRun(run))
    const steps = stepsOf(predictWay(planWay(workshop, part, way)))
    for (const [i, { id }] of steps.entries())
      must(await keepEntry(run, entryOf({ kind: 'done', step: id }, i)))
    expect(pieceState(steps, must(await loadRun(run)).entries, 1).next).toBeUndefined()
    const read = async () =>
      must(await practiceReadings(run, 1)).find(({ requirement }) => requirement === 'bore-base')
        ?.value ?? 0
    const before = await read()
    const cut =
      way.setups.find(({ ops }) => ops.some(({ feature }) => feature === 'bore'))?.id ?? ''
    const move = { setup: cut, axis: 'y', by: 0.1 }
    must(
      await keepEntry(run, entryOf({ kind: 'moved', step: `${cut} zero`, move, taken: true }, 999)),
    )
    expect(Math.abs((await read()) - before)).toBeCloseTo(0.1, 3)
  })

  it('hides one fault, tells it when asked, and nothing where nothing is hidden', async () => {
    const practice = await begun({ practice: true })
    expect(Object.keys(must(await hiddenFault(practice.run)))).toHaveLength(1)
    const real = await begun()
    expect((await practiceReadings(real.run, 1)).ok).toBe(false)
    expect((await hiddenFault(real.run)).ok).toBe(false)
  })
})

describe('the check sheet on paper', () => {
  it('has every requirement with what was measured, by whom, and the story', async () => {
    const { run } = await begun()
    await keepEntry(run, entryOf({ kind: 'done', step: 's-1 take' }))
    const value = { requirement: 'top-base', value: 75.013, plusMinus: 0.005 }
    await keepEntry(run, entryOf({ kind: 'measured', step: 's-2 turn', value }, 2))
    const pdf = must(await checkPdf(run, 1))
    const file = join(tmpdir(), `check-${run}.pdf`)
    writeFileSync(file, pdf)
    const words = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
    rmSync(file)
    expect(words).toMatch(/Check sheet, Worm block, rev B, piece 1 of 1/)
    expect(words).toMatch(/Top to base\s+75\.000 ±0\.1\s+75\.013 mm\s+±0\.005 AB\s+accepted/)
    expect(words).toMatch(/Worm bore, size.*not measured/)
    expect(words).toMatch(/AB: measured Top to base: 75\.013/)
    expect((await checkPdf(run, 2)).ok).toBe(false)
    expect((await checkPdf('none', 1)).ok).toBe(false)
  })
})

describe('pictures', () => {
  const photo = (id: string, at = 1) =>
    entryOf({ kind: 'photo', step: 's-1 take', photo: id, text: 'stop at the left' }, at)

  it('are kept once, before the entry that tells of them, and stand on the paper', async () => {
    const { run } = await begun()
    const taken = photo('early-photo-1')
    const early = await keepEntry(run, taken)
    expect(early.ok ? [] : early.issues.map(({ code }) => code)).toEqual(['photo.missing'])
    for (let i = 0; i < 2; i++) must(await keepPhoto(run, 'early-photo-1', GREY_JPEG))
    must(await keepEntry(run, taken))
    expect(Buffer.from(must(await loadPhoto(run, 'early-photo-1')))).toEqual(GREY_JPEG)
    const bare = must(await checkPdf(run, 1))
    const file = join(tmpdir(), `photo-${run}.pdf`)
    writeFileSync(file, bare)
    const listed = execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' })
    rmSync(file)
    expect(listed).toMatch(/image\s+2\s+2\s.*jpeg/)
    const withdrawn = entryOf({ kind: 'withdrawn', entry: taken.id, why: 'blurred' }, 2)
    must(await keepEntry(run, withdrawn))
    expect(must(await checkPdf(run, 1)).length).toBeLessThan(bare.length)
  })

  it('of another run, of a run that there is not, and what is no JPEG are refused', async () => {
    const [one, two] = [await begun(), await begun()]
    must(await keepPhoto(one.run, 'photo-of-one', GREY_JPEG))
    const codes = async (run: string, id: string, jpeg: Uint8Array) => {
      const kept = await keepPhoto(run, id, jpeg)
      return kept.ok ? [] : kept.issues.map(({ code }) => code)
    }
    expect(await codes(two.run, 'photo-of-one', GREY_JPEG)).toEqual(['photo.id'])
    expect((await loadPhoto(two.run, 'photo-of-one')).ok).toBe(false)
    expect(await codes('no-such-run', 'photo-of-none', GREY_JPEG)).toEqual(['run.missing'])
    expect(await codes(one.run, '../../photo', GREY_JPEG)).toEqual(['photo.id'])
    const html = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>')
    expect(await codes(one.run, 'photo-as-html', html)).toEqual(['photo.type'])
    expect(await codes(one.run, 'photo-cut-off', GREY_JPEG.subarray(0, 60))).toEqual(['photo.type'])
  })
})

describe('what is learnt', () => {
  /** A run of some pieces, each with every reading as a sound shop makes it. */
  async function measuredRun(practice: boolean) {
    const { run, way } = await begun({ pieces: 10, practice })
    const made = must(
      makeFile(
        writeDocument({ workshop: STANDARD_WORKSHOP, part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A] }),
        MakingSchema.parse({ pieces: 10, seed: 3 }),
      ),
    )
    for (const [p, { values }] of made.pieces.entries())
      for (const value of values)
        if ('requirement' in value && value.requirement === 'bore-size')
          await keepEntry(
            run,
            entryOf({ kind: 'measured', step: 's-4 check', value }, p, { piece: p + 1 }),
          )
    return { run, way }
  }

  it('from the pieces of a run: practice and what was made are kept apart', async () => {
    const { way } = await measuredRun(false)
    const learned = must(await learnedOf(way.id, false))
    expect(learned.series.map(({ words }) => words)).toEqual(['Worm bore, size'])
    expect(learned.series[0]?.points).toHaveLength(10)
    expect(learned.figures.map(({ path }) => path)).toContain('capabilities/bore/sizeMm')
    expect(learned.figures[0]?.pieces).toBeGreaterThanOrEqual(10)
    expect(must(await learnedOf(way.id, true)).series).toEqual([])
    expect((await learnedOf('none', false)).ok).toBe(false)
  })

  it('a figure is taken over into the workshop, and refused where it makes no sense', async () => {
    const by = { who: 'AB', pieces: 14 }
    const known = (await figuresTaken()).length
    const before = must(await takeFigure('capabilities/bore/sizeMm', 0.0123, by))
    expect(before.capabilities.bore.sizeMm).toBe(0.0123)
    expect(must(await takeFigure('seatMm', 0.004, by)).seatMm).toBe(0.004)
    expect(must(await takeFigure('vises/vise-125/liftMm', 0.03, by)).vises[0]?.liftMm).toBe(0.03)
    expect((await takeFigure('seatMm', -1, by)).ok).toBe(false)
    expect((await takeFigure('vises/vise-125/liftMm', 99, by)).ok).toBe(false)
    expect((await takeFigure('vises/none/liftMm', 0.01, by)).ok).toBe(false)
    // What was refused was not taken; the rest is kept with who it was, the newest first.
    const taken = await figuresTaken()
    expect(taken).toHaveLength(Math.min(30, known + 3))
    expect(taken[0]).toMatchObject({
      path: 'vises/vise-125/liftMm',
      now: 0.03,
      who: 'AB',
      pieces: 14,
    })
    expect(taken[2]).toMatchObject({ was: 0.008, now: 0.0123 })
    const { bore } = STANDARD_WORKSHOP.capabilities
    await takeFigure('capabilities/bore/sizeMm', bore.sizeMm, by)
    await takeFigure('seatMm', STANDARD_WORKSHOP.seatMm, by)
    await takeFigure('vises/vise-125/liftMm', 0.02, by)
  })

  it('a sound shop hides nothing', async () => {
    const { release, way } = await begun()
    const asked = { release, who: 'AB', pieces: 1, practice: true, sound: true, exercise: 5 }
    const { id } = must(await startRun(way.id, NewRunSchema.parse(asked)))
    expect(must(await hiddenFault(id))).toEqual({})
  })
})
