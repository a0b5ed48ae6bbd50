import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { type Solve } from '@/core/chain/fitting'
import {
  applyMotion,
  bestMotion,
  invertMotion,
  norm,
  point,
  subtract,
} from '@/core/ground/geometry'
import { SADDLE, SADDLE_CASTING, SADDLE_LOST } from '@/core/paper/demo'
import { planWay } from '@/core/plan/planning'
import { saddleWays } from '@/core/paper/demo'
import { predictWay } from '@/core/predict/prediction'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import {
  benchStand,
  type Casting,
  type CastingFit,
  doubtsOf,
  firstFace,
  fitMeasured,
  handMoves,
  layoutStands,
  type MeasuredPoint,
  newCasting,
  nextPoints,
  readPoints,
  wholeDoubt,
} from '@/core/work/casting'
import { loadSolver } from '.'

let solve: Solve
let fit: CastingFit
beforeAll(async () => {
  solve = await loadSolver()
  fit = fitted(SADDLE_CASTING)
})

function fitted(casting: Casting): CastingFit {
  const made = fitMeasured(SADDLE, casting, solve)
  if (!made.ok) throw new Error(made.issues[0].sentence)
  return made.value
}

const withPoints = (
  change: (points: readonly MeasuredPoint[]) => readonly MeasuredPoint[],
): Casting => ({
  ...SADDLE_CASTING,
  stands: SADDLE_CASTING.stands.map((stand) => ({ ...stand, points: [...change(stand.points)] })),
})

describe('the saddle casting', () => {
  it('as it lies does not clean up; moved and turned it does, by a little, and not under the skin', () => {
    const { asItLies, cleansUp, isUnderSkin, leastMm } = fit
    const lying = asItLies.slacks[asItLies.tightest]
    expect(lying?.outsideMm).toBeLessThan(0)
    expect(cleansUp).toBe(true)
    expect(isUnderSkin).toBe(false)
    expect(leastMm).toBeGreaterThan(0.3)
    expect(leastMm).toBeLessThan(0.5)
  })

  it('the second could not be saved: it is said where, and what giving a face up would bring', () => {
    const lost = fitted(SADDLE_LOST)
    expect(lost.cleansUp).toBe(false)
    expect(lost.surfaces[0]).toMatchObject({ id: 'trunnion', outcome: 'short' })
    const best = lost.remedies[0]
    expect(best?.surface).toBe('trunnion')
    expect(best?.mm).toBeGreaterThan(1)
    expect(best?.smallestMm).toBeGreaterThan(lost.fit.smallestMm)
  })

  it('jack heights put back through the exact geometry give the fitted pose to 1 µm', () => {
    fc.assert(
      fc.property(fc.constantFrom('bottom', 'top', 'left', 'front'), (down) => {
        const stand = benchStand(SADDLE, SADDLE_CASTING, fit.points, fit.fit.motion, down)
        // Where the jacks touch in the casting, and how high that is to be: no other figure goes in.
        const pairs = stand.jacks.map(({ at }) => ({
          from: applyMotion(fit.fit.motion, at),
          to: at,
        }))
        const back = bestMotion(pairs)
        if (!back) throw new Error('jacks in a line')
        for (const { at } of fit.points) {
          const [one, other] = [
            applyMotion(back, at),
            applyMotion(invertMotion(fit.fit.motion), at),
          ]
          expect(norm(subtract(one as never, other as never))).toBeLessThan(1e-3)
        }
        const heights = stand.jacks.map(({ heightMm }) => heightMm)
        expect(Math.min(...heights)).toBeCloseTo(SADDLE_CASTING.bench.clearance, 9)
      }),
    )
  })

  it('readings, lines and jacks agree with each other: one plate, one part', () => {
    const [stand, ...others] = layoutStands(SADDLE, SADDLE_CASTING, fit.points, fit.fit.motion)
    expect(others.map(({ down }) => down)).toEqual(['left', 'front'])
    const lines = new Map(stand?.scribes.map(({ heightMm, surface }) => [surface, heightMm]))
    // By the drawing: pads 50 over the foot, bores 76.
    expect((lines.get('left-pad.floor') ?? 0) - (lines.get('bottom') ?? 0)).toBeCloseTo(50, 9)
    expect((lines.get('trunnion') ?? 0) - (lines.get('bottom') ?? 0)).toBeCloseTo(76, 9)
    const pad = stand?.readings.find(({ label }) => label === 'floor of left pad')
    const metal = fit.fit.slacks.find(({ point: n }) => fit.points[n]?.id === pad?.point)
    expect((pad?.heightMm ?? 0) - (lines.get('left-pad.floor') ?? 0)).toBeCloseTo(
      metal?.outsideMm ?? 0,
      9,
    )
  })

  it('tells the hand what to do to the casting: where it lay with its right end high', () => {
    const moves = handMoves(fit.points, fit.fit.motion)
    const right = moves.find(
      ({ words }) => words.startsWith('right end') && !words.includes('swung'),
    )
    expect(right?.words).toBe('right end down')
    expect(right?.mm).toBeGreaterThan(3)
  })

  it('first the foot, since most hangs on it', () => {
    expect(firstFace(SADDLE)).toMatchObject({ side: 'bottom' })
    expect(firstFace(SADDLE)?.words).toMatch(/^Cut foot first: \d requirements hang on it/)
  })

  it('set on jacks, what the setting costs is in the chain: more when the casting is known less well', () => {
    const [way] = saddleWays(STANDARD_WORKSHOP)
    if (!way) throw new Error('no way')
    const marginWith = (knownMm: number): number => {
      const setups = way.setups.map((setup) =>
        setup.clamping.kind === 'own' && setup.clamping.holding.kind === 'jacks'
          ? {
              ...setup,
              clamping: {
                ...setup.clamping,
                holding: { ...setup.clamping.holding, known: { mm: knownMm } },
              },
            }
          : setup,
      )
      const { requirements } = predictWay(planWay(STANDARD_WORKSHOP, SADDLE, { ...way, setups }))
      const arch = requirements.find(({ requirement }) => requirement.id === 'arch-height')
      return arch?.outcome?.likely.margin ?? NaN
    }
    expect(marginWith(1)).toBeLessThan(marginWith(0.1))
    expect(marginWith(0.1)).toBeGreaterThan(1)
  })
})

