import { beforeAll, describe, expect, it } from 'vitest'
import { type Solve } from '@/core/chain/fitting'
import {
  applyMotion,
  composeMotions,
  invertMotion,
  type Motion,
  point,
  turnAbout,
} from '@/core/ground/geometry'
import { SADDLE, SADDLE_CASTING } from '@/core/paper/demo'
import { seededUniform } from '@/core/chain/variation'
import { benchStand, type Casting, fitMeasured, type MeasuredPoint } from '@/core/work/casting'
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

/** How the casting stands in the machine: turned by so little, and 300 mm away from where it was measured at first. */
const INTO_MACHINE = composeMotions(
  turnAbout('x', point(0, 0, 0), 0.01),
  turnAbout('z', point(10, -4, 2), 0.02),
) as unknown as Motion<'casting', 'casting'>
const AWAY = { x: 312.4, y: -87.1, z: 41.9 }
const moved = (at: MeasuredPoint['at']): MeasuredPoint['at'] => {
  const { x, y, z } = applyMotion(INTO_MACHINE, point<'casting'>(at.x, at.y, at.z))
  return { x: x + AWAY.x, y: y + AWAY.y, z: z + AWAY.z }
}
const raw = SADDLE_SKIN
const CUT = FOOT_CUT.map((one): MeasuredPoint => ({ ...one, at: moved(one.at) }))

/** The casting with its foot cut, measured once more in the machine: by marks, or only on faces that were measured before. */
function cutCasting(by: 'marks' | 'faces', cut: readonly MeasuredPoint[] = CUT): Casting {
  const marks = ['p20', 'p24', 'p26', 'p33']
  const mark = (one: MeasuredPoint): MeasuredPoint =>
    by === 'marks' && marks.includes(one.id) ? { ...one, mark: one.id } : one
  const again = raw
    .filter(({ id, surface }) => (by === 'marks' ? marks.includes(id) : surface !== 'bottom'))
    .map((one) => ({ ...mark(one), id: `m${one.id}`, at: moved(one.at) }))
  return {
    ...SADDLE_CASTING,
    stands: [
      { id: 'stand-1', name: 'on the plate', points: raw.map(mark) },
      { id: 'stand-2', name: 'in the machine', since: 'bottom', points: [...again, ...cut] },
    ],
  }
}

const fitted = (casting: Casting) => fittedSaddle(casting, solve)

describe('after the first face is cut, the rest fitted again', () => {
  it('the casting lies on the cut face: its plane is that of the part, whatever is chosen of the rest', () => {
    const { cuts, fit, joined, points } = fitted(cutCasting('marks'))
    expect(cuts).toMatchObject([{ side: 'bottom', points: 4 }])
    expect(cuts[0]?.offMm).toBeLessThan(1e-9)
    expect(cuts[0]?.awayMm).toBeLessThan(1e-9)
    expect(joined.misfits[0]?.mm).toBeLessThan(1e-9)
    // What was measured of the foot as cast is no more.
    expect(points.some(({ surface }) => surface === 'bottom')).toBe(false)
    expect(fit.motion.rows[2]).toMatchObject({ x: expect.closeTo(0, 12), y: expect.closeTo(0, 12) })
    expect(fit.motion.shift.z).toBeCloseTo(0, 12)
    expect(fit.slacks.some(({ surface }) => surface === 'bottom')).toBe(false)
  })

  it('metal over the foot is what the plane through the figures leaves, by hand', () => {
    const { points } = fitted(cutCasting('marks'))
    // The left pad's first point, square to the plane z = −1.1 + 0.009 x − 0.002 y.
    const pad = raw.find(({ id }) => id === 'p7')
    if (!pad) throw new Error('no such point')
    const over = (pad.at.z - footAt(pad.at.x, pad.at.y)) / Math.hypot(1, 0.009, 0.002)
    expect(points.find(({ id, stand }) => id === 'p7' && stand === 'stand-1')?.at.z).toBeCloseTo(
      over,
      9,
    )
  })

  it('no slide and no turn on the cut face beats it, of ten thousand at random', () => {
    const { fit, points } = fitted(cutCasting('marks'))
    const random = seededUniform(5)
    const surfaces = fit.slacks.map(({ outsideMm, slackMm }) => outsideMm - slackMm)
    const worstOf = (motion: Motion<'casting', 'part'>): number =>
      Math.min(
        ...points.map((one, i) => {
          const at = applyMotion(invertMotion(motion), one.at)
          return outsideByHand(one.surface, at) - (surfaces[i] ?? 0)
        }),
      )
    expect(worstOf(fit.motion)).toBeCloseTo(fit.smallestMm, 6)
    let best = -Infinity
    for (let k = 0; k < 10_000; k++) {
      const step = 10 ** (-3 * random())
      const by = composeMotions(
        {
          rows: [point(1, 0, 0), point(0, 1, 0), point(0, 0, 1)],
          shift: point((random() - 0.5) * step, (random() - 0.5) * step, 0),
        },
        turnAbout('z', point(100, 45, 0), ((random() - 0.5) * step) / 50),
      ) as unknown as Motion<'casting', 'casting'>
      best = Math.max(best, worstOf(composeMotions(by, fit.motion)))
    }
    expect(best).toBeLessThanOrEqual(fit.smallestMm + 1e-6)
  })

  it('what the cut costs is told against the fit of the casting before it', () => {
    const before = fitted(SADDLE_CASTING)
    const after = fitted(cutCasting('marks'))
    expect(after.freeMm).toBeCloseTo(before.fit.smallestMm, 6)
    expect(after.freeMm).toBeGreaterThan(after.fit.smallestMm)
  })

  it('joined by the faces alone it comes to the same', () => {
    const [byMarks, byFaces] = [fitted(cutCasting('marks')), fitted(cutCasting('faces'))]
    expect(byFaces.joined.misfits[0]?.mm).toBeGreaterThan(0)
    expect(byFaces.fit.smallestMm).toBeCloseTo(byMarks.fit.smallestMm, 5)
  })

  it('set down on it, nothing is jacked: heights are those of the finished part', () => {
    const casting = cutCasting('marks')
    const { fit, points } = fitted(casting)
    const stand = benchStand(SADDLE, casting, points, fit.motion, 'bottom')
    expect(stand.jacks).toEqual([])
    expect(stand.floorMm).toBeCloseTo(0, 12)
    // The trunnion bores lie 76 over the foot on the drawing.
    expect(stand.scribes.find(({ isAxis }) => isAxis)?.heightMm).toBeCloseTo(76, 9)
    expect(benchStand(SADDLE, casting, points, fit.motion, 'front').jacks).toHaveLength(3)
  })

  it('too few points on it, or in one line, is said', () => {
    const few = fitMeasured(SADDLE, cutCasting('marks', CUT.slice(0, 2)), solve)
    expect(!few.ok && few.issues[0].sentence).toMatch(/only 2 points were measured on it/)
    const line = [20, 100, 180].map((x, i) => ({
      ...(CUT[i] as MeasuredPoint),
      at: moved({ x, y: 40, z: footAt(x, 40) }),
    }))
    const inLine = fitMeasured(SADDLE, cutCasting('marks', line), solve)
    expect(!inLine.ok && inLine.issues[0].sentence).toMatch(/in one line/)
  })
})
