import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Drilled, gridShift, inGrid, NO_SHIFT } from './grid'

const clearOf = (pitchMm: number) => ({ pitchMm, uses: 'no' }) as const

const hole = fc.record({
  x: fc.double({ min: 0, max: 200, noNaN: true }),
  y: fc.double({ min: 0, max: 200, noNaN: true }),
  radiusMm: fc.double({ min: 1, max: 5, noNaN: true }),
  name: fc.constant('hole'),
})

/** Whether a hole, shifted, comes within two of any thread of eight of a grid, each looked at by itself. */
const isNear = ({ radiusMm, x, y }: Drilled, pitch: number, dx: number, dy: number): boolean => {
  for (let u = pitch / 2 - pitch; u < 300; u += pitch)
    for (let v = pitch / 2 - pitch; v < 300; v += pitch)
      if (Math.hypot(x + dx - u, y + dy - v) < radiusMm + 4 + 2 - 1e-9) return true
  return false
}

describe('holes beside a grid', () => {
  it('what comes into it is what does when each thread is looked at by itself', () => {
    fc.assert(
      fc.property(hole, fc.integer({ min: 15, max: 60 }), (one, pitch) => {
        expect(inGrid([one], clearOf(pitch), NO_SHIFT).length > 0).toBe(isNear(one, pitch, 0, 0))
      }),
    )
  })

  it('the shift leaves none in the way where any whole shift does, and none is smaller', () => {
    fc.assert(
      fc.property(
        fc.array(hole, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 20, max: 40 }),
        (holes, pitch) => {
          const shift = gridShift(holes, clearOf(pitch))
          let least = Infinity
          let fewest = Infinity
          for (let dx = 0; dx < pitch; dx++)
            for (let dy = 0; dy < pitch; dy++) {
              const count = holes.filter((one) => isNear(one, pitch, dx, dy)).length
              fewest = Math.min(fewest, count)
              if (count === 0) least = Math.min(least, dx + dy)
            }
          expect(inGrid(holes, clearOf(pitch), shift)).toHaveLength(fewest)
          if (fewest === 0) expect(shift.x + shift.y).toBe(least)
        },
      ),
      { numRuns: 25 },
    )
  })
})
