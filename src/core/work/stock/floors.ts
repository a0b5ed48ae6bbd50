import {
  AXES,
  type Axis,
  type PlanePoint,
  point,
  type Point,
  withAxis,
} from '../../ground/geometry'
import {
  type Corner,
  edgesOf,
  isWithin,
  middleOfEdge,
  rectangleRing,
  type Ring,
  roundedRectangle,
} from '../../ground/outline'
import { alongPlane, type Bounds, type Floor, onPlane, type Plane } from '../../ground/recipe'
import {
  axisOf,
  type Contour,
  contourPlane,
  type Feature,
  normalOf,
  type Part,
  removedBox,
  type Side,
  signOf,
} from '../part'
import { grown, ORIGIN } from './over'

const SAME = 1e-6

export type Boxlike = Extract<Feature, { kind: 'step' | 'slot' | 'pocket' }>

/** What a step, slot or pocket takes, seen from its face: the box, out of the stock where it opens, and its floor. */
export interface BoxFloor extends Floor<'part'> {
  readonly low: Point<'part'>
  readonly high: Point<'part'>
  readonly ring: Ring
}

export function boxFloor(
  part: Part,
  feature: Boxlike,
  block: Bounds<'part'>,
): BoxFloor | undefined {
  const removed = removedBox(part, feature)
  if (!removed) return undefined
  const out = grown(block)
  const size = { x: part.size.x.mm, y: part.size.y.mm, z: part.size.z.mm }
  const lowOf = (axis: Axis): number =>
    removed.low[axis] <= SAME ? Math.min(out.low[axis], removed.low[axis]) : removed.low[axis]
  const highOf = (axis: Axis): number =>
    removed.high[axis] >= size[axis] - SAME
      ? Math.max(out.high[axis], removed.high[axis])
      : removed.high[axis]
  const low = point<'part'>(lowOf('x'), lowOf('y'), lowOf('z'))
  const high = point<'part'>(highOf('x'), highOf('y'), highOf('z'))
  const corner = feature.kind === 'pocket' ? feature.corner?.mm : undefined
  const { plane, ring } = outlineOf(low, high, feature.on, corner)
  // Where it runs out of the block there is no wall.
  const isOut = (at: Point<'part'>): boolean =>
    AXES.some(
      (one) => one !== axisOf(feature.on) && (at[one] < -SAME || at[one] > size[one] + SAME),
    )
  const marked = edgesOf(ring).map((edge, i) => ({
    ...(ring[i] as Corner),
    open: isOut(onPlane(plane, middleOfEdge(edge).middle)),
  }))
  const isFloor = (at: PlanePoint): boolean => isWithin([ring], at)
  return { low, high, plane, ring, rings: [marked], isFloor }
}

/** The floor of a box that is open to a side, and its outline there, with round corners where they are. */
function outlineOf(low: Point<'part'>, high: Point<'part'>, on: Side, corner: number | undefined) {
  const axis = axisOf(on)
  const [across = 'x'] = AXES.filter((one) => one !== axis)
  const plane: Plane<'part'> = {
    at: signOf(on) > 0 ? low : withAxis(low, axis, high[axis]),
    across: withAxis(ORIGIN, across, 1),
    out: normalOf(on),
  }
  const far = alongPlane(plane, high)
  const [near, opposite] = [
    { x: Math.min(0, far.x), y: Math.min(0, far.y) },
    { x: Math.max(0, far.x), y: Math.max(0, far.y) },
  ]
  const ring = corner ? roundedRectangle(near, opposite, corner) : rectangleRing(near, opposite)
  return { plane, ring }
}

/** The floor of an outline, on its own plane. */
export const contourFloor = (contour: Contour): Floor<'part'> => ({
  plane: contourPlane(contour),
  rings: contour.rings,
  isFloor: (at) => isWithin(contour.rings, at) === (contour.takes === 'inside'),
})
