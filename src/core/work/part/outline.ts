import { polygonHull } from 'd3-polygon'
import { type Axis, dot, type Point, point, subtract, withAxis } from '../../ground/geometry'
import { type Part } from './schema'
import { AXES } from '../../ground/geometry'
import { type PlaneSurface } from './surface'
import { placePoint, removedBox } from './surfaces'
import { isSide } from './side'

/** How far behind a face metal is looked for, mm. */
const BEHIND_MM = 1e-4
const ROUND = 16

/**
 * Corners, in order, of the convex outline of what remains of a plane after all cuts of the part: what a
 * flat plate laid against it can touch. Empty when nothing of it remains. Holes do not change it.
 */
export function remainingOutline(part: Part, plane: PlaneSurface): readonly Point<'part'>[] {
  if (plane.outline) return plane.outline
  const [u, v] = inPlaneAxes(plane)
  const boss = part.features.find((f) => f.kind === 'boss' && f.on === plane.id)
  const whole = plane.corners.map((c): [number, number] => [c[u], c[v]])
  if (boss?.kind === 'boss' && isSide(plane.id)) {
    const at = placePoint(part, boss.on, boss.place)
    const r = boss.diameter.mm / 2
    return back(
      plane,
      Array.from({ length: ROUND }, (_, i): [number, number] => {
        const turn = (2 * Math.PI * i) / ROUND
        return [at[u] + r * Math.cos(turn), at[v] + r * Math.sin(turn)]
      }),
    )
  }
  const boxes = part.features
    .filter((f) => f.id !== plane.owner)
    .flatMap((f) => removedBox(part, f) ?? [])
    .filter((box) => {
      const axis = acrossAxis(plane)
      const behind = plane.at[axis] - plane.normal[axis] * BEHIND_MM
      return box.low[axis] < behind && box.high[axis] > behind
    })
  if (boxes.length === 0) return plane.corners
  const span = (axis: Axis): readonly number[] => {
    const of = whole.map((c) => c[axis === u ? 0 : 1])
    const [low, high] = [Math.min(...of), Math.max(...of)]
    const cuts = boxes
      .flatMap((box) => [box.low[axis], box.high[axis]])
      .filter((c) => c > low + 1e-9 && c < high - 1e-9)
    return [...new Set([low, ...cuts, high])].sort((a, b) => a - b)
  }
  const [across, up] = [span(u), span(v)]
  const kept: [number, number][] = []
  for (let i = 0; i + 1 < across.length; i++)
    for (let j = 0; j + 1 < up.length; j++) {
      const [a, b] = [across[i] as number, across[i + 1] as number]
      const [c, d] = [up[j] as number, up[j + 1] as number]
      const middle = { [u]: (a + b) / 2, [v]: (c + d) / 2 } as Record<Axis, number>
      const gone = boxes.some((box) =>
        [u, v].every((axis) => middle[axis] > box.low[axis] && middle[axis] < box.high[axis]),
      )
      if (!gone) kept.push([a, c], [b, c], [b, d], [a, d])
    }
  const hull = polygonHull(kept)
  return hull ? back(plane, hull) : []
}

const acrossAxis = (plane: PlaneSurface): Axis =>
  AXES.find((axis) => Math.abs(plane.normal[axis]) > 0.5) ?? 'z'

const inPlaneAxes = (plane: PlaneSurface): readonly [Axis, Axis] => {
  const [u = 'x', v = 'y'] = AXES.filter((axis) => axis !== acrossAxis(plane))
  return [u, v]
}

const back = (
  plane: PlaneSurface,
  corners: readonly (readonly [number, number])[],
): readonly Point<'part'>[] => {
  const [u, v] = inPlaneAxes(plane)
  return corners.map(([a, b]) => withAxis(withAxis(plane.at, u, a), v, b))
}

/** Pairs of corners of a convex outline that can be the highest and the lowest under some lean. */
export function opposedCorners(
  corners: readonly Point<'part'>[],
): readonly (readonly [Point<'part'>, Point<'part'>])[] {
  const [first] = corners
  if (!first) return []
  const along = subtract(corners[1] ?? first, first)
  const length = Math.hypot(along.x, along.y, along.z) || 1
  const e = point<'part'>(along.x / length, along.y / length, along.z / length)
  const flat = (p: Point<'part'>): [number, number] => {
    const by = subtract(p, first)
    const a = dot(by, e)
    const rest = subtract(by, point(e.x * a, e.y * a, e.z * a))
    const far = corners.map((c) => {
      const d = subtract(c, first)
      const k = dot(d, e)
      return subtract(d, point<'part'>(e.x * k, e.y * k, e.z * k))
    })
    const most = far.reduce((x, y) =>
      Math.hypot(y.x, y.y, y.z) > Math.hypot(x.x, x.y, x.z) ? y : x,
    )
    const size = Math.hypot(most.x, most.y, most.z) || 1
    return [a, dot(rest, most) / size]
  }
  const places = corners.map(flat)
  const differences = new Map<string, { by: [number, number]; i: number; j: number }>()
  places.forEach(([ax, ay], i) =>
    places.forEach(([bx, by], j) => {
      if (i === j) return
      const key = `${(bx - ax).toFixed(6)} ${(by - ay).toFixed(6)}`
      if (!differences.has(key)) differences.set(key, { by: [bx - ax, by - ay], i, j })
    }),
  )
  const all = [...differences.values()]
  const hull = polygonHull(all.map((d) => d.by)) ?? []
  const chosen = all.filter(
    (d) => hull.some((h) => h[0] === d.by[0] && h[1] === d.by[1]) && d.i < d.j,
  )
  return chosen.map(({ i, j }) => [corners[i] as Point<'part'>, corners[j] as Point<'part'>])
}
