import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { markOfMeasure, Remembered } from './remembered'
import {
  type Check,
  compileMeasure,
  evaluate,
  fitLeastWorst,
  type FitProblem,
  leastSquares,
  likelyExcess,
  type Measure,
  normalAbove,
  normalPointAbove,
  partsAbove,
  prepare,
  type Reading,
  type NamedSource,
} from '.'

const source = (id: string, plusMinus: number, more: Partial<NamedSource> = {}): NamedSource => ({
  key: id,
  cause: id,
  link: id,
  distribution: 'normal',
  offset: 0,
  plusMinus,
  ...more,
})
const over = (...terms: (readonly [number, number])[]): Reading => ({
  rows: [],
  terms: terms.map(([index, coefficient]) => ({ source: index, coefficient })),
})
const between = (value: Reading, allowed: number, more: Partial<Check> = {}): Check =>
  ({ kind: 'between', value, moves: [], lower: -allowed, upper: allowed, ...more }) as Check
const measure = (checks: readonly Check[], allowed: number, motions = 0): Measure => ({
  kind: 'zone',
  allowed,
  steps: [],
  gauges: [{ motions, checks }],
})
const likely = (m: Measure, sources: readonly NamedSource[], samples?: number) =>
  likelyExcess(prepare(compileMeasure(m, new Map(), sources), sources), samples)
/** What is predicted: what is allowed and the excess that 99.73 % stay under. */
const predicted = (m: Measure, sources: readonly NamedSource[], samples?: number): number =>
  m.allowed + likely(m, sources, samples).point

describe('the normal distribution', () => {
  it.each([
    // Abramowitz and Stegun, Handbook of Mathematical Functions, table 26.1 and 26.2 (from memory).
    [0, 0.5],
    [1, 0.158655253931457],
    [2, 0.0227501319481792],
    [3, 0.00134989803163009],
    [4.5, 3.39767312473006e-6],
    [6, 9.86587645037698e-10],
  ])('above %d lie %d', (x, above) => {
    expect(normalAbove(x) / above).toBeCloseTo(1, 6)
    expect(normalAbove(-x)).toBeCloseTo(1 - above, 12)
    expect(normalPointAbove(above)).toBeCloseTo(x, 6)
  })
})

describe('one reading of any shape', () => {
  /** Half normal and normal by plain summing over the half normal one. */
  const summed = (sigma: number, half: number, b: number): number => {
    let sum = 0
    const steps = 20_000
    for (let i = 0; i < steps; i++) {
      const z = ((i + 0.5) * 9) / steps
      sum +=
        ((2 * Math.exp((-z * z) / 2)) / Math.sqrt(2 * Math.PI)) *
        (9 / steps) *
        normalAbove((b - half * z) / sigma)
    }
    return sum
  }
  it.each([
    [1, 1, 4],
    [1, 0.2, 3],
    [0.3, 1, 3.2],
    [1, -1, 2.5],
  ])('normal %d and one-sided %d over %d: within what the point needs', (sigma, scale, b) => {
    const p = partsAbove({ centre: 0, sigma, others: [{ shape: 'half', scale }] }, b)
    // 1.5 % of a share at this level is 0.15 % of the point.
    expect(Math.abs(p / summed(sigma, scale, b) - 1)).toBeLessThan(0.015)
  })
  it('half-normal alone: the stated end itself, since that is three sigma of its normal', () => {
    const flat = measure([between(over([0, 1]), 0.05)], 0.05)
    expect(predicted(flat, [source('form', 0.012, { distribution: 'one-sided' })])).toBeCloseTo(
      0.012,
      9,
    )
  })
  it('uniform alone: 99.73 % of its half width', () => {
    const one = measure([between(over([0, 1]), 0.05)], 0.05)
    expect(predicted(one, [source('u', 0.03, { distribution: 'uniform' })])).toBeCloseTo(
      0.03 * 0.9973002,
      6,
    )
  })
  it('triangular alone: 1 − √(0.0027) of its half width', () => {
    const one = measure([between(over([0, 1]), 0.05)], 0.05)
    const exact = 0.03 * (1 - Math.sqrt(0.0026997961))
    expect(
      Math.abs(predicted(one, [source('t', 0.03, { distribution: 'triangular' })]) / exact - 1),
    ).toBeLessThan(0.01)
  })
})

