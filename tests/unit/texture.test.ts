import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hatchLines, stippleDots } from '../../src/pdf/texture'

const rectangle = (w: number, h: number): [number, number][] => [
  [10, 20],
  [10 + w, 20],
  [10 + w, 20 + h],
  [10, 20 + h],
]
const side = fc.double({ min: 5, max: 80, noNaN: true })

describe('textures for paper', () => {
  it('hatch lines stay inside and lie at 45°', () => {
    fc.assert(
      fc.property(side, side, (w, h) => {
        for (const [x0, y0, x1, y1] of hatchLines(rectangle(w, h), 6)) {
          expect(Math.abs(x1 - x0)).toBeCloseTo(Math.abs(y1 - y0), 9)
          for (const [x, y] of [
            [x0, y0],
            [x1, y1],
          ] as const)
            expect(x > 10 - 1e-6 && x < 10 + w + 1e-6 && y > 20 - 1e-6 && y < 20 + h + 1e-6).toBe(
              true,
            )
        }
      }),
    )
  })
  it('stipple dots stay inside and cover the area evenly', () => {
    fc.assert(
      fc.property(side, side, (w, h) => {
        const dots = stippleDots(rectangle(w, h), 4)
        for (const [x, y] of dots)
          expect(x >= 10 && x <= 10 + w && y >= 20 && y <= 20 + h).toBe(true)
        expect(Math.abs(dots.length - (w * h) / 16)).toBeLessThan((w + h) / 2 + 4)
      }),
    )
  })
})
