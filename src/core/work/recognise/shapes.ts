import { AXES, type Axis, type Point } from '../../ground/geometry'
import { edgesOf, type Ring } from '../../ground/outline'
import { boundsOfPoints, onPlane } from '../../ground/recipe'
import {
  contourHeight,
  contourPlane,
  contourShape,
  type Feature,
  type Part,
  planeOf,
  type Side,
  sideAlong,
} from '../part'
import { type FoundContour } from './levels'
import { tidy } from './seen'

type Place = Feature['place']
type Extent = Extract<Feature, { kind: 'pocket' }>['extent']
export type SaidShape = Feature extends infer One
  ? One extends Feature
    ? Omit<One, 'id'>
    : never
  : never

const SAME_MM = 1e-4

/** A contour by the plain word for it, where it is a pocket, slot, step or boss along the axes; else as it is. */
export function sayContour(part: Part, found: FoundContour): SaidShape {
  const contour = { ...found, id: 'x' }
  const { out } = found.plane
  if (AXES.every((axis) => Math.abs(out[axis]) < 1 - 1e-9) || found.takes !== 'inside') return found
  const depth = tidy(contourHeight(part, contour))
  const extent: Extent = found.through
    ? { kind: 'through' }
    : { kind: 'deep', depth: { mm: depth } }
  const plain = plainWord(part, found, extent, depth)
  return plain ? { ...plain, ...(found.fillet && { fillet: found.fillet }) } : found
}

function plainWord(
  part: Part,
  found: FoundContour,
  extent: Extent,
  depth: number,
): SaidShape | undefined {
  const boss = bossOf(part, found, depth)
  if (boss) return boss
  const [ring] = found.rings
  if (!ring || found.rings.length > 1) return undefined
  const shape = contourShape(found)
  if (shape.kind !== 'rectangle' || !isAlongAxes(found)) return undefined
  return rectangular(part, found, ring, extent, depth, shape.cornerMm)
}

function rectangular(
  part: Part,
  found: FoundContour,
  ring: FoundContour['rings'][number],
  extent: Extent,
  depth: number,
  cornerMm: number | undefined,
): SaidShape | undefined {
  const { on } = found
  const [u, v] = planeOf(on)
  const spans = { [u]: spanOf(found, ring, u), [v]: spanOf(found, ring, v) } as Record<
    Axis,
    readonly [number, number]
  >
  const touches = (axis: Axis): readonly [boolean, boolean] => [
    spans[axis][0] < SAME_MM,
    spans[axis][1] > part.size[axis].mm - SAME_MM,
  ]
  const isWhole = (axis: Axis): boolean => touches(axis).every(Boolean)
  const isInside = (axis: Axis): boolean => !touches(axis).some(Boolean)
  const walls = ring.filter((corner) => !corner.open).length
  const middle = (axis: Axis): Place['dims'][number] => ({
    from: sideAlong(axis, -1),
    at: { mm: tidy((spans[axis][0] + spans[axis][1]) / 2) },
  })
  const width = (axis: Axis) => ({ mm: tidy(spans[axis][1] - spans[axis][0]) })
  if (isInside(u) && isInside(v) && walls === ring.length)
    return {
      kind: 'pocket',
      on,
      place: { dims: [middle(u), middle(v)], centred: false },
      across: width(u),
      up: width(v),
      extent,
      ...(cornerMm !== undefined && { corner: { mm: tidy(cornerMm) } }),
    }
  if (extent.kind !== 'deep' || cornerMm !== undefined) return undefined
  const long = [u, v].find(isWhole)
  const cross = long === u ? v : u
  if (!long || isWhole(cross)) return undefined
  if (isInside(cross) && walls === 2)
    return {
      kind: 'slot',
      on,
      place: { dims: [middle(cross)], centred: false },
      runs: long,
      width: width(cross),
      depth: { mm: depth },
    }
  if (isInside(cross) || walls !== 1) return undefined
  const along: Side = sideAlong(cross, touches(cross)[1] ? 1 : -1)
  return {
    kind: 'step',
    on,
    place: { dims: [], centred: true },
    along,
    width: width(cross),
    depth: { mm: depth },
  }
}

/** A floor all over a side with one round left standing. */
function bossOf(part: Part, found: FoundContour, depth: number): SaidShape | undefined {
  const [outer, island, more] = found.rings
  if (!outer || !island || more || outer.length !== 4 || !isAlongAxes(found)) return undefined
  const [u, v] = planeOf(found.on)
  const isWhole = [u, v].every((axis) => {
    const [low, high] = spanOf(found, outer, axis)
    return low < SAME_MM && high > part.size[axis].mm - SAME_MM
  })
  const edges = edgesOf(island)
  const [first] = edges
  if (!isWhole || first?.kind !== 'arc') return undefined
  const isRound = edges.every(
    (edge) =>
      edge.kind === 'arc' &&
      Math.hypot(edge.centre.x - first.centre.x, edge.centre.y - first.centre.y) < SAME_MM,
  )
  if (!isRound) return undefined
  const centre = onPlane(contourPlane({ ...found, id: 'x' }), first.centre)
  return {
    kind: 'boss',
    on: found.on,
    place: {
      dims: [u, v].map((axis) => ({ from: sideAlong(axis, -1), at: { mm: tidy(centre[axis]) } })),
      centred: false,
    },
    diameter: { mm: tidy(2 * first.radiusMm) },
    height: { mm: depth },
  }
}

/** Whether the sides of an outline run along the axes of the part. */
const isAlongAxes = ({ plane: { across } }: FoundContour): boolean =>
  AXES.some((axis) => Math.abs(across[axis]) > 1 - 1e-9)

/** From where to where an outline goes along an axis, mm. */
function spanOf(found: FoundContour, ring: Ring, axis: Axis): readonly [number, number] {
  const plane = contourPlane({ ...found, id: 'x' })
  const ends = ring.map((corner): Point<'part'> => onPlane(plane, corner))
  const { high, low } = boundsOfPoints(ends)
  return [low[axis], high[axis]]
}
