import fc from 'fast-check'
import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { type NamedSource, normalStream, seededUniform, type Sparse } from '../variation'
import { type Batch, learnSpreads, type LearningPiece } from '.'

const source = (key: string, plusMinus: number, more: Partial<NamedSource> = {}): NamedSource => ({
  key,
  cause: key,
  link: key,
  distribution: 'normal',
  offset: 0,
  plusMinus,
  ...more,
})
const figure = (path: string, share = 1) => ({ figure: { path, share } })
const form = (pairs: readonly (readonly [number, number])[]): Sparse => ({
  indices: Int32Array.from(pairs, ([index]) => index),
  coefficients: Float64Array.from(pairs, ([, c]) => c),
})
const isShared = ({ gear }: NamedSource): boolean => gear !== undefined

/** Three figures: one plain, one that is only part of its source, one one-sided; and gear that all pieces share. */
const SOURCES: readonly NamedSource[] = [
  source('stop', 0.03, figure('stop')),
  source('place x', 0.02, figure('place', 0.6)),
  source('place y', 0.02, figure('place', 0.6)),
  source('lift', 0.03, { ...figure('lift'), distribution: 'one-sided' }),
  source('seat', 0.01),
  source('jaw', 0.02, { gear: 'vise' }),
]
const FORMS: readonly Sparse[] = [
  form([
    [0, 1],
    [5, 1],
  ]),
  form([
    [0, 0.5],
    [1, 1],
    [4, -1],
  ]),
  form([
    [2, 1],
    [3, 1],
    [5, -0.5],
  ]),
  form([
    [3, 1],
    [4, 1],
  ]),
  form([
    [1, 1],
    [2, -1],
  ]),
]
const READ_SIGMA = 0.001

/** How far one-sided spreads lie off on the mean, and how wide they are: half-normal with the far end at three sigma. */
const HALF = { mean: Math.sqrt(2 / Math.PI), sigma: Math.sqrt(1 - 2 / Math.PI) }

type Ratios = Readonly<Record<string, number>>

/** Pieces of a shop in which figures are so many times as wide as the book has them. */
function shop(ratios: Ratios, count: number, seed: number, isGaussian = true): Batch {
  const normal = normalStream(seededUniform(seed))
  const scaled = ({ figure: of, plusMinus }: NamedSource): number => {
    const { path = '', share = 0 } = of ?? {}
    const ratio = ratios[path] ?? 1
    return (plusMinus / 3) * Math.sqrt(share * ratio * ratio + 1 - share)
  }
  const jaw = (0.02 / 3) * normal()
  const pieces = Array.from({ length: count }, (): LearningPiece => {
    const values = SOURCES.map((one) => {
      if (one.gear) return jaw
      const drawn = scaled(one) * normal()
      if (one.distribution !== 'one-sided') return drawn
      return isGaussian ? HALF.mean * scaled(one) + HALF.sigma * drawn : Math.abs(drawn)
    })
    return {
      layout: 'all',
      sources: SOURCES,
      observed: FORMS.map((own, o) => ({
        form: own,
        value:
          own.indices.reduce(
            (sum, at, i) => sum + (own.coefficients[i] ?? 0) * (values[at] ?? 0),
            0,
          ) +
          READ_SIGMA * normal(),
        sigma: READ_SIGMA,
        group: 0,
        called: `value ${o}`,
      })),
    }
  })
  return { pieces, isShared, bookThen: () => 1 }
}

/** The logarithm of prior times likelihood, by one dense matrix over all values of all pieces. */
function densePosterior({ pieces }: Batch, ratios: Ratios): number {
  const all = pieces.flatMap(({ observed }, p) => observed.map((one) => ({ ...one, p })))
  const n = all.length
  const sigmaOf = ({ distribution, figure: of, plusMinus }: NamedSource): number => {
    const { path = '', share = 0 } = of ?? {}
    const wide = Math.sqrt(share * (ratios[path] ?? 1) ** 2 + 1 - share)
    return (plusMinus / 3) * wide * (distribution === 'one-sided' ? HALF.sigma : 1)
  }
  const at = (own: Sparse, index: number): number => {
    const i = own.indices.indexOf(index)
    return i < 0 ? 0 : (own.coefficients[i] ?? 0)
  }
  const spread = Matrix.zeros(n, n)
  all.forEach((a, i) =>
    all.forEach((b, j) => {
      let sum = i === j ? a.sigma ** 2 : 0
      SOURCES.forEach((one, k) => {
        if (one.gear || a.p === b.p) sum += at(a.form, k) * at(b.form, k) * sigmaOf(one) ** 2
      })
      spread.set(i, j, sum)
    }),
  )
  const off = all.map(({ form: own, value }) =>
    SOURCES.reduce(
      (left, one, k) =>
        one.distribution === 'one-sided'
          ? left -
            at(own, k) * HALF.mean * (one.plusMinus / 3) * (ratios[one.figure?.path ?? ''] ?? 1)
          : left,
      value,
    ),
  )
  const triangle = new CholeskyDecomposition(spread)
  const lower = triangle.lowerTriangularMatrix
  const answer = triangle.solve(Matrix.columnVector(off)).to1DArray()
  let log = 0
  for (let i = 0; i < n; i++) log -= Math.log(lower.get(i, i))
  log -= 0.5 * off.reduce((sum, v, i) => sum + v * (answer[i] ?? 0), 0)
  for (const ratio of Object.values(ratios)) log -= 0.5 * (Math.log(ratio) / 0.5) ** 2
  return log
}

