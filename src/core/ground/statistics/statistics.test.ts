import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  chiSquaredAt,
  chiSquaredBelow,
  deviationOf,
  meanOf,
  normalAt,
  shareRange,
  studentAt,
  studentBeyond,
} from '.'

describe('distributions, against published tables', () => {
  it('chi-squared: NIST/SEMATECH e-Handbook, 1.3.6.7.4', () => {
    expect(chiSquaredAt(0.95, 10)).toBeCloseTo(18.307, 3)
    expect(chiSquaredAt(0.05, 10)).toBeCloseTo(3.94, 3)
    expect(chiSquaredAt(0.975, 100)).toBeCloseTo(129.561, 3)
    expect(chiSquaredAt(0.99, 1)).toBeCloseTo(6.635, 3)
  })

  it('Student’s t: NIST/SEMATECH e-Handbook, 1.3.6.7.2', () => {
    expect(studentAt(0.975, 1)).toBeCloseTo(12.706, 3)
    expect(studentAt(0.975, 10)).toBeCloseTo(2.228, 3)
    expect(studentAt(0.95, 30)).toBeCloseTo(1.697, 3)
    expect(studentBeyond(2.228, 10)).toBeCloseTo(0.05, 4)
    expect(studentBeyond(-2.228, 10)).toBeCloseTo(0.05, 4)
  })

  it('normal: 1.96 and 3 sigma', () => {
    expect(normalAt(0.975)).toBeCloseTo(1.959964, 5)
    expect(normalAt(0.99865)).toBeCloseTo(3, 3)
    expect(normalAt(0.5)).toBeCloseTo(0, 9)
  })

  it('what is beyond a value and where a share lies are each other’s inverse', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.integer({ min: 1, max: 300 }),
        (share, freedom) => {
          expect(chiSquaredBelow(chiSquaredAt(share, freedom), freedom)).toBeCloseTo(share, 6)
        },
      ),
      { seed: 1 },
    )
  })

  it('shares by Clopper and Pearson: none of ten and all of ten by the closed form, five of ten as tabled', () => {
    // (1 − p)¹⁰ = 0.025.
    expect(shareRange(0, 10)).toEqual([0, expect.closeTo(1 - 0.025 ** 0.1, 6)])
    expect(shareRange(10, 10)).toEqual([expect.closeTo(0.025 ** 0.1, 6), 1])
    const [low, high] = shareRange(5, 10)
    expect([low, high]).toEqual([expect.closeTo(0.1871, 4), expect.closeTo(0.8129, 4)])
    expect(shareRange(0, 0)).toEqual([0, 1])
  })
})

describe('moments', () => {
  it('of a sample, by hand: 2, 4, 4, 4, 5, 5, 7, 9 have the mean 5 and the deviation √(32/7)', () => {
    const values = [2, 4, 4, 4, 5, 5, 7, 9]
    expect(meanOf(values)).toBe(5)
    expect(deviationOf(values)).toBeCloseTo(Math.sqrt(32 / 7), 12)
    expect([meanOf([]), deviationOf([]), deviationOf([3])]).toEqual([0, 0, 0])
  })

  it('moved and scaled values have a moved mean and a scaled deviation', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 2, maxLength: 30 }),
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (values, by, scale) => {
          const other = values.map((value) => by + scale * value)
          expect(meanOf(other)).toBeCloseTo(by + scale * meanOf(values), 8)
          expect(deviationOf(other)).toBeCloseTo(scale * deviationOf(values), 8)
        },
      ),
      { seed: 1 },
    )
  })
})
