import { AXES, dot, type PlanePoint, type Point, scale } from '../../ground/geometry'
import { edgesOf, gapToRings, isWithin, type Ring, ringBounds } from '../../ground/outline'
import { alongPlane, onPlane, type Plane } from '../../ground/recipe'
import { type Contour, normalOf, SIDES, axisOf, signOf, tidyDirection } from '../part'
import { type SolidFace } from '../solid'
import { nearestSide } from './holes'
import { type Seen, STEP_MM, tidy } from './seen'

type At = Point<'part'>
type Flat = SolidFace<'part'> & { readonly kind: 'plane' }

/** Places each way in which it is looked whether a flat can be come at. */
const GRID = 7
/** A rim of a flat that may be covered by the triangles of a round beside it, mm. */
const RIM_MM = 0.05

export type FoundContour = Omit<Contour, 'id' | 'name'>

/** The outlines of a flat: the outer one, and those of what stands up from it. Holes and deeper floors within it are not its own. */
export function islandRings(seen: Seen, { plane, rings }: Flat): readonly Ring[] {
  const [outer, ...inner] = rings
  if (!outer) return []
  return [outer, ...inner.filter((ring) => isIsland(seen, plane, ring))]
}

/** Whether metal stands up within a ring of a flat: looked at just inside of its edges. */
function isIsland(seen: Seen, plane: Plane<'part'>, ring: Ring): boolean {
  const places = insideOf(ring)
  const metal = places.filter((p) => seen.isMetal(onPlane(plane, p, STEP_MM)))
  return metal.length * 2 > places.length
}

/** Places just inside of a ring, one for each edge. */
const insideOf = (ring: Ring): readonly PlanePoint[] =>
  edgesOf(ring).flatMap((edge) => {
    const { left, middle } = middleOf(edge)
    const both = [1, -1].map((side) => ({
      x: middle.x + left.x * side * STEP_MM,
      y: middle.y + left.y * side * STEP_MM,
    }))
    return both.filter((p) => isWithin([ring], p)).slice(0, 1)
  })

/** The middle of an edge and the direction to its left there; unit. */
function middleOf(edge: ReturnType<typeof edgesOf>[number]): {
  readonly middle: PlanePoint
  readonly left: PlanePoint
} {
  const { from, to } = edge
  if (edge.kind === 'arc') {
    const angle = edge.beginRad + edge.turnRad / 2
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const { centre, radiusMm, turnRad } = edge
    return {
      middle: { x: centre.x + radiusMm * c, y: centre.y + radiusMm * s },
      left: turnRad > 0 ? { x: -c, y: -s } : { x: c, y: s },
    }
  }
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1
  return {
    middle: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
    left: { x: -(to.y - from.y) / length, y: (to.x - from.x) / length },
  }
}

/** Whether a tool that comes straight down meets nothing before the region of a plane. */
function isClear(seen: Seen, plane: Plane<'part'>, rings: readonly Ring[]): boolean {
  const places = placesIn(rings)
  return (
    places.length > 0 && places.every((p) => seen.isOpen(onPlane(plane, p, STEP_MM), plane.out))
  )
}

/** Places spread over a region, and just inside of its edges. */
function placesIn(rings: readonly Ring[]): readonly PlanePoint[] {
  const { high, low } = ringBounds(rings)
  const grid = Array.from({ length: GRID * GRID }, (_, i) => ({
    x: low.x + ((high.x - low.x) * ((i % GRID) + 0.5)) / GRID,
    y: low.y + ((high.y - low.y) * (Math.floor(i / GRID) + 0.5)) / GRID,
  }))
  const margin = Math.min(RIM_MM, 0.1 * Math.min(high.x - low.x, high.y - low.y))
  const rim = edgesOf(rings[0] ?? []).flatMap((edge) => {
    const { left, middle } = middleOf(edge)
    return [1, -1].map((side) => ({
      x: middle.x + left.x * side * 2 * margin,
      y: middle.y + left.y * side * 2 * margin,
    }))
  })
  return [...grid, ...rim].filter((p) => gapToRings(rings, p) < -margin)
}

