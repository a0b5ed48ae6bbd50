import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundsOf } from '../../../ground/recipe'
import { findingsOf } from '../../../foreman/findings'
import { planWay } from '../../../plan/planning'
import { wayIssues } from '../../../plan/way'
import { chainOf } from '../../../predict/prediction'
import { newPart, type Part, type Requirement } from '../../../work/part'
import { STANDARD_WORKSHOP, type Workshop } from '../../workshop'
import { mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { AGAINST_DOWELS } from '../../../../../tests/support/holdingScenes'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type EdgePlateHolding } from './parameters'

const distance = (to: string): Requirement => ({
  kind: 'distance',
  id: to,
  critical: false,
  of: 'd',
  to,
  plus: mm(1),
  minus: mm(-1),
})
/** A bright block 100 × 60 × 30 with a hole so far from its left end, 20 from its front. */
const block = (x: number): Part => ({
  ...bright({
    ...newPart('Block', { x: mm(100), y: mm(60), z: mm(30) }),
    features: [topHole('d', x, 20)],
  }),
  requirements: [distance('left'), distance('back')],
})
const against = (more: Partial<EdgePlateHolding> = {}, features = ['d']) =>
  way(setup('s-1', 'top', 'back', features, { holding: { ...AGAINST_DOWELS, ...more } }))
const plates = (change: Partial<Workshop['plates'][number]>) =>
  only((w) => ({ plates: w.plates.map((p) => ({ ...p, ...change })) }))

describe('work against dowels on a plate', () => {
  it('is off by where the dowels are, by the lever of the hole: by hand', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 92 }), (x) => {
        const worst = predictionOf(plates({ pinMm: 0.02 }), block(x), against()).requirements.map(
          ({ outcome }) => outcome?.worst.predicted,
        )
        // Dowels at the back stand 15 inside both ends of 100: each is off by 0.02. At the end the part turns about
        // the dowel in the middle of its depth: the hole lies 10 in front of that, and goes sideways by so much.
        const [a, b] = [(85 - x) / 70, (x - 15) / 70]
        expect(worst[1]).toBeCloseTo(0.02 * (Math.abs(a) + Math.abs(b)), 9)
        expect(worst[0]).toBeCloseTo(0.02 + (10 * 2 * 0.02) / 70, 9)
      }),
      { numRuns: 20 },
    )
  })

  it('walls of a pocket hold it as dowels do there: the same chain', () => {
    // Rests stand a little further in there, so that nothing is asked of them.
    const shop = plates({ pinMm: 0.02, linePer100: 0.05 })
    const figures = (more: Partial<EdgePlateHolding>) =>
      predictionOf(shop, block(70), against(more)).requirements.map(({ outcome }) => [
        outcome?.worst.predicted,
        outcome?.likely.predicted,
      ])
    // Dowels reach 12 up and bear at 6; walls of 12 bear there too.
    const [dowels, walls] = [figures({}), figures({ wall: mm(12) })]
    walls.forEach((figure, i) => {
      expect(figure[0]).toBeCloseTo(dowels[i]?.[0] ?? NaN, 9)
      expect(figure[1]).toBeCloseTo(dowels[i]?.[1] ?? NaN, 6)
    })
  })

  it('the line of the dowels out of the travel turns it about their corner', () => {
    const [left, back] = predictionOf(
      plates({ linePer100: 0.05 }),
      block(70),
      against(),
    ).requirements.map(({ outcome }) => outcome?.worst.predicted)
    expect(back).toBeCloseTo(0.0005 * 70, 9)
    expect(left).toBeCloseTo(0.0005 * 10, 9)
  })

  it('holds still by six that bear; clamps and dowels stay under the top, and only what meets them is told', () => {
    const chain = chainOf(planWay(STANDARD_WORKSHOP, block(30), against()))
    const [planned] = chain.plan.setups
    expect(chain.stacked.locating[0]?.kind).toBe('unique')
    expect(planned?.contacts.every(({ bears }) => bears)).toBe(true)
    const codes = (more: Partial<EdgePlateHolding>, features?: string[]) =>
      findingsOf(predictionOf(STANDARD_WORKSHOP, block(30), against(more, features))).map(
        ({ code }) => code,
      )
    // The hole goes through: over the plate there is the height of the rests and no more.
    expect(codes({})).toEqual(['plate.drilled'])
    expect(codes({}, [])).not.toContain('plate.drilled')
    expect(codes({}, ['top', 'd'])).not.toContain('toe.cut-below')
    expect(codes({}, ['right'])).toContain('toe.cut-below')
    expect(codes({}, ['left'])).toContain('cut.held-face')
    expect(codes({ rows: 2, gap: mm(20) })).toContain('clamp.crowded')
    expect(codes({ rows: 2, gap: mm(30) })).not.toContain('clamp.crowded')
  })

  it('clamps and dowels touch the work and do not stand in it', () => {
    // Bounds of a round are those of a polygon about it: within a tenth.
    const [planned] = planWay(STANDARD_WORKSHOP, block(30), against()).setups
    const { clamps, low, solids } = planned?.standing ?? {}
    for (const { shape } of clamps ?? [])
      expect(boundsOf(shape).high.y).toBeCloseTo(low?.y ?? NaN, 0)
    const dowels = (solids ?? []).filter(({ name }) => name === 'dowel')
    for (const { shape } of dowels.slice(0, 2)) expect(boundsOf(shape).low.y).toBeCloseTo(0, 0)
    const [, , end] = dowels
    expect(end && boundsOf(end.shape).high.x).toBeCloseTo(0, 0)
  })

  it('stands with the stop at either end; gear that is gone is said', () => {
    for (const stop of ['left', 'right'] as const) {
      const [planned] = planWay(STANDARD_WORKSHOP, block(30), against({ stop })).setups
      const at = planned?.contacts.find(({ role }) => role === 'stop')
      expect(at?.surface).toBe(stop)
      expect(at?.inSetup.x).toBeCloseTo(0, 12)
    }
    expect(
      wayIssues(STANDARD_WORKSHOP, block(30), against({ plate: 'none' })).map(({ path }) => path),
    ).toEqual(['setups.0.clamping.holding.plate'])
  })
})
