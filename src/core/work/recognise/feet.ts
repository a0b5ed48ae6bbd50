import {
  add,
  dot,
  norm,
  type PlanePoint,
  planeDistance,
  scale,
  subtract,
} from '../../ground/geometry'
import {
  type Corner,
  distanceToEdge,
  type Edge,
  edgesOf,
  headingAt,
  middleOfEdge,
  offsetRing,
  type Ring,
  ringArea,
} from '../../ground/outline'
import { alongPlane, type Plane } from '../../ground/recipe'
import { MOST_FOOT_EDGES } from '../part'
import { type SolidEdge, type SolidFace } from '../solid'
import { type Seen } from './seen'

type Flat = SolidFace<'part'> & { readonly kind: 'plane' }

/** A floor that goes over into its walls by an arc. */
export interface Footed {
  readonly radiusMm: number
  /** Where the walls stand, as the rings of the flat are in their order. */
  readonly rings: readonly Ring[]
}

/** How closely a face must be the arc that it is taken for, and how large that is at the least, mm. */
export const NEAR_MM = 2e-3
export const LEAST_MM = 0.05
/** What is wider or deeper than this is no broken edge, mm (common practice, no source). */
const MOST_BREAK_MM = 12

/**
 * The arcs that lead from a flat up into its walls, of the radius that most of them have, and the outlines of the
 * walls: each edge with an arc so far out, the others where they are.
 *
 * @returns nothing where there are none, or the walls make no outline.
 */
export function footedBy(seen: Seen, face: Flat): Footed | undefined {
  const radii = besideEach(seen, face, (other) => {
    if (other.kind === 'plane' || other.kind === 'cone') return undefined
    const radius = heightOver(seen, face.plane, other)
    if (radius === undefined) return undefined
    return (edge) => (isArc(face.plane, edge, other, radius) ? radius : undefined)
  })
  const radiusMm = mostOf(face.rings, radii)
  if (radiusMm === undefined) return undefined
  const rings = face.rings.map((ring, k) => {
    const isFoot = (radii[k] as number[]).map((r) => Math.abs(r - radiusMm) < NEAR_MM)
    return isFoot.some(Boolean)
      ? wallsOver(seen, face.plane, ring, isFoot, k === 0 ? radiusMm : -radiusMm)
      : ring
  })
  return rings.every((ring) => ring !== undefined) ? { radiusMm, rings } : undefined
}

/**
 * The outline of the walls under a flat whose outer edges are broken by slants, or by arcs, of one width.
 *
 * @returns nothing where they are not, or the walls make no outline.
 */
export function wallsUnder(seen: Seen, face: Flat): Ring | undefined {
  const widths = besideEach(seen, face, (other) =>
    isSlant(face, other) ? (edge) => breakWidth(seen, face.plane, edge, other) : undefined,
  )
  const [outer] = face.rings
  const widthMm = outer && mostOf([outer], widths)
  if (!outer || widthMm === undefined) return undefined
  return offsetRing(outer, (edge) =>
    Math.abs((widths[0]?.[edge] ?? 0) - widthMm) < NEAR_MM ? widthMm : 0,
  )
}

/**
 * What is found of the face beside each edge of a flat, mm, ring by ring; 0 where nothing is.
 *
 * @param of - how it is found for a face beside; nothing where that is plainly none, so that its edge is not looked for.
 */
function besideEach(
  seen: Seen,
  face: Flat,
  of: (other: SolidFace<'part'>) => ((edge: Edge) => number | undefined) | undefined,
): readonly number[][] {
  const found = face.rings.map((ring) => edgesOf(ring).map(() => 0))
  if (found.flat().length > MOST_FOOT_EDGES) return found
  for (const index of face.edges) {
    const solidEdge = seen.solid.edges[index]
    const beside = solidEdge?.faces.find((one) => one !== face.index)
    const other = beside === undefined ? undefined : seen.solid.faces[beside]
    const find = other && of(other)
    const at = solidEdge && find && edgeAt(face, middleOf(solidEdge))
    const mm = at && find?.(at.edge)
    if (!at || mm === undefined) continue
    const own = found[at.ring] as number[]
    // A circle that closes in itself is all of its ring, in however many arcs.
    if (isClosed(solidEdge)) own.fill(mm)
    else own[at.index] = mm
  }
  return found
}

