import { beforeAll, describe, expect, it } from 'vitest'
import { type Feature, type Hole, holePoints, type Part } from '@/core/work/part'
import { LIE_OF_FILE, laySolid, type Recognised, recognise } from '@/core/work/recognise'
import { solidNow, stateFinished } from '@/core/work/stock'
import { type Recipe } from '@/core/ground/recipe'
import { meshOf } from '..'
import { throughStep } from '../../../tests/support/exactKernel'
import {
  keyedShaft,
  outlinedPlate,
  ribbedBracket,
  slantedBlock,
  SLANT,
  SLANT_HOLES,
} from '../../../tests/support/knownSolids'
import { onPlane } from '@/core/ground/recipe'

/** A micrometre. */
const MICRON = 1e-3

const read = async (recipe: Recipe<'part'>): Promise<Recognised & { volumeMm3: number }> => {
  const { solid } = laySolid(await throughStep(recipe), LIE_OF_FILE)
  return { ...recognise(solid, 'known'), volumeMm3: solid.volumeMm3 }
}
const of = <Kind extends Feature['kind']>(part: Part, kind: Kind) =>
  part.features.filter((f): f is Extract<Feature, { kind: Kind }> => f.kind === kind)
const holes = (part: Part): readonly Hole[] => of(part, 'hole')
const byFeatures = async (part: Part): Promise<number> =>
  (await meshOf(solidNow(part, stateFinished(part)))).volumeMm3

describe('solids of known answer, made by recipe, written as STEP, read and recognised', () => {
  beforeAll(async () => {
    await throughStep(slantedBlock())
  }, 60_000)

  it('17 holes square to a slant: each at its place, all on one face', async () => {
    const { part, rest, volumeMm3 } = await read(slantedBlock())
    expect(part.size).toMatchObject({ x: { mm: 120 }, y: { mm: 90 }, z: { mm: 60 } })
    const [slant, ...more] = of(part, 'contour')
    expect(more).toEqual([])
    expect(slant?.plane.out.x).toBeCloseTo(SLANT.out.x, 9)
    const mouths = holes(part).flatMap((hole) => {
      expect(hole.diameter.mm).toBeCloseTo(4.2, 6)
      expect(hole.extent).toEqual({ kind: 'deep', depth: { mm: 12 } })
      expect(((hole.tilt?.angle.rad ?? 0) * 180) / Math.PI).toBeCloseTo(30, 6)
      return holePoints(part, hole)
    })
    expect(mouths).toHaveLength(17)
    for (const place of SLANT_HOLES) {
      const { x, y, z } = onPlane(SLANT, place)
      const off = Math.min(...mouths.map((m) => Math.hypot(m.x - x, m.y - y, m.z - z)))
      expect(off).toBeLessThan(MICRON)
    }
    expect(rest).toEqual([])
    expect(await byFeatures(part)).toBeCloseTo(volumeMm3, -2)
  })

  it('a bracket with ribs: base, wall, ribs by what is cut beside them, a bore and counterbored holes', async () => {
    const { outlines, part, rest, volumeMm3 } = await read(ribbedBracket())
    const bolts = holes(part).find((hole) => hole.pattern.kind === 'grid')
    expect(bolts).toMatchObject({
      on: 'top',
      diameter: { mm: 6.6 },
      start: { mm: 58 },
      head: { kind: 'counterbore', diameter: { mm: 11 }, depth: { mm: 6.6 } },
      pattern: { columns: 2, rows: 2, pitchAcross: { mm: 96 }, pitchUp: { mm: 30 } },
    })
    expect(holes(part).find((hole) => hole.diameter.mm === 32)).toMatchObject({ making: 'bore' })
    expect(rest).toEqual([])
    // The block less what is cut by features leaves the bracket: nothing stands over, nothing is cut into.
    expect(Math.abs((await byFeatures(part)) - volumeMm3)).toBeLessThan(0.002 * volumeMm3)
    expect(outlines.bottom).toHaveLength(4)
  })

  it('a shaft with a keyway and a cross bore', async () => {
    const { outlines, part } = await read(keyedShaft())
    const outline = of(part, 'contour').find((one) => one.takes === 'outside')
    expect(outline?.plane.out.x).toBeCloseTo(1, 9)
    const key = of(part, 'contour').find((one) => one.takes === 'inside')
    expect(key?.rings[0]?.filter((corner) => corner.bulge !== undefined)).toHaveLength(2)
    expect(key?.plane.at.z).toBeCloseTo(35, 6)
    const [bore] = holes(part)
    expect(bore).toMatchObject({ diameter: { mm: 8 }, extent: { kind: 'through' } })
    expect(outlines.top).toEqual([])
    expect(outlines.left?.length).toBeGreaterThan(20)
  })

  it('a plate with an outline, a window, a closed slot and a circle of holes', async () => {
    const { part, rest, volumeMm3 } = await read(outlinedPlate())
    expect(of(part, 'contour').find((one) => one.takes === 'outside')?.rings[0]).toHaveLength(6)
    const [opening] = of(part, 'pocket')
    expect(opening).toMatchObject({
      across: { mm: 30 },
      up: { mm: 30 },
      corner: { mm: 4 },
      extent: { kind: 'through' },
    })
    const [ring] = holes(part)
    expect(ring).toMatchObject({
      diameter: { mm: 5.5 },
      pattern: { kind: 'circle', count: 6, diameter: { mm: 36 } },
    })
    expect(rest).toEqual([])
    expect(Math.abs((await byFeatures(part)) - volumeMm3)).toBeLessThan(0.001 * volumeMm3)
  })
})
