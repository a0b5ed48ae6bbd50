import { describe, expect, it } from 'vitest'
import { newPart, type Part } from '../part'
import { readLines } from '../say'
import { axisGroups, relationsOf, tieRelation } from '.'

const mm = (value: number) => ({ mm: value })
function block(...lines: readonly string[]): Part {
  const bare = newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })
  const { left, part } = readLines(bare, lines.join('\n'))
  expect(left).toEqual([])
  return part
}

describe('axes in one line', () => {
  it('bores from opposite faces at one place are offered to be held so, once', () => {
    const part = block(
      'bore 30 12 deep on left 30 from front 20 from base',
      'bore 22 20 deep on right 30 from front 20 from base',
    )
    const [relation, ...more] = relationsOf(part)
    expect(more).toEqual([])
    expect(relation?.words).toMatch(/^bore 22 .*in line with bore 30/)
    const tied = relation ? tieRelation(part, relation) : part
    expect(tied.requirements.map(({ kind }) => kind)).toEqual(['coaxiality'])
    expect(relationsOf(tied)).toEqual([])
  })

  it('beside each other or across they are not, and holes of one pattern are one thing', () => {
    expect(
      relationsOf(
        block(
          'bore 30 12 deep on left 30 from front 20 from base',
          'bore 22 20 deep on right 31 from front 20 from base',
          'hole 6 through on top 50 from left 30 from front',
          '2 holes 5 through on front row at 20, 50 from left, 20 from base',
        ),
      ),
    ).toEqual([])
  })
})

describe('groups of axes', () => {
  it('those that go the same way are one group, and it is told what is square to it', () => {
    const part = block(
      '4 holes 6 through, on top, 40 x 20, centred',
      'hole 8 through on front, centred',
    )
    const groups = axisGroups(part)
    expect(groups.map(({ refs }) => refs.length)).toEqual([4, 1])
    expect(groups.map(({ squareTo }) => squareTo)).toEqual([[1], [0]])
  })
})
