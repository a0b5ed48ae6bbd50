import { beforeAll, describe, expect, it } from 'vitest'
import { type Solve } from '@/core/chain/fitting'
import { applyMotion, invertMotion } from '@/core/ground/geometry'
import { SADDLE_CASTING } from '@/core/paper/demo'
import { type Casting, type MeasuredPoint, type Stand } from '@/core/work/casting'
import {
  FOOT_CUT,
  footAt,
  fittedSaddle,
  outsideByHand,
  SADDLE_SKIN,
} from '../../tests/support/saddleByHand'
import { loadSolver } from '.'

let solve: Solve
beforeAll(async () => {
  solve = await loadSolver()
})

const fitted = (casting: Casting) => fittedSaddle(casting, solve)

describe('a second face cut after the first, and a third', () => {
  /** The front as it was cut next: out of square to the foot by 0.00025 in 1, turned by 0.004 about what is square to that. */
  const frontAt = (x: number, z: number): number =>
    1.4 + 0.004 * x + (0.002 + 0.009 * 0.004 + 0.00025) * z
  const FRONT = [
    [10, 10],
    [190, 10],
    [100, 50],
    [30, 40],
  ].map(([x = 0, z = 0], i): MeasuredPoint => {
    const onFoot = z + footAt(x, 0)
    return { id: `f${i}`, surface: 'front', at: { x, y: frontAt(x, onFoot), z: onFoot } }
  })
  const twice = (more: readonly Stand[] = []): Casting => ({
    ...SADDLE_CASTING,
    stands: [
      { id: 'stand-1', name: 'on the plate', points: SADDLE_SKIN },
      { id: 'stand-2', name: 'foot cut', since: 'bottom', with: 'stand-1', points: FOOT_CUT },
      { id: 'stand-3', name: 'front cut', since: 'front', with: 'stand-1', points: FRONT },
      ...more,
    ],
  })
  const direction = (v: number[]): number[] => v.map((c) => c / Math.hypot(...v))
  const dotOf = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((sum, c, i) => sum + c * (b[i] ?? 0), 0)

  it('the foot is in its plane, the front faces as drawn as far as the foot leaves it, and the part only slides along both', () => {
    const { cuts, fit, points } = fitted(twice())
    expect(cuts.map(({ side }) => side)).toEqual(['bottom', 'front'])
    // Three directions by hand: out of the foot; along the front in it; and square to both.
    const up = direction([-0.009, 0.002, 1])
    const out = direction([0.004, -1, 0.002 + 0.009 * 0.004 + 0.00025])
    const flat = direction(out.map((c, i) => c - dotOf(out, up) * (up[i] as number)))
    const along = [
      (flat[1] as number) * (up[2] as number) - (flat[2] as number) * (up[1] as number),
      (flat[2] as number) * (up[0] as number) - (flat[0] as number) * (up[2] as number),
      (flat[0] as number) * (up[1] as number) - (flat[1] as number) * (up[0] as number),
    ].map((c) => -c)
    const mean = (of: readonly MeasuredPoint[]): number[] =>
      (['x', 'y', 'z'] as const).map((c) => of.reduce((sum, { at }) => sum + at[c], 0) / of.length)
    for (const at of ['p7', 'p26', 'p33']) {
      const before = SADDLE_SKIN.find(({ id }) => id === at)
      const after = points.find(({ id }) => id === at)?.at
      if (!before || !after) throw new Error(`no point ${at}`)
      const from = (of: readonly MeasuredPoint[], way: readonly number[]): number =>
        dotOf([before.at.x, before.at.y, before.at.z], way) - dotOf(mean(of), way)
      expect(after.z).toBeCloseTo(from(FOOT_CUT, up), 9)
      // Measured along the foot: the front's own lean to it is not turned away.
      expect(after.y).toBeCloseTo(-from(FRONT, flat), 9)
    }
    expect(along[0]).toBeCloseTo(1, 3)
    const turned = fit.motion.rows.flatMap(({ x, y, z }) => [x, y, z])
    expect(turned).toEqual([1, 0, 0, 0, 1, 0, 0, 0, 1].map((c) => expect.closeTo(c, 12) as number))
    expect(fit.motion.shift).toMatchObject({ y: expect.closeTo(0, 12), z: expect.closeTo(0, 12) })
    // What is out of square: 0.00025 over 40 mm, about the middle of its points.
    expect(cuts[1]?.awayMm).toBeGreaterThan(0.004)
    expect(cuts[1]?.awayMm).toBeLessThan(0.01)
    expect(cuts[1]?.offMm).toBeLessThan(1e-9)
  })

  it('no slide beats it, of a thousand', () => {
    const { fit, points } = fitted(twice())
    const limits = fit.slacks.map(({ outsideMm, slackMm }) => outsideMm - slackMm)
    const worst = (by: number): number =>
      Math.min(
        ...points.map((one, i) => {
          const at = applyMotion(invertMotion(fit.motion), one.at)
          return outsideByHand(one.surface, { ...at, x: at.x - by }) - (limits[i] ?? 0)
        }),
      )
    expect(worst(0)).toBeCloseTo(fit.smallestMm, 6)
    for (let k = -500; k <= 500; k++)
      expect(worst(k / 250)).toBeLessThanOrEqual(fit.smallestMm + 1e-6)
  })

  it('what was cut once more across from one before it turns nothing, and is told', () => {
    const top = [
      [20, 20],
      [180, 20],
      [100, 70],
    ].map(([x = 0, y = 0], i): MeasuredPoint => ({
      id: `t${i}`,
      surface: 'top',
      at: { x, y, z: 120.15 * Math.hypot(1, 0.009, 0.002) + footAt(x, y) },
    }))
    const [two, three] = [
      fitted(twice()),
      fitted(
        twice([{ id: 'stand-4', name: 'top cut', since: 'top', with: 'stand-1', points: top }]),
      ),
    ]
    expect(three.cuts[2]).toMatchObject({ side: 'top', awayMm: expect.closeTo(0.15, 9) })
    const of = (fit: typeof two) =>
      fit.points.find(({ id }) => id === 'p7')?.at as { x: number; y: number; z: number }
    expect(of(three)).toEqual(of(two))
  })

  it('with three, nothing is left to choose', () => {
    const left = [
      [20, 20],
      [70, 20],
      [40, 60],
    ].map(([y = 0, z = 0], i): MeasuredPoint => ({
      id: `l${i}`,
      surface: 'left',
      at: { x: 1.3 - 0.004 * y, y, z: z - 1 },
    }))
    const { fit, points } = fitted(
      twice([{ id: 'stand-4', name: 'end cut', since: 'left', with: 'stand-1', points: left }]),
    )
    expect(fit.motion.shift).toMatchObject({ x: 0, y: 0, z: 0 })
    expect(points.some(({ surface }) => surface === 'left')).toBe(false)
    expect(fit.slacks).toHaveLength(points.length)
  })
})
