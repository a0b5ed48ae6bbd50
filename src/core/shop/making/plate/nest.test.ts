import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { distanceToEdge, edgesOf, isWithin } from '../../../ground/outline'
import { type Corners } from '../../holding'
import { leastStep, nestedSteps, otherWay } from './nest'

const TURNED = { x: true, y: true }
const nested = (of: Corners, box: { x: number; y: number }, along: 'x' | 'y', gap: number) =>
  nestedSteps(of, otherWay(of, box, TURNED), along, gap)

/** How near two areas come, by places all along both outlines; none where one lies in the other. */
function between(a: Corners, b: Corners): number {
  const places = (of: Corners): Corners =>
    of.flatMap((from, i) => {
      const to = of[(i + 1) % of.length] ?? from
      return Array.from({ length: 40 }, (_, k) => ({
        x: from.x + ((to.x - from.x) * k) / 40,
        y: from.y + ((to.y - from.y) * k) / 40,
      }))
    })
  const away = (from: Corners, to: Corners): number =>
    Math.min(
      ...places(from).map((at) =>
        isWithin([to], at) ? 0 : Math.min(...edgesOf(to).map((edge) => distanceToEdge(edge, at))),
      ),
    )
  return Math.min(away(a, b), away(b, a))
}

const moved = (of: Corners, x: number): Corners => of.map((at) => ({ ...at, x: at.x + x }))

/** Outlines round about a middle, in and out, within a box of 100. */
const star = fc
  .array(fc.integer({ min: 8, max: 50 }), { minLength: 3, maxLength: 9 })
  .map((away): Corners =>
    away.map((r, i) => {
      const turn = (2 * Math.PI * i) / away.length + 0.3
      return { x: 50 + r * Math.cos(turn), y: 50 + r * Math.sin(turn) }
    }),
  )

describe('how close two outlines come along X', () => {
  it('never nearer than the gap there and further on, and nearer just before', () => {
    fc.assert(
      fc.property(star, star, fc.integer({ min: 1, max: 30 }), (a, b, gap) => {
        const step = leastStep(a, b, gap)
        fc.pre(Number.isFinite(step))
        for (const more of [0, 0.3, 2, 9, 40])
          expect(between(a, moved(b, step + more))).toBeGreaterThan(gap - 1e-6)
        // Places all along the sides are as near to the very touch as they lie to each other.
        expect(between(a, moved(b, step - 0.5))).toBeLessThan(gap)
      }),
      { numRuns: 40, endOnFailure: true },
    )
  })

  it('blocks: their length and the gap', () => {
    const box = { x: 60, y: 40 }
    const block = [
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 60, y: 40 },
      { x: 0, y: 40 },
    ]
    expect(nested(block, box, 'x', 8)).toEqual({ there: 68, back: 68 })
    expect(nested(block, box, 'y', 8)).toEqual({ there: 48, back: 48 })
  })

  it('three-cornered plates, long side to long side, by hand', () => {
    const box = { x: 60, y: 40 }
    const three = [
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 0, y: 40 },
    ]
    // Turned within the same box the long sides are one line: a gap of 8 square to it is 8 · 72.11 / 40 along X.
    expect(leastStep(three, otherWay(three, box, TURNED), 8)).toBeCloseTo(
      (8 * Math.hypot(60, 40)) / 40,
      9,
    )
    const { back, there } = nested(three, box, 'x', 8)
    expect(there).toBeCloseTo(14.5, 9)
    // Then upright side to upright side.
    expect(back).toBeCloseTo(68, 9)
  })

  it('what lies between two of a kind keeps those apart too', () => {
    // A roof: turned by half a turn it would fit in far, but its fellows are as long as they are.
    const roof = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 4 },
      { x: 0, y: 4 },
    ]
    const { back, there } = nested(roof, { x: 100, y: 60 }, 'x', 2)
    expect(there).toBe(0)
    expect(there + back).toBeCloseTo(102, 9)
  })
})