/** A flat that is reached straight from outside: the floor of what was cut. */
export function levelOn(seen: Seen, face: Flat): FoundContour | undefined {
  const plane = tidyPlane(face.plane)
  const rings = islandRings(seen, face)
  if (!isClear(seen, plane, rings)) return undefined
  return contourOf(
    plane,
    rings.map((ring) => marked(seen, plane, ring, rings)),
    'inside',
    false,
  )
}

/** A flat that has no way straight to it; it can be stood on and measured. */
export const faceOnly = (seen: Seen, face: Flat): FoundContour =>
  contourOf(
    tidyPlane(face.plane),
    islandRings(seen, face).map((ring) => ring.map((c) => ({ ...c, open: true as const }))),
    'nothing',
    false,
  )

/** A plane whose directions are along the axes where they are but for rounding. */
const tidyPlane = ({ across, at, out }: Plane<'part'>): Plane<'part'> => ({
  at,
  across: tidyDirection(across),
  out: tidyDirection(out),
})

const isAlongAxis = (plane: Plane<'part'>, { from, to }: ReturnType<typeof edgesOf>[number]) => {
  const [a, b] = [onPlane(plane, from), onPlane(plane, to)]
  return AXES.filter((axis) => Math.abs(a[axis] - b[axis]) < 1e-4).length === 2
}

type Marked = Contour['rings'][number]

/** A ring with its edges marked that have no wall: nothing stands up just beyond them. */
function marked(seen: Seen, plane: Plane<'part'>, ring: Ring, region: readonly Ring[]): Marked {
  return edgesOf(ring).map((edge, i) => {
    const { left, middle } = middleOf(edge)
    const beyond = [1, -1]
      .map((side) => ({
        x: middle.x + left.x * side * STEP_MM * 2,
        y: middle.y + left.y * side * STEP_MM * 2,
      }))
      .find((p) => !isWithin(region, p))
    const hasWall = beyond !== undefined && seen.isMetal(onPlane(plane, beyond, STEP_MM * 2))
    return corner(ring[i] as Ring[number], !hasWall)
  })
}

const corner = ({ bulge, x, y }: Ring[number], isOpen: boolean): Marked[number] => ({
  x: tidy(x),
  y: tidy(y),
  ...(bulge !== undefined && Math.abs(bulge) > 1e-9 && { bulge }),
  ...(isOpen && { open: true as const }),
})

function contourOf(
  plane: Plane<'part'>,
  rings: readonly Marked[],
  takes: Contour['takes'],
  through: boolean,
): FoundContour {
  const { x, y, z } = plane.at
  return {
    kind: 'contour',
    on: nearestSide(plane.out),
    place: { dims: [], centred: true },
    plane: {
      at: { x: tidy(x), y: tidy(y), z: tidy(z) },
      across: plainOf(plane.across),
      out: plainOf(plane.out),
    },
    rings: [...rings],
    takes,
    through,
  }
}

const plainOf = ({ x, y, z }: At) => ({ x, y, z })

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

/**
 * The outline of the part as one looks along one of its axes, where a flat on a side of the block has it whole:
 * what is outside of it is cut all through.
 */
export function outlineAlong(seen: Seen, face: Flat): FoundContour | undefined {
  const plane = tidyPlane(face.plane)
  const [outer] = face.rings
  if (!outer) return undefined
  const box = ringBounds([outer])
  const whole = (box.high.x - box.low.x) * (box.high.y - box.low.y)
  const { positions } = seen.solid.mesh
  for (let i = 0; i < positions.length; i += 3) {
    const at = { x: positions[i] ?? 0, y: positions[i + 1] ?? 0, z: positions[i + 2] ?? 0 }
    if (gapToRings([outer], alongPlane(plane, at)) > seen.meshMm) return undefined
  }
  if (Math.abs(face.areaMm2 - whole) < 1e-6 * whole && outer.length === 4) return undefined
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
  const ring = outer.map((c, i) => corner(c, isOnSide(edges[i] as (typeof edges)[number])))
  return contourOf(plane, [ring], 'outside', true)
}
