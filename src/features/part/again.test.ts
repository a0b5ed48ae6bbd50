import { describe, expect, it } from 'vitest'
import { newPart, partIssues } from '@/core/work/part'
import { readLines } from '@/core/work/say'
import { replaced, withoutFeature } from './again'

const { part } = readLines(
  newPart('Block', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } }),
  [
    'pocket 40 x 20 x 8 deep, on top, centred',
    'chamfer 0.5 x 45° round pocket',
    'chamfer 1 x 45° all round top',
    'hold pocket floor to base ±0.1',
  ].join('\n'),
)
const kinds = (of: typeof part): readonly string[] => of.features.map(({ id }) => id)

describe('a feature taken off, or said again', () => {
  it('takes what is tied to it and the chamfer round its mouth with it, and nothing else', () => {
    expect(kinds(part)).toEqual(['pocket-1', 'chamfer-1', 'chamfer-2'])
    expect(part.requirements).toHaveLength(1)
    const left = withoutFeature(part, 'pocket-1')
    expect(kinds(left)).toEqual(['chamfer-2'])
    expect(left.requirements).toEqual([])
    expect(partIssues(left)).toEqual([])
  })

  it('said again it keeps its id, so that they hold', () => {
    const [pocket] = part.features
    const again = replaced(part, { kind: 'feature', id: 'pocket-1' }, {
      ...pocket,
      id: 'other',
      up: { mm: 24 },
    } as typeof pocket)
    expect(kinds(again)).toEqual(['pocket-1', 'chamfer-1', 'chamfer-2'])
    expect(partIssues(again)).toEqual([])
  })
})