const PATHS = ['lift', 'place', 'stop'] as const

describe('figures learnt from pieces', () => {
  it('are the most probable ones: a dense computation over all values has its top there', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 3, max: 8 }),
        (seed, count) => {
          const batch = shop({ stop: 1.6, place: 0.7, lift: 1.2 }, count, seed)
          const found = learnSpreads([batch]).spreads
          expect(found.map(({ path }) => path)).toEqual(PATHS)
          const at = Object.fromEntries(found.map(({ path, ratio }) => [path, ratio]))
          const top = densePosterior(batch, at)
          for (const path of PATHS)
            for (const by of [0.97, 1.03])
              expect(densePosterior(batch, { ...at, [path]: (at[path] ?? 1) * by })).toBeLessThan(
                top + 1e-7,
              )
        },
      ),
      { numRuns: 12, seed: 1 },
    )
  })

  it('one figure alone: between the book and the sample, by the closed form', () => {
    const one = source('stop', 0.03, figure('stop'))
    const values = [0.031, -0.012, 0.022, -0.027, 0.008, 0.019, -0.024, 0.015]
    const batch: Batch = {
      isShared,
      bookThen: () => 1,
      pieces: values.map((value) => ({
        layout: 'one',
        sources: [one],
        observed: [{ form: form([[0, 1]]), value, sigma: 1e-9, group: 0, called: 'stop' }],
      })),
    }
    const [found] = learnSpreads([batch]).spreads
    const log = Math.log(found?.ratio ?? NaN)
    const squares = values.reduce((sum, v) => sum + (v / 0.01) ** 2, 0)
    // d/dλ of −nλ − Σ(y/σ)²/2·e^−2λ − λ²/2τ², τ = 0.5.
    expect(-values.length + squares * Math.exp(-2 * log) - log / 0.25).toBeCloseTo(0, 4)
    expect(found?.draws).toBeCloseTo(values.length, 6)
  })

  it('the same pieces told by a book that had the figure wider give the same figure', () => {
    const batch = shop({ stop: 1.5, place: 1, lift: 1 }, 12, 7)
    const then = batch.pieces.map((piece) => ({
      ...piece,
      layout: 'then',
      sources: piece.sources.map((one) =>
        one.figure?.path === 'stop' ? { ...one, plusMinus: 2 * one.plusMinus } : one,
      ),
    }))
    const now = learnSpreads([batch]).spreads
    const before = learnSpreads([
      { ...batch, pieces: then, bookThen: (path) => (path === 'stop' ? 2 : 1) },
    ]).spreads
    now.forEach(({ ratio, sigmaLog }, i) => {
      expect(before[i]?.ratio).toBeCloseTo(ratio, 6)
      expect(before[i]?.sigmaLog).toBeCloseTo(sigmaLog, 6)
    })
  })

  it('shops of known spread: the 95 % interval has the truth in it as often as it says', () => {
    const shops = Number(process.env['FOOTHOLD_SHOPS'] ?? 60)
    const normal = normalStream(seededUniform(11))
    let [covered, asked] = [0, 0]
    for (let s = 0; s < shops; s++) {
      const truth = Object.fromEntries(PATHS.map((path) => [path, Math.exp(0.5 * normal())]))
      for (const { path, ratio, sigmaLog } of learnSpreads([shop(truth, 15, 100 + s, false)])
        .spreads) {
        asked++
        const off = Math.abs(Math.log((truth[path] ?? 1) / ratio))
        if (off <= 1.96 * sigmaLog) covered++
      }
    }
    // Three standard deviations of a share of 0.95 on either side.
    const by = 3 * Math.sqrt((0.95 * 0.05) / asked)
    expect(covered / asked).toBeGreaterThan(0.95 - by)
    expect(covered / asked).toBeLessThan(Math.min(1, 0.95 + by) + 1e-9)
  })

  it('gear that all share is told as it is, and not taken for a spread', () => {
    const batch = shop({}, 30, 3)
    const [gear] = learnSpreads([batch]).gear
    const jaw = gear?.find(({ source: { key } }) => key === 'jaw')
    const normal = normalStream(seededUniform(3))
    expect(Math.abs((jaw?.value ?? NaN) - (0.02 / 3) * normal())).toBeLessThan(
      3 * (jaw?.sigma ?? 0),
    )
    expect(jaw?.sigma).toBeLessThan(0.5 * (0.02 / 3))
  })

  it('values as the book has them surprise by about one each; a piece with a fault stands apart', () => {
    const batch = shop({}, 40, 5)
    const found = learnSpreads([batch])
    expect(found.values).toBe(200)
    expect(Math.abs(found.surprise - 200)).toBeLessThan(4 * Math.sqrt(400))
    const broken = batch.pieces.map((piece, p) =>
      p === 17
        ? {
            ...piece,
            observed: piece.observed.map((one, o) =>
              o === 0 ? { ...one, value: one.value + 0.2 } : one,
            ),
          }
        : piece,
    )
    const apart = learnSpreads([{ ...batch, pieces: broken }]).apart[0] ?? []
    const worst = apart.reduce(
      (best, { square }, p) => (square > (apart[best]?.square ?? 0) ? p : best),
      0,
    )
    expect(worst).toBe(17)
  })

  it('nothing measured, nothing learnt', () => {
    expect(learnSpreads([]).spreads).toEqual([])
    const none = learnSpreads([{ pieces: [], isShared, bookThen: () => 1 }])
    expect([none.values, none.spreads.length]).toEqual([0, 0])
  })
})
