import { describe, expect, it } from 'vitest'
import { mm, op, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import { plannedCuts } from '../../foreman/metal'
import { planWay } from '../../plan/planning'
import { predictWay } from '../../predict/prediction'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { type Feature, type Part } from '../../work/part'
import { PIER_PLATE, PIER_PLATE_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '../demo'
import { plannedTimes, savedBy, stepsOf, timeInAll, timesOf } from '.'
import { aboutTaken } from './taken'

const POCKET: Feature = {
  kind: 'pocket',
  id: 'pocket',
  on: 'top',
  across: mm(40),
  up: mm(30),
  extent: { kind: 'deep', depth: mm(15) },
  place: { dims: [], centred: true },
}
const PART: Part = { ...plainBlock(), features: [POCKET, topHole('bore', 20, 30)] }

const planOf = (part: Part, of: ReturnType<typeof way>, hourRate?: number) =>
  planWay(
    {
      ...STANDARD_WORKSHOP,
      machines: STANDARD_WORKSHOP.machines.map((one) => ({ ...one, hourRate })),
    },
    part,
    of,
  )
const timesFor = (plan: ReturnType<typeof planOf>) => plannedTimes(predictWay(plan))

describe('what a cut takes, by the sizes of what it cuts', () => {
  it('faces by what is left on them, pockets and bores by their size: by hand', () => {
    const plan = planOf(PART, way(setup('s-1', 'top', 'back', ['top', 'pocket', 'bore'])))
    const [top, pocket, bore] = plannedCuts(plan).map((cut) => aboutTaken(plan.part, cut))
    const { left, right, front, back, top: face } = PART.faces
    const area = (100 + left.stock.mm + right.stock.mm) * (60 + front.stock.mm + back.stock.mm)
    expect(top?.mm3).toBeCloseTo(area * face.stock.mm, 6)
    expect(pocket?.mm3).toBeCloseTo(40 * 30 * 15, 6)
    expect(bore).toMatchObject({ holes: 1, mm3: expect.closeTo(Math.PI * 16 * 40, 6) as number })
  })

  it('what was roughed before is not taken twice; what is cored, only what is left on it', () => {
    const twice = way({
      ...setup('s-1', 'top', 'back', []),
      ops: [op('pocket', { id: 'rough', pass: 'rough', leave: mm(0.5) }), op('pocket')],
    })
    const plan = planOf(PART, twice)
    const taken = plannedCuts(plan).map((cut) => aboutTaken(plan.part, cut).mm3)
    expect(taken).toEqual([18_000, 0])
    const cored: Part = {
      ...PART,
      features: [
        { ...POCKET, bought: { bought: 'cast', stock: mm(2), spread: mm(0.5), toCut: true } },
      ],
    }
    const cast = planOf(cored, way(setup('s-1', 'top', 'back', ['pocket'])))
    const [left] = plannedCuts(cast).map((cut) => aboutTaken(cored, cut).mm3)
    expect(left).toBeCloseTo(18_000 - 36 * 26 * 13, 6)
  })
})

describe('planned time', () => {
  it('grows by the metal alone where nothing else differs, at the rate of the material', () => {
    const deep: Part = {
      ...PART,
      features: [{ ...POCKET, extent: { kind: 'deep', depth: mm(30) } }, topHole('bore', 20, 30)],
    }
    const of = way(setup('s-1', 'top', 'back', ['pocket']))
    const [a, b] = [PART, deep].map((part) => timesFor(planOf(part, of))[0]?.minutes ?? NaN)
    // 18 cm³ more of a steel that goes at 6 a minute, or whatever the material of the block is.
    const rate = /alumin/i.test(PART.material) ? 25 : 6
    expect((b ?? NaN) - (a ?? NaN)).toBeCloseTo(18 / rate, 6)
  })

  it('by what there is to do, by hand: seat, zero, a cut, what is measured, and 18 cm³', () => {
    const held: Part = {
      ...PART,
      requirements: [
        {
          id: 'h',
          kind: 'distance',
          of: 'pocket.floor',
          to: 'bottom',
          plus: mm(1),
          minus: mm(-1),
          critical: false,
        },
      ],
    }
    const [time] = timesFor(planOf(held, way(setup('s-1', 'top', 'back', ['pocket']))))
    const metal = 18 / (/alumin/i.test(PART.material) ? 25 : 6)
    expect(time?.minutes).toBeCloseTo(4 + 1.5 + 1 + 1 + 0.5 + metal, 6)
  })

  it('a touched zero takes longer than a stored one, and a hole each its own', () => {
    const stored = planOf(WORM_BLOCK, WORM_BLOCK_WAY_A)
    const base = timesFor(stored)
    expect(base.every(({ minutes }) => minutes > 5 && minutes < 60)).toBe(true)
    const plate = timesFor(planOf(PIER_PLATE, PIER_PLATE_WAY))
    expect(Math.max(...plate.map(({ minutes }) => minutes))).toBeGreaterThan(
      Math.max(...base.map(({ minutes }) => minutes)),
    )
  })

  it('costs by the hour of its machine, taken beside planned', () => {
    const plan = planOf(WORM_BLOCK, WORM_BLOCK_WAY_A, 60)
    const steps = stepsOf(predictWay(plan))
    const [first] = timesFor(plan)
    expect(first?.cost).toBeCloseTo(first?.minutes ?? NaN, 9)
    const times = timesOf(predictWay(plan), steps, [], 1)
    expect(times[0]?.words).toMatch(
      /^1 Face the base: 0 min, planned \d+, cost 0\.00 of \d+\.\d\d$/,
    )
    expect(timeInAll(times)).toMatch(
      /^In all 0 min of \d+ planned \(rule of thumb\); cost 0\.00 of/,
    )
    expect(
      timeInAll(timesOf(predictWay(planOf(WORM_BLOCK, WORM_BLOCK_WAY_A)), steps, [], 1)),
    ).not.toContain('cost')
  })

  it('a way with fewer setups would have saved so much; a worse one, or one that no longer goes, is not told', () => {
    const [a, b] = [planOf(WORM_BLOCK, WORM_BLOCK_WAY_A), planOf(WORM_BLOCK, WORM_BLOCK_WAY_B)]
    const minutes = (plan: typeof a): number =>
      timesFor(plan).reduce((sum, one) => sum + one.minutes, 0)
    const other = { name: 'Way B', way: WORM_BLOCK_WAY_B }
    const saved = savedBy(STANDARD_WORKSHOP, WORM_BLOCK, timesFor(a), [other])
    expect(saved).toEqual([
      `Way B is planned at ${Math.round(minutes(b))} min a piece, ${Math.round(minutes(a) - minutes(b))} less than this way.`,
    ])
    const back = { name: 'Way A', way: WORM_BLOCK_WAY_A }
    expect(savedBy(STANDARD_WORKSHOP, WORM_BLOCK, timesFor(b), [back])).toEqual([])
    const gone = { ...WORM_BLOCK, features: [], requirements: [] }
    expect(savedBy(STANDARD_WORKSHOP, gone, timesFor(a), [other])).toEqual([])
  })
})
