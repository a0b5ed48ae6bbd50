import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  AS_IT_LIES,
  fitCasting,
  type FitPoint,
  type FitSurface,
  type Held,
  lookAtFit,
  type Solve,
} from '@/core/chain/fitting'
import { composeMotions, point, type Motion, type Point } from '@/core/ground/geometry'
import { fitPoints, type FitInput } from '@/operations/fitting'
import { loadSolver } from '.'

let solve: Solve
beforeAll(async () => {
  solve = await loadSolver()
})

type Xyz = readonly [number, number, number]

const flat = (id: string, at: Xyz, normal: Xyz, leastMm = 0): FitSurface => ({
  id,
  kind: 'cut',
  leastMm,
  shape: 'plane',
  at: point(...at),
  normal: point(...normal),
})

/** The six faces of a block of 100 × 60 × 40. */
const BLOCK: readonly FitSurface[] = [
  flat('left', [0, 30, 20], [-1, 0, 0]),
  flat('right', [100, 30, 20], [1, 0, 0]),
  flat('front', [50, 0, 20], [0, -1, 0]),
  flat('back', [50, 60, 20], [0, 1, 0]),
  flat('bottom', [50, 30, 0], [0, 0, -1]),
  flat('top', [50, 30, 40], [0, 0, 1]),
]

/** Places over the faces, so far out of each. */
function skin(outMm: (face: number, place: number) => number): FitPoint[] {
  return BLOCK.flatMap((face, f) => {
    if (face.shape !== 'plane') return []
    const n = face.normal
    const u = Math.abs(n.x) > 0.5 ? point<'part'>(0, 20, 0) : point<'part'>(35, 0, 0)
    const v = Math.abs(n.z) > 0.5 ? point<'part'>(0, 20, 0) : point<'part'>(0, 0, 12)
    return [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ].map(([a = 0, b = 0], k) => {
      const out = outMm(f, k)
      const at = point<'casting'>(
        face.at.x + a * u.x + b * v.x + out * n.x,
        face.at.y + a * u.y + b * v.y + out * n.y,
        face.at.z + a * u.z + b * v.z + out * n.z,
      )
      return { surface: face.id, at }
    })
  })
}

function fitted(points: readonly FitPoint[], held: Held = 'none', surfaces = BLOCK) {
  const fit = fitCasting(surfaces, points, held, solve)
  if (!fit.ok) throw new Error(fit.issues[0].sentence)
  return fit.value
}

/** A turn about the axes one after the other, then a shift. */
function motionOf([rx, ry, rz]: Xyz, shift: Xyz): Motion<'casting', 'casting'> {
  const [cx, sx, cy, sy, cz, sz] = [rx, ry, rz].flatMap((a) => [Math.cos(a), Math.sin(a)]) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  return {
    rows: [
      point(cz * cy, cz * sy * sx - sz * cx, cz * sy * cx + sz * sx),
      point(sz * cy, sz * sy * sx + cz * cx, sz * sy * cx - cz * sx),
      point(-sy, cy * sx, cy * cx),
    ],
    shift: point(...shift),
  }
}

const moved = (m: Motion<'casting', 'casting'>, p: Point<'casting'>): Point<'casting'> =>
  point(
    m.rows[0].x * p.x + m.rows[0].y * p.y + m.rows[0].z * p.z + m.shift.x,
    m.rows[1].x * p.x + m.rows[1].y * p.y + m.rows[1].z * p.z + m.shift.y,
    m.rows[2].x * p.x + m.rows[2].y * p.y + m.rows[2].z * p.z + m.shift.z,
  )

const small = fc.double({ min: -0.1, max: 0.1, noNaN: true })
const some = fc.double({ min: -3, max: 3, noNaN: true })
const skins = fc.array(fc.double({ min: 0.5, max: 3, noNaN: true }), {
  minLength: 24,
  maxLength: 24,
})

