import { describe, expect, it } from 'vitest'
import { SADDLE, saddleWays, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { firstFootings, otherFootings } from '.'

const [way] = saddleWays(STANDARD_WORKSHOP)
if (!way) throw new Error('the saddle has no way')

describe('the first footing held otherwise', () => {
  const footings = firstFootings(STANDARD_WORKSHOP, SADDLE, way)

  it('every kind that the gear allows is tried; what the way has is marked', () => {
    expect(footings.length).toBeGreaterThan(2)
    expect(footings.filter(({ isChosen }) => isChosen).map(({ kind }) => kind)).toEqual(['jacks'])
  })

  it('what nothing forbids comes first, and of those the larger margin', () => {
    const free = footings.filter(({ forbids }) => forbids === undefined)
    expect(footings.slice(0, free.length)).toEqual(free)
    const margins = free.map(({ marginMm }) => marginMm ?? -Infinity)
    expect(margins).toEqual([...margins].sort((a, b) => b - a))
    expect(free.map(({ kind }) => kind)).toContain('jacks')
  })

  it('set by the fit, the arch lies better over the foot than on the raw skin', () => {
    const marginOf = (kind: string): number | undefined =>
      footings.find((one) => one.kind === kind)?.marginMm
    expect(marginOf('jacks')).toBeDefined()
    const raw = marginOf('straps')
    if (raw !== undefined) expect(marginOf('jacks')).toBeGreaterThanOrEqual(raw)
  })

  it('of a way without setups there is nothing to compare', () => {
    expect(firstFootings(STANDARD_WORKSHOP, SADDLE, { ...way, setups: [] })).toEqual([])
  })

  it('solder does not take on aluminium, hardly on iron; a block has no such footings', () => {
    const soldered = (material: string): string =>
      otherFootings({ ...SADDLE, material }).find(({ title }) => /solder/.test(title))?.words ?? ''
    expect(soldered('aluminium, cast')).toMatch(/^Ruled out: solder does not take on aluminium/)
    expect(soldered('cast iron')).toMatch(/^Ruled out: solder hardly takes on cast iron/)
    expect(soldered('bronze')).toMatch(/^Squared once/)
    expect(otherFootings(WORM_BLOCK)).toEqual([])
    expect(firstFootings(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A).length).toBeGreaterThan(2)
  })
})
