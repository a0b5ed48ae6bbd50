import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newPart, type Part, type Requirement } from '../../../work/part'
import { wayIssues } from '../../../plan/way'
import { planWay } from '../../../plan/planning'
import { STANDARD_WORKSHOP } from '../../workshop'
import { mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type ViseHolding } from './parameters'

const back: Requirement = {
  kind: 'distance',
  id: 'd back',
  critical: false,
  of: 'd',
  to: 'back',
  plus: mm(1),
  minus: mm(-1),
}
/** A bright bar 360 long with a hole so far from its left end. */
const bar = (x: number): Part => ({
  ...bright({
    ...newPart('Rail', { x: mm(360), y: mm(50), z: mm(40) }),
    features: [topHole('d', x, 25)],
  }),
  requirements: [back],
})
const inVise = (more: Partial<ViseHolding>) =>
  way(
    setup('s-1', 'top', 'back', ['d'], {
      holding: {
        kind: 'vise',
        vise: 'vise-125',
        parallels: 'p-12',
        stop: 'left',
        shift: mm(0),
        ...more,
      },
    }),
  )
const worst = (shop: typeof STANDARD_WORKSHOP, x: number, more: Partial<ViseHolding>) =>
  predictionOf(shop, bar(x), inVise(more)).requirements[0]?.outcome?.worst.predicted

describe('two vises in line', () => {
  it('a second jaw that is off turns the work about the first: by the lever of the hole', () => {
    const shop = only(({ vises }) => ({ vises: vises.map((v) => ({ ...v, pairMm: 0.02 })) }))
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 340 }), (x) => {
        // Their jaws touch at 80 and 280 from the left end.
        const expected = Math.abs((0.02 * (x - 80)) / 200)
        expect(worst(shop, x, { apart: mm(200) })).toBeCloseTo(expected, 9)
      }),
      { numRuns: 20 },
    )
  })

  it('carry and grip from the end of one to the end of the other, with jaws and parallels each', () => {
    const [planned] = planWay(STANDARD_WORKSHOP, bar(180), inVise({ apart: mm(200) })).setups
    const { contacts, standing } = planned ?? {}
    expect(standing?.solids.filter(({ name }) => name === 'fixed jaw')).toHaveLength(2)
    expect(standing?.solids.filter(({ name }) => name === 'parallel')).toHaveLength(4)
    expect(
      contacts?.map(({ inSetup }) => inSetup.x).filter((x) => Math.abs(x) === 100),
    ).toHaveLength(5)
    expect(standing?.words.lines.join(' ')).toContain('indicate from jaw to jaw')
  })

  it('must be two that are matched, and not stand in each other', () => {
    const codes = (apart: number, vise: string) =>
      wayIssues(STANDARD_WORKSHOP, bar(180), inVise({ apart: mm(apart), vise })).map(
        ({ code }) => code,
      )
    const [first, other] = STANDARD_WORKSHOP.vises
    expect(codes(200, first?.id ?? '')).toEqual([])
    expect(codes(60, first?.id ?? '')).toEqual(['holding.pair'])
    expect(other?.pairMm).toBeUndefined()
    expect(codes(300, other?.id ?? '')).toEqual(['holding.pair'])
  })
})

describe('strips that give', () => {
  it('at the moving jaw cost nothing; at the fixed one the work stands off by what they give', () => {
    const exact = only(() => ({}))
    expect(worst(exact, 180, { strips: 'moving' })).toBeCloseTo(0, 9)
    // Half of each of two, in the middle between them.
    expect(worst(exact, 180, { strips: 'both' })).toBeCloseTo(0.05, 9)
  })
})
