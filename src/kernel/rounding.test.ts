import { describe, expect, it } from 'vitest'
import { point, type Point } from '@/core/ground/geometry'
import { roundedRectangle } from '@/core/ground/outline'
import { type Recipe } from '@/core/ground/recipe'
import { type EdgeBreak, type Feature, newPart, type Part, partIssues } from '@/core/work/part'
import { LIE_OF_FILE, laySolid, recognise } from '@/core/work/recognise'
import { readLines } from '@/core/work/say'
import { nominalSolid } from '@/core/work/stock'
import { mm } from '../../tests/support/documents'
import { blended, solidOf, throughStep } from '../../tests/support/exactKernel'
import { meshOf } from '.'

const BLOCK_MM3 = 100 * 60 * 40
/** What an arc of radius 1 leaves of its square, and how far the middle of that is from the sides of the square. */
const SPANDREL = 1 - Math.PI / 4
const MIDDLE = (1 / 2 - Math.PI / 4 + 1 / 3) / SPANDREL
/** What two of them along edges at right angles have in common, of radius 1: the square of their width, over the height. */
const MITRE = 5 / 3 - Math.PI / 2

const bare = newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })
const said = (...lines: readonly string[]): Part => {
  const { left, part } = readLines(bare, lines.join('\n'))
  expect(left).toEqual([])
  return part
}
const exactOff = async (part: Part): Promise<number> =>
  BLOCK_MM3 - (await solidOf(nominalSolid(part))).volumeMm3
const meshOff = async (part: Part): Promise<number> =>
  BLOCK_MM3 - (await meshOf(nominalSolid(part))).volumeMm3
const roundings = ({ features }: Part): readonly EdgeBreak[] =>
  features.filter((one): one is Feature & { kind: 'rounding' } => one.kind === 'rounding')

const outlined = (rings: (Feature & { kind: 'contour' })['rings']): Part => ({
  ...bare,
  features: [
    {
      kind: 'contour',
      id: 'plate',
      on: 'top',
      place: { dims: [], centred: true },
      plane: { at: { x: 0, y: 0, z: 0 }, across: { x: 1, y: 0, z: 0 }, out: { x: 0, y: 0, z: 1 } },
      rings,
      takes: 'outside',
      through: true,
    },
  ],
})
const DISC = outlined([
  [
    { x: 80, y: 30, bulge: 1 },
    { x: 20, y: 30, bulge: 1 },
  ],
])
/** With sharp corners, cut off at 45°. */
const EIGHT = [
  { x: 10, y: 0 },
  { x: 90, y: 0 },
  { x: 100, y: 10 },
  { x: 100, y: 50 },
  { x: 90, y: 60 },
  { x: 10, y: 60 },
  { x: 0, y: 50 },
  { x: 0, y: 10 },
]
const PLATE = outlined([[...roundedRectangle({ x: 0, y: 0 }, { x: 100, y: 60 }, 10)]])

