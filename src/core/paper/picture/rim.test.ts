import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { add, dot, norm, point, scale, subtract } from '../../ground/geometry'
import { axisOf, SIDES } from '../../work/part'
import { meets, rimOn } from './rim'

const figure = fc.double({ min: -30, max: 30, noNaN: true })
const place = fc.tuple(figure, figure, figure).map(([x, y, z]) => point<'part'>(x, y, z))

/** A hole through a side: its axis leans up to 70° away from that side's own direction. */
const leaning = fc.record({
  side: fc.constantFrom(...SIDES),
  from: place,
  tilt: fc.double({ min: 0, max: 70, noNaN: true }),
  towards: fc.double({ min: 0, max: 360, noNaN: true }),
  length: fc.double({ min: 1, max: 80, noNaN: true }),
})

describe('the rim of a hole on a face', () => {
  it('lies in the plane of the face and on the cylinder of the hole', () => {
    fc.assert(
      fc.property(
        leaning,
        figure,
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        ({ from, length, side, tilt, towards }, level, radius) => {
          const axis = axisOf(side)
          const [a, b] = [(tilt * Math.PI) / 180, (towards * Math.PI) / 180]
          const [along, u, v] = [Math.cos(a), Math.sin(a) * Math.cos(b), Math.sin(a) * Math.sin(b)]
          const unit =
            axis === 'x'
              ? point<'part'>(along, u, v)
              : axis === 'y'
                ? point<'part'>(u, along, v)
                : point<'part'>(u, v, along)
          const line = { from, to: add(from, scale(unit, length)) }
          expect(meets(line, side, level)[axis]).toBeCloseTo(level, 6)
          for (const p of rimOn(line, side, level, radius)) {
            expect(p[axis]).toBeCloseTo(level, 6)
            const by = subtract(p, from)
            expect(norm(subtract(by, scale(unit, dot(by, unit))))).toBeCloseTo(radius, 6)
          }
        },
      ),
    )
  })
})
