import { add, AXES, dot, type PlanePoint, scale, subtract, withAxis } from '../../ground/geometry'
import { type Corner, rectangleRing, type Ring } from '../../ground/outline'
import {
  acrossOf,
  alongPlane,
  type Bounds,
  cornersOfBox,
  onPlane,
  type Plane,
  prism,
  type Recipe,
} from '../../ground/recipe'
import { axisOf, type Contour, contourPlane, normalOf, type Part, type Side, signOf } from '../part'
import { contourFloor } from './floors'
import { footOf, withoutFoot } from './foot'
import { grown, ORIGIN, OVER_MM } from './over'

/** What a contour takes: its outline carried out of the stock, and to its other side where it has no floor. */
export function contourTaken(
  part: Part,
  contour: Contour,
  block: Bounds<'part'>,
): Recipe<'part'> | undefined {
  if (contour.takes === 'nothing') return undefined
  const plane = contourPlane(contour)
  const ways = cornersOfBox(block).map((corner) => dot(subtract(corner, plane.at), plane.out))
  const [low, high] = [Math.min(...ways), Math.max(...ways)]
  const floor = contour.through ? low - OVER_MM : 0
  const from: Plane<'part'> = { ...plane, at: add(plane.at, scale(plane.out, floor)) }
  const up = high + OVER_MM - floor
  if (up <= 0) return undefined
  const rings = contour.rings.map((ring) => opened(ring, plane, grown(block), part))
  const foot = footOfContour(part, contour, grown(block))
  if (contour.takes === 'inside') {
    const straight = prism(from, rings, up)
    const over = (contour.clear ?? []).flatMap(
      (side) => takenOver(from, rings, side, grown(block)) ?? [],
    )
    return withoutFoot(
      over.length > 0 ? { kind: 'united', of: [straight, ...over] } : straight,
      foot,
    )
  }
  const { high: far, low: near } = reachOf(from, grown(block))
  return withoutFoot(prism(from, [rectangleRing(near, far), ...rings], up), foot)
}

function footOfContour(
  part: Part,
  contour: Contour,
  { high, low }: Bounds<'part'>,
): readonly Recipe<'part'>[] {
  const { fillet, through } = contour
  if (!fillet || through) return []
  // An edge that has no wall is pushed out of the stock: the feet beside it go as far.
  const pushed = AXES.map((axis) => Math.max(-low[axis], high[axis] - part.size[axis].mm))
  return footOf(contourFloor(contour), fillet.mm, fillet.mm + Math.max(0, ...pushed))
}

/** What stands over a leaning floor towards a side of the block; for outlines of straight edges. */
function takenOver(
  floor: Plane<'part'>,
  rings: readonly Ring[],
  side: Side,
  block: Bounds<'part'>,
): Recipe<'part'> | undefined {
  if (rings.some((ring) => ring.some(({ bulge }) => bulge))) return undefined
  const out = normalOf(side)
  const [across] = acrossOf(out)
  const low = signOf(side) > 0 ? block.low : block.high
  const foot: Plane<'part'> = { at: low, across, out }
  const shadows = rings.map((ring) =>
    ring.map((corner): Corner => {
      const { x, y } = alongPlane(foot, onPlane(floor, corner))
      return { x, y }
    }),
  )
  const axis = axisOf(side)
  const upright = prism(foot, shadows, block.high[axis] - block.low[axis])
  const { high: far, low: near } = reachOf(floor, block)
  const deep = -Math.max(
    OVER_MM,
    ...cornersOfBox(block).map((corner) => -dot(subtract(corner, floor.at), floor.out)),
  )
  const under = prism(
    { ...floor, at: add(floor.at, scale(floor.out, deep - OVER_MM)) },
    [rectangleRing(near, far)],
    OVER_MM - deep,
  )
  return { kind: 'cut', from: upright, by: [under] }
}

/** The rectangle of a plane in which a block lies. */
function reachOf(plane: Plane<'part'>, block: Bounds<'part'>) {
  const places = cornersOfBox(block).map((corner) => alongPlane(plane, corner))
  const [xs, ys] = [places.map((p) => p.x), places.map((p) => p.y)]
  return {
    low: { x: Math.min(...xs), y: Math.min(...ys) },
    high: { x: Math.max(...xs), y: Math.max(...ys) },
  }
}

/** An outline with the edges that have no wall pushed out of the stock, where they lie on a side of the finished block. */
function opened(
  ring: Contour['rings'][number],
  plane: Plane<'part'>,
  block: Bounds<'part'>,
  part: Part,
): Ring {
  const shifts = ring.map((corner, i) =>
    corner.open
      ? outOfStock(plane, corner, ring[(i + 1) % ring.length] ?? corner, block, part)
      : NONE,
  )
  return ring.flatMap((corner, i): Ring => {
    const by = shifts[i] as PlanePoint
    const before = shifts[(i + ring.length - 1) % ring.length] as PlanePoint
    const { bulge, x, y } = corner
    if (by === NONE && before === NONE) return [{ x, y, bulge }]
    const at = (dx: number, dy: number): Corner => ({ x: x + dx, y: y + dy })
    // Where an open edge ends, its own push; between two of them the push of both.
    const after = { ...at(by.x, by.y), bulge: by === NONE ? bulge : undefined }
    if (by === NONE) return [at(before.x, before.y), after]
    if (before === NONE) return [at(0, 0), after]
    return [at(before.x, before.y), at(before.x + by.x, before.y + by.y), after]
  })
}

const NONE: PlanePoint = { x: 0, y: 0 }

/** How an edge on a side of the finished block is pushed out of the stock, across and up its plane. */
function outOfStock(
  plane: Plane<'part'>,
  a: PlanePoint,
  b: PlanePoint,
  { high, low }: Bounds<'part'>,
  part: Part,
): PlanePoint {
  const [p, q] = [onPlane(plane, a), onPlane(plane, b)]
  const shifts = AXES.flatMap((axis) => {
    const isOn = (level: number): boolean =>
      Math.abs(p[axis] - level) < ON_SIDE_MM && Math.abs(q[axis] - level) < ON_SIDE_MM
    if (isOn(0)) return [withAxis(ORIGIN, axis, low[axis])]
    const far = part.size[axis].mm
    return isOn(far) ? [withAxis(ORIGIN, axis, high[axis] - far)] : []
  })
  const [shift] = shifts
  if (!shift) return NONE
  const { x, y } = alongPlane({ ...plane, at: ORIGIN }, shift)
  return { x, y }
}

const ON_SIDE_MM = 1e-4
