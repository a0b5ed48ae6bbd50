import { beforeAll, describe, expect, it } from 'vitest'
import { applyMotion, invertMotion, point } from '@/core/ground/geometry'
import { type Path, type Scene, type Words } from '@/core/ground/scene'
import { SADDLE, SADDLE_CASTING } from '@/core/paper/demo'
import { asDrawn, castingLooking, castingPicture, lookAt } from '@/core/paper/picture'
import { benchStand, type BenchStand, type CastingFit, fitMeasured } from '@/core/work/casting'
import { boughtSolid, nominalSolid, type Skin } from '@/core/work/stock'
import { loadSolver, meshOf } from '.'

let fit: CastingFit
let stand: BenchStand
beforeAll(async () => {
  const made = fitMeasured(SADDLE, SADDLE_CASTING, await loadSolver())
  if (!made.ok) throw new Error(made.issues[0].sentence)
  fit = made.value
  stand = benchStand(SADDLE, SADDLE_CASTING, fit.points, fit.fit.motion)
})

const bare = (triangles: number): Skin => ({
  refs: [],
  refOf: new Int16Array(triangles).fill(-1),
})

/** The saddle from the front, on its jacks, so wide. */
async function picture(width: number): Promise<Scene> {
  const looking = castingLooking('bottom', 'front')
  const toPart = invertMotion(fit.fit.motion)
  const [cast, part] = [
    await meshOf({ kind: 'moved', by: asDrawn(toPart), of: boughtSolid(SADDLE) }),
    await meshOf(nominalSolid(SADDLE)),
  ]
  return castingPicture({
    cast: lookAt(cast, bare(cast.triangles.length / 3), looking),
    part: lookAt(part, bare(part.triangles.length / 3), looking),
    looking,
    marks: fit.points.slice(0, 6).map((one) => ({
      id: one.id,
      at: applyMotion(toPart, one.at),
      text: one.id,
      tone: 'green',
      ref: one.surface,
    })),
    plate: {
      floor: point(100, 45, 0),
      floorMm: stand.floorMm,
      jacks: stand.jacks.map(({ at, heightMm, id }) => ({
        at,
        text: `${id} ${heightMm.toFixed(2)}`,
      })),
      scribes: stand.scribes.map(({ heightMm }) => ({ heightMm, text: heightMm.toFixed(2) })),
    },
    width,
    height: 480,
  })
}

const paths = ({ marks }: Scene): readonly Path[] =>
  marks.filter((mark): mark is Path => mark.kind === 'path')
const words = ({ marks }: Scene): readonly Words[] =>
  marks.filter((mark): mark is Words => mark.kind === 'words')

describe('the picture of a casting on its jacks', () => {
  it('has the casting stippled, the part plain in it, a mark at each point', async () => {
    const scene = await picture(840)
    const fills = scene.marks.flatMap((mark) => (mark.kind === 'area' ? [mark.fill] : []))
    expect(fills).toContain('raw')
    expect(fills).toContain('sheet')
    expect(paths(scene).filter(({ fill }) => fill === 'green')).toHaveLength(6)
  })

  it('its jacks stand on the plate and reach the skin; lines lie as high as they say', async () => {
    const scene = await picture(840)
    const plate = paths(scene).find(({ width, closed }) => width === 3 && !closed)
    const level = plate?.points[0]?.[1] ?? NaN
    const jacks = paths(scene).filter(
      ({ closed, fill, points }) => closed && fill === 'ink' && points.length === 3,
    )
    expect(jacks).toHaveLength(3)
    const heights = jacks.map(({ points }) => level - Math.min(...points.map(([, y]) => y)))
    // All at one scale: the heights on the sheet are to each other as the jacks are.
    const scale = (heights[0] ?? NaN) / (stand.jacks[0]?.heightMm ?? NaN)
    heights.forEach((height, i) =>
      expect(height / scale).toBeCloseTo(stand.jacks[i]?.heightMm ?? NaN, 6),
    )
    const lines = paths(scene).filter(({ dash, stroke }) => stroke === 'red' && dash === 'hidden')
    const levels = lines.map(({ points }) => (level - (points[0]?.[1] ?? NaN)) / scale)
    for (const { heightMm } of stand.scribes)
      expect(Math.min(...levels.map((one) => Math.abs(one - heightMm)))).toBeLessThan(1e-6)
  })

  it('keeps within its sheet, also on a phone, where jacks have their figure alone', async () => {
    for (const width of [840, 340]) {
      const scene = await picture(width)
      for (const { points } of paths(scene))
        for (const [x, y] of points) {
          expect(x).toBeGreaterThanOrEqual(-1)
          expect(x).toBeLessThanOrEqual(width + 1)
          expect(y).toBeLessThanOrEqual(481)
        }
    }
    const said = words(await picture(340)).map(({ text }) => text)
    expect(said).toContain(stand.jacks[0]?.heightMm.toFixed(2))
    expect(said.some((text) => text.startsWith('jack'))).toBe(false)
  })

  it('from the end and from above looks along the other axes of the part', () => {
    const front = castingLooking('bottom', 'front').axes
    expect(front.map(({ x, y, z }) => [x, y, z].map((v) => v + 0))).toEqual([
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ])
    const over = castingLooking('top', 'front').axes
    expect(over[2].z).toBe(-1)
    const [right, away, up] = castingLooking('bottom', 'end').axes
    expect([right.y, away.x, up.z]).toEqual([1, -1, 1])
  })
})
