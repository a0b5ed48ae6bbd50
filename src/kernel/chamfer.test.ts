import { describe, expect, it } from 'vitest'
import { type Point } from '@/core/ground/geometry'
import { roundedRectangle } from '@/core/ground/outline'
import {
  type EdgeBreak,
  type Feature,
  newPart,
  type Part,
  partIssues,
  type Side,
} from '@/core/work/part'
import { LIE_OF_FILE, laySolid, recognise } from '@/core/work/recognise'
import { readLines } from '@/core/work/say'
import { nominalSolid } from '@/core/work/stock'
import { mm } from '../../tests/support/documents'
import { blended, solidOf, throughStep } from '../../tests/support/exactKernel'
import { meshOf } from '.'

const BLOCK_MM3 = 100 * 60 * 40
const bare = newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })
const said = (...lines: readonly string[]): Part => {
  const { left, part } = readLines(bare, lines.join('\n'))
  expect(left).toEqual([])
  return part
}
const takenOff = async (part: Part): Promise<number> =>
  BLOCK_MM3 - (await meshOf(nominalSolid(part))).volumeMm3
const exactOff = async (part: Part): Promise<number> =>
  BLOCK_MM3 - (await solidOf(nominalSolid(part))).volumeMm3
const chamfers = ({ features }: Part): readonly Chamfer[] =>
  features.filter((one): one is Feature & { kind: 'chamfer' } => one.kind === 'chamfer')

type Chamfer = EdgeBreak & { kind: 'chamfer' }
type Outline = Feature & { kind: 'contour' }
type Corners = Outline['rings'][number]

const DISC: Outline = {
  kind: 'contour',
  id: 'disc',
  on: 'top',
  place: { dims: [], centred: true },
  plane: { at: { x: 50, y: 30, z: 0 }, across: { x: 1, y: 0, z: 0 }, out: { x: 0, y: 0, z: 1 } },
  rings: [
    [
      { x: 30, y: 0, bulge: 1 },
      { x: -30, y: 0, bulge: 1 },
    ],
  ],
  takes: 'outside',
  through: true,
}

