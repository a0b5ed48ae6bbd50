import {
  AXES,
  dot,
  norm,
  type PlanePoint,
  type Point,
  scale,
  subtract,
} from '../../ground/geometry'
import { circleRing, edgesOf, isWithin, middleOfEdge, type Ring } from '../../ground/outline'
import { acrossOf, onPlane, type Plane } from '../../ground/recipe'
import { type Contour, normalOf, type Side, SIDES, tidyDirection } from '../part'
import { type SolidFace } from '../solid'
import { footedBy } from './feet'
import { nearestSide } from './holes'
import { withoutNotches, withSquareCorners } from './notches'
import { placesIn } from './places'
import { type Seen, STEP_MM, tidy } from './seen'

type At = Point<'part'>
type Flat = SolidFace<'part'> & { readonly kind: 'plane' }
type Round = SolidFace<'part'> & { readonly kind: 'cylinder' }

export type FoundContour = Omit<Contour, 'id' | 'name'>

/** The outlines of a flat: the outer one, and those of what stands up from it. Holes and deeper floors within it are not its own. */
export function islandRings(seen: Seen, { plane, rings }: Flat): readonly Ring[] {
  const [outer, ...inner] = rings
  if (!outer) return []
  return [outer, ...inner.filter((ring) => isIsland(seen, plane, ring))]
}

/** Whether metal stands up within a ring of a flat: looked at just inside of its edges. */
export function isIsland(seen: Seen, plane: Plane<'part'>, ring: Ring): boolean {
  const places = insideOf(ring)
  const metal = places.filter((p) => seen.isMetal(onPlane(plane, p, STEP_MM)))
  return metal.length * 2 > places.length
}

/** Places just inside of a ring, one for each edge. */
const insideOf = (ring: Ring): readonly PlanePoint[] =>
  edgesOf(ring).flatMap((edge) => {
    const { left, middle } = middleOfEdge(edge)
    const both = [1, -1].map((side) => ({
      x: middle.x + left.x * side * STEP_MM,
      y: middle.y + left.y * side * STEP_MM,
    }))
    return both.filter((p) => isWithin([ring], p)).slice(0, 1)
  })

/** Whether a tool that comes straight down meets nothing before the region of a plane. */
function isClear(seen: Seen, plane: Plane<'part'>, rings: readonly Ring[]): boolean {
  const places = placesIn(rings)
  return (
    places.length > 0 && places.every((p) => seen.isOpen(onPlane(plane, p, STEP_MM), plane.out))
  )
}

/** A flat that is reached straight from outside: the floor of what was cut. */
export function levelOn(seen: Seen, face: Flat): FoundContour | undefined {
  const plane = tidyPlane(face.plane)
  const foot = footedBy(seen, face)
  const walls = foot?.rings ?? face.rings
  const own = face.rings
    .map((_, i) => i)
    .filter((i) => i === 0 || isIsland(seen, plane, walls[i] as Ring))
  const floor = own.map((i) => face.rings[i] as Ring)
  if (!isClear(seen, plane, floor)) return undefined
  const clear = clearSides(seen, plane, floor)
  const rings = own.map((i) => walls[i] as Ring)
  const level = contourOf(
    plane,
    rings.map((ring, i) => {
      const own = marked(seen, plane, ring, rings)
      if (i > 0) return own
      const outer = withoutNotches(seen, plane, own)
      return clear.length > 0 && rings.length === 1 ? withSquareCorners(seen, plane, outer) : outer
    }),
    'inside',
    false,
  )
  return {
    ...level,
    ...(foot && { fillet: { mm: tidy(foot.radiusMm) } }),
    ...(clear.length > 0 && { clear: [...clear] }),
  }
}

/** The sides of the block towards which nothing stands over a leaning flat. */
function clearSides(seen: Seen, plane: Plane<'part'>, rings: readonly Ring[]): readonly Side[] {
  const places = placesIn(rings)
  return SIDES.filter((side) => {
    const along = dot(normalOf(side), plane.out)
    if (along < 1e-3 || along > 1 - 1e-9) return false
    return places.every((p) => seen.isOpen(onPlane(plane, p, STEP_MM), normalOf(side)))
  })
}

/** A flat that has no way straight to it; it can be stood on and measured. */
export const faceOnly = (seen: Seen, face: Flat): FoundContour =>
  contourOf(
    tidyPlane(face.plane),
    islandRings(seen, face).map((ring) => ring.map((c) => ({ ...c, open: true as const }))),
    'nothing',
    false,
  )

/** The circle at the end of a round: its axis can be measured from. */
export function endOfRound({ from, radiusMm, to }: Round): FoundContour {
  const along = subtract(to, from)
  const out = tidyDirection(scale(along, 1 / norm(along)))
  return contourOf(
    { at: from, across: tidyDirection(acrossOf(out)[0]), out },
    [[...circleRing({ x: 0, y: 0 }, radiusMm)]],
    'nothing',
    true,
  )
}

/** A plane whose directions are along the axes where they are but for rounding. */
export const tidyPlane = ({ across, at, out }: Plane<'part'>): Plane<'part'> => ({
  at,
  across: tidyDirection(across),
  out: tidyDirection(out),
})

export const isAlongAxis = (
  plane: Plane<'part'>,
  { from, to }: ReturnType<typeof edgesOf>[number],
) => {
  const [a, b] = [onPlane(plane, from), onPlane(plane, to)]
  return AXES.filter((axis) => Math.abs(a[axis] - b[axis]) < 1e-4).length === 2
}

type Marked = Contour['rings'][number]

/** A ring with its edges marked that have no wall: nothing stands up just beyond them. */
function marked(seen: Seen, plane: Plane<'part'>, ring: Ring, region: readonly Ring[]): Marked {
  return edgesOf(ring).map((edge, i) => {
    const { left, middle } = middleOfEdge(edge)
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

export const corner = ({ bulge, x, y }: Ring[number], isOpen: boolean): Marked[number] => ({
  x: tidy(x),
  y: tidy(y),
  ...(bulge !== undefined && Math.abs(bulge) > 1e-9 && { bulge }),
  ...(isOpen && { open: true as const }),
})

export function contourOf(
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