describe('several readings', () => {
  it.each([2, 5, 20, 100])('%i holes of their own size: 1 − (1 − p)ⁿ', (n) => {
    const sources = Array.from({ length: n }, (_, i) => source(`s${i}`, 0.03))
    const m = measure(
      sources.map((_, i) => between(over([i, 1]), 0.03)),
      0.03,
    )
    const exact = 0.01 * normalPointAbove((1 - LIKELY_PART ** (1 / n)) / 2)
    expect(Math.abs(predicted(m, sources) / exact - 1)).toBeLessThan(0.012)
    expect(Math.abs(likely(m, sources).failing / (1 - LIKELY_PART ** n) - 1)).toBeLessThan(0.12)
  })
  it('fully correlated: as one', () => {
    const m = measure(
      Array.from({ length: 12 }, () => between(over([0, 1]), 0.05)),
      0.05,
    )
    expect(predicted(m, [source('s', 0.03)])).toBeCloseTo(0.03, 9)
  })
  it.each([
    [3, 0.5],
    [8, 0.5],
    [8, 0.9],
  ])('%i readings, equally correlated by %d: by the integral over what they share', (n, rho) => {
    const sources = [
      source('shared', 0.03),
      ...Array.from({ length: n }, (_, i) => source(`o${i}`, 0.03)),
    ]
    const m = measure(
      Array.from({ length: n }, (_, i) =>
        between(over([0, Math.sqrt(rho)], [i + 1, Math.sqrt(1 - rho)]), 0.05),
      ),
      0.05,
    )
    // P(all within h) = ∫ φ(z) [Φ((h − √ρ z)/√(1−ρ)) − Φ((−h − √ρ z)/√(1−ρ))]ⁿ dz, as the tables have it (Gupta 1963).
    const outside = (h: number): number => {
      let inside = 0
      const steps = 4000
      for (let i = 0; i < steps; i++) {
        const z = -9 + (18 * (i + 0.5)) / steps
        const one = (x: number): number =>
          normalAbove((x - Math.sqrt(rho) * z) / Math.sqrt(1 - rho))
        inside +=
          ((18 / steps) * Math.exp((-z * z) / 2) * (one(-h) - one(h)) ** n) / Math.sqrt(2 * Math.PI)
      }
      return 1 - inside
    }
    let [low, high] = [2, 6]
    for (let i = 0; i < 50; i++) {
      const h = (low + high) / 2
      if (outside(h) > 1 - LIKELY_PART) low = h
      else high = h
    }
    expect(Math.abs(predicted(m, sources) / (0.01 * low) - 1)).toBeLessThan(0.012)
  })
  it('a round spread: Rayleigh, 2 · √(−2 ln 0.0027) sigma of a position zone', () => {
    const sources = [source('x', 0.03), source('y', 0.03)]
    const round: Check = {
      kind: 'round',
      first: over([0, 1]),
      second: over([1, 1]),
      moves: [],
      factor: 2,
      diameter: 0.1,
    }
    const exact = 2 * 0.01 * Math.sqrt(-2 * Math.log(1 - LIKELY_PART))
    expect(Math.abs(predicted(measure([round], 0.1), sources) / exact - 1)).toBeLessThan(0.01)
  })
  it('margin and share agree: the margin is at least zero exactly when at most 0.27 % fail', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.06, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (allowed, n) => {
          const sources = Array.from({ length: n }, (_, i) => source(`s${i}`, 0.03))
          const m = measure(
            sources.map((_, i) => between(over([i, 1]), allowed)),
            allowed,
          )
          const { failing, point } = likely(m, sources)
          // Both are found to so many figures; nearer to the limit than a tenth of a micrometre either may be first.
          fc.pre(Math.abs(point) > 1e-4)
          expect(point <= 0).toBe(failing <= 1 - LIKELY_PART + 1e-12)
        },
      ),
    )
  })
  it('single ≤ joint ≤ union, for readings that share what they share', () => {
    const weights = fc.array(fc.double({ min: -1, max: 1, noNaN: true }), {
      minLength: 4,
      maxLength: 4,
    })
    fc.assert(
      fc.property(fc.array(weights, { minLength: 2, maxLength: 6 }), (rows) => {
        const sources = [0, 1, 2, 3].map((i) => source(`s${i}`, 0.02 + 0.01 * i))
        const m = measure(
          rows.map((row) => between(over(...row.map((w, i) => [i, w] as const)), 0.04)),
          0.04,
        )
        const { bracket, point } = likely(m, sources)
        const zone = Math.abs(m.allowed + bracket[1])
        expect(point).toBeGreaterThanOrEqual(bracket[0] - 0.012 * zone)
        expect(point).toBeLessThanOrEqual(bracket[1] + 0.012 * zone)
      }),
      { numRuns: 40 },
    )
  })
  it('a bonus, and a free motion, never make it worse; nor does the least zone exceed that of least squares', () => {
    const sources = [0, 1, 2, 3, 4, 5].map((i) => source(`s${i}`, 0.03))
    const spots = [0, 1, 2].map((i) => ({ first: over([2 * i, 1]), second: over([2 * i + 1, 1]) }))
    const round = (moves: readonly (readonly [number, number])[][], bonus: boolean): Check[] =>
      spots.map((spot, i) => ({
        kind: 'round',
        ...spot,
        moves: moves[i] ?? [],
        factor: 2,
        diameter: 0.2,
        bonus: bonus ? { size: over([i, 0.5]), limit: -0.02, direction: 1, most: 0.04 } : undefined,
      }))
    const none = predicted(measure(round([], false), 0.2), sources)
    const free = predicted(measure(round([[[1, 0]], [[1, 0]], [[1, 0]]], false), 0.2, 1), sources)
    const both = predicted(
      measure(
        round(
          [
            [
              [1, 0],
              [0, 1],
            ],
            [
              [1, 0],
              [0, 1],
            ],
            [
              [1, 0],
              [0, 1],
            ],
          ],
          false,
        ),
        0.2,
        2,
      ),
      sources,
    )
    expect(free).toBeLessThan(none)
    expect(both).toBeLessThan(free)
    expect(predicted(measure(round([], true), 0.2), sources)).toBeLessThan(none)
  })
  it('worst is never under likely for sources with ends, and exact for a fitted shift of two', () => {
    // Two readings a and b that may be shifted together: half their difference is left.
    const sources = [source('a', 0.03), source('b', 0.05)]
    const m = measure(
      [between(over([0, 1]), 0.1, { moves: [1] }), between(over([1, 1]), 0.1, { moves: [1] })],
      0.1,
      1,
    )
    const { worst } = evaluate(compileMeasure(m, new Map(), sources), sources)
    expect(worst.predicted).toBeCloseTo((0.03 + 0.05) / 2, 4)
    const exact = 3 * Math.hypot(0.01, 0.05 / 3) * 0.5
    expect(Math.abs(predicted(m, sources) / exact - 1)).toBeLessThan(0.01)
  })
})

