import { describe, expect, it } from 'vitest'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { changedSince } from '@/operations/sinceRelease'

const then = { part: WORM_BLOCK, way: WORM_BLOCK_WAY_A, workshop: STANDARD_WORKSHOP }

describe('what was changed since a release', () => {
  it('nothing, where only the order in which fields are written differs', () => {
    const { name, note, setups } = WORM_BLOCK_WAY_A
    expect(changedSince(then, { ...then, way: { setups, note, name } })).toEqual([])
  })

  it('the part, setups by their names, what is new and what is gone', () => {
    const [first, second, ...others] = WORM_BLOCK_WAY_A.setups
    if (!first || !second) throw new Error('no setups')
    const now = {
      ...then,
      part: { ...WORM_BLOCK, revision: 'C' },
      way: {
        ...WORM_BLOCK_WAY_A,
        setups: [{ ...first, name: 'Face it' }, ...others, { ...second, id: 's-9', name: 'Again' }],
      },
    }
    expect(changedSince(then, now)).toEqual([
      'the part',
      'setup 1 Face it',
      `setup 2 ${second.name} is gone`,
      `setup ${now.way.setups.length} Again is new`,
    ])
    const turned = { ...WORM_BLOCK_WAY_A, setups: [...WORM_BLOCK_WAY_A.setups].reverse() }
    expect(changedSince(then, { ...then, way: turned })).toEqual(['the order of the setups'])
  })

  it('gear that the way names, and the shop’s figures; other gear does not matter', () => {
    const vises = STANDARD_WORKSHOP.vises.map((vise) => ({ ...vise, liftMm: 0.05 }))
    const workshop = { ...STANDARD_WORKSHOP, vises, seatMm: 0.004 }
    expect(changedSince(then, { ...then, workshop })).toEqual([
      'Vise 125',
      'the shop’s own figures',
    ])
    const chucks = STANDARD_WORKSHOP.chucks.slice(1)
    expect(changedSince(then, { ...then, workshop: { ...STANDARD_WORKSHOP, chucks } })).toEqual([])
  })
})
