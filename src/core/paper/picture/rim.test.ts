import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dot, norm, point, scale, subtract } from '../../ground/geometry'
import { axisOf, SIDES } from '../../work/part'
import { meets, rimOn } from './rim'

const figure = fc.double({ min: -30, max: 30, noNaN: true })
const place = fc.tuple(figure, figure, figure).map(([x, y, z]) => point<'part'>(x, y, z))

describe('the rim of a hole on a face', () => {
  it('lies in the plane of the face and on the cylinder of the hole', () => {
    fc.assert(
      fc.property(
        place,
        place,
        fc.constantFrom(...SIDES),
        figure,
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        (from, to, side, level, radius) => {
          const along = subtract(to, from)
          const unit = scale(along, 1 / norm(along))
          fc.pre(Math.abs(unit[axisOf(side)]) > 0.05)
          expect(meets({ from, to }, side, level)[axisOf(side)]).toBeCloseTo(level, 6)
          for (const p of rimOn({ from, to }, side, level, radius)) {
            expect(p[axisOf(side)]).toBeCloseTo(level, 6)
            const by = subtract(p, from)
            const out = subtract(by, scale(unit, dot(by, unit)))
            expect(norm(out)).toBeCloseTo(radius, 6)
          }
        },
      ),
    )
  })
})
