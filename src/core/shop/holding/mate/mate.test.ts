import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drillingPlan } from '../../../plan/drilling'
import { planWay } from '../../../plan/planning'
import { steerable } from '../../../predict/measured'
import { findingsOf } from '../../../foreman/findings'
import { stepsOf } from '../../../paper/run'
import { chainOf, predictWay } from '../../../predict/prediction'
import { newPart, type Part } from '../../../work/part'
import { wayIssues } from '../../../plan/way'
import { distance, mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type MateHolding } from './parameters'

/** A bright block with a hole so far from its left end, and another 70 further on. */
const block = (x: number): Part => ({
  ...bright({
    ...newPart('Block', { x: mm(100), y: mm(60), z: mm(30) }),
    features: [topHole('a', x, 30), topHole('b', x + 70, 30)],
  }),
  requirements: [distance('a', 'left'), distance('a', 'back'), distance('a', 'b')],
})
const under = (more: Partial<MateHolding> = {}) =>
  way(
    setup('s-1', 'top', 'back', ['a', 'b'], {
      holding: {
        kind: 'mate',
        name: 'cover',
        thick: mm(8),
        places: mm(0.07),
        bore: mm(6.06),
        tool: mm(6),
        flush: 'finger',
        instrument: 'indicator',
        parallels: 'p-12',
        stop: 'left',
        ...more,
      },
    }),
  )
/** The machine is as bad as can be in all that a hole from coordinates hangs on. */
const badMachine = only(({ machines }) => ({
  machines: machines.map((m) => ({ ...m, repeatMm: 0.3, squarePer100: 1, scalePer100: 1 })),
}))
const worstOf = (part: Part, more: Partial<MateHolding>) =>
  predictionOf(badMachine, part, under(more)).requirements.map(
    ({ outcome }) => outcome?.worst.predicted,
  )

describe('holes handed on by a mate', () => {
  it('err by how it lies, where its holes are and how loose the drill is in them: by hand', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 26 }), fc.constantFrom(0.02, 0.07), (x, places) => {
        const [left, back, apart] = worstOf(block(x), { places: mm(places) })
        const each = places + 0.03
        // A fingertip feels 0.05; the flush places are 40 to both sides of the middle of 100.
        const lever = Math.max(1, Math.abs(x - 50) / 40)
        expect(left).toBeCloseTo(0.05 + each, 9)
        expect(back).toBeCloseTo(0.05 * lever + each, 9)
        expect(apart).toBeCloseTo(2 * each, 9)
      }),
      { numRuns: 20 },
    )
  })

  it('a drill that fits, a mate that was measured and a fence are better by what they are closer', () => {
    const [left] = worstOf(block(15), { tool: mm(6.06), places: mm(0.01), flush: 'fence' })
    expect(left).toBeCloseTo(0.02 + 0.01, 9)
  })

  it('have tools and a tick list, but no coordinates and no offset that would move them', () => {
    const plan = planWay(badMachine, block(15), under())
    const [planned] = plan.setups
    if (!planned) throw new Error('no setup')
    const drilling = drillingPlan(planned)
    expect(drilling.unprogrammed).toContain('made through those of cover')
    expect(drilling.stages.length).toBeGreaterThan(0)
    expect(planned.standing.words.lines.join(' ')).toContain('within 0.03 mm of that of cover')
    const offsets = steerable(chainOf(plan)).knobs.filter(({ kind }) => kind === 'offset')
    expect(offsets.map(({ sources }) => [...sources.keys()])).toEqual([[], [], []])
    expect(wayIssues(badMachine, block(15), under())).toEqual([])
    const kinds = stepsOf(predictWay(plan)).map(({ kind }) => kind)
    expect(kinds).toContain('cut')
    expect(kinds).not.toContain('zero')
    expect(findingsOf(predictWay(plan)).map(({ code }) => code)).toEqual([])
  })
})