/** Whether a face can lead on out of a flat: a wall that meets it square leads no farther than to its edge. */
function isSlant({ plane }: Flat, other: SolidFace<'part'>): boolean {
  if (other.kind === 'plane') return Math.abs(dot(other.plane.out, plane.out)) > 1e-9
  if (other.kind === 'cylinder') return !other.isHollow
  return other.kind === 'cone' || other.kind === 'torus'
}

/** How far a slant or an arc that goes down from an edge of a flat leads out of it, mm. */
function breakWidth(
  seen: Seen,
  plane: Plane<'part'>,
  edge: Edge,
  { edges }: SolidFace<'part'>,
): number | undefined {
  const places = edges.flatMap((one) =>
    (seen.solid.edges[one]?.points ?? []).map((p) => alongPlane(plane, p)),
  )
  const low = Math.min(...places.map(({ out }) => out))
  if (low > -LEAST_MM || low < -MOST_BREAK_MM) return undefined
  // What runs along its lower edge is as far out there as it is anywhere.
  const feet = places.filter(({ out }) => out < low + NEAR_MM)
  const wide = Math.min(...feet.map((place) => distanceToEdge(edge, place)))
  return wide > LEAST_MM && wide < MOST_BREAK_MM ? wide : undefined
}

function isClosed({ points }: SolidEdge<'part'>): boolean {
  const [first, last] = [points[0], points[points.length - 1]]
  return first !== undefined && last !== undefined && norm(subtract(first, last)) < NEAR_MM
}

export function middleOf({ points }: SolidEdge<'part'>): SolidEdge<'part'>['points'][number] {
  const [first, last] = [points[0], points[points.length - 1]]
  return points.length === 2 && first && last
    ? scale(add(first, last), 0.5)
    : (points[Math.floor(points.length / 2)] as (typeof points)[number])
}

/** The edge of a flat on which a place lies. */
export function edgeAt({ plane, rings }: Flat, at: SolidEdge<'part'>['points'][number]) {
  const place = alongPlane(plane, at)
  for (const [ring, corners] of rings.entries())
    for (const [index, edge] of edgesOf(corners).entries())
      if (distanceToEdge(edge, place) < NEAR_MM) return { ring, index, edge }
  return undefined
}

/** How high a face stands over a floor, mm; nothing where some of it is below. */
function heightOver(
  seen: Seen,
  plane: Plane<'part'>,
  { edges }: SolidFace<'part'>,
): number | undefined {
  const heights = edges.flatMap((edge) =>
    (seen.solid.edges[edge]?.points ?? []).map((p) => alongPlane(plane, p).out),
  )
  const top = Math.max(...heights)
  return top < LEAST_MM || Math.min(...heights) < -NEAR_MM ? undefined : top
}

/** Whether a face is the arc that leaves a flat along an edge, up or down, and ends upright: as high as its radius. */
export function isArc(
  plane: Plane<'part'>,
  edge: Edge,
  face: SolidFace<'part'>,
  radiusMm: number,
): boolean {
  const { out, x, y } = alongPlane(plane, face.at)
  const high = Math.abs(out)
  const off = Math.hypot(distanceToEdge(edge, { x, y }), radiusMm - high) - radiusMm
  return Math.abs(off) < NEAR_MM && high > NEAR_MM
}

/** The radius that most of the length of outlines has. */
function mostOf(rings: readonly Ring[], radii: readonly (readonly number[])[]): number | undefined {
  const lengths = new Map<number, number>()
  rings.forEach((ring, k) => {
    edgesOf(ring).forEach((edge, i) => {
      const radius = radii[k]?.[i] ?? 0
      if (radius === 0) return
      const key = [...lengths.keys()].find((known) => Math.abs(known - radius) < NEAR_MM) ?? radius
      lengths.set(key, (lengths.get(key) ?? 0) + planeDistance(edge.from, edge.to))
    })
  })
  const [most] = [...lengths].sort((a, b) => b[1] - a[1])
  return most?.[0]
}