describe('a part in a measured casting', () => {
  it('with 5 on one end and 1 on the other lies in the middle: 3 each', () => {
    const fit = fitted(skin((face) => (face === 0 ? 1 : face === 1 ? 5 : 4)))
    expect(fit.smallestMm).toBeCloseTo(3, 6)
    expect(fit.motion.shift.x).toBeCloseTo(2, 5)
    const ends = fit.slacks.filter(({ surface }) => surface === 'left' || surface === 'right')
    for (const { outsideMm } of ends) expect(outsideMm).toBeCloseTo(3, 5)
  })

  it('keeps its turn when that is held, and its height and tilt when it stands on three points', () => {
    const leaning = skin((_, k) => (k % 2 === 0 ? 1 : 2))
    const { rows } = fitted(leaning, 'turn').motion
    expect(rows[0].x).toBeCloseTo(1, 12)
    const onRest = fitted(
      skin((face) => (face === 4 ? 0.5 : 3)),
      'rest',
    )
    expect(onRest.motion.shift.z).toBeCloseTo(0, 12)
    expect(onRest.smallestMm).toBeCloseTo(0.5, 6)
  })

  it('comes to what an independent solver finds (scipy SLSQP, also for turns of 10°)', async () => {
    const cases = JSON.parse(readFileSync('tests/support/fitCases.json', 'utf8')) as readonly {
      held: Held
      smallestMm: number
      input: FitInput
    }[]
    for (const { held, input, smallestMm } of cases) {
      const answer = await fitPoints(input, held)
      if (!answer.ok) throw new Error(answer.issues[0].sentence)
      expect(Math.abs(answer.value.smallestMm - smallestMm)).toBeLessThan(1e-6)
      expect(answer.value.overMm).toBeLessThan(1e-6)
    }
  })

  it('no shift and turn found at random is better', () => {
    fc.assert(
      fc.property(
        skins,
        fc.array(fc.tuple(some, some, some, small, small, small), { minLength: 30, maxLength: 30 }),
        (outs, tries) => {
          const points = skin((face, k) => outs[4 * face + k] ?? 1)
          const fit = fitted(points)
          for (const [x, y, z, a, b, c] of tries) {
            const { rows, shift } = motionOf([a, b, c], [x, y, z])
            const other = lookAtFit(BLOCK, points, { rows, shift } as never)
            if (!other.ok) throw new Error('no look')
            expect(other.value.smallestMm).toBeLessThanOrEqual(fit.smallestMm + 1e-6)
          }
        },
      ),
      { numRuns: 12 },
    )
  })

  it('is the same however the casting lies: moved and turned with all its points', () => {
    fc.assert(
      fc.property(
        skins,
        fc.tuple(small, small, small),
        fc.tuple(some, some, some),
        (outs, turn, shift) => {
          const points = skin((face, k) => outs[4 * face + k] ?? 1)
          const by = motionOf(turn, shift)
          const there = points.map((one) => ({ ...one, at: moved(by, one.at) }))
          const [here, elsewhere] = [fitted(points), fitted(there)]
          // The fit itself stops within a nanometre or so.
          expect(Math.abs(elsewhere.smallestMm - here.smallestMm)).toBeLessThan(2e-6)
          const back = composeMotions(by, here.motion as never)
          expect(Number.isFinite(back.shift.x)).toBe(true)
        },
      ),
      { numRuns: 10 },
    )
  })

  it('a bore is seen from its axis: its core 1 aside of 2 to cut leaves 2 when it is followed', () => {
    const bore: FitSurface = {
      id: 'bore',
      kind: 'cut',
      leastMm: 0,
      shape: 'round',
      at: point(50, 0, 20),
      axis: point(0, 1, 0),
      radiusMm: 10,
      isInside: true,
    }
    const core = [10, 50].flatMap((y) =>
      [0, 1, 2, 3].map((i) => ({
        surface: 'bore',
        at: point<'casting'>(
          51 + 8 * Math.cos((i * Math.PI) / 2),
          y,
          20 + 8 * Math.sin((i * Math.PI) / 2),
        ),
      })),
    )
    const fit = fitted([...skin(() => 3), ...core], 'none', [...BLOCK, bore])
    expect(fit.smallestMm).toBeCloseTo(2, 6)
    const lying = lookAtFit([bore, ...BLOCK], [...skin(() => 3), ...core], AS_IT_LIES)
    expect(lying.ok && lying.value.smallestMm).toBeCloseTo(1, 9)
  })

  it('tells what binds and what easing it gives: the gains of all that binds come to one', () => {
    const points = skin((face) => (face === 0 ? 1 : face === 1 ? 2 : 4)).map((one) => ({
      ...one,
      plusMinusMm: 0.1,
    }))
    const fit = fitted(points)
    const sum = fit.binding.reduce((total, { gain }) => total + gain, 0)
    expect(sum).toBeCloseTo(1, 6)
    // Both ends bind alike: half a millimetre off either is a quarter less.
    expect(fit.smallestMm).toBeCloseTo(1.5, 6)
    expect(fit.plusMinusMm).toBeGreaterThan(0.02)
    expect(fit.plusMinusMm).toBeLessThan(0.1)
    const thinner = fitted(
      points.map((one) =>
        one.surface === 'left' ? { ...one, at: { ...one.at, x: one.at.x + 0.5 } } : one,
      ),
    )
    expect(thinner.smallestMm).toBeCloseTo(1.25, 6)
  })

  it('refuses what tells nothing, in words', () => {
    const say = (points: readonly FitPoint[]): string => {
      const fit = fitCasting(BLOCK, points, 'none', solve)
      return fit.ok ? 'fitted' : fit.issues[0].code
    }
    expect(say([])).toBe('fit.few')
    expect(say(skin(() => 1).slice(0, 4))).toBe('fit.one-face')
    expect(say([{ surface: 'lid', at: point(0, 0, 0) }, ...skin(() => 1)])).toBe(
      'fit.unknown-surface',
    )
  })
})
