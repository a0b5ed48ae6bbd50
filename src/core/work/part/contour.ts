import { AXES, dot, type PlanePoint, point, type Point, subtract } from '../../ground/geometry'
import {
  type Edge,
  edgesOf,
  flatRing,
  isWithin,
  type Ring,
  ringArea,
  ringBounds,
} from '../../ground/outline'
import { onPlane, type Plane } from '../../ground/recipe'
import { type Contour, type Part } from './schema'
import { type AxisSurface, type PlaneSurface, type Surface } from './surface'

/** An arc of at least so much of a turn is a round that has an axis to measure from; a corner's fillet is less. */
const ROUND_RAD = (100 * Math.PI) / 180
/** Corners by which an outline is known where it touches something, and how far they may be off it, mm. */
const OUTLINE_MM = 0.02

export const contourPlane = ({ plane }: Contour): Plane<'part'> => ({
  at: point(plane.at.x, plane.at.y, plane.at.z),
  across: point(plane.across.x, plane.across.y, plane.across.z),
  out: point(plane.out.x, plane.out.y, plane.out.z),
})

/** How far a contour reaches from its floor to where its outline leaves the finished block, mm. */
export function contourHeight(part: Part, contour: Contour): number {
  const { out } = contourPlane(contour)
  const corners = [0, part.size.x.mm].flatMap((x) =>
    [0, part.size.y.mm].flatMap((y) => [0, part.size.z.mm].map((z) => point<'part'>(x, y, z))),
  )
  const { at } = contourPlane(contour)
  return Math.max(0, ...corners.map((corner) => dot(subtract(corner, at), out)))
}

/** Floor, straight walls and rounds that a contour leaves on the part. */
export function contourSurfaces(part: Part, contour: Contour): readonly Surface[] {
  const plane = contourPlane(contour)
  const height = contourHeight(part, contour)
  const surfaces: Surface[] = []
  if (!contour.through) surfaces.push(floorOf(contour, plane))
  if (contour.takes === 'nothing' && !contour.through) return surfaces
  const isTaken = (p: PlanePoint): boolean =>
    isWithin(contour.rings, p) === (contour.takes === 'inside')
  let [walls, rounds] = [0, 0]
  for (const ring of contour.rings) {
    edgesOf(ring).forEach((edge, i) => {
      if (ring[i]?.open) return
      if (edge.kind === 'line')
        surfaces.push(wallOf(contour, plane, edge, height, isTaken, ++walls))
      else if (Math.abs(edge.turnRad) >= ROUND_RAD && !isFollowed(ring, i))
        surfaces.push(roundOf(contour, plane, edge, height, ++rounds))
    })
  }
  return surfaces
}

/** The second half of a whole circle stands for the same axis as the first. */
const isFollowed = (ring: Ring, i: number): boolean => ring.length === 2 && i === 1

function floorOf(contour: Contour, plane: Plane<'part'>): PlaneSurface {
  const { high, low } = ringBounds(contour.rings)
  const corners = [
    { x: low.x, y: low.y },
    { x: high.x, y: low.y },
    { x: high.x, y: high.y },
    { x: low.x, y: high.y },
  ].map((p) => onPlane(plane, p))
  const outer = contour.rings.reduce((most, ring) =>
    Math.abs(ringArea(ring)) > Math.abs(ringArea(most)) ? ring : most,
  )
  return {
    kind: 'plane',
    id: `${contour.id}.floor`,
    owner: contour.id,
    at: onPlane(plane, { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2 }),
    normal: plane.out,
    corners,
    outline: flatRing(outer, OUTLINE_MM).map((p) => onPlane(plane, p)),
    rings: { plane, rings: contour.rings },
  }
}