/** The outline of the walls over a ring of a floor. */
function wallsOver(
  seen: Seen,
  plane: Plane<'part'>,
  ring: Ring,
  isFoot: readonly boolean[],
  outMm: number,
): Ring | undefined {
  const sharp = withoutRoundedEnds(ring, isFoot, outMm)
  if (!sharp) return undefined
  const grown = offsetRing(sharp.ring, (edge) => (sharp.isFoot[edge] ? outMm : 0))
  return grown && withBallCorners(seen, plane, sharp, grown, Math.abs(outMm))
}

interface Marked {
  readonly ring: Ring
  readonly isFoot: readonly boolean[]
}

/** Without the arcs on which a cutter goes round a sharp corner of a wall: nothing of them is left at the wall. */
function withoutRoundedEnds(
  ring: Ring,
  isFoot: readonly boolean[],
  outMm: number,
): Marked | undefined {
  const edges = edgesOf(ring)
  const grows = ringArea(ring) > 0 ? outMm : -outMm
  const isEnd = edges.map(
    (edge, i) =>
      isFoot[i] === true &&
      edge.kind === 'arc' &&
      Math.abs(edge.radiusMm + (edge.turnRad > 0 ? grows : -grows)) < NEAR_MM,
  )
  if (!isEnd.some(Boolean)) return { ring, isFoot }
  const kept = ring.flatMap((corner, i): { corner: Corner; foot: boolean }[] => {
    if (isEnd[i]) return []
    const before = (i + ring.length - 1) % ring.length
    const arc = edges[before]
    const foot = isFoot[i] === true
    if (!isEnd[before] || arc?.kind !== 'arc') return [{ corner, foot }]
    const { left } = middleOfEdge(arc)
    const out = arc.radiusMm / Math.cos(arc.turnRad / 2)
    const way = arc.turnRad > 0 ? -out : out
    const { centre } = arc
    return [{ corner: { x: centre.x + left.x * way, y: centre.y + left.y * way }, foot }]
  })
  const areLines = kept.every(({ corner }) => !corner.bulge)
  return areLines
    ? { ring: kept.map(({ corner }) => corner), isFoot: kept.map(({ foot }) => foot) }
    : undefined
}

/** With the corners round in which a cutter's ball has stood. */
function withBallCorners(
  seen: Seen,
  plane: Plane<'part'>,
  { isFoot, ring }: Marked,
  grown: Ring,
  radiusMm: number,
): Ring {
  const edges = edgesOf(ring)
  const balls = seen.solid.faces.flatMap((face): PlanePoint[] => {
    if (face.kind !== 'sphere' || Math.abs(face.radiusMm - radiusMm) > NEAR_MM) return []
    const { out, x, y } = alongPlane(plane, face.centre)
    return Math.abs(out - radiusMm) < NEAR_MM ? [{ x, y }] : []
  })
  return grown.flatMap((corner, i): Corner[] => {
    const before = (i + ring.length - 1) % ring.length
    const [a, b] = [edges[before], edges[i]]
    const at = ring[i] as Corner
    const isBall =
      a?.kind === 'line' &&
      b?.kind === 'line' &&
      isFoot[i] &&
      isFoot[before] &&
      balls.some((ball) => planeDistance(ball, at) < NEAR_MM)
    if (!isBall) return [corner]
    const [from, to] = [headingAt(a, 'from'), headingAt(b, 'from')]
    const turn = Math.atan2(Math.sin(to - from), Math.cos(to - from))
    const beside = (heading: number): PlanePoint => {
      const out = heading - (Math.sign(turn) * Math.PI) / 2
      return { x: at.x + radiusMm * Math.cos(out), y: at.y + radiusMm * Math.sin(out) }
    }
    return [
      { ...beside(from), bulge: Math.tan(turn / 4) },
      { ...beside(to), bulge: corner.bulge },
    ]
  })
}
