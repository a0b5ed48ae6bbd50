import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  axisOf,
  type Feature,
  oppositeOf,
  type Part,
  planeOf,
  type Side,
  SIDES,
  sizeAlong,
} from '@/core/work/part'
import { PIER_PLATE, WORM_BLOCK } from '@/core/paper/demo'
import { mm, plainBlock } from '../../tests/support/documents'
import { solidNow, stateFinished } from '@/core/work/stock'
import { meshOf, SEGMENTS } from '.'

const makeSolid = (part: Part) => meshOf(solidNow(part, stateFinished(part)))

const BLOCK_MM3 = 100 * 60 * 40
/** Area of the polygon that stands for a circle. */
const round = (diameter: number): number =>
  (SEGMENTS / 2) * Math.sin((2 * Math.PI) / SEGMENTS) * (diameter / 2) ** 2
const on = (side: Side) => ({ id: 'f', on: side, place: { dims: [], centred: true } })
const volume = async (...features: Feature[]): Promise<number> =>
  (await makeSolid({ ...plainBlock(), features })).volumeMm3
const hole = (side: Side, more: Partial<Feature & { kind: 'hole' }> = {}): Feature => ({
  ...on(side),
  kind: 'hole',
  making: 'drill',
  diameter: mm(10),
  extent: { kind: 'through' },
  head: { kind: 'none' },
  pattern: { kind: 'single' },
  ...more,
})
const beside = (side: Side): Side => SIDES.find((other) => axisOf(other) !== axisOf(side)) ?? side

describe('solid of the finished part, against volumes by hand', () => {
  it('a bare block is its three sides', async () =>
    expect(await volume()).toBeCloseTo(BLOCK_MM3, 3))

  it.each(SIDES)('through and blind holes from the %s', async (side) => {
    const through = sizeAlong(plainBlock(), axisOf(side))
    expect(await volume(hole(side))).toBeCloseTo(BLOCK_MM3 - round(10) * through, 2)
    expect(await volume(hole(side, { extent: { kind: 'deep', depth: mm(12) } }))).toBeCloseTo(
      BLOCK_MM3 - round(10) * 12,
      2,
    )
  })

  it.each(SIDES)('step, slot, pocket and boss on the %s', async (side) => {
    const [u, v] = planeOf(side)
    const part = plainBlock()
    const [w, h, next] = [sizeAlong(part, u), sizeAlong(part, v), beside(side)]
    const along = planeOf(side).find((axis) => axis !== axisOf(next)) ?? u
    expect(
      await volume({ ...on(side), kind: 'step', along: next, width: mm(8), depth: mm(5) }),
    ).toBeCloseTo(BLOCK_MM3 - 8 * 5 * sizeAlong(part, along), 2)
    expect(
      await volume({ ...on(side), kind: 'slot', runs: u, width: mm(6), depth: mm(4) }),
    ).toBeCloseTo(BLOCK_MM3 - 6 * 4 * w, 2)
    expect(
      await volume({
        ...on(side),
        kind: 'pocket',
        across: mm(20),
        up: mm(10),
        extent: { kind: 'deep', depth: mm(3) },
      }),
    ).toBeCloseTo(BLOCK_MM3 - 600, 2)
    expect(
      await volume({ ...on(side), kind: 'boss', diameter: mm(20), height: mm(4) }),
    ).toBeCloseTo(BLOCK_MM3 - 4 * (w * h - round(20)), 1)
  })

  it('a counterbore takes its ring, a countersink its cone, a thread its tapping drill', async () => {
    const plain = BLOCK_MM3 - round(10) * 40
    expect(
      await volume(hole('top', { head: { kind: 'counterbore', diameter: mm(18), depth: mm(6) } })),
    ).toBeCloseTo(plain - (round(18) - round(10)) * 6, 2)
    // A 90° cone from 16 to 10 is 3 deep; frustum with the polygon's areas, less the bore inside it.
    const frustum = (3 / 3) * (round(16) + round(10) + Math.sqrt(round(16) * round(10)))
    expect(
      await volume(
        hole('top', {
          head: { kind: 'countersink', diameter: mm(16), angle: { rad: Math.PI / 2 } },
        }),
      ),
    ).toBeCloseTo(plain - (frustum - round(10) * 3), 2)
    expect(await volume(hole('top', { making: 'tap', thread: 'M6', diameter: mm(6) }))).toBeCloseTo(
      BLOCK_MM3 - round(5) * 40,
      2,
    )
  })

  // A leaning cylinder between two parallel faces has their distance times its own cross-section over the cosine.
  it.each([5, 30, 60])(
    'a through hole that leans by %i° takes more by the cosine',
    async (degrees) => {
      const rad = (degrees * Math.PI) / 180
      const tilt = { angle: { rad }, towards: 'front' as const }
      const place = { dims: [{ from: 'front' as const, at: mm(16) }], centred: true }
      const found = await volume(
        hole('top', { diameter: mm(4), extent: { kind: 'deep', depth: mm(20) }, tilt, place }),
      )
      // Blind: the mouth is cut along the face, which over a whole turn of the rim takes and gives the same.
      expect(found).toBeCloseTo(BLOCK_MM3 - round(4) * 20, 1)
      if (degrees > 40) return
      const through = await volume(hole('top', { diameter: mm(4), tilt, place }))
      expect(through).toBeCloseTo(BLOCK_MM3 - (round(4) * 40) / Math.cos(rad), 1)
    },
  )

  it('as many holes as the pattern says', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 12 }), async (count) => {
        const found = await volume(
          hole('top', {
            diameter: mm(3),
            pattern: { kind: 'circle', count, diameter: mm(40), first: { rad: 0.3 } },
          }),
        )
        expect(found).toBeCloseTo(BLOCK_MM3 - count * round(3) * 40, 1)
      }),
      { numRuns: 12 },
    )
  })

  it('opposite sides are mirror images: the same hole from either side', async () => {
    for (const side of SIDES)
      expect(await volume(hole(side))).toBeCloseTo(await volume(hole(oppositeOf(side))), 3)
  })

  it.each([
    ['worm block', WORM_BLOCK],
    ['pier plate', PIER_PLATE],
  ] as const)('the %s is one closed solid inside its block', async (_, part: Part) => {
    const { positions, triangles, volumeMm3 } = await makeSolid(part)
    expect(volumeMm3).toBeGreaterThan(0.5 * part.size.x.mm * part.size.y.mm * part.size.z.mm)
    expect(volumeMm3).toBeLessThan(part.size.x.mm * part.size.y.mm * part.size.z.mm)
    const limits = [part.size.x.mm, part.size.y.mm, part.size.z.mm]
    positions.forEach((value, i) =>
      expect(value >= -1e-3 && value <= (limits[i % 3] ?? 0) + 1e-3).toBe(true),
    )
    // Closed: every edge belongs to two triangles, once each way.
    const edges = new Map<string, number>()
    for (let t = 0; t < triangles.length; t += 3) {
      for (const [a, b] of [
        [0, 1],
        [1, 2],
        [2, 0],
      ] as const) {
        const [p, q] = [triangles[t + a] ?? 0, triangles[t + b] ?? 0]
        const key = p < q ? `${p} ${q}` : `${q} ${p}`
        edges.set(key, (edges.get(key) ?? 0) + (p < q ? 1 : -1))
      }
    }
    expect([...edges.values()].every((balance) => balance === 0)).toBe(true)
  })
})