function wallOf(
  contour: Contour,
  plane: Plane<'part'>,
  { from, to }: Edge,
  height: number,
  isTaken: (p: PlanePoint) => boolean,
  number: number,
): PlaneSurface {
  const length = Math.hypot(to.x - from.x, to.y - from.y)
  const left = { x: -(to.y - from.y) / length, y: (to.x - from.x) / length }
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
  const beside = { x: middle.x + left.x * 1e-3, y: middle.y + left.y * 1e-3 }
  const side = isTaken(beside) ? 1 : -1
  const normal = subtract(
    onPlane(plane, { x: left.x * side, y: left.y * side }),
    onPlane(plane, { x: 0, y: 0 }),
  )
  return {
    kind: 'plane',
    id: `${contour.id}.w${number}`,
    owner: contour.id,
    at: onPlane(plane, middle, height / 2),
    normal: tidyDirection(normal),
    corners: [
      onPlane(plane, from),
      onPlane(plane, to),
      onPlane(plane, to, height),
      onPlane(plane, from, height),
    ],
  }
}

const roundOf = (
  contour: Contour,
  plane: Plane<'part'>,
  edge: Edge & { kind: 'arc' },
  height: number,
  number: number,
): AxisSurface => ({
  kind: 'axis',
  id: `${contour.id}.r${number}`,
  owner: contour.id,
  from: onPlane(plane, edge.centre, height),
  to: onPlane(plane, edge.centre),
  diameterMm: 2 * edge.radiusMm,
})

/** A direction that is along an axis but for rounding, exactly along it. */
export function tidyDirection(direction: Point<'part'>): Point<'part'> {
  const axis = AXES.find((one) => Math.abs(Math.abs(direction[one]) - 1) < 1e-9)
  if (!axis) return direction
  const one = Math.sign(direction[axis])
  return point(axis === 'x' ? one : 0, axis === 'y' ? one : 0, axis === 'z' ? one : 0)
}

/** Outlines of a contour at its floor and where it comes out of the block, as closed lines for pictures. */
export function contourLines(part: Part, contour: Contour): readonly (readonly Point<'part'>[])[] {
  const plane = contourPlane(contour)
  const height = contourHeight(part, contour)
  return contour.rings.flatMap((ring) =>
    (contour.takes === 'nothing' ? [0] : [0, height]).map((out) =>
      flatRing(ring, 0.1).map((p) => onPlane(plane, p, out)),
    ),
  )
}

/** The middle of a contour's outline, on its floor. */
export function contourMiddle(contour: Contour): Point<'part'> {
  const { high, low } = ringBounds(contour.rings)
  return onPlane(contourPlane(contour), { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2 })
}

export interface ContourShape {
  readonly kind: 'rectangle' | 'slot' | 'circle' | 'outline'
  /** Longer and shorter extent, mm. */
  readonly long: number
  readonly wide: number
  readonly cornerMm?: number
}

/** What the outer outline of a contour is, in the words of a drawing. */
export function contourShape({ rings }: Pick<Contour, 'rings'>): ContourShape {
  const outer = rings.reduce((most, ring) =>
    Math.abs(ringArea(ring)) > Math.abs(ringArea(most)) ? ring : most,
  )
  const { high, low } = ringBounds([outer])
  const [a, b] = [high.x - low.x, high.y - low.y]
  const [long, wide] = a > b ? [a, b] : [b, a]
  const edges = edgesOf(outer)
  const arcs = edges.filter((edge) => edge.kind === 'arc')
  const area = Math.abs(ringArea(outer))
  const radii = arcs.map((arc) => arc.radiusMm)
  const isOneRadius = radii.every((r) => Math.abs(r - (radii[0] ?? 0)) < 1e-4)
  const near = (other: number): boolean => Math.abs(area - other) < 1e-6 * area + 1e-6
  if (arcs.length === 0 && near(long * wide)) return { kind: 'rectangle', long, wide }
  const [r = 0] = radii
  if (isOneRadius && near(long * wide - (4 - Math.PI) * r * r)) {
    if (Math.abs(long - 2 * r) < 1e-4) return { kind: 'circle', long, wide }
    if (Math.abs(wide - 2 * r) < 1e-4) return { kind: 'slot', long, wide }
    return { kind: 'rectangle', long, wide, cornerMm: r }
  }
  return { kind: 'outline', long, wide }
}

/** How deep a contour lies below where its side of the block is, mm; 0 where it leans. */
export const contourDepth = (part: Part, contour: Contour): number => {
  const plane = contourPlane(contour)
  const isUpright = AXES.some((axis) => Math.abs(plane.out[axis]) > 1 - 1e-9)
  return isUpright ? contourHeight(part, contour) : 0
}