describe('chamfers in the solid', () => {
  it('all round a face: bars of three corners, mitred where they meet, by hand', async () => {
    const long = 2 * (100 + 60)
    expect(await takenOff(said('chamfer 3 x 45° all round top'))).toBeCloseTo(
      (3 * 3 * long) / 2 - (4 * 3 ** 3) / 3,
      2,
    )
    const deep = 4 * Math.tan(Math.PI / 6)
    expect(await takenOff(said('chamfer 4 x 30° all round top'))).toBeCloseTo(
      (4 * deep * long) / 2 - (4 * deep * 4 * 4) / 3,
      2,
    )
  })

  it('one edge; what is cut away beside it has none', async () => {
    expect(await takenOff(said('chamfer 3 x 45°, on top, only at left'))).toBeCloseTo(
      (9 / 2) * 60,
      2,
    )
    // The slot takes 12 of the edge at the front.
    const slotted = said('slot 12 wide 10 deep along Y, on top, 50 from left')
    const both = said(
      'slot 12 wide 10 deep along Y, on top, 50 from left',
      'chamfer 3 x 45°, on top, only at front',
    )
    expect((await takenOff(both)) - (await takenOff(slotted))).toBeCloseTo((9 / 2) * 88, 2)
  })

  it('edges that are not known are left out', async () => {
    expect(await takenOff(said('chamfer 3 x 45°, on top, inside edges'))).toBeCloseTo(0, 3)
  })

  it.each(['top', 'bottom'] as const)(
    'all round a disc, its %s: along its outline (Pappus)',
    async (on) => {
      const chamfer = { ...(said('chamfer 3 x 45° all round top').features[0] as Chamfer), on }
      const [round, broken] = [[DISC], [DISC, chamfer]].map((features) => ({ ...bare, features }))
      const more = (await exactOff(broken as Part)) - (await exactOff(round as Part))
      expect(more).toBeCloseTo((9 / 2) * 2 * Math.PI * (30 - 1), 3)
    },
    60_000,
  )

  it('round the mouth of a pocket and the top of a boss, with round corners (Pappus)', async () => {
    const pocket = 'pocket 40 x 20 x 8 deep, on top, centred, corner 5'
    const mouth = said(pocket, 'chamfer 1 x 45° round pocket')
    expect((await exactOff(mouth)) - (await exactOff(said(pocket)))).toBeCloseTo(
      (120 - 40) / 2 + (2 * Math.PI * (5 + 1 / 3)) / 2,
      3,
    )
    const boss = 'boss 30 x 8 high, on top, centred'
    const broken = said(boss, 'chamfer 1 x 45° round boss')
    expect((await exactOff(broken)) - (await exactOff(said(boss)))).toBeCloseTo(
      (2 * Math.PI * (15 - 1 / 3)) / 2,
      3,
    )
  }, 60_000)

  it('of a hole it is a countersink, of what does not open there nothing', () => {
    const holed = said('hole 8 through, on top, centred')
    const chamfer = said('chamfer 1 x 45° all round top').features[0] as Chamfer
    const codes = (features: readonly Feature[]): readonly string[] =>
      partIssues({ ...bare, features: [...features] }).map(({ code }) => code)
    expect(codes([...holed.features, { ...chamfer, of: holed.features[0]?.id ?? '' }])).toContain(
      'edges.of',
    )
    const slot = said('slot 12 wide 4 deep along X, on base').features
    expect(codes([...slot, { ...chamfer, of: slot[0]?.id ?? '' }])).toContain('edges.of')
    expect(codes([{ ...chamfer, of: 'gone' }])).toContain('link.unknown')
  })

  const ALL: readonly Side[] = ['left', 'right', 'front', 'back']
  it.each<[string, (middle: Point<'file'>) => boolean, Partial<Chamfer>, number]>([
    [
      'all round the top',
      ({ z }) => z > 39.9,
      { on: 'top', along: [...ALL] },
      (4 / 2) * 320 - (4 * 2 ** 3) / 3,
    ],
    [
      'two edges of the base',
      ({ y, z }) => z < 0.1 && Math.abs(y - 30) > 29.9,
      { on: 'bottom', along: ['front', 'back'] },
      (4 / 2) * 200,
    ],
  ])(
    '%s, laid by the exact kernel’s own blending: recognised, and as much by the features',
    async (_, isWanted, chamfer, byHand) => {
      const solid = await blended(nominalSolid(bare), { slantMm: 2 }, isWanted)
      expect(BLOCK_MM3 - solid.volumeMm3).toBeCloseTo(byHand, 3)
      const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'broken')
      expect(rest).toEqual([])
      const [found, ...more] = chamfers(part)
      expect(more).toEqual([])
      expect(found).toMatchObject({ on: chamfer.on, size: { mm: 2 } })
      expect([...(found?.along ?? [])].sort()).toEqual([...(chamfer.along ?? [])].sort())
      expect(await takenOff(part)).toBeCloseTo(byHand, 2)
    },
    60_000,
  )

  it.each([
    ['sharp', '', 4 / 3 - Math.PI / 3],
    ['round', ', corner 5', 0],
  ])(
    'laid by the exact kernel’s own blending round the mouth of a pocket with %s corners',
    async (_, corners, mitres) => {
      const pocket = said(`pocket 40 x 20 x 8 deep, on top, centred${corners}`)
      const isMouth = ({ x, y, z }: Point<'file'>): boolean =>
        z > 39.9 && x > 1 && x < 99 && y > 1 && y < 59
      const solid = await blended(nominalSolid(pocket), { slantMm: 1 }, isMouth)
      const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'broken')
      expect(rest).toEqual([])
      expect(chamfers(part)).toMatchObject([{ on: 'top', size: { mm: 1 }, of: 'pocket-1' }])
      // A cutter goes round a sharp corner by a cone, where blending lays the slants on to a mitre.
      expect(BLOCK_MM3 - solid.volumeMm3 - (await exactOff(part))).toBeCloseTo(mitres, 2)
    },
    60_000,
  )

  it.each<[string, (middle: Point<'file'>) => boolean, readonly Side[]]>([
    ['one edge', ({ z }) => z > 39.9, ['top']],
    ['both edges', ({ z }) => z > 39.9 || z < 0.1, ['bottom', 'top']],
  ])(
    'laid by the exact kernel’s own blending round a plate with round corners, %s',
    async (_, isWanted, sides) => {
      const plate: Feature = {
        ...DISC,
        id: 'plate',
        plane: { ...DISC.plane, at: { x: 0, y: 0, z: 0 } },
        rings: [[...roundedRectangle({ x: 0, y: 0 }, { x: 100, y: 60 }, 10)] as Corners],
      }
      const sharp = nominalSolid({ ...bare, features: [plate] })
      const solid = await blended(sharp, { slantMm: 1.5 }, isWanted)
      const { part, rest } = recognise(laySolid(solid, LIE_OF_FILE).solid, 'plate')
      expect(rest).toEqual([])
      const [outline] = part.features
      expect(outline).toMatchObject({ kind: 'contour', takes: 'outside', through: true })
      expect(chamfers(part).map(({ of, size }) => [of, size.mm])).toEqual(
        sides.map(() => [outline?.id, 1.5]),
      )
      expect(
        chamfers(part)
          .map(({ on }) => on)
          .sort(),
      ).toEqual(sides)
      expect(BLOCK_MM3 - solid.volumeMm3 - (await exactOff(part))).toBeCloseTo(0, 3)
    },
    60_000,
  )

  it('goes out as STEP with its slants, and comes back the same', async () => {
    const part = said('chamfer 2.5 x 45° all round top')
    const read = recognise(
      laySolid(await throughStep(nominalSolid(part)), LIE_OF_FILE).solid,
      'back',
    )
    expect(chamfers(read.part)).toMatchObject([{ on: 'top', size: { mm: 2.5 } }])
    expect(chamfers(read.part)[0]?.along).toHaveLength(4)
  }, 60_000)
})
