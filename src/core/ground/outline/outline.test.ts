import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  circleRing,
  edgesOf,
  flatRing,
  gapToRings,
  isWithin,
  rectangleRing,
  reversed,
  type Ring,
  ringArea,
  ringBounds,
} from '.'

const near = fc.double({ min: -30, max: 30, noNaN: true })
/** Corners at rising angles about the origin, with edges bent in or out: a star without crossings for small bulges. */
const rings = fc
  .array(
    fc.record({
      r: fc.double({ min: 8, max: 20, noNaN: true }),
      bulge: fc.option(fc.double({ min: -0.12, max: 0.12, noNaN: true }), { nil: undefined }),
    }),
    { minLength: 5, maxLength: 9 },
  )
  .map((all): Ring =>
    all.map(({ bulge, r }, i) => ({
      x: r * Math.cos((2 * Math.PI * i) / all.length),
      y: r * Math.sin((2 * Math.PI * i) / all.length),
      bulge,
    })),
  )

describe('closed outlines of lines and arcs', () => {
  it('a circle has its area, reach and distances', () => {
    const ring = circleRing({ x: 5, y: -2 }, 7)
    expect(ringArea(ring)).toBeCloseTo(Math.PI * 49, 9)
    expect(ringBounds([ring])).toEqual({ low: { x: -2, y: -9 }, high: { x: 12, y: 5 } })
    expect(gapToRings([ring], { x: 5, y: -2 })).toBeCloseTo(-7, 9)
    expect(gapToRings([ring], { x: 15, y: -2 })).toBeCloseTo(3, 9)
  })

  it('a stadium is a rectangle and two half circles', () => {
    const ring: Ring = [
      { x: 0, y: 0 },
      { x: 20, y: 0, bulge: 1 },
      { x: 20, y: 10 },
      { x: 0, y: 10, bulge: 1 },
    ]
    expect(ringArea(ring)).toBeCloseTo(200 + Math.PI * 25, 9)
    expect(isWithin([ring], { x: -4.9, y: 5 })).toBe(true)
    expect(isWithin([ring], { x: -4.9, y: 1 })).toBe(false)
    expect(ringBounds([ring]).high.x).toBeCloseTo(25, 9)
  })

  it('an arc of more than a half is on its own side of the chord', () => {
    const three: Ring = [
      { x: 0, y: -1, bulge: Math.tan((3 * Math.PI) / 8) },
      { x: -1, y: 0 },
    ]
    expect(ringArea(three)).toBeCloseTo((3 * Math.PI) / 4 + 0.5, 9)
    expect(isWithin([three], { x: 0.5, y: 0.5 })).toBe(true)
    expect(isWithin([three], { x: -0.6, y: -0.6 })).toBe(false)
  })

  it('a ring within a ring is left out', () => {
    const rings = [rectangleRing({ x: 0, y: 0 }, { x: 10, y: 10 }), circleRing({ x: 5, y: 5 }, 2)]
    expect(isWithin(rings, { x: 5, y: 5 })).toBe(false)
    expect(gapToRings(rings, { x: 5, y: 5 })).toBeCloseTo(2, 9)
    expect(gapToRings(rings, { x: 5, y: 8 })).toBeCloseTo(-1, 9)
  })

  it('area, inside and bounds agree with the same ring of many short straight edges', () => {
    fc.assert(
      fc.property(rings, near, near, (ring, x, y) => {
        const flat = flatRing(ring, 1e-4)
        const shoelace = flat.reduce((sum, p, i) => {
          const q = flat[(i + 1) % flat.length] as { x: number; y: number }
          return sum + (p.x * q.y - q.x * p.y) / 2
        }, 0)
        expect(Math.abs(ringArea(ring) - shoelace)).toBeLessThan(0.02)
        if (Math.abs(gapToRings([ring], { x, y })) > 1e-3)
          expect(isWithin([ring], { x, y })).toBe(isWithin([flat], { x, y }))
        const { high, low } = ringBounds([ring])
        expect(low.x).toBeCloseTo(Math.min(...flat.map((p) => p.x)), 2)
        expect(high.y).toBeCloseTo(Math.max(...flat.map((p) => p.y)), 2)
      }),
    )
  })

  it('turned about it has the other sign, and twice turned about it is itself', () => {
    fc.assert(
      fc.property(rings, (ring) => {
        expect(ringArea(reversed(ring))).toBeCloseTo(-ringArea(ring), 9)
        expect(edgesOf(reversed(reversed(ring)))).toEqual(edgesOf(ring))
      }),
    )
  })
})
