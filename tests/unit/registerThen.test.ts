import { describe, expect, it } from 'vitest'
import { type Anchor } from '@/core/floor/offsets'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { anchoredOf } from '@/core/shop/holding'
import { registerSince, standsOn } from '@/operations/registerThen'

const known = (at: number) => ({ at, plusMinus: 0.01 })
const vise = (id: string, x: number, machine = 'small-cnc'): Anchor => {
  const anchored = anchoredOf({ vise: id, stop: 'left' })
  if (!anchored) throw new Error('no such gear')
  return {
    ...anchored,
    machine,
    axes: { x: known(x), y: known(-120), z: known(-400) },
    says: `the register, Vise ${id}`,
  }
}
const used = WORM_BLOCK_WAY_A.setups.flatMap(({ clamping }) =>
  clamping.kind === 'own' && clamping.holding.kind === 'vise' ? [clamping] : [],
)[0]
const id = used?.holding.kind === 'vise' ? used.holding.vise : ''
const here = vise(id, -300, used?.machine)
/** As it comes back from the database. */
const kept = (anchors: readonly Anchor[]): unknown => JSON.parse(JSON.stringify(anchors))

describe('where gear stood when a way was released', () => {
  it('is kept of what the way stands on, and of nothing else', () => {
    const others = [vise('another', -200, used?.machine), vise(id, -100, 'another mill')]
    expect(standsOn(WORM_BLOCK_WAY_A, [...others, here])).toEqual([here])
  })

  it('is told where it is otherwise now, axis by axis, and where it cannot be trusted any more', () => {
    const since = (now: readonly Anchor[]) => registerSince(kept([here]), now, WORM_BLOCK)
    expect(since([here])).toEqual([])
    expect(since([vise(id, -299.95, used?.machine)])).toEqual([
      `Vise ${id} stands elsewhere: X +0.050 mm`,
    ])
    expect(since([vise(id, -300.2, used?.machine)])[0]).toMatch(/X −0\.200 mm$/)
    expect(since([])).toEqual([`Vise ${id} is not to be trusted now`])
  })

  it('of a release that is older than that nothing is said', () => {
    expect(registerSince(null, [here], WORM_BLOCK)).toEqual([])
    expect(registerSince(undefined, [], WORM_BLOCK)).toEqual([])
  })
})