describe('measuring', () => {
  it('a point in inches, on the wrong face, on a burr: found, and said what it may be', () => {
    const change = (id: string, of: (p: MeasuredPoint) => Partial<MeasuredPoint>): Casting =>
      withPoints((points) => points.map((one) => (one.id === id ? { ...one, ...of(one) } : one)))
    const doubtIn = (casting: Casting) => {
      const made = fitted(casting)
      // Looked for as the points lie: a fit is pulled along by the wrong one.
      return doubtsOf(SADDLE, made.points, fit.fit.motion)[0]
    }
    expect(doubtsOf(SADDLE, fit.points, fit.fit.motion)).toEqual([])
    const inches = change('p26', ({ at }) => ({
      at: { x: at.x / 25.4, y: at.y / 25.4, z: at.z / 25.4 },
    }))
    expect(doubtIn(inches)).toMatchObject({ point: 'p26', kind: 'inches' })
    const burr = change('p3', ({ at }) => ({ at: { ...at, z: at.z - 2.4 } }))
    expect(doubtIn(burr)).toMatchObject({ point: 'p3', kind: 'burr' })
  })

  it('all of them upside down, or in inches, is said of all', () => {
    expect(wholeDoubt(SADDLE, fit.points)).toBeUndefined()
    const { y, z } = SADDLE.size
    const over = fit.points.map((one) => ({
      ...one,
      at: point<'casting'>(one.at.x, y.mm - one.at.y, z.mm - one.at.z),
    }))
    expect(wholeDoubt(SADDLE, over)).toMatch(/upside down/)
    const inches = fit.points.map((one) => ({
      ...one,
      at: point<'casting'>(one.at.x / 25.4, one.at.y / 25.4, one.at.z / 25.4),
    }))
    expect(wholeDoubt(SADDLE, inches)).toMatch(/inches/)
  })

  it('asks first for a face that nobody has touched, and comes to an end', () => {
    const untouched = fitted(
      withPoints((points) => points.filter(({ surface }) => surface !== 'right')),
    )
    const next = nextPoints(
      SADDLE,
      untouched.points,
      untouched.fit.motion,
      untouched.fit.smallestMm,
    )
    expect(next.map(({ surface }) => surface)).toContain('right')
  })

  it('joins what was measured in two stands by the marks that they share', () => {
    const by = {
      rows: [point(1, 0, 0), point(0, -1, 0), point(0, 0, -1)],
      shift: point(0, 90, 120),
    }
    const marked = SADDLE_CASTING.stands[0]?.points.map((one, i) =>
      i < 4 ? { ...one, mark: `m${i}` } : one,
    )
    const turned = (marked ?? []).map((one) => {
      const { x, y, z } = applyMotion(by as never, point<'casting'>(one.at.x, one.at.y, one.at.z))
      return { ...one, at: { x, y, z } }
    })
    const two: Casting = {
      ...SADDLE_CASTING,
      stands: [
        { id: 'stand-1', name: 'foot down', points: (marked ?? []).slice(0, 20) },
        {
          id: 'stand-2',
          name: 'turned over',
          points: [...turned.slice(0, 4), ...turned.slice(20)],
        },
      ],
    }
    const made = fitted(two)
    expect(made.joined.misfits[0]?.mm).toBeLessThan(1e-9)
    expect(made.fit.smallestMm).toBeCloseTo(fit.fit.smallestMm, 6)
    const [first] = two.stands
    const apart = fitMeasured(
      SADDLE,
      {
        ...two,
        stands: [
          first ?? two.stands[0],
          { ...two.stands[1], points: turned.slice(20).map(({ mark: _m, ...p }) => p) },
        ],
      } as never,
      solve,
    )
    expect(!apart.ok && apart.issues[0].code).toBe('casting.marks')
  })

  it('a ball is taken off along the way out of its face', () => {
    const ball = (diameter: number): Casting =>
      withPoints((points) =>
        points.map((one) =>
          one.surface === 'bottom'
            ? { ...one, at: { ...one.at, z: one.at.z - diameter / 2 }, ball: { diameter } }
            : one,
        ),
      )
    expect(fitted(ball(6)).fit.smallestMm).toBeCloseTo(fit.fit.smallestMm, 6)
  })

  it('reads lines as they are written down', () => {
    const read = readPoints(
      SADDLE,
      '12 10 -2.3\nleft-pad.floor 8; 15; 52,4; 0,1\nflange 203, 12, 10\n# a remark\nlid 1 2 3\n14 1 2 3 4',
      'bottom',
      'mm',
    )
    expect(read.points).toEqual([
      { surface: 'bottom', at: { x: 12, y: 10, z: -2.3 } },
      { surface: 'left-pad.floor', at: { x: 8, y: 15, z: 52.4 }, plusMinus: 0.1 },
      { surface: 'right', at: { x: 203, y: 12, z: 10 } },
    ])
    expect(read.lost.map(({ line }) => line)).toEqual(['lid 1 2 3', '14 1 2 3 4'])
  })

  it('with nothing measured says what is needed', () => {
    const made = fitMeasured(SADDLE, newCasting('Casting 3'), solve)
    expect(!made.ok && made.issues[0].sentence).toMatch(/No point is measured/)
  })
})
