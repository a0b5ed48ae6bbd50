import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  circleRing,
  flatRing,
  gapToRings,
  offsetRing,
  rectangleRing,
  type Ring,
  ringArea,
  roundedRectangle,
} from '.'

const all = (mm: number) => () => mm

describe('an outline at an even distance', () => {
  it('of a rectangle and a circle, by hand', () => {
    const grown = offsetRing(rectangleRing({ x: 0, y: 0 }, { x: 40, y: 20 }), all(2))
    expect(ringArea(grown ?? [])).toBeCloseTo(44 * 24, 9)
    const circle = offsetRing(circleRing({ x: 5, y: 5 }, 10), all(-3))
    expect(ringArea(circle ?? [])).toBeCloseTo(Math.PI * 49, 9)
  })

  it('of a rounded slot into itself: arcs keep their centres', () => {
    const slot = roundedRectangle({ x: 0, y: 0 }, { x: 60, y: 20 }, 10)
    const inner = offsetRing(slot, all(-4)) ?? []
    // Steiner: area less the way round times the distance, and a circle of it back.
    const around = 2 * 40 + 2 * Math.PI * 10
    expect(ringArea(inner)).toBeCloseTo(ringArea(slot) - around * 4 + Math.PI * 16, 9)
  })

  it('keeps edges that are to stay where they are', () => {
    const ring = rectangleRing({ x: 0, y: 0 }, { x: 40, y: 20 })
    const moved = offsetRing(ring, (edge) => (edge === 0 ? 0 : -3)) ?? []
    expect(ringArea(moved)).toBeCloseTo(34 * 17, 9)
  })

  it('says nothing where it is used up or folds', () => {
    expect(offsetRing(rectangleRing({ x: 0, y: 0 }, { x: 40, y: 20 }), all(-11))).toBeUndefined()
    expect(offsetRing(circleRing({ x: 0, y: 0 }, 5), all(-5))).toBeUndefined()
    expect(
      offsetRing(roundedRectangle({ x: 0, y: 0 }, { x: 60, y: 20 }, 3), all(-4)),
    ).toBeUndefined()
  })

  it('of any convex outline: every place of it is that far from the first', () => {
    const ring = fc
      .array(fc.double({ min: 0.3, max: 1, noNaN: true }), { minLength: 3, maxLength: 9 })
      .map((steps): Ring => {
        const sum = steps.reduce((a, b) => a + b, 0)
        let angle = 0
        return steps.map((step) => {
          angle += (2 * Math.PI * step) / sum
          return { x: 50 * Math.cos(angle), y: 50 * Math.sin(angle) }
        })
      })
    fc.assert(
      fc.property(ring, fc.double({ min: 0.1, max: 5, noNaN: true }), (outline, mm) => {
        const inner = offsetRing(outline, all(-mm))
        if (!inner) return
        for (const p of flatRing(inner, 0.01)) expect(gapToRings([outline], p)).toBeCloseTo(-mm, 6)
      }),
    )
  })
})
