import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  applyMotion,
  composeMotions,
  norm,
  point,
  type Point,
  subtract,
  turnAbout,
} from '../geometry'
import {
  acrossOf,
  boundsOf,
  box,
  boxesOf,
  cornersOfBox,
  gapTo,
  moved,
  type Recipe,
  round,
  spanOf,
} from '.'

type At = Point<'setup'>
const figure = fc.double({ min: -40, max: 40, noNaN: true })
const place = fc.tuple(figure, figure, figure).map(([x, y, z]): At => point(x, y, z))
const positive = fc.double({ min: 1, max: 30, noNaN: true })
const cube = fc
  .tuple(place, positive, positive, positive)
  .map(([low, x, y, z]) => box(low, point<'setup'>(low.x + x, low.y + y, low.z + z)))
const rod = fc
  .tuple(place, place, positive)
  .filter(([a, b]) => norm(subtract(b, a)) > 1)
  .map(([a, b, r]) => round(a, b, r))
const motion = fc
  .tuple(fc.constantFrom('x' as const, 'y' as const, 'z' as const), place, figure)
  .map(([axis, centre, rad]) => turnAbout(axis, centre, rad))

describe('a solid as a recipe', () => {
  it('moved, a place is as far outside it as the place moved back was', () => {
    fc.assert(
      fc.property(fc.oneof(cube, rod), motion, place, (body, by, at) => {
        expect(gapTo(moved(by, body), applyMotion(by, at))).toBeCloseTo(gapTo(body, at), 6)
      }),
    )
  })

  it('moved twice is moved by both in turn', () => {
    fc.assert(
      fc.property(cube, motion, motion, (body, first, second) => {
        const [one, both] = [
          spanOf(moved(second, moved(first, body))),
          spanOf(moved(composeMotions(second, first), body)),
        ]
        one.forEach((p, i) => expect(norm(subtract(p, both[i] as At))).toBeLessThan(1e-9))
      }),
    )
  })

  it('lies within its bounds: nothing inside is out of them', () => {
    fc.assert(
      fc.property(fc.oneof(cube, rod), motion, place, (body, by, at) => {
        const turned = moved(by, body)
        const { high, low } = boundsOf(turned)
        const isOut = (['x', 'y', 'z'] as const).some(
          (axis) => at[axis] < low[axis] - 1e-6 || at[axis] > high[axis] + 1e-6,
        )
        if (isOut) expect(gapTo(turned, at)).toBeGreaterThan(0)
      }),
    )
  })

  it('united it is inside where one is; cut it is not where a tool was', () => {
    fc.assert(
      fc.property(cube, cube, place, (a, b, at) => {
        const [inA, inB] = [gapTo(a, at) < 0, gapTo(b, at) < 0]
        const together: Recipe<'setup'> = { kind: 'united', of: [a, b] }
        const less: Recipe<'setup'> = { kind: 'cut', from: a, by: [b] }
        expect(gapTo(together, at) < 0).toBe(inA || inB)
        if (Math.abs(gapTo(b, at)) > 1e-9) expect(gapTo(less, at) < 0).toBe(inA && !inB)
      }),
    )
  })

  it('a cone is as wide as its ends and goes straight between them', () => {
    const cone = round<'setup'>(point(0, 0, 0), point(0, 0, 10), 2, 6)
    for (const [x, z, outside] of [
      [2, 0, 0],
      [4, 5, 0],
      [6, 10, 0],
      [5, 5, 1],
      [3, 5, -1],
    ] as const)
      expect(gapTo(cone, point(x, 0, z))).toBeCloseTo(outside, 9)
    expect(gapTo(cone, point(0, 0, 12))).toBeCloseTo(2, 9)
  })

  it('gives the boxes along the axes that it is made of; what leans or is round is none', () => {
    const a = box<'setup'>(point(0, 0, 0), point(1, 1, 1))
    const rods = round<'setup'>(point(0, 0, 0), point(0, 0, 1), 1)
    expect(
      boxesOf({ kind: 'united', of: [a, rods, moved(turnAbout('x', point(0, 0, 0), 1), a)] }),
    ).toEqual([a])
    expect(cornersOfBox(boundsOf(a))).toHaveLength(8)
  })

  it('two directions across any other are square to it and to each other', () => {
    fc.assert(
      fc.property(
        place.filter((p) => norm(p) > 1e-3),
        (along) => {
          const [u, v] = acrossOf(along)
          const dots = [
            u.x * along.x + u.y * along.y + u.z * along.z,
            v.x * along.x + v.y * along.y + v.z * along.z,
            u.x * v.x + u.y * v.y + u.z * v.z,
          ]
          for (const d of dots) expect(Math.abs(d)).toBeLessThan(1e-9 * Math.max(1, norm(along)))
          expect(norm(u)).toBeCloseTo(1, 12)
          expect(norm(v)).toBeCloseTo(1, 12)
        },
      ),
    )
  })

  it('quarter turns are exact: what stood along an axis does so again', () => {
    for (const axis of ['x', 'y', 'z'] as const)
      for (const quarters of [-3, -1, 0, 1, 2, 4])
        for (const row of turnAbout(axis, point(1, 2, 3), (quarters * Math.PI) / 2).rows)
          expect([row.x, row.y, row.z].map(Math.abs).sort()).toEqual([0, 0, 1])
  })
})
