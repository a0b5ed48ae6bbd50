import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contactRow, dotSix, point, type Point, type Six } from '../../ground/geometry'
import { type Contact, locate } from '.'
import {
  type Locator,
  rotate,
  seatExactly,
  type V,
} from '../../../../tests/support/nonlinearSolver'

const p = (x: number, y: number, z: number): Point<'part'> => point(x, y, z)
const [DOWN, BACK, LEFT] = [p(0, 0, -1), p(0, 1, 0), p(-1, 0, 0)]

/** Three, two and one on a block 100 × 60 × 40. */
const footing: readonly Contact<'part'>[] = [
  { at: p(10, 10, 0), normal: DOWN },
  { at: p(90, 10, 0), normal: DOWN },
  { at: p(50, 50, 0), normal: DOWN },
  { at: p(10, 60, 20), normal: BACK },
  { at: p(90, 60, 20), normal: BACK },
  { at: p(0, 30, 20), normal: LEFT },
]
const centre = p(50, 30, 20)
const held = (contacts: readonly Contact<'part'>[]) => locate(contacts, 62, centre)

describe('locate', () => {
  it('finds three, two and one to hold still, well spread', () => {
    const result = held(footing)
    expect(result.kind).toBe('unique')
    if (result.kind === 'unique') expect(result.spread.condition).toBeLessThan(10)
  })

  it('names the motion that a missing stop leaves free: along X', () => {
    const result = held(footing.slice(0, 5))
    expect(result.kind).toBe('free')
    if (result.kind !== 'free') return
    expect(result.motions).toHaveLength(1)
    const [a, b, c, x, y, z] = result.motions[0] as Six
    expect(Math.abs(x)).toBeGreaterThan(0.99)
    expect(Math.hypot(a, b, c, y, z)).toBeLessThan(1e-9)
  })

  it('no contact sees a free motion', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), (without) => {
        const contacts = footing.filter((_, i) => i !== without)
        const result = held(contacts)
        expect(result.kind).toBe('free')
        if (result.kind === 'free')
          for (const motion of result.motions)
            for (const c of contacts)
              expect(Math.abs(dotSix(contactRow(c.at, c.normal), motion))).toBeLessThan(1e-9)
      }),
    )
  })

  it('six contacts on one line leave it free', () => {
    const line = [0, 20, 40, 60, 80, 100].map((x) => ({ at: p(x, 30, 0), normal: DOWN }))
    expect(held(line).kind).toBe('free')
  })

  it('no contact at all leaves six motions', () => {
    const result = held([])
    expect(result.kind === 'free' && result.motions.length).toBe(6)
  })

  it('a footing on a narrow strip is poorly spread, and rocks about its long side', () => {
    const narrow = footing.map((c, i) => (i === 2 ? { ...c, at: p(50, 12, 0) } : c))
    const [wide, poor] = [held(footing), held(narrow)]
    if (wide.kind !== 'unique' || poor.kind !== 'unique') throw new Error('held')
    expect(poor.spread.condition).toBeGreaterThan(5 * wide.spread.condition)
    const [a, b, c] = poor.spread.weakest
    expect(Math.abs(a)).toBeGreaterThan(Math.hypot(b, c))
  })

  it('four rests make it redundant: which three bear is told', () => {
    const result = held([...footing, { at: p(90, 50, 0), normal: DOWN }])
    expect(result.kind).toBe('redundant')
    if (result.kind === 'redundant') expect(result.choices).toHaveLength(4)
  })

  it('the inverse takes contact errors to the displacement that the contacts then see', () => {
    const result = held(footing)
    if (result.kind !== 'unique') throw new Error('held')
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 6, maxLength: 6 }),
        (errors) => {
          const q = result.inverse.map((row) =>
            row.reduce((sum, v, j) => sum + v * (errors[j] ?? 0), 0),
          ) as unknown as Six
          footing.forEach((c, j) =>
            expect(dotSix(contactRow(c.at, c.normal), q)).toBeCloseTo(errors[j] ?? 0, 9),
          )
        },
      ),
    )
  })

  it('agrees with an independent nonlinear solver to second order, over random footings and errors', () => {
    const spot = fc.tuple(
      fc.double({ min: -12, max: 12, noNaN: true }),
      fc.double({ min: -12, max: 12, noNaN: true }),
    )
    const arbitrary = fc.tuple(
      fc.array(spot, { minLength: 6, maxLength: 6 }),
      fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 6, maxLength: 6 }),
    )
    fc.assert(
      fc.property(arbitrary, ([spots, errors]) => {
        const contacts = footing.map((c, i): Contact<'part'> => {
          const [u, v] = spots[i] ?? [0, 0]
          return {
            ...c,
            at:
              c.normal.z !== 0
                ? p(c.at.x + u, c.at.y + v, c.at.z)
                : c.normal.y !== 0
                  ? p(c.at.x + u, c.at.y, c.at.z + v)
                  : p(c.at.x, c.at.y + u, c.at.z + v),
          }
        })
        const result = held(contacts)
        if (result.kind !== 'unique') return
        const differenceAt = (size: number): number => {
          const e = errors.map((error) => error * size)
          const linear = result.inverse.map((row) =>
            row.reduce((sum, v, j) => sum + v * (e[j] ?? 0), 0),
          )
          const locators = contacts.map((c, j): Locator => {
            const n: V = [c.normal.x, c.normal.y, c.normal.z]
            const at: V = [c.at.x, c.at.y, c.at.z]
            return {
              point: [
                at[0] + n[0] * (e[j] ?? 0),
                at[1] + n[1] * (e[j] ?? 0),
                at[2] + n[2] * (e[j] ?? 0),
              ],
              plane: { point: at, normal: n },
            }
          })
          const exact = seatExactly(locators)
          const [a = 0, b = 0, c = 0, x = 0, y = 0, z = 0] = exact
          const corner: V = [100, 60, 40]
          const moved = rotate([a, b, c], corner)
          const [la = 0, lb = 0, lc = 0, lx = 0, ly = 0, lz = 0] = linear
          const linearMoved: V = [
            corner[0] + lx + lb * corner[2] - lc * corner[1],
            corner[1] + ly + lc * corner[0] - la * corner[2],
            corner[2] + lz + la * corner[1] - lb * corner[0],
          ]
          return Math.hypot(
            moved[0] + x - linearMoved[0],
            moved[1] + y - linearMoved[1],
            moved[2] + z - linearMoved[2],
          )
        }
        const [large, small] = [differenceAt(0.2), differenceAt(0.02)]
        // Second order: a tenth of the error leaves a hundredth of the difference.
        expect(small).toBeLessThan(Math.max(1e-9, large / 40))
      }),
      { numRuns: 60 },
    )
  })
})
