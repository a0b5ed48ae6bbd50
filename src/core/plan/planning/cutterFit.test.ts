import { describe, expect, it } from 'vitest'
import { STANDARD_WORKSHOP, type Workshop } from '../../shop/workshop'
import { type Feature, newPart } from '../../work/part'
import { readLines } from '../../work/say'
import { mm, setup, way } from '../../../../tests/support/documents'
import { misfitsOf, planWay, usualCutter } from '.'

const said = (line: string): Feature => {
  const { left, part } = readLines(newPart('Block', { x: mm(100), y: mm(60), z: mm(40) }), line)
  expect(left).toEqual([])
  return part.features[0] as Feature
}
const rounder = (nose?: number): Workshop['cutters'][number] => ({
  ...mill(10, nose),
  kind: 'corner rounding mill',
})
const mill = (diameter: number, nose?: number): Workshop['cutters'][number] => ({
  id: 'mill',
  name: 'Mill',
  kind: 'end mill',
  diameter,
  ...(nose !== undefined && { nose }),
})

/** An outline of 40 by 30 whose corner at the back right has a radius of 5, cut inside of it or all round it. */
const outline = (takes: 'inside' | 'outside', fillet?: number): Feature => ({
  kind: 'contour',
  id: 'level',
  on: 'top',
  place: { dims: [], centred: true },
  plane: { at: { x: 0, y: 0, z: 30 }, across: { x: 1, y: 0, z: 0 }, out: { x: 0, y: 0, z: 1 } },
  rings: [
    [
      { x: 10, y: 10 },
      { x: 50, y: 10 },
      { x: 50, y: 35, bulge: Math.tan(Math.PI / 8) },
      { x: 45, y: 40 },
      { x: 10, y: 40 },
    ],
  ],
  takes,
  through: false,
  ...(fillet !== undefined && { fillet: mm(fillet) }),
})

describe('what a milling cutter does not make as it is drawn', () => {
  it.each<[string, Feature, ReturnType<typeof mill>, readonly string[]]>([
    ['room to spare', said('slot 12 wide 4 deep along X, on top'), mill(10), []],
    ['just as wide', said('slot 12 wide 4 deep along X, on top'), mill(12), []],
    ['too wide', said('slot 12 wide 4 deep along X, on top'), mill(16), ['wide']],
    ['corners', said('pocket 40 x 20 x 8 deep, on top, centred, corner 4'), mill(10), ['corner']],
    ['corners of its own', said('pocket 40 x 20 x 8 deep, on top, centred, corner 4'), mill(8), []],
    ['an inside corner', outline('inside'), mill(12), ['corner']],
    ['the same from outside', outline('outside'), mill(12), []],
    [
      'sharp, and round is drawn',
      said('step 9 wide 5 deep, on top, at left, floor R2'),
      mill(8),
      ['nose'],
    ],
    [
      'round, and sharp is drawn',
      said('step 9 wide 5 deep, on top, at left'),
      mill(8, 1),
      ['nose'],
    ],
    ['rounder than drawn', outline('outside', 2), mill(6, 3), ['nose']],
    ['as round as drawn', outline('outside', 3), mill(6, 3), []],
    ['less round: it goes along the arc', outline('outside', 3), mill(6, 1), []],
    ['through: no floor', said('pocket 40 x 20 through, on top, centred'), mill(8, 1), []],
    ['an edge, by a sharp mill', said('rounding 2 all round top'), mill(10), ['edge']],
    ['by the ball of one, line by line', said('rounding 2 all round top'), mill(6, 3), []],
    ['by its own mill', said('rounding 2 all round top'), rounder(2), []],
    ['by one of another radius', said('rounding 2 all round top'), rounder(3), ['edge']],
    ['by one that does not say', said('rounding 2 all round top'), rounder(), ['edge']],
    ['a drill', said('slot 12 wide 4 deep along X, on top'), { ...mill(16), kind: 'drill' }, []],
  ])('%s', (_, feature, cutter, kinds) => {
    expect(misfitsOf(feature, cutter).map(({ kind }) => kind)).toEqual(kinds)
  })

  it('the usual cutter is one that fits, where the workshop has it', () => {
    const usual = (line: string): string | undefined => {
      const part = { ...newPart('Block', { x: mm(100), y: mm(60), z: mm(40) }) }
      const block = readLines(part, line).part
      const plan = planWay(STANDARD_WORKSHOP, block, way(setup('s-1', 'top', 'back', [])))
      const [planned] = plan.setups
      return planned && usualCutter(planned, block.features[0]?.id ?? '')
    }
    expect(usual('pocket 40 x 20 x 8 deep, on top, centred')).toBe('end-6')
    expect(usual('rounding 2 all round top')).toBe('rounding-2')
    expect(usual('rounding 3 all round top')).toBe('ball-6')
    expect(usual('pocket 40 x 20 x 8 deep, on top, centred, floor radius 3')).toBe('ball-6')
    expect(usual('slot 12 wide 4 deep along X, on top')).toBe('end-6')
  })
})
