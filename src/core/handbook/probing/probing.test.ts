import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_MM } from '../standards'
import { DEGREE_RAD } from '../units'
import {
  centreFromSwing,
  closestCircle,
  edgeFromTouch,
  heightFromTouch,
  middleFromTouches,
  overLength,
  roundFromTouches,
  slopeFromTouches,
} from '.'

const value = <T>(
  result: { ok: true; value: T } | { ok: false; issues: readonly unknown[] },
): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const code = (result: { ok: boolean; issues?: readonly { code: string }[] }): string | undefined =>
  result.issues?.[0]?.code

describe('an edge', () => {
  it('lies half the tip beyond the spindle: 0.200 in tip, 0.100 in (common practice, no source)', () => {
    const tip = 0.2 * INCH_MM
    expect(value(edgeFromTouch({ at: 0, towards: '+' }, tip, 0.01)).at).toBeCloseTo(
      0.1 * INCH_MM,
      12,
    )
    expect(value(edgeFromTouch({ at: 0, towards: '-' }, tip, 0.01)).at).toBeCloseTo(
      -0.1 * INCH_MM,
      12,
    )
  })
  it('a zero tip gives no edge', () => {
    expect(code(edgeFromTouch({ at: 0, towards: '+' }, 0, 0.01))).toBe('touch.tip')
    expect(code(edgeFromTouch({ at: 0, towards: '+' }, NaN, 0.01))).toBe('touch.tip')
  })
})

describe('both sides and halve', () => {
  it('the middle does not depend on the tip, the width does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -400, max: 400, noNaN: true }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (middle, width, tip) => {
          const half = (width + tip) / 2
          const found = value(
            middleFromTouches(
              { at: middle - half, towards: '+' },
              { at: middle + half, towards: '-' },
              tip,
              0.01,
            ),
          )
          expect(found.where).toBe('outside')
          expect(found.middle.at).toBeCloseTo(middle, 9)
          expect(found.width.at).toBeCloseTo(width, 9)
        },
      ),
    )
  })
  it('a slot is touched moving apart: the tip is added', () => {
    const slot = value(
      middleFromTouches({ at: 8, towards: '+' }, { at: -8, towards: '-' }, 4, 0.01),
    )
    expect(slot).toMatchObject({ where: 'inside', middle: { at: 0 }, width: { at: 20 } })
  })
  it('two independent readings: the mean is known √2 better, the width √2 worse (JCGM 100:2008, 5.1.2)', () => {
    const found = value(
      middleFromTouches({ at: 0, towards: '+' }, { at: 50, towards: '-' }, 10, 0.02),
    )
    expect(found.middle.plusMinus).toBeCloseTo(0.02 / Math.SQRT2, 12)
    expect(found.width.plusMinus).toBeCloseTo(0.02 * Math.SQRT2, 12)
  })
  it('contradictory touches give a sentence, no middle', () => {
    expect(code(middleFromTouches({ at: 0, towards: '+' }, { at: 9, towards: '+' }, 4, 0.01))).toBe(
      'touch.same-way',
    )
    expect(code(middleFromTouches({ at: 0, towards: '+' }, { at: 3, towards: '-' }, 4, 0.01))).toBe(
      'touch.width',
    )
  })
})

