import fc from 'fast-check'
import { expect, it } from 'vitest'
import { fitRing } from './fit'
import {
  circleRing,
  type Corner,
  edgesOf,
  flatRing,
  rectangleRing,
  type Ring,
  ringArea,
  roundedRectangle,
} from './outline'

const arcsOf = (ring: Ring) => edgesOf(ring).filter((edge) => edge.kind === 'arc')

it('a rounded rectangle comes back with its four arcs and four straight edges', () => {
  const drawn = roundedRectangle({ x: -20, y: -10 }, { x: 30, y: 15 }, 6)
  const ring = fitRing(flatRing(drawn, 0.01))
  expect(ring).toHaveLength(8)
  expect(ringArea(ring)).toBeCloseTo(50 * 25 - (4 - Math.PI) * 36, 6)
  for (const arc of arcsOf(ring)) expect(arc).toMatchObject({ kind: 'arc' })
  expect(arcsOf(ring).map((arc) => Math.round(arc.radiusMm * 1e6) / 1e6)).toEqual([6, 6, 6, 6])
})

it('a circle comes back as a circle, either way round; a rectangle is no circle', () => {
  for (const way of [1, -1]) {
    const corners = [...flatRing(circleRing({ x: 3, y: -7 }, 12), 0.01)]
    if (way < 0) corners.reverse()
    const ring = fitRing(corners)
    expect(ring).toHaveLength(2)
    expect(ringArea(ring)).toBeCloseTo(way * Math.PI * 144, 6)
  }
  const rectangle = rectangleRing({ x: 0, y: 0 }, { x: 40, y: 30 })
  expect(fitRing(rectangle)).toEqual(rectangle)
})

it('corners are kept where an octagon is meant, and points on a straight edge dropped', () => {
  const octagon = Array.from({ length: 8 }, (_, i) => ({
    x: 30 * Math.cos((i * Math.PI) / 4),
    y: 30 * Math.sin((i * Math.PI) / 4),
  }))
  expect(arcsOf(fitRing(octagon))).toHaveLength(0)
  expect(
    fitRing([
      { x: 0, y: 0 },
      { x: 5, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 8 },
      { x: 0, y: 8 },
    ]),
  ).toHaveLength(4)
})

it('a long edge between two short ones is no arc, though its four corners lie on a circle', () => {
  const tray = [
    { x: -23.07, y: 0.14 },
    { x: -22.93, y: 0 },
    { x: 22.93, y: 0 },
    { x: 23.07, y: 0.14 },
    { x: 23.07, y: 20 },
    { x: -23.07, y: 20 },
  ]
  expect(fitRing(tray)).toEqual(tray)
})

/** Around a middle, edge after edge straight or bent in or out: no two edges can cross. */
const outline = fc
  .array(
    fc.record({
      out: fc.double({ min: 20, max: 45, noNaN: true }),
      bend: fc.integer({ min: -1, max: 1 }),
    }),
    { minLength: 4, maxLength: 9 },
  )
  .map((rays): Ring =>
    rays.map(({ bend, out }, i): Corner => {
      const angle = (2 * Math.PI * i) / rays.length
      return {
        x: out * Math.cos(angle),
        y: out * Math.sin(angle),
        ...(bend !== 0 && { bulge: bend * 0.25 }),
      }
    }),
  )

it('any outline of lines and arcs comes back with its area, begun anywhere', () => {
  fc.assert(
    fc.property(outline, fc.nat(), (drawn, turn) => {
      const flat = flatRing(drawn, 0.01)
      const k = turn % flat.length
      const ring = fitRing([...flat.slice(k), ...flat.slice(0, k)])
      expect(Math.abs(ringArea(ring) - ringArea(drawn))).toBeLessThan(
        1e-4 * Math.abs(ringArea(drawn)),
      )
      expect(ring.length).toBeLessThanOrEqual(drawn.length + 1)
    }),
  )
})
