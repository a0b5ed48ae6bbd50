import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundsOf } from '../../../ground/recipe'
import { findingsOf } from '../../../foreman/findings'
import { planWay } from '../../../plan/planning'
import { chainOf, predictWay } from '../../../predict/prediction'
import { newPart, type Part } from '../../../work/part'
import { STANDARD_WORKSHOP } from '../../workshop'
import { distance, mm, setup, topHole, way } from '../../../../../tests/support/documents'
import { bright, only } from '../../../../../tests/support/perfect'
import { predictionOf } from '../../../../../tests/support/predictionOf'
import { type ViseHolding } from './parameters'

const IN_VISE: ViseHolding = {
  kind: 'vise',
  vise: 'vise-125',
  parallels: 'p-12',
  stop: 'left',
  shift: mm(0),
}
const held = (more: Partial<ViseHolding>, features = ['d']) =>
  way(setup('s-1', 'top', 'back', features, { holding: { ...IN_VISE, ...more } }))
/** A bright bar as long and as tall as said, with a hole 30 from its left end. */
const bar = (long: number, tall = 40): Part => ({
  ...bright({
    ...newPart('Bar', { x: mm(long), y: mm(40), z: mm(tall) }),
    features: [topHole('d', 30, 20)],
  }),
  requirements: [distance('d', 'left')],
})
const setupOf = (part: Part, more: Partial<ViseHolding>) => {
  const [planned] = planWay(STANDARD_WORKSHOP, part, held(more)).setups
  if (!planned) throw new Error('no setup')
  return planned
}
const codesOf = (part: Part, more: Partial<ViseHolding>, features = ['d']): readonly string[] =>
  findingsOf(predictWay(planWay(STANDARD_WORKSHOP, part, held(more, features)))).map(
    ({ code }) => code,
  )

describe('what stops the work beside a vise', () => {
  it('is off by what its own stop, a bolt or a bar comes back to', () => {
    const shop = only((w) => ({ vises: w.vises.map((v) => ({ ...v, stopMm: 0.011 })) }))
    const worst = (more: Partial<ViseHolding>) =>
      predictionOf(shop, bar(200), held(more)).requirements[0]?.outcome?.worst.predicted
    expect(worst({})).toBeCloseTo(0.011, 9)
    expect(worst({ stopBy: 'arm' })).toBeCloseTo(0.011, 9)
    expect(worst({ stopBy: 'bolt' })).toBeCloseTo(0.05, 9)
    expect(worst({ stopBy: 'bar' })).toBeCloseTo(0.02, 9)
  })

  it('touches the end of the work, on the side that it stops, from the table or along the vise', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('left' as const, 'right' as const),
        fc.constantFrom('bolt' as const, 'bar' as const),
        fc.integer({ min: 130, max: 260 }),
        (stop, stopBy, long) => {
          const planned = setupOf(bar(long), { stop, stopBy })
          const { high, low, solids } = planned.standing
          const stops = solids.filter(({ name }) => name === 'stop')
          expect(stops).toHaveLength(1)
          const box = stops[0] && boundsOf(stops[0].shape)
          // The end of the bar lies at it, and it is 16 thick.
          const [near, far] = stop === 'left' ? ['high', 'low'] : ['low', 'high']
          const end = stop === 'left' ? low.x : high.x
          const side = (of: string): number => box?.[of as 'low' | 'high'].x ?? NaN
          expect(Math.abs(side(near ?? '') - end)).toBeLessThan(0.5)
          expect(Math.abs(Math.abs(side(far ?? '') - end) - 16)).toBeLessThan(0.5)
          expect((box?.low.z ?? NaN) < 0).toBe(stopBy === 'bolt')
          expect(planned.standing.words.lines.join(' ')).toContain(
            stopBy === 'bolt' ? 'bolt in a slot of the table' : 'bar along the end',
          )
        },
      ),
      { numRuns: 20 },
    )
  })

  it('a bolt is told where the end lies inside of the jaws, 125 wide; a bar reaches', () => {
    expect(codesOf(bar(100), { stopBy: 'bolt' })).toContain('stop.inside')
    expect(codesOf(bar(100), { stopBy: 'bolt', stop: 'none' })).not.toContain('stop.inside')
    expect(codesOf(bar(100), { stopBy: 'bar' })).not.toContain('stop.inside')
    expect(codesOf(bar(130), { stopBy: 'bolt' })).not.toContain('stop.inside')
    // Shifted out so far that the end passes the jaws it is reached too.
    expect(codesOf(bar(100), { stopBy: 'bolt', shift: mm(-20) })).not.toContain('stop.inside')
  })
})

describe('a block behind tall work', () => {
  // The jaws stand 40, the parallels 12: 28 are gripped, enough for six times that, 168.
  it('grip is held against what stands out without it, by hand', () => {
    expect(codesOf(bar(100, 200), {})).toContain('grip.shallow')
    expect(codesOf(bar(100, 200), { block: mm(20) })).toContain('grip.shallow')
    expect(codesOf(bar(100, 200), { block: mm(80) })).not.toContain('grip.shallow')
  })

  it('stands on the fixed jaw behind the work, locates nothing and changes no figure', () => {
    const [plain, blocked] = [setupOf(bar(100, 200), {}), setupOf(bar(100, 200), { block: mm(80) })]
    const block = blocked.standing.solids.find(({ name }) => name === 'block')
    const box = block && boundsOf(block.shape)
    const jaw = plain.standing.solids.find(({ name }) => name === 'fixed jaw')
    const top = jaw ? boundsOf(jaw.shape).high.z : NaN
    expect(box?.low.z).toBeCloseTo(top, 6)
    expect(box?.high.z).toBeCloseTo(top + 80, 6)
    expect(box?.low.y).toBeCloseTo(blocked.standing.high.y, 6)
    expect(blocked.contacts).toEqual(plain.contacts)
    const chain = (more: Partial<ViseHolding>) =>
      chainOf(planWay(STANDARD_WORKSHOP, bar(100, 200), held(more))).stacked.locating
    expect(chain({ block: mm(80) })).toEqual(chain({}))
  })

  it('is told when it stands higher than the work, or where something is cut', () => {
    expect(codesOf(bar(100, 60), { block: mm(80) })).toContain('block.in-way')
    expect(codesOf(bar(100, 200), { block: mm(80) })).not.toContain('block.in-way')
    const stepped = (along: 'back' | 'front' | 'left'): Part => ({
      ...bar(100, 200),
      features: [
        {
          kind: 'step',
          id: 'd',
          on: 'top',
          along,
          width: mm(10),
          depth: mm(130),
          place: { dims: [], centred: false },
        },
      ],
      requirements: [],
    })
    expect(codesOf(stepped('back'), { block: mm(80) })).toContain('block.in-way')
    expect(codesOf(stepped('back'), { block: mm(10) })).not.toContain('block.in-way')
    // In front of the work, or at its end beside the block, nothing is in the way of the cutter.
    for (const along of ['front', 'left'] as const)
      expect(codesOf(stepped(along), { block: mm(80) })).not.toContain('block.in-way')
  })
})