describe('rounded edges in the solid', () => {
  it('all round a face: what is outside of the arcs, mitred where they meet, by hand', async () => {
    const byHand = SPANDREL * 9 * 2 * (100 + 60) - 4 * 27 * MITRE
    const part = said('rounding 3 all round top')
    expect(await exactOff(part)).toBeCloseTo(byHand, 3)
    // Facets lie within the arc.
    const facets = (await meshOff(part)) / byHand
    expect(facets).toBeGreaterThan(1)
    expect(facets).toBeLessThan(1.02)
  }, 60_000)

  it('one edge, and round the mouth of a pocket and the top of a boss (Pappus)', async () => {
    expect(await exactOff(said('round edges of top R2, only at left'))).toBeCloseTo(
      SPANDREL * 4 * 60,
      3,
    )
    const pocket = 'pocket 40 x 20 x 8 deep, on top, centred, corner 5'
    expect(
      (await exactOff(said(pocket, 'rounding 2 round pocket'))) - (await exactOff(said(pocket))),
    ).toBeCloseTo(SPANDREL * 4 * (120 - 40 + 2 * Math.PI * (5 + 2 * MIDDLE)), 3)
    const boss = 'boss 30 x 8 high, on top, centred'
    expect(
      (await exactOff(said(boss, 'rounding 2 round boss'))) - (await exactOff(said(boss))),
    ).toBeCloseTo(SPANDREL * 4 * 2 * Math.PI * (15 - 2 * MIDDLE), 3)
  }, 60_000)

  it.each(['top', 'bottom'] as const)(
    'all round a disc, its %s: along its outline (Pappus)',
    async (on) => {
      const rounding = { ...(said('rounding 3 all round top').features[0] as EdgeBreak), on }
      const rounded = { ...DISC, features: [...DISC.features, rounding] }
      expect((await exactOff(rounded)) - (await exactOff(DISC))).toBeCloseTo(
        SPANDREL * 9 * 2 * Math.PI * (30 - 3 * MIDDLE),
        3,
      )
    },
    60_000,
  )

  it('is no larger than the part, and of what opens to its face', () => {
    const refused = (line: string): readonly string[] =>
      readLines(bare, line).left.map(({ sentence }) => sentence)
    expect(refused('rounding 30 all round top')).toEqual([])
    expect(refused('rounding 31 all round top')).toEqual([
      'rounding 31: the part is not as large as what it takes off its edges.',
    ])
    expect(refused('rounding 41 on top, only at left')).toHaveLength(1)
    const pocket = 'pocket 40 x 20 x 3 deep, on top, centred'
    expect(refused(`${pocket}\nrounding 3 round pocket`)).toEqual([])
    expect(refused(`${pocket}\nrounding 4 round pocket`)).toEqual([
      'rounding 4: the walls are not as high as what it takes off them.',
    ])
    const [slot, rounding] = said('slot 12 wide 4 deep along X, on base', 'rounding 1 round slot')
      .features as [Feature, EdgeBreak]
    expect(
      partIssues({ ...bare, features: [slot, { ...rounding, on: 'top' }] }).map(({ code }) => code),
    ).toEqual(['edges.of'])
  })

  it.each<[string, Part, (middle: Point<'file'>) => boolean, Partial<EdgeBreak>]>([
    ['all round the top', bare, ({ z }) => z > 39.9, { on: 'top' }],
    [
      'the two long edges of the top',
      bare,
      ({ y, z }) => z > 39.9 && Math.abs(y - 30) > 29.9,
      { on: 'top', along: ['back', 'front'] },
    ],
    ['the top of a plate with round corners', PLATE, ({ z }) => z > 39.9, { on: 'top' }],
    [
      'the mouth of a pocket with round corners',
      said('pocket 40 x 20 x 8 deep, on top, centred, corner 5'),
      ({ x, y, z }) => z > 39.9 && x > 1 && x < 99 && y > 1 && y < 59,
      { on: 'top', of: 'pocket-1' },
    ],
    [
      'the top of a boss',
      said('boss 30 x 8 high, on top, centred'),
      ({ z }) => z > 39.9,
      { on: 'top', of: 'boss-1' },
    ],
  ])(
    '%s, laid by the exact kernel’s own blending: recognised, and as much by the features',
    async (_, sharp, isWanted, expected) => {
      const solid = await blended(nominalSolid(sharp), { radiusMm: 2 }, isWanted)
      const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'rounded')
      expect(rest).toEqual([])
      const [found, ...more] = roundings(part)
      expect(more).toEqual([])
      expect(found).toMatchObject({ on: expected.on, radius: { mm: 2 } })
      if (expected.along) expect([...(found?.along ?? [])].sort()).toEqual(expected.along)
      if (expected.of !== undefined) expect(found?.of).toBe(expected.of)
      expect(BLOCK_MM3 - solid.volumeMm3 - (await exactOff(part))).toBeCloseTo(0, 3)
    },
    60_000,
  )

  it('both edges of a plate with round corners: its outline is found under them', async () => {
    const solid = await blended(
      nominalSolid(PLATE),
      { radiusMm: 1.5 },
      ({ z }) => z > 39.9 || z < 0.1,
    )
    const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'plate')
    expect(rest).toEqual([])
    const [outline] = part.features
    expect(outline).toMatchObject({ kind: 'contour', takes: 'outside', through: true })
    expect(roundings(part).map(({ of, on }) => [of, on])).toEqual(
      expect.arrayContaining([
        [outline?.id, 'top'],
        [outline?.id, 'bottom'],
      ]),
    )
    expect(BLOCK_MM3 - solid.volumeMm3 - (await exactOff(part))).toBeCloseTo(0, 3)
  }, 60_000)

  it('one edge of a plate with corners cut off at 45°: the slants are seen whole', async () => {
    const solid = await blended(
      nominalSolid(outlined([EIGHT])),
      { radiusMm: 2 },
      ({ y, z }) => z > 39.9 && y < 0.1,
    )
    const { part } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'plate')
    expect(roundings(part)).toMatchObject([{ on: 'top', along: ['front'] }])
    expect(roundings(part)[0]?.of).toBeUndefined()
    expect(await exactOff(part)).toBeCloseTo(BLOCK_MM3 - solid.volumeMm3, 3)
  }, 60_000)

  it('an edge that is rounded over half of its length is not taken for all of it', async () => {
    const half: Recipe<'part'> = {
      kind: 'prism',
      plane: {
        at: point(0, 0, 40),
        across: point(0, 1, 0),
        out: point(1, 0, 0),
      },
      rings: [
        [
          { x: 3, y: 0, bulge: Math.tan(Math.PI / 8) },
          { x: 0, y: -3 },
          { x: -1, y: -3 },
          { x: -1, y: 1 },
          { x: 3, y: 1 },
        ],
      ],
      heightMm: 50,
    }
    const solid = await solidOf({ kind: 'cut', from: nominalSolid(bare), by: [half] })
    expect(BLOCK_MM3 - solid.volumeMm3).toBeCloseTo(SPANDREL * 9 * 50, 3)
    const { part } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'half')
    expect(roundings(part)).toEqual([])
    expect(await exactOff(part)).toBeCloseTo(BLOCK_MM3 - solid.volumeMm3, 3)
  }, 60_000)

  it('all twelve edges: arcs on every side, and balls at the corners that are only named', async () => {
    const solid = await blended(nominalSolid(bare), { radiusMm: 3 }, () => true)
    const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'soap')
    expect(rest.map(({ kind, faces }) => [kind, faces.length])).toEqual([['rounding', 8]])
    // A ball leaves an eighth of its cube less; three arcs that are mitred leave somewhat more metal.
    const more = (await exactOff(part)) - (BLOCK_MM3 - solid.volumeMm3)
    expect(more).toBeLessThan(0)
    expect(more).toBeGreaterThan(-8 * 27 * 0.1)
  }, 60_000)

  it('goes out as STEP with its arcs, and comes back the same', async () => {
    const part = said('rounding 2.5 all round top')
    const read = recognise(
      laySolid(await throughStep(nominalSolid(part)), LIE_OF_FILE).solid,
      'back',
    )
    expect(roundings(read.part)).toMatchObject([{ on: 'top', radius: { mm: 2.5 } }])
    expect(roundings(read.part)[0]?.along).toHaveLength(4)
  }, 60_000)
})
