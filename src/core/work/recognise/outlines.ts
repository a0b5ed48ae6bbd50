import { AXES, dot, point, scale } from '../../ground/geometry'
import {
  edgesOf,
  gapToRings,
  isWithin,
  middleOfEdge,
  type Ring,
  ringArea,
  ringBounds,
} from '../../ground/outline'
import { alongPlane, onPlane, type Plane } from '../../ground/recipe'
import { axisOf, normalOf, SIDES, signOf } from '../part'
import { type SolidFace } from '../solid'
import { wallsUnder } from './feet'
import { contourOf, corner, type FoundContour, isAlongAxis, isIsland, tidyPlane } from './levels'
import { placesIn } from './places'
import { type Seen, STEP_MM } from './seen'

type Flat = SolidFace<'part'> & { readonly kind: 'plane' }

/** Openings that go straight through from a flat: its inner rings that lead into the open on both ways. */
export function windowsIn(
  seen: Seen,
  face: Flat,
  isHole: (ring: Ring, plane: Plane<'part'>) => boolean,
): readonly FoundContour[] {
  const plane = tidyPlane(face.plane)
  const inward = scale(plane.out, -1)
  return face.rings.slice(1).flatMap((ring) => {
    if (isHole(ring, plane) || isIsland(seen, plane, ring)) return []
    const places = placesIn([ring])
    const isThrough =
      places.length > 0 &&
      places.every(
        (p) =>
          seen.isOpen(onPlane(plane, p, STEP_MM), inward) &&
          seen.isOpen(onPlane(plane, p, STEP_MM), plane.out),
      )
    if (!isThrough) return []
    return [contourOf(plane, [ring.map((c) => corner(c, false))], 'inside', true)]
  })
}

/** Whether an outline reaches as far as the block about the part on all four sides. */
function spansBlock(seen: Seen, plane: Plane<'part'>, outer: Ring): boolean {
  const axis = AXES.find((one) => Math.abs(plane.out[one]) > 1 - 1e-9)
  if (!axis) return false
  const corners = [point<'part'>(0, 0, 0), seen.size].map((corner) => alongPlane(plane, corner))
  const { high, low } = ringBounds([outer])
  return (['x', 'y'] as const).every((one) => {
    const [a = 0, b = 0] = corners.map((corner) => corner[one])
    return Math.abs(low[one] - Math.min(a, b)) < 1e-3 && Math.abs(high[one] - Math.max(a, b)) < 1e-3
  })
}

/** Whether metal stands just outside of a ring anywhere along a plane's way out or in. */
const hasMetalBeside = (seen: Seen, plane: Plane<'part'>, ring: Ring): boolean =>
  edgesOf(ring)
    .flatMap((edge) => {
      const { left, middle } = middleOfEdge(edge)
      return [1, -1].map((side) => ({
        x: middle.x + left.x * side * BESIDE_MM,
        y: middle.y + left.y * side * BESIDE_MM,
      }))
    })
    .filter((p) => !isWithin([ring], p))
    .some(
      (p) =>
        !seen.isOpen(onPlane(plane, p, STEP_MM), plane.out) ||
        !seen.isOpen(onPlane(plane, p, STEP_MM), scale(plane.out, -1)),
    )
/** So far beside an outline it is looked whether metal stands there: more than facets are off a round, mm. */
const BESIDE_MM = 0.1

/**
 * The outline of the part as one looks along one of its axes, where a flat square to that has it whole: what is
 * outside of it is cut all through.
 */
export function outlineAlong(seen: Seen, face: Flat): FoundContour | undefined {
  const plane = tidyPlane(face.plane)
  const [own] = face.rings
  const outer = own && (spansBlock(seen, face.plane, own) ? own : wallsUnder(seen, face))
  if (!outer || !spansBlock(seen, face.plane, outer) || hasMetalBeside(seen, plane, outer))
    return undefined
  const box = ringBounds([outer])
  const whole = (box.high.x - box.low.x) * (box.high.y - box.low.y)
  if (Math.abs(Math.abs(ringArea(outer)) - whole) < 1e-6 * whole && outer.length === 4)
    return undefined
  const onSide = SIDES.filter((side) => Math.abs(dot(normalOf(side), plane.out)) < 1e-9)
  const isOnSide = (edge: ReturnType<typeof edgesOf>[number]): boolean =>
    edge.kind === 'line' &&
    onSide.some((side) =>
      [edge.from, edge.to].every(
        (p) =>
          Math.abs(
            onPlane(plane, p)[axisOf(side)] - (signOf(side) > 0 ? seen.size[axisOf(side)] : 0),
          ) < 1e-4,
      ),
    )
  const edges = edgesOf(outer)
  // Straight along the axes it is steps, each of which is cut from its own side.
  if (edges.every((edge) => edge.kind === 'line' && isAlongAxis(plane, edge))) return undefined
  const { positions } = seen.solid.mesh
  for (let i = 0; i < positions.length; i += 3) {
    const at = { x: positions[i] ?? 0, y: positions[i + 1] ?? 0, z: positions[i + 2] ?? 0 }
    if (gapToRings([outer], alongPlane(plane, at)) > seen.meshMm) return undefined
  }
  const ring = outer.map((c, i) => corner(c, isOnSide(edges[i] as (typeof edges)[number])))
  return contourOf(plane, [ring], 'outside', true)
}
