import { describe, expect, it } from 'vitest'
import { normalStream, seededUniform } from '../../chain/variation'
import { CLUTCH_HUB, CLUTCH_HUB_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { planWay } from '../../plan/planning'
import { chainOf } from '../../predict/prediction'
import { figureIn, STANDARD_WORKSHOP as W, withFigure, type Workshop } from '../../shop/workshop'
import { makeMeasured } from '../steering'
import { capabilityFrom, capabilityOf, driftOf, type Learned, learnFrom } from '.'

const planIn = (workshop: Workshop) => planWay(workshop, WORM_BLOCK, WORM_BLOCK_WAY_A)

/** Pieces made with full rotations in one shop, read as instruments would. */
function pieces(
  workshop: Workshop,
  count: number,
  seed: number,
  faults: Readonly<Record<string, number>> = {},
) {
  const made = makeMeasured(planIn(workshop), {
    faults: new Map(Object.entries(faults)),
    pieces: count,
    seed,
  })
  if (!made.ok) throw new Error('nothing was made')
  return made.value.map(({ id, values }) => ({
    id,
    values: values.filter((value) => 'requirement' in value),
  }))
}

function learned(...made: Parameters<typeof learnFrom>[0][number][]): Learned {
  const found = learnFrom(made, W)
  if (!found.ok) throw new Error(found.issues[0].sentence)
  return found.value
}

/** A shop that bores and lifts otherwise than its book says. */
const other = (sizeMm: number, liftMm: number): Workshop => ({
  ...W,
  capabilities: { ...W.capabilities, bore: { ...W.capabilities.bore, sizeMm } },
  vises: W.vises.map((vise) => (vise.id === 'vise-125' ? { ...vise, liftMm } : vise)),
})

describe('what a shop learns from its pieces', () => {
  const plan = planIn(W)

  it('the book says 0.008 and 0.020; made by a shop at 0.016 and 0.036 it is told so, with what it is known to', () => {
    const found = learned({ plan, pieces: pieces(other(0.016, 0.036), 30, 4) })
    const size = found.figures.find(({ path }) => path === 'capabilities/bore/sizeMm')
    const lift = found.figures.find(({ path }) => path === 'vises/vise-125/liftMm')
    expect(size).toMatchObject({ value: 0.008, verdict: 'wider', pieces: 30, name: 'bore' })
    expect(lift).toMatchObject({ value: 0.02, verdict: 'wider', name: 'Vise 125' })
    for (const [one, truth] of [
      [size, 0.016],
      [lift, 0.036],
    ] as const) {
      expect(one?.low).toBeLessThan(truth)
      expect(one?.high).toBeGreaterThan(truth)
    }
    // Where zero is stored is drawn once for all pieces: nothing is learnt of how far that varies.
    expect(found.figures.map(({ path }) => path)).not.toContain('vises/vise-125/storedMm')
  })

  it('a sound shop: the book is agreed with, predictions were honest, what too little was measured of keeps quiet', () => {
    const found = learned({ plan, pieces: pieces(W, 30, 2) })
    expect(found.honesty.verdict).toBe('as predicted')
    expect(found.honesty.scatter).toBeGreaterThan(0.9)
    expect(found.honesty.scatter).toBeLessThan(1.1)
    expect(found.figures.filter(({ verdict }) => verdict === 'agrees').length).toBeGreaterThan(4)
    expect(found.figures.filter(({ verdict }) => verdict === 'wider')).toEqual([])
    expect(found.figures.find(({ path }) => path === 'vises/vise-125/stopMm')?.speaks).toBe(false)
    const few = learned({ plan, pieces: pieces(W, 4, 2) })
    expect(few.figures.every(({ speaks, verdict }) => !speaks && verdict === 'not yet')).toBe(true)
  })

  /** Everything that is drawn anew so many times as wide as the book has it. */
  const scaled = (by: number): Workshop => ({
    ...W,
    seatMm: by * W.seatMm,
    vises: W.vises.map((vise) => ({ ...vise, liftMm: by * vise.liftMm, stopMm: by * vise.stopMm })),
    capabilities: Object.fromEntries(
      Object.entries(W.capabilities).map(([process, can]) => [
        process,
        {
          ...can,
          sizeMm: by * can.sizeMm,
          positionMm: by * can.positionMm,
          leanPer100: by * can.leanPer100,
          formMm: by * can.formMm,
        },
      ]),
    ) as Workshop['capabilities'],
  })

  it('a shop twice as good as its book, and one twice as bad: predictions were too wide, and too narrow', () => {
    const good = learned({ plan, pieces: pieces(scaled(0.5), 30, 9) })
    expect(good.honesty.verdict).toBe('too wide')
    expect(good.honesty.scatter).toBeLessThan(0.9)
    const tap = ({ figures }: Learned) =>
      figures.find(({ path }) => path === 'capabilities/tap/positionMm')?.verdict
    expect(tap(good)).toBe('tighter')
    const bad = learned({ plan, pieces: pieces(scaled(2), 30, 9) })
    expect(bad.honesty.verdict).toBe('too narrow')
    expect(bad.honesty.inside).toBeLessThan(bad.honesty.values)
    expect(bad.honesty.range[1]).toBeLessThan(0.997)
    expect(tap(bad)).toBe('wider')
  })

  it('gear that was put off by 0.03 is found in the gear, not in the figures', () => {
    const found = learned({ plan, pieces: pieces(W, 20, 3, { 'vise vise-125, stored y': 0.012 }) })
    const stored = found.gear.find(({ key }) => key === 'vise vise-125, stored y')
    expect(Math.abs((stored?.value ?? NaN) - 0.012)).toBeLessThan(stored?.plusMinus ?? 0)
    expect(stored).toMatchObject({ gear: 'Vise 125', book: 0.01, unit: 'mm' })
    expect(found.apart).toEqual([])
  })

  it('a piece with a chip under it is set apart by name, and changes no figure', () => {
    const sound = pieces(W, 20, 5)
    const chipped = pieces(W, 20, 5, { 'at s-4, seat guide3': 0.09 })
    const with7 = sound.map((one, p) => (p === 6 ? (chipped[6] ?? one) : one))
    const found = learned({ plan, pieces: with7 })
    expect(found.apart).toEqual([{ plan: 0, piece: '7' }])
    const seat = found.figures.find(({ path }) => path === 'seatMm')
    expect(seat?.verdict).not.toBe('wider')
    // It is shown all the same.
    expect(found.series[0]?.points.map(({ piece }) => piece)).toContain('7')
  })

  it('pieces of two releases are learnt from together, whatever the book said when they were made', () => {
    const old = planIn(other(0.004, 0.02))
    const both = learned(
      { plan, pieces: pieces(W, 15, 6) },
      { plan: old, pieces: pieces(W, 15, 7) },
    )
    const size = both.figures.find(({ path }) => path === 'capabilities/bore/sizeMm')
    expect(size).toMatchObject({ value: 0.008, pieces: 30, verdict: 'agrees' })
    expect(both.series[0]?.points.map(({ place }) => place)).toEqual(
      Array.from({ length: 30 }, (_, i) => i + 1),
    )
  })

  it('series have limits, and the band that was expected; a reading that does not exist is told', () => {
    const { series } = learned({ plan, pieces: pieces(W, 26, 8) })
    const bore = series.find(({ requirement }) => requirement === 'bore-base')
    expect([bore?.limits.lower, bore?.limits.upper]).toEqual([
      expect.closeTo(31.985, 9),
      expect.closeTo(32.015, 9),
    ])
    expect(bore?.points).toHaveLength(26)
    expect(bore?.points[0]?.expected).toBeCloseTo(32, 2)
    expect(bore?.capability?.count).toBe(26)
    const bad = learnFrom(
      [{ plan, pieces: [{ id: '1', values: [{ requirement: 'no', value: 1 }] }] }],
      W,
    )
    expect(bad.ok).toBe(false)
  })

  it('every figure that a source of the demo names is in the workshop, and can be changed there', () => {
    for (const of of [plan, planWay(W, CLUTCH_HUB, CLUTCH_HUB_WAY)]) {
      const paths = new Set(
        chainOf(of).model.stack.sources.flatMap(({ figure }) => figure?.path ?? []),
      )
      expect(paths.size).toBeGreaterThan(5)
      for (const path of paths) {
        const figure = figureIn(W, path)
        expect(figure?.value, path).toBeGreaterThan(0)
        expect(figure?.words).toMatch(/mm/)
        const changed = withFigure(W, path, 0.123)
        expect(JSON.stringify(changed), path).toContain('0.123')
      }
    }
    expect(figureIn(W, 'vises/none/stopMm')).toBeUndefined()
    expect(withFigure(W, 'nothing', 1)).toBeUndefined()
  })
})

describe('capability', () => {
  it('the worked example of the NIST/SEMATECH e-Handbook, 6.1.6: limits 8 and 20, mean 16, s 2 make Cp 1.0 and Cpk 0.667', () => {
    const found = capabilityFrom(50, 16, 2, { lower: 8, upper: 20 })
    expect(found?.cp?.value).toBeCloseTo(1, 9)
    expect(found?.cpk.value).toBeCloseTo(0.6667, 4)
    // Chi-squared with 49 degrees of freedom: 31.555 and 70.222 (tables, from memory).
    expect(found?.cp?.low).toBeCloseTo(Math.sqrt(31.555 / 49), 4)
    expect(found?.cp?.high).toBeCloseTo(Math.sqrt(70.222 / 49), 4)
    expect(found?.cpk.low).toBeLessThan(0.6667)
  })

  it('what Cpk is known to covers the truth about as often as it says', () => {
    const normal = normalStream(seededUniform(4))
    const rounds = 600
    let covered = 0
    for (let r = 0; r < rounds; r++) {
      const values = Array.from({ length: 30 }, () => 10 + 0.1 * normal())
      const found = capabilityOf(values, { lower: 9.6, upper: 10.5 })
      if (found && found.cpk.low <= 4 / 3 && found.cpk.high >= 4 / 3) covered++
    }
    expect(covered / rounds).toBeGreaterThan(0.92)
    expect(covered / rounds).toBeLessThan(0.985)
  })

  it('says nothing of fewer than 25 pieces, without limits, or where nothing varies', () => {
    const some = Array.from({ length: 24 }, (_, i) => i)
    expect(capabilityOf(some, { lower: 0, upper: 30 })).toBeUndefined()
    expect(capabilityOf([...some, 24], { lower: undefined, upper: undefined })).toBeUndefined()
    expect(capabilityOf(new Array<number>(30).fill(1), { lower: 0, upper: 2 })).toBeUndefined()
    expect(capabilityOf([...some, 24], { lower: undefined, upper: 60 })?.cp).toBeUndefined()
  })
})

describe('drift', () => {
  const series = (slope: number, seed: number, count = 30) => {
    const normal = normalStream(seededUniform(seed))
    return Array.from({ length: count }, (_, i) => ({
      piece: i + 1,
      value: slope * (i + 1) + 0.004 * normal(),
    }))
  }

  it('a cutter that wears by 0.001 a piece is named, with how fast', () => {
    const found = driftOf(series(0.001, 3))
    expect(found?.perPiece).toBeGreaterThan(0.0006)
    expect(found?.perPiece).toBeLessThan(0.0014)
    expect(driftOf(series(-0.001, 3))?.perPiece).toBeLessThan(0)
  })

  it('what only scatters is hardly ever named', () => {
    const named = Array.from({ length: 1000 }, (_, s) => driftOf(series(0, s + 1))).filter(Boolean)
    expect(named.length).toBeLessThan(9)
    expect(driftOf(series(0.01, 1, 7))).toBeUndefined()
  })
})
