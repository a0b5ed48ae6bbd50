import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mm, plainBlock, topHole } from '../../../../tests/support/documents'
import { type Feature, type Part } from '../../work/part'
import { type Scene, type Words } from '../../ground/scene'
import { WORM_BLOCK } from '../demo'
import { drawing, hasRoomForDimensions } from '.'
import { spreadOut } from './dimensions'
import { rowsUnder } from './room'

const SHEET = { width: 900, height: 700, dimensions: true } as const
const figures = (scene: Scene): readonly Words[] =>
  scene.marks.flatMap((mark) => (mark.kind === 'words' && mark.figures ? [mark] : []))
const notes = (scene: Scene): readonly Words[] =>
  scene.marks.flatMap((mark) =>
    mark.kind === 'words' && !mark.figures && !mark.bold && mark.ref ? [mark] : [],
  )

const holeAt = (...where: Parameters<typeof topHole>): Feature => {
  const [id, left, front, more] = where
  return topHole(id, left, front, { diameter: mm(4), making: 'drill', ...more } as Partial<Feature>)
}
const withFeatures = (...features: Feature[]): Part => ({ ...plainBlock(), features })

describe('dimensions of all features', () => {
  it('say how far every hole is from the marked corner, as it was dimensioned', () => {
    const place = fc.tuple(fc.integer({ min: 5, max: 95 }), fc.integer({ min: 5, max: 55 }))
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 6 }), (places) => {
        const part = withFeatures(...places.map(([x, y], i) => holeAt(`h-${i}`, x, y)))
        const said = figures(drawing(part, SHEET)).map(({ text }) => text)
        for (const [x, y] of places) expect(said).toEqual(expect.arrayContaining([`${x}`, `${y}`]))
      }),
    )
  })

  it('count from the datum faces where they are marked, whatever face a place was given from', () => {
    const right: Part = {
      ...withFeatures(holeAt('h', 30, 20)),
      faces: {
        ...plainBlock().faces,
        right: { ...plainBlock().faces.right, datum: 'B' },
        back: { ...plainBlock().faces.back, datum: 'C' },
      },
    }
    const said = figures(drawing(right, SHEET)).map(({ text }) => text)
    expect(said).toEqual(expect.arrayContaining(['70', '40']))
  })

  it('write beside each feature what it is', () => {
    const said = notes(drawing(WORM_BLOCK, SHEET)).map(({ text }) => text)
    expect(said).toEqual(
      expect.arrayContaining([
        '⌀22 H7 through',
        '4 × M4, 10 deep',
        '2 × M6, 15 deep',
        '40 × 18, 12 deep, R4',
      ]),
    )
    const open = withFeatures(holeAt('h', 30, 20, { extent: { kind: 'open' } }))
    expect(notes(drawing(open, SHEET)).map(({ text }) => text)).toEqual(['⌀4, depth?'])
  })

  it('are not there where they are hidden', () => {
    expect(notes(drawing(WORM_BLOCK, { ...SHEET, dimensions: false }))).toEqual([])
  })

  it('are left out where they would leave no room for the part: on a phone', () => {
    const narrow = { ...SHEET, width: 330, height: 400 }
    expect(hasRoomForDimensions(WORM_BLOCK, narrow)).toBe(false)
    expect(notes(drawing(WORM_BLOCK, narrow))).toEqual([])
    expect(hasRoomForDimensions(WORM_BLOCK, { width: 738, height: 480 })).toBe(true)
  })

  it('stand clear of each other', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { minLength: 1, maxLength: 20 }),
        (wanted) => {
          const places = [...spreadOut(wanted, 13)].sort((a, b) => a - b)
          places
            .slice(1)
            .forEach((at, i) => expect(at - (places[i] ?? 0)).toBeGreaterThan(13 - 1e-6))
          // None moves that need not, and all together they move to neither side.
          const sum = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0)
          expect(sum(places)).toBeCloseTo(sum(wanted), 6)
        },
      ),
    )
  })

  it('no leader crosses words that hang under a view', () => {
    const hanging = fc.record({
      x: fc.double({ min: 0, max: 300, noNaN: true }),
      width: fc.double({ min: 20, max: 160, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(hanging, { maxLength: 8 }), (all) => {
        const rows = rowsUnder(all)
        all.forEach((one, i) =>
          all.forEach((other, j) => {
            const reaches = other.x > one.x && other.x < one.x + one.width
            // The leader of the other comes down to its own row and no further.
            if (reaches) expect(rows[j]).toBeLessThan(rows[i] ?? 0)
          }),
        )
      }),
    )
  })
})
