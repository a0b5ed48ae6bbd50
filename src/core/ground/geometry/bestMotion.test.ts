import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyMotion, bestMotion, norm, point, subtract, turnAbout, type Point } from '.'

const coordinate = fc.double({ min: -100, max: 100, noNaN: true })
const place = fc
  .tuple(coordinate, coordinate, coordinate)
  .map(([x, y, z]) => point<'part'>(x, y, z))
const angle = fc.double({ min: -3, max: 3, noNaN: true })

describe('the motion that brings places onto others', () => {
  it('is the one by which they were moved, however they were turned', () => {
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 4, maxLength: 9 }),
        angle,
        angle,
        place,
        (from, a, b, shift) => {
          const turned = (p: Point<'part'>): Point<'part'> =>
            applyMotion(
              turnAbout<'part'>('x', point(3, 1, 2), b),
              applyMotion(turnAbout<'part'>('z', point(0, 0, 0), a), p),
            )
          const to = from.map((p) => {
            const q = turned(p)
            return point<'part'>(q.x + shift.x, q.y + shift.y, q.z + shift.z)
          })
          const motion = bestMotion(from.map((p, i) => ({ from: p, to: to[i] as Point<'part'> })))
          // Places that happen to lie in a line tell no turn about it.
          fc.pre(motion !== undefined)
          from.forEach((p, i) => {
            const off = norm(subtract(applyMotion(motion, p), to[i] as Point<'part'>))
            expect(off).toBeLessThan(1e-6)
          })
        },
      ),
    )
  })

  it('is a turn, never a mirror image, also of places in one plane', () => {
    const flat = [point<'part'>(0, 0, 0), point<'part'>(10, 0, 0), point<'part'>(0, 5, 0)]
    const motion = bestMotion(flat.map((p) => ({ from: p, to: point<'part'>(p.x, -p.y, 0) })))
    if (!motion) throw new Error('no motion')
    const [x, y, z] = motion.rows
    const volume =
      x.x * (y.y * z.z - y.z * z.y) - x.y * (y.x * z.z - y.z * z.x) + x.z * (y.x * z.y - y.y * z.x)
    expect(volume).toBeCloseTo(1, 9)
    // Turned over about X it lies on them all the same.
    for (const p of flat)
      expect(norm(subtract(applyMotion(motion, p), point(p.x, -p.y, 0)))).toBeLessThan(1e-9)
  })

  it('is none where they lie in one line', () => {
    const line = [0, 1, 2, 5].map((t) => point<'part'>(t, 2 * t, -t))
    expect(bestMotion(line.map((p) => ({ from: p, to: p })))).toBeUndefined()
  })

  it('with noise lies between: the sum of squares is no less for small other turns', () => {
    const from = [
      point<'part'>(0, 0, 0),
      point<'part'>(50, 0, 0),
      point<'part'>(0, 40, 0),
      point<'part'>(0, 0, 30),
    ]
    const to = from.map((p, i) =>
      point<'part'>(p.x + 0.1 * Math.sin(7 * i), p.y - 0.1 * Math.cos(3 * i), p.z + 0.05 * i),
    )
    const motion = bestMotion(from.map((p, i) => ({ from: p, to: to[i] as Point<'part'> })))
    if (!motion) throw new Error('no motion')
    const sum = (move: (p: Point<'part'>) => Point<'part'>): number =>
      from.reduce((all, p, i) => all + norm(subtract(move(p), to[i] as Point<'part'>)) ** 2, 0)
    const best = sum((p) => applyMotion(motion, p))
    for (const axis of ['x', 'y', 'z'] as const)
      for (const by of [-1e-3, 1e-3])
        expect(
          sum((p) =>
            applyMotion(turnAbout<'part'>(axis, point(10, 10, 10), by), applyMotion(motion, p)),
          ),
        ).toBeGreaterThan(best)
  })
})
