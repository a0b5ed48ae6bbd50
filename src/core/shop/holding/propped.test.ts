import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundsOf } from '../../ground/recipe'
import { putProp, type Setup, takeProp, type Way, wayIssues } from '../../plan/way'
import { planWay } from '../../plan/planning'
import { STANDARD_WORKSHOP } from '../workshop'
import { type Standing } from '.'
import { plainBlock, setup, way } from '../../../../tests/support/documents'
import { predictionOf } from '../../../../tests/support/predictionOf'

const W = STANDARD_WORKSHOP
const plain = setup('s-1', 'top', 'back', ['top'])
const jack = (u: number, v: number, id = 'jack1') => ({ id, surface: 'bottom' as const, u, v })
const standing = (one: Setup) => {
  const [planned] = planWay(W, plainBlock(), way(one)).setups
  if (!planned) throw new Error('no setup')
  return planned.standing
}
const boundsOfJack = (solids: Standing['solids']) => {
  const solid = solids.find(({ name }) => name === 'jack')
  if (!solid) throw new Error('no jack')
  return boundsOf(solid.shape)
}
const worst = (plan: Way) =>
  predictionOf(W, plainBlock(), plan).requirements.map((r) => r.outcome?.worst.predicted)

describe('jacks under the work', () => {
  it('stand from what is under them up to the work, and cost nothing in the chain', () => {
    const inside = fc.double({ min: 5, max: 55, noNaN: true })
    fc.assert(
      fc.property(inside, inside, (u, v) => {
        const held = putProp(plain, jack(u, v))
        const jacks = standing(held).solids.filter(({ name }) => name === 'jack')
        expect(jacks).toHaveLength(1)
        const { high, low } = boundsOfJack(jacks)
        // On the bed of the vise, under the work on its parallels.
        expect(low.z).toBe(0)
        expect(high.z).toBeCloseTo(12, 9)
        expect(worst(way(held))).toEqual(worst(way(plain)))
      }),
      { numRuns: 20 },
    )
  })

  it('stand on the table beside the vise', () => {
    const long = { ...plainBlock(), size: { x: { mm: 400 }, y: { mm: 60 }, z: { mm: 40 } } }
    const [planned] = planWay(W, long, way(putProp(plain, jack(380, 30)))).setups
    const { low } = boundsOfJack(planned?.standing.solids ?? [])
    expect(low.z).toBe(-(planned?.standing.overTableMm ?? NaN))
  })

  it('are put, moved and taken away; the setup without any is what it was', () => {
    const two = putProp(putProp(plain, jack(20, 30)), jack(80, 30, 'jack2'))
    expect(standing(two).words.lines.filter((l) => l.startsWith('A jack'))).toHaveLength(2)
    const moved = putProp(two, jack(25, 30))
    expect(moved.clamping).toMatchObject({ props: [{ u: 25 }, { id: 'jack2' }] })
    expect(takeProp(takeProp(moved, 'jack1'), 'jack2')).toEqual(plain)
    expect(wayIssues(W, plainBlock(), way(two))).toEqual([])
  })
})
