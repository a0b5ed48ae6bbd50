import { describe, expect, it } from 'vitest'
import { GENERAL_CLASSES, generalAngle, generalLength } from '.'

const DEGREE = Math.PI / 180

// ISO 2768-1:1989, tables 1 and 3; from memory.
describe('general tolerances', () => {
  it.each([
    [2, 'm', 0.1],
    [5, 'm', 0.1],
    [20, 'm', 0.2],
    [100, 'm', 0.3],
    [300, 'm', 0.5],
    [800, 'm', 0.8],
    [30, 'f', 0.1],
    [31, 'f', 0.15],
    [400, 'c', 1.2],
    [120, 'v', 1.5],
  ] as const)('%d mm, class %s: ± %d', (mm, of, tolerance) => {
    expect(generalLength(of, mm)).toBe(tolerance)
  })

  it('where the table has none there is none', () => {
    expect(generalLength('m', 0.4)).toBeUndefined()
    expect(generalLength('v', 2)).toBeUndefined()
    expect(generalLength('f', 3000)).toBeUndefined()
    expect(generalLength('m', 5000)).toBeUndefined()
  })

  it.each([
    [8, 'm', 1],
    [40, 'm', 0.5],
    [100, 'm', 20 / 60],
    [300, 'm', 10 / 60],
    [900, 'm', 5 / 60],
    [8, 'v', 3],
  ] as const)('an angle whose shorter leg is %d mm, class %s: ± %d°', (mm, of, degrees) => {
    expect(generalAngle(of, mm)).toBeCloseTo(degrees * DEGREE, 12)
  })

  it('a coarser class is never closer, a longer dimension never closer', () => {
    for (const mm of [1, 4, 10, 50, 200, 500, 1500]) {
      const row = GENERAL_CLASSES.flatMap((of) => generalLength(of, mm) ?? [])
      expect([...row].sort((a, b) => a - b)).toEqual(row)
    }
    for (const of of GENERAL_CLASSES) {
      const column = [1, 4, 10, 50, 200, 500, 1500].flatMap((mm) => generalLength(of, mm) ?? [])
      expect([...column].sort((a, b) => a - b)).toEqual(column)
    }
  })
})
