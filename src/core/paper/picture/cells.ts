import { AXES, type Axis, type Point, point } from '../../ground/geometry'
import { type Box, type Feature, type Part } from '../../work/part'
import { boxesOf } from '../../ground/recipe'
import { blockNow, type PartState, takenBy } from '../../work/stock'

/**
 * The part as boxes between all planes of its block and its steps, slots and pockets: an exact solid
 * for what is not round. Round features are drawn over it.
 */
export interface Cells {
  readonly planes: Readonly<Record<Axis, readonly number[]>>
  readonly filled: (i: number, j: number, k: number) => boolean
  readonly box: Box
}

const SAME = 1e-6

export function cellsOf(part: Part, state: PartState, features: readonly Feature[]): Cells {
  const box = blockNow(part, state)
  const removed = features.flatMap((feature) => {
    const tool = takenBy(part, feature, box)
    return tool ? boxesOf(tool) : []
  })
  const planes = (axis: Axis): number[] => {
    const all = [
      box.low[axis],
      box.high[axis],
      ...removed.flatMap((r) => [r.low[axis], r.high[axis]]),
    ]
    const inside = all
      .filter((v) => v >= box.low[axis] - SAME && v <= box.high[axis] + SAME)
      .sort((a, b) => a - b)
    return inside.filter((v, i) => i === 0 || v - (inside[i - 1] ?? 0) > SAME)
  }
  const all = { x: planes('x'), y: planes('y'), z: planes('z') }
  const middle = (axis: Axis, i: number): number =>
    ((all[axis][i] ?? 0) + (all[axis][i + 1] ?? 0)) / 2
  const filled = (i: number, j: number, k: number): boolean => {
    if (
      i < 0 ||
      j < 0 ||
      k < 0 ||
      i >= all.x.length - 1 ||
      j >= all.y.length - 1 ||
      k >= all.z.length - 1
    )
      return false
    const at = point<'part'>(middle('x', i), middle('y', j), middle('z', k))
    return !removed.some((r) =>
      AXES.every((axis) => at[axis] > r.low[axis] && at[axis] < r.high[axis]),
    )
  }
  return { planes: all, filled, box }
}

/** Whether the straight way from a point towards the viewer is free of metal. */
export function seenFrom(cells: Cells, from: Point<'part'>, towards: Point<'part'>): boolean {
  const { box, planes } = cells
  const reach = Math.hypot(box.high.x - box.low.x, box.high.y - box.low.y, box.high.z - box.low.z)
  const index = (axis: Axis, v: number): number => planes[axis].findLastIndex((p) => p <= v)
  for (let step = 1; step <= 80; step++) {
    const t = (step / 80) * reach + 0.01
    const at = point<'part'>(from.x + towards.x * t, from.y + towards.y * t, from.z + towards.z * t)
    if (AXES.some((axis) => at[axis] <= box.low[axis] || at[axis] >= box.high[axis])) return true
    if (cells.filled(index('x', at.x), index('y', at.y), index('z', at.z))) return false
  }
  return true
}
