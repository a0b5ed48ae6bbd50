import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leastEigenvalue, nearestTurn } from '.'

const entry = fc.double({ min: -5, max: 5, noNaN: true })

describe('small symmetric matrices', () => {
  it('the least eigenvalue of two by two, by the formula', () => {
    fc.assert(
      fc.property(entry, entry, entry, (a, b, d) => {
        const least = (a + d) / 2 - Math.hypot((a - d) / 2, b)
        expect(
          leastEigenvalue([
            [a, b],
            [b, d],
          ]),
        ).toBeCloseTo(least, 9)
      }),
    )
  })

  it('of a diagonal is its least entry', () => {
    expect(
      leastEigenvalue([
        [3, 0, 0],
        [0, -2, 0],
        [0, 0, 1],
      ]),
    ).toBeCloseTo(-2, 12)
  })
})

describe('the turn nearest to a matrix', () => {
  it('of a turn is itself, whatever it is stretched by', () => {
    fc.assert(
      fc.property(entry, fc.double({ min: 0.1, max: 9, noNaN: true }), (angle, by) => {
        const [c, s] = [Math.cos(angle), Math.sin(angle)]
        const turn = [
          [c, -s, 0],
          [s, c, 0],
          [0, 0, 1],
        ]
        const found = nearestTurn(turn.map((row) => row.map((value) => by * value)))
        found?.forEach((row, i) =>
          row.forEach((value, k) => expect(value).toBeCloseTo(turn[i]?.[k] ?? NaN, 9)),
        )
        expect(found).toBeDefined()
      }),
    )
  })

  it('of what has one direction only is none', () => {
    expect(
      nearestTurn([
        [1, 2, 3],
        [2, 4, 6],
        [3, 6, 9],
      ]),
    ).toBeUndefined()
  })
})
