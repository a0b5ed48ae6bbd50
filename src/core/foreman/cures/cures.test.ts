import { describe, expect, it } from 'vitest'
import { PIER_PLATE, PIER_PLATE_WAY_B, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { type Plan, planWay } from '../../plan/planning'
import { predictWay } from '../../predict/prediction'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { type Part } from '../../work/part'
import { type Way } from '../../plan/way'
import { findingsOf, weakestLink } from '../findings'
import { type Cures, startCures } from '.'

const planOf = (part: Part, way: Way): Plan => planWay(STANDARD_WORKSHOP, part, way)

function curesOf(plan: Plan, requirement: string): Cures | undefined {
  const outcome = predictWay(plan).requirements.find(
    (r) => r.requirement.id === requirement,
  )?.outcome
  const link = outcome && weakestLink(outcome.links)
  if (!link) throw new Error('no link')
  const steps = startCures(plan, requirement, link)
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}

const forbidding = (plan: Plan): readonly string[] =>
  findingsOf(predictWay(plan)).flatMap(({ code, severity }) =>
    severity === 'forbids' ? [code] : [],
  )

describe('what would improve a link', () => {
  const plan = planOf(WORM_BLOCK, WORM_BLOCK_WAY_A)

  it('is tried and predicted: the gain is what the changed way gives when it is planned anew', () => {
    const found = curesOf(plan, 'bore-base')
    expect(found?.cures.length).toBeGreaterThan(0)
    for (const { predicted, way } of found?.cures ?? []) {
      const anew = predictWay(planOf(WORM_BLOCK, way)).requirements.find(
        (r) => r.requirement.id === 'bore-base',
      )
      expect(anew?.outcome?.likely.predicted).toBeCloseTo(predicted, 9)
      expect(predicted).toBeLessThan(found?.was ?? 0)
    }
  })

  it('comes best first, each thing once, and forbids nothing that was allowed', () => {
    const found = curesOf(plan, 'bore-base')
    const figures = found?.cures.map(({ predicted }) => predicted) ?? []
    expect([...figures].sort((a, b) => a - b)).toEqual(figures)
    expect(new Set(found?.cures.map(({ words }) => words)).size).toBe(figures.length)
    expect(forbidding(plan)).toEqual([])
    for (const { way } of found?.cures ?? [])
      expect(forbidding(planOf(WORM_BLOCK, way))).toEqual([])
  })

  it('says in words what is changed, and nothing else is changed', () => {
    const [first] = curesOf(plan, 'bore-base')?.cures ?? []
    expect(first?.words).toBe('Ground vise 125 in setups 1 to 6')
    const without = (way: Way): unknown =>
      JSON.parse(JSON.stringify(way, (key, value: unknown) => (key === 'vise' ? undefined : value)))
    expect(without(first?.way as Way)).toEqual(without(WORM_BLOCK_WAY_A))
  })

  it('at best is the spread without the link: the shares of the others are left', () => {
    const outcome = predictWay(plan).requirements.find(
      (r) => r.requirement.id === 'bore-base',
    )?.outcome
    const link = outcome && weakestLink(outcome.links)
    const found = curesOf(plan, 'bore-base')
    expect((found?.atBest ?? 0) ** 2 / (found?.was ?? 1) ** 2).toBeCloseTo(
      1 - (link?.share ?? 0),
      9,
    )
  })

  it('is looked for where the link comes from, on other holdings too', () => {
    const pins = planOf(PIER_PLATE, PIER_PLATE_WAY_B)
    for (const { outcome, requirement } of predictWay(pins).requirements)
      if (outcome && outcome.links.length > 0)
        expect(curesOf(pins, requirement.id)?.was).toBeCloseTo(outcome.likely.predicted, 12)
  })

  it('has no answer where the requirement has no figure', () => {
    const nothing = planOf(WORM_BLOCK, { ...WORM_BLOCK_WAY_A, setups: [] })
    const steps = startCures(nothing, 'bore-base', { setup: undefined, share: 1 })
    expect(steps.next()).toEqual({ done: true, value: undefined })
  })
})
