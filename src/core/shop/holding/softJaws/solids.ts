import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { type Solid } from '../kind'
import { type InSoftJaws } from './layout'
import { pinSolids } from './pin'

const VISE_JAW_MM = 22

/** The two halves as boxes about the work, for pictures and for what a cutter may meet; their true outline is in the design. */
export function softJawsSolids(own: InSoftJaws): readonly Solid[] {
  const { blank, fixed, floorZ, gapY, high, holding, low, moving, topZ, vise } = own
  const half = blank.width / 2
  const clear = holding.clear.mm
  const slab = (
    name: string,
    x: readonly [number, number],
    y: readonly [number, number],
    z: readonly [number, number],
    ref?: string,
  ): Solid => ({
    name,
    tone: 'hatch',
    ...(ref !== undefined && { ref }),
    shape: box(point(x[0], Math.min(...y), z[0]), point(x[1], Math.max(...y), z[1])),
  })
  const jaw = (name: string, gap: number, wall: number, sign: number, ends: readonly number[]) => {
    const rear = gap + sign * blank.thickness
    const [left = low.x, right = high.x] = ends
    const beside = [
      ...(left > -half ? [[-half, left] as const] : []),
      ...(right < half ? [[right, half] as const] : []),
    ]
    return [
      slab(name, [-half, half], [gap, rear], [0, floorZ], 'parallels'),
      slab(name, [-half, half], [wall, rear], [floorZ, topZ], sign > 0 ? 'jaw' : undefined),
      ...beside.map((x) =>
        slab(name, x, [gap, wall], [floorZ, topZ], sign > 0 ? 'stop' : undefined),
      ),
    ]
  }
  const fixedEnds = [
    holding.stop === 'left' ? low.x : low.x - clear,
    holding.stop === 'right' ? high.x : high.x + clear,
  ]
  const viseHalf = vise.jawWidth / 2
  const [rearFixed, rearMoving] = [gapY[0] + blank.thickness, gapY[1] - blank.thickness]
  return [
    {
      name: 'vise',
      tone: 'steel',
      shape: box(
        point<'setup'>(-viseHalf, rearFixed, 0),
        point(viseHalf, rearFixed + VISE_JAW_MM, Math.min(vise.jawHeight, topZ)),
      ),
    },
    {
      name: 'vise',
      tone: 'steel',
      shape: box(
        point<'setup'>(-viseHalf, rearMoving - VISE_JAW_MM, 0),
        point(viseHalf, rearMoving, Math.min(vise.jawHeight, topZ)),
      ),
    },
    ...pinSolids(own),
    ...jaw('fixed half', gapY[0], fixed.at, 1, fixedEnds),
    ...jaw('moving half', gapY[1], moving.at, -1, [low.x - 2 * clear, high.x + 2 * clear]),
  ]
}
