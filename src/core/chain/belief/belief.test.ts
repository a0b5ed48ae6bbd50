import fc from 'fast-check'
import { Matrix, inverse } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { loadSolver } from '../../../kernel/lp'
import { normalStream, seededUniform, type NamedSource, sparseFrom } from '../variation'
import { believe, explain, steer, type Limit, type Observed } from '.'

const source = (sigma: number, offset = 0): NamedSource => ({
  key: `u${sigma}`,
  cause: 'a cause',
  link: 'a link',
  distribution: 'normal',
  offset,
  plusMinus: 3 * sigma,
})
const form = (...coefficients: number[]) =>
  sparseFrom(coefficients.flatMap((c, i) => (c === 0 ? [] : [[i, c] as const])))
const seen = (coefficients: number[], value: number, sigma: number, group = 0): Observed => ({
  form: form(...coefficients),
  value,
  sigma,
  group,
  called: 'a reading',
})

describe('what is believed after measuring', () => {
  it('one source read once: the mean weighed by the inverse of the variances (JCGM 100:2008, from memory)', () => {
    const { mean, sigma } = believe([source(3)], [seen([1], 10, 4)]).of(form(1))
    expect(mean).toBeCloseTo((10 * 9) / (9 + 16), 12)
    expect(sigma).toBeCloseTo(12 / 5, 12)
  })

  it('a sum that is known exactly leaves two equal sources at half of it, against each other', () => {
    const belief = believe([source(1), source(1)], [seen([1, 1], 2, 1e-9)])
    expect(belief.of(form(1, 0)).mean).toBeCloseTo(1, 8)
    expect(belief.of(form(1, 0)).sigma).toBeCloseTo(Math.SQRT1_2, 8)
    expect(belief.covariance(form(1, 0), form(0, 1))).toBeCloseTo(-0.5, 8)
  })

  it('nothing measured changes nothing', () => {
    const belief = believe([source(2, 0.5)], [])
    expect(belief.of(form(2))).toEqual({ mean: 1, sigma: 4 })
    expect(belief.believed(form(2))).toEqual(form(2))
  })

  it('agrees with the dense information form, in one group or in several that share sources', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const uniform = seededUniform(seed)
        const normal = normalStream(uniform)
        const [n, m] = [3 + Math.floor(4 * uniform()), 1 + Math.floor(6 * uniform())]
        const sources = Array.from({ length: n }, () => source(0.1 + uniform(), uniform() - 0.5))
        const rows = Array.from({ length: m }, () =>
          Array.from({ length: n }, () => (uniform() < 0.3 ? 0 : normal())),
        )
        const sigmas = rows.map(() => 0.05 + uniform())
        const values = rows.map(normal)
        const asked = Array.from({ length: n }, normal)
        // Σ' = (Σ⁻¹ + Cᵀ R⁻¹ C)⁻¹, μ' = Σ' (Σ⁻¹ μ + Cᵀ R⁻¹ y): shares no step with gain and groups.
        const c = new Matrix(rows)
        const r = Matrix.diag(sigmas.map((s) => 1 / (s * s)))
        const prior = Matrix.diag(sources.map(({ plusMinus }) => 9 / plusMinus ** 2))
        const spread = inverse(Matrix.add(prior, c.transpose().mmul(r).mmul(c)))
        const right = Matrix.add(
          prior.mmul(Matrix.columnVector(sources.map(({ offset }) => offset))),
          c.transpose().mmul(r).mmul(Matrix.columnVector(values)),
        )
        const row = Matrix.rowVector(asked)
        const mean = row.mmul(spread.mmul(right)).get(0, 0)
        const variance = row.mmul(spread).mmul(row.transpose()).get(0, 0)
        for (const groups of [1, 3]) {
          const belief = believe(
            sources,
            rows.map((of, i) => seen(of, values[i] ?? 0, sigmas[i] ?? 1, i % groups)),
          )
          const found = belief.of(form(...asked))
          expect(found.mean).toBeCloseTo(mean, 8)
          expect(found.sigma).toBeCloseTo(Math.sqrt(variance), 8)
          // By how much the mean goes when the values go along a pattern: Σ' Cᵀ R⁻¹ p.
          const pattern = rows.map((_, i) => Math.sin(i + 1))
          const along = spread.mmul(c.transpose()).mmul(r).mmul(Matrix.columnVector(pattern))
          expect(belief.partOf(Float64Array.from(pattern))(form(...asked))).toBeCloseTo(
            row.mmul(along).get(0, 0),
            8,
          )
          // The form over sources and measurements has the same mean and spread.
          const { coefficients, indices } = belief.believed(form(...asked))
          let [middle, square] = [0, 0]
          indices.forEach((index, i) => {
            const one = belief.sources[index] as NamedSource
            middle += (coefficients[i] ?? 0) * one.offset
            square += (((coefficients[i] ?? 0) * one.plusMinus) / 3) ** 2
          })
          expect(middle).toBeCloseTo(mean, 8)
          expect(square).toBeCloseTo(variance, 8)
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('what explains it', () => {
  const sources = [source(0.01), source(0.01), source(0.02)]
  const patterns = [
    [1, 1, 0, 0],
    [0, 0, 1, 1],
    [1, -1, 0, 0],
  ]
  const candidates = patterns.map((pattern, i) => ({
    pattern: Float64Array.from(pattern),
    usual: (sources[i] as NamedSource).plusMinus / 3,
  }))
  const measured = (values: number[]): Observed[] =>
    values.map((value, o) =>
      seen(
        patterns.map((p) => p[o] ?? 0),
        value,
        0.002,
      ),
    )

  it('names the one that shows so, at its size', () => {
    const { explanations, sound } = explain(sources, measured([0.2, 0.2, 0, 0]), candidates)
    expect(explanations[0]?.of).toEqual([0])
    // By generalised least squares: what is measured is all of it.
    expect(explanations[0]?.sizes[0]).toBeCloseTo(0.2, 6)
    expect(sound).toBeLessThan(1e-6)
  })

  it('names two that show together', () => {
    const { blame } = explain(sources, measured([0.2, 0.2, -0.15, -0.15]), candidates)
    expect(blame[0]).toBeGreaterThan(0.9)
    expect(blame[1]).toBeGreaterThan(0.9)
    expect(blame[2]).toBeLessThan(0.1)
  })

  it('leaves what is usual alone', () => {
    expect(
      explain(sources, measured([0.01, 0.008, -0.012, -0.01]), candidates).sound,
    ).toBeGreaterThan(0.7)
  })

  it('a size that is known is believed where it fits, and only there', () => {
    const known = [...candidates, { ...(candidates[0] as (typeof candidates)[number]), known: 0.2 }]
    const at = (value: number) => explain(sources, measured([value, value, 0, 0]), known).blame
    expect(at(0.2)[3]).toBeGreaterThan(at(0.2)[0] ?? 1)
    expect(at(0.3)[3]).toBeLessThan(1e-6)
  })
})

describe('how far to move', () => {
  it('finds the same margin as a search over all moves on a grid', async () => {
    const solve = await loadSolver()
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 1_000_000 }), async (seed) => {
        const uniform = seededUniform(seed)
        const limits: Limit[] = Array.from({ length: 6 }, (_, i) => ({
          of: Math.floor(i / 2),
          reach: -0.05 + 0.1 * (uniform() - 0.5),
          allowed: 0.05 + 0.1 * uniform(),
          slopes: [2 * uniform() - 1, 2 * uniform() - 1],
        }))
        const knobs = [
          { low: -0.1, high: 0.1, weight: 1 },
          { low: -0.02, high: 0.05, weight: 1 },
        ]
        const found = steer(limits, knobs, solve)
        const margin = (x: number, y: number): number =>
          Math.min(
            ...limits.map(
              ({ allowed, reach, slopes }) =>
                -(reach + (slopes[0] ?? 0) * x + (slopes[1] ?? 0) * y) / allowed,
            ),
          )
        let best = -Infinity
        for (let i = 0; i <= 100; i++)
          for (let j = 0; j <= 70; j++)
            best = Math.max(best, margin(-0.1 + 0.002 * i, -0.02 + 0.001 * j))
        const [x = NaN, y = NaN] = found?.moves ?? []
        expect(x).toBeGreaterThanOrEqual(-0.1 - 1e-9)
        expect(y).toBeLessThanOrEqual(0.05 + 1e-9)
        // No worse than the best of the grid by more than what counts as the same margin.
        expect(margin(x, y)).toBeGreaterThan(best - 0.011)
      }),
      { numRuns: 40, endOnFailure: true },
    )
  })

  it('moves the one that costs least where two do the same, and nothing where there is nothing', async () => {
    const solve = await loadSolver()
    const limits = [
      { of: 0, reach: 0.03, allowed: 0.1, slopes: [1, 1] },
      { of: 0, reach: -0.09, allowed: 0.1, slopes: [-1, -1] },
    ]
    const free = { low: -1, high: 1 }
    const { moves = [] } =
      steer(
        limits,
        [
          { ...free, weight: 1.3 },
          { ...free, weight: 1 },
        ],
        solve,
      ) ?? {}
    expect(moves[0]).toBeCloseTo(0, 6)
    expect(moves[1]).toBeCloseTo(-0.06, 2)
    expect(steer(limits, [], solve)).toBeUndefined()
  })
})
