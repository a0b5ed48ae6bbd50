import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundsOf } from '../../ground/recipe'
import { findingsOf } from '../../foreman/findings'
import { planWay } from '../../plan/planning'
import { type Feature, newPart, type Part, type Requirement } from '../../work/part'
import { STANDARD_WORKSHOP } from '../workshop'
import { distance, mm, setup, topHole, way } from '../../../../tests/support/documents'
import { IN_FRAME } from '../../../../tests/support/holdingScenes'
import { bright, only } from '../../../../tests/support/perfect'
import { predictionOf } from '../../../../tests/support/predictionOf'

/** A hole from above, in the middle, and a wide one from below beside it. */
const HOLES = [
  topHole('d', 50, 30),
  topHole('e', 50, 40, {
    on: 'bottom',
    place: {
      dims: [
        { from: 'left', at: mm(50) },
        { from: 'front', at: mm(40) },
      ],
      centred: false,
    },
  } as Partial<Feature>),
]
/** Sides that were bought so well, mm; all else of it is exact. */
const block = (spreadMm: number, ...asked: Requirement[]): Part => {
  const part = bright({ ...newPart('Link', { x: mm(100), y: mm(60), z: mm(20) }), features: HOLES })
  return {
    ...part,
    faces: Object.fromEntries(
      Object.entries(part.faces).map(([side, face]) => [side, { ...face, spread: mm(spreadMm) }]),
    ) as Part['faces'],
    requirements: asked,
  }
}
const EXACT = only(() => ({}))
const turnedOver = (change: Partial<typeof IN_FRAME>) =>
  way(
    setup('s-1', 'top', 'back', ['d'], { holding: { ...IN_FRAME, ...change } }),
    setup('s-2', 'bottom', 'front', ['e'], { holding: { ...IN_FRAME, ...change } }),
  )
const worst = (part: Part, change: Partial<typeof IN_FRAME>): number =>
  predictionOf(EXACT, part, turnedOver(change)).requirements[0]?.outcome?.worst.predicted ?? NaN

describe('a frame', () => {
  it('hands on what is cut in it, however the part was to lie in it', () => {
    const [loose, close] = [0.5, 0.05].map((known) =>
      worst(block(0, distance('d', 'e')), { known: mm(known) }),
    )
    expect(loose).toBeLessThan(0.03)
    expect(close).toBeCloseTo(loose ?? NaN, 9)
  })

  it('turned over between the jaws costs what both of its sides as bought are off, and no less', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.5, noNaN: true }), (spread) => {
        const part = block(spread, distance('d', 'e'))
        const cut = worst(part, { sides: 'cut' })
        // Of its upper and lower face the spread counts nothing across.
        expect(cut).toBeCloseTo(worst(block(0, distance('d', 'e')), { sides: 'cut' }), 9)
        const bought = worst(part, { sides: 'bought' })
        // By hand: the fixed jaw takes its back, then its front, each off by as much.
        expect(bought - 2 * spread).toBeGreaterThan(-1e-9)
        // And out of square by that over the shorter side, 60 and two rims, felt over no more than half of it.
        expect(bought - cut).toBeLessThan(2 * spread + 4 * spread)
      }),
      { numRuns: 20 },
    )
  })

  it('faced with the part, lies on the part’s own face when it is turned over', () => {
    const contacts = (faced: 'kept' | 'faced') =>
      planWay(
        STANDARD_WORKSHOP,
        newPart('Link', { x: mm(100), y: mm(60), z: mm(20) }),
        way(
          setup('s-1', 'top', 'back', ['top'], { holding: { ...IN_FRAME, faced } }),
          setup('s-2', 'bottom', 'front', ['bottom'], { holding: { ...IN_FRAME, faced } }),
        ),
      ).setups.map((planned) =>
        planned.contacts.flatMap(({ role, surface }) => (role === 'rest' ? [surface] : [])),
      )
    expect(contacts('kept')[1]).toEqual(['frame.top', 'frame.top', 'frame.top'])
    expect(contacts('faced')).toEqual([
      ['frame.bottom', 'frame.bottom', 'frame.bottom'],
      ['top', 'top', 'top'],
    ])
  })

  it('lies as thick as it is between the jaws: as bought, or less what was faced off', () => {
    const heights = (faced: 'kept' | 'faced') =>
      planWay(
        STANDARD_WORKSHOP,
        newPart('Link', { x: mm(100), y: mm(60), z: mm(20) }),
        way(
          setup('s-1', 'top', 'back', ['top'], { holding: { ...IN_FRAME, faced } }),
          setup('s-2', 'bottom', 'front', [], { holding: { ...IN_FRAME, faced } }),
        ),
      ).setups.map(({ standing }) => {
        const bars = standing.solids.filter(({ name }) => name === 'frame')
        const tops = bars.map(({ shape }) => boundsOf(shape).high.z)
        return [bars.length, Math.max(...tops), standing.low.z].map(
          (n) => Math.round(1e6 * n) / 1e6,
        )
      })
    // 20 and 2 of stock on either face, on parallels of 12; the part itself is 2 less where it was faced.
    expect(heights('kept')).toEqual([
      [4, 36, 12],
      [4, 36, 14],
    ])
    expect(heights('faced')).toEqual([
      [4, 36, 12],
      [4, 34, 12],
    ])
  })

  it('is wide enough for its jaws and strong enough for a light cut as it is first proposed', () => {
    const said = findingsOf(predictionOf(STANDARD_WORKSHOP, block(0), turnedOver({}))).map(
      ({ code }) => code,
    )
    expect(said.filter((code) => code.startsWith('frame.'))).toEqual([])
  })
})
