import { polygonHull } from 'd3-polygon'
import { add, type Point, point, scale } from '../../ground/geometry'
import { type Sheet, type Tone } from '../../ground/scene'
import { type Cells } from './cells'

/** Where a contact of the footing bears on the part. */
export interface ContactMark {
  readonly id: string
  readonly at: Point<'part'>
  readonly normal: Point<'part'>
  readonly raw: boolean
}

interface View {
  readonly cells: Cells
  readonly sheet: Sheet
  readonly project: (p: Point<'part'>) => readonly [number, number]
}

/** Convex outline of points, counter-clockwise in a plane whose second axis points up. */
export const hull = (
  points: readonly (readonly [number, number])[],
): readonly (readonly [number, number])[] =>
  // The library counts with the second axis pointing down.
  (polygonHull(points.map(([u, v]) => [u, v])) ?? []).reverse()

/** A mark beside the part where it bears: slid along its direction until it is clear of the part, tip inwards. */
export function paintContact({ cells, project, sheet }: View, contact: ContactMark): void {
  const [u, v] = project(contact.at)
  const [u2, v2] = project(add(contact.at, scale(contact.normal, 10)))
  const length = Math.hypot(u2 - u, v2 - v) || 1
  const [du, dv] = [(u2 - u) / length, (v2 - v) / length]
  const out = exitDistance(hull(boxCorners(cells).map(project)), [u, v], [du, dv])
  const [dx, dy] = [du, -dv]
  const tone: Tone = contact.raw ? 'red' : 'blue'
  const outline: readonly (readonly [number, number])[] = [
    [dx * 2, dy * 2],
    [dx * 10 - dy * 4.5, dy * 10 + dx * 4.5],
    [dx * 10 + dy * 4.5, dy * 10 - dx * 4.5],
  ]
  sheet.symbol(u + du * out, v + dv * out, outline, {
    fill: tone,
    stroke: 'sheet',
    width: 0.75,
    ref: contact.id,
  })
}

export const boxCorners = ({ box: { high, low } }: Cells): readonly Point<'part'>[] =>
  [low.x, high.x].flatMap((x) =>
    [low.y, high.y].flatMap((y) => [low.z, high.z].map((z) => point<'part'>(x, y, z))),
  )

/** How far along a direction a point of a convex, counter-clockwise outline has to go to be outside. */
function exitDistance(
  outline: readonly (readonly [number, number])[],
  [u, v]: readonly [number, number],
  [du, dv]: readonly [number, number],
): number {
  let distance = Infinity
  outline.forEach(([u0, v0], i) => {
    const [u1, v1] = outline[(i + 1) % outline.length] ?? [u0, v0]
    const [nu, nv] = [v1 - v0, u0 - u1]
    const speed = du * nu + dv * nv
    if (speed > 1e-9) distance = Math.min(distance, ((u0 - u) * nu + (v0 - v) * nv) / speed)
  })
  return Number.isFinite(distance) ? Math.max(0, distance) : 0
}