describe('a circle through touches', () => {
  it('agrees with the published example of Gander, Golub and Strebel 1994 (figures from memory)', () => {
    const points = [
      [1, 7],
      [2, 6],
      [5, 8],
      [7, 7],
      [9, 5],
      [3, 7],
    ].map(([x = 0, y = 0]) => ({ x, y }))
    const circle = value(closestCircle(points))
    expect(circle.centre.x).toBeCloseTo(4.7398, 3)
    expect(circle.centre.y).toBeCloseTo(2.9835, 3)
    expect(circle.radius).toBeCloseTo(4.7142, 3)
  })

  it('no general optimiser finds a closer circle: pattern search from the answer and from afar', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            angle: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
            off: fc.double({ min: -0.2, max: 0.2, noNaN: true }),
          }),
          { minLength: 5, maxLength: 12 },
        ),
        fc.double({ min: 3, max: 40, noNaN: true }),
        (touches, radius) => {
          const points = [0, 2.1, 4.2]
            .map((a) => ({ angle: a, off: 0 }))
            .concat(touches)
            .map(({ angle, off }) => ({
              x: 12 + (radius + off) * Math.cos(angle),
              y: -7 + (radius + off) * Math.sin(angle),
            }))
          const circle = value(closestCircle(points))
          const squares = (x: number, y: number, r: number): number =>
            points.reduce((sum, p) => sum + (Math.hypot(p.x - x, p.y - y) - r) ** 2, 0)
          const ours = squares(circle.centre.x, circle.centre.y, circle.radius)
          const other = patternSearch(([x = 0, y = 0, r = 0]) => squares(x, y, r), [11, -6, radius])
          expect(ours).toBeLessThanOrEqual(other + 1e-9)
        },
      ),
      { numRuns: 40 },
    )
  })

  it('exact touches give the bore exactly, whatever the tip', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -200, max: 200, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (cx, diameter, tip) => {
          const at = (a: number, r: number) => ({ x: cx + r * Math.cos(a), y: 4 + r * Math.sin(a) })
          for (const where of ['bore', 'boss'] as const) {
            const r = (diameter + (where === 'bore' ? -tip : tip)) / 2
            const found = value(
              roundFromTouches([at(0.1, r), at(1.9, r), at(3.5, r), at(5, r)], where, tip, 0.004),
            )
            expect(found.centre.x).toBeCloseTo(cx, 7)
            expect(found.diameter).toBeCloseTo(diameter, 7)
            expect(found.worstMm).toBeLessThan(1e-7)
          }
        },
      ),
    )
  })

  it('four touches at right angles: the centre is known to r/√2, as two halvings are', () => {
    const found = value(
      roundFromTouches(
        [
          { x: 10, y: 0 },
          { x: 0, y: 10 },
          { x: -10, y: 0 },
          { x: 0, y: -10 },
        ],
        'bore',
        4,
        0.004,
      ),
    )
    expect(found.plusMinus.x).toBeCloseTo(0.004 / Math.SQRT2, 9)
    expect(found.diameter).toBeCloseTo(24, 9)
  })

  it('collinear points, two points and a boss smaller than its tip give a sentence', () => {
    const line = [0, 5, 11, 20].map((x) => ({ x, y: 2 * x }))
    expect(code(roundFromTouches(line, 'bore', 4, 0.01))).toBe('round.line')
    expect(code(roundFromTouches(line.slice(0, 2), 'bore', 4, 0.01))).toBe('round.few')
    const small = [0, 2, 4].map((a) => ({ x: Math.cos(a), y: Math.sin(a) }))
    expect(code(roundFromTouches(small, 'boss', 4, 0.01))).toBe('round.tip')
    expect(code(roundFromTouches(small, 'bore', 0, 0.01))).toBe('touch.tip')
  })
})

/** A plain pattern search over three numbers: knows nothing of circles. */
function patternSearch(cost: (v: number[]) => number, start: number[]): number {
  let best = [...start]
  let least = cost(best)
  for (let step = 2; step > 1e-7;) {
    let better = false
    for (let k = 0; k < best.length; k++)
      for (const sign of [1, -1]) {
        const next = best.map((v, i) => (i === k ? v + sign * step : v))
        const c = cost(next)
        if (c < least) [best, least, better] = [next, c, true]
      }
    if (!better) step /= 2
  }
  return least
}

describe('an indicator swung', () => {
  it('half the difference of opposite readings, away from where it is pushed in', () => {
    // The bore lies 0.1 to the right and 0.04 to the front of the spindle: its right wall is farther.
    const dial = { right: -0.1, left: 0.1, back: 0.04, front: -0.04 }
    const found = value(centreFromSwing({ x: 5, y: 7 }, dial, 'bore', 0.004))
    expect(found.centre).toEqual({ x: 5.1, y: 6.96 })
    const boss = value(centreFromSwing({ x: 5, y: 7 }, dial, 'boss', 0.004))
    expect(boss.centre).toEqual({ x: 4.9, y: 7.04 })
  })
  it('an oval or a missing reading is told', () => {
    expect(
      code(
        centreFromSwing({ x: 0, y: 0 }, { right: 0.2, left: 0.2, back: 0, front: 0 }, 'bore', 0),
      ),
    ).toBe('swing.round')
    expect(
      code(centreFromSwing({ x: 0, y: 0 }, { right: NaN, left: 0, back: 0, front: 0 }, 'bore', 0)),
    ).toBe('swing.missing')
  })
})

describe('an angle', () => {
  it('0.01° over 14 in is 0.0024 in (common practice, no source)', () => {
    expect(overLength(0.01 * DEGREE_RAD, 14)).toBeCloseTo(0.0024, 4)
  })
  it('the difference of two readings over the way between them', () => {
    const found = value(slopeFromTouches([0, 100], [0, 0.2], 0.01))
    expect(found.per100).toBeCloseTo(0.2, 12)
    expect(found.angleRad).toBeCloseTo(Math.atan2(0.2, 100), 12)
    expect(found.plusMinusRad).toBeCloseTo((0.01 * Math.SQRT2) / 100, 7)
  })
  it('two readings at one place, or of two edges, give a sentence', () => {
    expect(code(slopeFromTouches([3, 3.2], [0, 1], 0.01))).toBe('slope.apart')
    expect(code(slopeFromTouches([0, 10], [0, 15], 0.01))).toBe('slope.steep')
  })
})

describe('a height', () => {
  it('spindle less tool less what lies between', () => {
    expect(value(heightFromTouch(-150, 100, 50, 0.01)).at).toBe(-300)
  })
  it('a negative length is told', () => {
    expect(code(heightFromTouch(0, -1, 0, 0.01))).toBe('height.tool')
    expect(code(heightFromTouch(0, 90, -1, 0.01))).toBe('height.between')
  })
})
