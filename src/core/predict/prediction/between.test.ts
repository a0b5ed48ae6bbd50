import { describe, expect, it } from 'vitest'
import { newPart, type Part, type Requirement } from '../../work/part'
import { type Workshop } from '../../shop/workshop'
import { mm, setup, topHole, way } from '../../../../tests/support/documents'
import { bright, only } from '../../../../tests/support/perfect'
import { predictionOf } from '../../../../tests/support/predictionOf'

const limits = { id: 'r', critical: false, plus: mm(1), minus: mm(-1) }
const part = (requirement: Requirement): Part => ({
  ...bright({
    ...newPart('Half', { x: mm(100), y: mm(60), z: mm(30) }),
    features: [topHole('d', 30, 30)],
  }),
  requirements: [requirement],
})
const touched = (how: 'fixture' | 'edge') =>
  way(
    setup('s-1', 'top', 'back', ['d'], {
      zero: {
        offset: 'G54',
        x: how === 'edge' ? { kind: 'edge', surface: 'left', instrument: 'probe' } : { kind: how },
        y: { kind: 'fixture' },
        z: { kind: 'fixture' },
      },
    }),
  )
const toLeft: Requirement = { ...limits, kind: 'distance', of: 'd', to: 'left' }
/** Holes come to 0.03, the probe repeats to 0.04, work comes back to the stop within 0.02, which is stored to 0.05. */
const shop: Workshop = only(({ capabilities, instruments, vises }) => ({
  instruments: instruments.map((i) => (i.id === 'probe' ? { ...i, repeatMm: 0.04 } : i)),
  vises: vises.map((v) => ({ ...v, stopMm: 0.02, storedMm: 0.05 })),
  capabilities: { ...capabilities, bore: { ...capabilities.bore, positionMm: 0.03 } },
}))
const outcomeOf = (requirement: Requirement, how: 'fixture' | 'edge') =>
  predictionOf(shop, part(requirement), touched(how)).requirements[0]?.outcome

describe('two pieces made one after the other', () => {
  it('differ by what is drawn anew: not by where a stop is stored', () => {
    const stopped = outcomeOf(toLeft, 'fixture')
    // Normal sources: the square root of the sum of squares, and of two of them.
    expect(stopped?.likely.predicted).toBeCloseTo(Math.hypot(0.03, 0.02, 0.05), 4)
    expect(stopped?.between).toBeCloseTo(Math.SQRT2 * Math.hypot(0.03, 0.02), 4)
    const edge = outcomeOf(toLeft, 'edge')
    // Each is touched: then what the probe reads differs, and where it came to the stop does not matter.
    expect(edge?.between).toBeCloseTo(Math.SQRT2 * Math.hypot(0.03, 0.04), 4)
  })

  it('at a position: as far as one may be from the other, in the round', () => {
    const position: Requirement = {
      kind: 'position',
      id: 'r',
      critical: false,
      of: 'd',
      tolerance: mm(0.5),
      datums: ['bottom', 'left', 'back'],
      material: 'none',
    }
    const found = outcomeOf(position, 'fixture')
    expect(found?.between).toBeGreaterThan(Math.SQRT2 * 0.03)
    expect(found?.between).toBeLessThan(2 * Math.SQRT2 * (found?.likely.predicted ?? 0))
  })
})
