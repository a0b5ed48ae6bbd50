import fc from 'fast-check'
import { expect, it } from 'vitest'
import { lazily, type Program } from '@/core/chain/fitting'
import { loadSolver } from '.'

/** Programs like those of the next cut: bounded moves, a margin as the last unknown, many more rows than unknowns. */
const program = (moves: number, rows: number) =>
  fc
    .array(
      fc.record({
        slopes: fc.array(fc.double({ min: -1, max: 1, noNaN: true }), {
          minLength: moves,
          maxLength: moves,
        }),
        high: fc.double({ min: -0.1, max: 0.4, noNaN: true }),
        allowed: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
      }),
      { minLength: rows, maxLength: rows },
    )
    .map((list): Program => ({
      aim: [...new Array<number>(moves).fill(0), 1],
      rows: list.map(({ allowed, high, slopes }) => ({ of: [...slopes, allowed], high })),
      low: [...new Array<number>(moves).fill(-0.5), -Infinity],
      high: [...new Array<number>(moves).fill(0.5), 1e4],
    }))

it('few rows at a time come to the answer of the whole program, also when one follows another', async () => {
  const solve = await loadSolver()
  fc.assert(
    fc.property(program(4, 120), program(4, 120), (first, second) => {
      const few = lazily(solve)
      for (const one of [first, second]) {
        const [whole, part] = [solve(one), few(one)]
        expect(part?.x[4]).toBeCloseTo(whole?.x[4] ?? NaN, 7)
        one.rows.forEach(({ high = 0, of }) =>
          expect(of.reduce((sum, weight, k) => sum + weight * (part?.x[k] ?? 0), 0)).toBeLessThan(
            high + 1e-7,
          ),
        )
        // A row has a price only where it binds.
        part?.duals.forEach((price, i) => {
          const { high = 0, of = [] } = one.rows[i] ?? {}
          const at = of.reduce((sum, weight, k) => sum + weight * (part.x[k] ?? 0), 0)
          if (price > 1e-6) expect(at).toBeCloseTo(high, 6)
        })
      }
    }),
    { numRuns: 15, endOnFailure: true },
  )
})
