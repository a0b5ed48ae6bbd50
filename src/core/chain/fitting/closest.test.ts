import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  applyMotion,
  composeMotions,
  type Motion,
  point,
  type Point,
  turnAbout,
} from '../../ground/geometry'
import { AS_IT_LIES, closestTo, type FitPoint, type FitSurface, type PartInCasting } from '.'

const flat = (id: string, at: Point<'part'>, normal: Point<'part'>, aimMm = 0): FitSurface => ({
  id,
  kind: 'cut',
  leastMm: 0,
  aimMm,
  shape: 'plane',
  at,
  normal,
})
const SURFACES: readonly FitSurface[] = [
  flat('bottom', point(0, 0, 0), point(0, 0, -1), 2),
  flat('left', point(0, 0, 0), point(-1, 0, 0), 2),
  flat('front', point(0, 0, 0), point(0, -1, 0), 1),
  {
    id: 'bore',
    kind: 'cut',
    leastMm: 0,
    aimMm: 2.5,
    shape: 'round',
    at: point(60, 0, 40),
    axis: point(0, 1, 0),
    radiusMm: 15,
    isInside: true,
  },
]
/** Places on the skin as it should be, in the part: each its aim outside of its surface. */
const SKIN: readonly (readonly [string, Point<'part'>])[] = [
  ['bottom', point(10, 10, -2)],
  ['bottom', point(110, 15, -2)],
  ['bottom', point(60, 70, -2)],
  ['left', point(-2, 15, 20)],
  ['left', point(-2, 65, 60)],
  ['front', point(30, -1, 30)],
  ['bore', point(60 + 12.5, 20, 40)],
  ['bore', point(60, 60, 40 + 12.5)],
  ['bore', point(60 - 12.5, 40, 40)],
]

const lying = (rx: number, ry: number, rz: number, shift: Point<'casting'>): PartInCasting => {
  const turned = composeMotions(
    turnAbout('x', point(0, 0, 0), rx),
    composeMotions(turnAbout('y', point(0, 0, 0), ry), turnAbout('z', point(0, 0, 0), rz)),
  ) as unknown as Motion<'casting', 'part'>
  return { rows: turned.rows, shift }
}
const seenIn = (motion: PartInCasting, only?: readonly string[]): readonly FitPoint[] =>
  SKIN.filter(([surface]) => only === undefined || only.includes(surface)).map(([surface, at]) => ({
    surface,
    at: applyMotion(motion, at),
  }))

describe('where a casting lies by its skin', () => {
  it('a skin that is as it should be is found again, turned by up to 6° and a metre away', () => {
    const angle = fc.double({ min: -0.1, max: 0.1, noNaN: true })
    const mm = fc.double({ min: -1000, max: 1000, noNaN: true })
    fc.assert(
      fc.property(angle, angle, angle, mm, mm, mm, (rx, ry, rz, x, y, z) => {
        const motion = lying(rx, ry, rz, point(x, y, z))
        const found = closestTo(SURFACES, seenIn(motion), AS_IT_LIES)
        expect(found.rank).toBe(6)
        expect(found.offMm).toBeLessThan(1e-6)
        for (const [, at] of SKIN) {
          const [is, was] = [applyMotion(found.motion, at), applyMotion(motion, at)]
          expect(Math.hypot(is.x - was.x, is.y - was.y, is.z - was.z)).toBeLessThan(1e-4)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('one face settles three of its motions, two five, none none', () => {
    const motion = lying(0.02, -0.03, 0.01, point(5, -3, 2))
    const rankOf = (only: readonly string[]): number =>
      closestTo(SURFACES, seenIn(motion, only), AS_IT_LIES).rank
    expect(rankOf(['bottom'])).toBe(3)
    expect(rankOf(['bottom', 'left'])).toBe(5)
    expect(rankOf(['bottom', 'left', 'front'])).toBe(6)
    expect(rankOf([])).toBe(0)
  })

  it('what wanders is told: one of three points on a flat out by 0.3 tips it, and nothing is off; a fourth is', () => {
    const motion = lying(0, 0, 0, point(0, 0, 0))
    const bent = (points: readonly FitPoint[]): readonly FitPoint[] =>
      points.map((one, i) => (i === 2 ? { ...one, at: { ...one.at, z: one.at.z - 0.3 } } : one))
    const flats = ['bottom', 'left', 'front']
    expect(closestTo(SURFACES, bent(seenIn(motion, flats)), AS_IT_LIES).offMm).toBeLessThan(1e-3)
    const four: readonly FitPoint[] = [
      [0, 0, -2],
      [100, 0, -2],
      [0, 100, -2],
      [100, 100, -2.4],
    ].map(([x = 0, y = 0, z = 0]) => ({ surface: 'bottom', at: point(x, y, z) }))
    // The best plane through three corners at 0 and one at 0.4 leaves 0.1 at each: by hand.
    expect(closestTo(SURFACES, four, AS_IT_LIES).offMm).toBeCloseTo(0.1, 4)
  })
})
