import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../foreman/findings'
import { type Feature, newPart, type Part, type Requirement } from '../../../work/part'
import { wayIssues } from '../../../plan/way'
import { chainOf } from '../../../predict/prediction'
import { planWay } from '../../../plan/planning'
import { STANDARD_WORKSHOP, type Workshop } from '../../workshop'
import { mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type VJawHolding } from './parameters'

const between = (of: string): Requirement => ({
  kind: 'distance',
  id: of,
  critical: false,
  of,
  to: 'spigot',
  plus: mm(1),
  minus: mm(-1),
})
/** A hub with a spigot of 50 under it, a hole behind its axis and one beside it. */
const hub = (diameter = 50): Part => ({
  ...bright({
    ...newPart('Hub', { x: mm(80), y: mm(80), z: mm(60) }),
    features: [
      {
        kind: 'boss',
        id: 'spigot',
        on: 'top',
        diameter: mm(diameter),
        height: mm(38),
        place: { dims: [], centred: true },
      } as Feature,
      topHole('behind', 40, 58),
      topHole('beside', 58, 40),
    ],
  }),
  requirements: [between('behind'), between('beside')],
})
const inV = (more: Partial<VJawHolding> = {}) =>
  way(
    setup('s-1', 'top', 'back', ['spigot']),
    setup('s-2', 'bottom', 'back', ['behind', 'beside'], {
      holding: {
        kind: 'v-jaw',
        vise: 'vise-125',
        blocks: 'v-60',
        parallels: 'p-6',
        round: 'spigot',
        instrument: 'indicator',
        shift: mm(0),
        ...more,
      },
    }),
  )
const worst = (shop: Workshop) =>
  predictionOf(shop, hub(), inV()).requirements.map(({ outcome }) => outcome?.worst.predicted)

describe('an upright round in a V at the fixed jaw', () => {
  // ΔD / (2 sin(α/2)): handbooks of jigs and fixtures, from memory; here from the right triangle of vertex, axis and touch.
  it('comes forward by what it is larger over twice the sine of half the angle, and stays in its middle', () => {
    fc.assert(
      fc.property(fc.double({ min: 60, max: 130, noNaN: true }), (angleDeg) => {
        const size = 0.04
        const shop = only(({ capabilities, vBlocks }) => ({
          capabilities: { ...capabilities, mill: { ...capabilities.mill, sizeMm: size } },
          vBlocks: vBlocks.map((v) => ({ ...v, angleDeg })),
        }))
        const away = (diameter: number): number =>
          diameter / 2 / Math.sin((angleDeg * Math.PI) / 360)
        const [behind, beside] = worst(shop)
        expect(behind).toBeCloseTo(away(50 + size) - away(50), 9)
        expect(beside).toBeCloseTo(0, 9)
      }),
      { numRuns: 15 },
    )
  })

  it('a jaw out of line takes the V sideways, by how far the axis stands from it', () => {
    const shop = only(({ vises }) => ({ vises: vises.map((v) => ({ ...v, tramPer100: 0.02 })) }))
    const { vertex = 0, angleDeg = 90 } = shop.vBlocks.find(({ id }) => id === 'v-60') ?? {}
    const stands = vertex + 25 / Math.sin((angleDeg * Math.PI) / 360)
    const [behind, beside] = worst(shop)
    expect(behind).toBeCloseTo(0, 9)
    expect(beside).toBeCloseTo(0.0002 * stands, 9)
  })

  it('holds still by six that bear or are set, and says what is wrong with it', () => {
    const chain = chainOf(planWay(STANDARD_WORKSHOP, hub(), inV()))
    expect(chain.stacked.locating.at(-1)?.kind).toBe('unique')
    expect(chain.plan.setups[1]?.contacts.every((c) => c.bears || c.isSet)).toBe(true)
    const codes = (part: Part, features?: string[]) =>
      findingsOf(
        predictionOf(STANDARD_WORKSHOP, part, {
          ...inV(),
          setups: inV().setups.map((s, i) =>
            i === 1 && features ? { ...s, ops: setup('x', 'top', 'back', features).ops } : s,
          ),
        }),
      ).map(({ code }) => code)
    expect(codes(hub())).not.toContain('v-blocks.size')
    expect(codes(hub(78))).toContain('v-blocks.size')
    expect(codes(hub(), ['spigot'])).toContain('v-blocks.cut')
    const none = inV({ vise: 'none', blocks: 'none', round: 'behind' })
    expect(wayIssues(STANDARD_WORKSHOP, hub(), none).map(({ path }) => path)).toEqual(
      ['vise', 'blocks', 'round'].map((key) => `setups.1.clamping.holding.${key}`),
    )
  })
})
