import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { holePoints, newPart, type Hole } from '../part'
import { gatherHoles } from './patterns'

const size = point<'part'>(100, 60, 40)

/** Holes of 6 through the top at these places. */
const said = (...places: readonly (readonly [number, number])[]) =>
  places.map(([x, y], i) => ({
    at: point<'part'>(x, y, 40),
    faces: [i],
    hole: {
      kind: 'hole' as const,
      on: 'top' as const,
      making: 'drill' as const,
      diameter: { mm: 6 },
      extent: { kind: 'through' as const },
      head: { kind: 'none' as const },
    },
  }))

const placesOf = (hole: Omit<Hole, 'id'>): readonly (readonly number[])[] => {
  const part = newPart('Block', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } })
  return holePoints(part, { ...hole, id: 'hole-1' }).map(({ x, y }) => [x, y])
}

describe('how equal holes lie', () => {
  it('in no order on one half, the same across the middle: mirrored', () => {
    const half = [
      [12, 10],
      [31, 44],
      [20, 25],
    ] as const
    const both = [...half, ...half.map(([x, y]) => [100 - x, y] as const)]
    const [found, ...more] = gatherHoles(said(...both) as never, size)
    // Three in no order are not one pattern: they stay single, each with its image would be no less.
    const all = [found, ...more].flatMap((one) => (one ? placesOf(one.hole) : []))
    expect(all.map(String).sort()).toEqual(both.map(String).sort())
  })

  it('two rows that lie unevenly about the middle are a row and its image', () => {
    const half = [
      [12, 10],
      [12, 25],
      [12, 40],
    ] as const
    const odd = [...half, ...half.map(([x, y]) => [100 - x, y] as const)]
    // Evenly spaced they are a grid: that comes first.
    const [grid] = gatherHoles(said(...odd) as never, size)
    expect(grid?.hole.pattern).toMatchObject({ kind: 'grid', columns: 2, rows: 3 })
    const pairs = [
      [12, 10],
      [20, 10],
      [80, 10],
      [88, 10],
    ] as const
    const [mirror, ...none] = gatherHoles(said(...pairs) as never, size)
    expect(none).toEqual([])
    expect(mirror?.hole).toMatchObject({ mirrored: 'x', pattern: { kind: 'grid', columns: 2 } })
    expect(mirror && placesOf(mirror.hole).map(String).sort()).toEqual(pairs.map(String).sort())
  })
})
