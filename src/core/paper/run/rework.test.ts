import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '../demo'
import { planWay } from '../../plan/planning'
import { allRequirements } from '../../work/part'
import { STANDARD_WORKSHOP as W } from '../../shop/workshop'
import { reworkOf } from './rework'

const plan = planWay(W, WORM_BLOCK, WORM_BLOCK_WAY_A)
const rework = (id: string, measured: Readonly<Record<string, readonly number[]>>) => {
  const of = allRequirements(WORM_BLOCK).find((one) => one.id === id)
  if (!of) throw new Error(`no ${id}`)
  return reworkOf(plan, of, new Map(Object.entries(measured)))
}

describe('what can still be done with a piece that is out', () => {
  it('metal that is there comes off, with what that does to the others that were measured', () => {
    // 32.05 is 0.05 over its middle; the top is then 75.03 − 0.05 from the base.
    expect(rework('bore-base', { 'bore-base': [32.05, 32.05], 'top-base': [75.03] })).toEqual([
      'Take 0.050 mm off base, clamped as when it was cut: Top to base comes to 74.980 mm and holds.',
    ])
    expect(rework('bore-base', { 'bore-base': [32.05, 32.05] })).toEqual([
      expect.stringMatching(/measure Top to base first/),
    ])
    expect(rework('top-base', { 'top-base': [75.2], 'bore-base': [32] })).toEqual([
      'Take 0.200 mm off top, clamped as when it was cut.',
      expect.stringMatching(/^Take 0\.200 mm off base.*but Bore to base would come to 31\.800 mm/),
    ])
    expect(rework('bore-size', { 'bore-size': [21.9] })).toEqual([
      expect.stringMatching(/^Bore worm bore larger by 0\.1/),
    ])
    expect(rework('top-parallel', { 'top-parallel': [0.06], 'top-base': [75] })).toEqual([
      expect.stringMatching(/^Skim top, trued against base: up to 0\.060 mm.*74\.940 mm and holds/),
    ])
  })

  it('what is gone is not put back: a shim, a bush', () => {
    expect(rework('bore-base', { 'bore-base': [31.95, 31.95] })).toEqual([
      expect.stringMatching(/cannot be put back: a shim of 0\.050 mm under it/),
    ])
    expect(rework('bore-size', { 'bore-size': [22.4] })).toEqual([
      expect.stringMatching(/for a bush/),
    ])
  })

  it('what leans is skimmed first; what is far off is a mistake; what holds needs nothing', () => {
    expect(rework('bore-base', { 'bore-base': [31.95, 32.05] })).toEqual([
      expect.stringMatching(/^It leans: 0\.100 mm/),
    ])
    expect(rework('bore-from-left', { 'bore-from-left': [35.9] })).toEqual([
      expect.stringMatching(/look for the mistake first/),
    ])
    expect(rework('bore-base', { 'bore-base': [32, 32.01] })).toEqual([])
    expect(rework('bore-base', {})).toEqual([])
  })

  it('whatever comes off brings the mean to the middle, and what is said to hold does', () => {
    const mm = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })
    fc.assert(
      fc.property(mm(32.016, 32.5), mm(74.5, 75.5), (bore, top) => {
        const [words = ''] = rework('bore-base', { 'bore-base': [bore], 'top-base': [top] })
        const by = Number(/Take ([\d.]+) mm/.exec(words)?.[1])
        expect(by).toBeCloseTo(bore - 32, 2)
        const after = top - (bore - 32)
        const limit = allRequirements(WORM_BLOCK).find(({ id }) => id === 'top-base')
        if (limit?.kind !== 'distance') throw new Error('no limits')
        const holds = after >= 75 + limit.minus.mm && after <= 75 + limit.plus.mm
        expect(words.includes('and holds')).toBe(holds)
      }),
    )
  })
})