const LIKELY_PART = 0.9973002039367398

describe('the motion that makes the worst least', () => {
  const problem = (motions: number, values: readonly number[]): FitProblem => {
    const count = Math.floor(values.length / (2 + 2 * motions))
    return {
      motions,
      count,
      offsets: Float64Array.from(values.slice(0, 2 * count)),
      moves: Float64Array.from(values.slice(2 * count, 2 * count * (1 + motions))),
      factors: new Float64Array(count).fill(2),
      less: new Float64Array(count).fill(0.1),
    }
  }
  const worstAt = (
    { count, motions, moves, offsets }: FitProblem,
    d: readonly number[],
  ): number => {
    let worst = -Infinity
    for (let i = 0; i < count; i++) {
      const at = (row: number): number =>
        d.reduce((sum, v, j) => sum + v * (moves[row * motions + j] ?? 0), offsets[row] ?? 0)
      worst = Math.max(worst, 2 * Math.hypot(at(2 * i), at(2 * i + 1)) - 0.1)
    }
    return worst
  }
  const number = fc.double({ min: -1, max: 1, noNaN: true, noDefaultInfinity: true })

  it.each([1, 2, 3])(
    '%i motions: nothing near it is better, and least squares is no better',
    (motions) => {
      fc.assert(
        fc.property(
          fc.array(number, { minLength: 5 * (2 + 2 * motions), maxLength: 8 * (2 + 2 * motions) }),
          fc.array(fc.array(number, { minLength: motions, maxLength: motions }), {
            minLength: 20,
            maxLength: 20,
          }),
          (values, tries) => {
            const p = problem(motions, values)
            // Every length is moved somehow, and no two motions are one.
            for (let k = 0; k < p.moves.length; k++)
              p.moves[k] = (p.moves[k] ?? 0) + Math.sin(1 + 7.1 * k)
            const fit = fitLeastWorst(p)
            const at = Array.from(fit.motion)
            expect(worstAt(p, at)).toBeLessThanOrEqual(fit.value + 2e-3)
            for (const size of [1, 0.1, 0.01])
              for (const by of tries)
                expect(
                  worstAt(
                    p,
                    at.map((v, j) => v + size * (by[j] ?? 0)),
                  ),
                ).toBeGreaterThan(fit.value - 3e-3)
            expect(worstAt(p, Array.from(leastSquares(p)))).toBeGreaterThan(fit.value - 2e-3)
            expect(fit.weights.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6)
          },
        ),
        { numRuns: 60 },
      )
    },
  )
})

describe('what was worked out before', () => {
  it('is remembered only for the very same measure: any figure changed is worked out anew', () => {
    const sources = [source('a', 0.03), source('b', 0.02, { distribution: 'uniform' })]
    const base = measure([between(over([0, 1], [1, 1]), 0.05)], 0.05)
    const mark = (m: Measure, list: readonly NamedSource[]): string =>
      markOfMeasure(compileMeasure(m, new Map(), list), list)
    const same = mark(base, sources)
    expect(
      mark(
        structuredClone(base),
        sources.map((s) => ({ ...s, label: 'x' })),
      ),
    ).toBe(same)
    const others = [
      mark(measure([between(over([0, 1], [1, 1.0000001]), 0.05)], 0.05), sources),
      mark(measure([between(over([0, 1], [1, 1]), 0.0500001)], 0.05), sources),
      mark(base, [source('a', 0.03), source('b', 0.0200001, { distribution: 'uniform' })]),
      mark(base, [source('a', 0.03), source('b', 0.02)]),
      mark(measure([between(over([0, 1], [1, 1]), 0.05, { moves: [1] })], 0.05, 1), sources),
    ]
    expect(new Set([same, ...others]).size).toBe(6)
  })
  it('forgets the oldest first', () => {
    const kept = new Remembered<number>(2)
    let worked = 0
    const ask = (mark: string): number => kept.of(mark, () => ++worked)
    expect([ask('a'), ask('b'), ask('a'), ask('c'), ask('a'), ask('b')]).toEqual([1, 2, 1, 3, 1, 4])
  })
})
