import { cross, dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { alongPlane } from '../../ground/recipe'
import { axisOf, normalOf, type Side, SIDES, signOf } from '../part'
import { type SolidEdge, type SolidFace } from '../solid'
import { edgeAt, isArc, LEAST_MM, middleOf, NEAR_MM } from './feet'
import { type Seen, tidy } from './seen'

type Flat = SolidFace<'part'> & { readonly kind: 'plane' }

/** A chamfer is no wider than this, and no wider than this share of its length (common practice, no source). */
const [CHAMFER_MM, CHAMFER_SHARE] = [6, 0.25]
/** An outside edge is rounded by no more than this; what is larger is an outline, mm (common practice, no source). */
export const ROUNDING_MM = 12

/** Edges that are broken, as one face shows it. */
export interface FoundBreak {
  readonly said:
    | { readonly kind: 'chamfer'; readonly size: { mm: number }; readonly angle: { rad: number } }
    | { readonly kind: 'rounding'; readonly radius: { mm: number } }
  readonly on: Side
  /** The side beside the edge of the block that it breaks; none where it breaks an edge further in. */
  readonly along?: Side | undefined
  /** Else the features whose walls it leads into, where it begins on the side of the block. */
  readonly beside: readonly string[]
}

/** A narrow slanted flat along one long edge, between two flats along the axes: broken off an edge. */
export function chamferOf(seen: Seen, face: Flat): FoundBreak | undefined {
  const { out } = face.plane
  // Of two that it leans to alike, the one above or below.
  const near = [...SIDES]
    .reverse()
    .map((side) => ({ side, along: dot(normalOf(side), out) }))
    .sort((a, b) => (Math.abs(a.along - b.along) < 1e-6 ? 0 : b.along - a.along))
  const [first, second] = near
  if (!first || !second || first.along > 1 - 1e-6 || second.along < 0.2) return undefined
  const long = Math.max(...face.edges.map((edge) => lengthOf(seen.solid.edges[edge])))
  const wide = spanAcross(
    seen,
    face,
    cross(cross(normalOf(first.side), normalOf(second.side)), out),
  )
  if (wide > CHAMFER_MM || wide > CHAMFER_SHARE * long) return undefined
  const hasNeighbours = [first, second].every(({ side }) =>
    face.edges.some((edge) =>
      seen.solid.edges[edge]?.faces.some((other) => {
        const beside = seen.solid.faces[other]
        return beside?.kind === 'plane' && dot(beside.plane.out, normalOf(side)) > 1 - 1e-9
      }),
    ),
  )
  if (!hasNeighbours) return undefined
  // Its leg on the first of the two faces, and its angle from that.
  const rad = Math.acos(Math.min(1, first.along))
  const widthMm = tidy(wide * Math.cos(rad))
  const deep = (side: Side): number => Math.abs(levelIn(seen, side) - face.at[axisOf(side)])
  const off = deep(first.side) / (widthMm * Math.tan(rad)) + deep(second.side) / widthMm - 1
  return {
    said: { kind: 'chamfer', size: { mm: widthMm }, angle: { rad } },
    on: first.side,
    along: Math.abs(off) < 1e-3 ? second.side : undefined,
    beside: startsOn(seen, face, first.side) ? ownersBeside(seen, face) : [],
  }
}

/** Whether a face reaches a side of the block. */
const startsOn = (seen: Seen, face: SolidFace<'part'>, side: Side): boolean =>
  face.edges.some((edge) =>
    seen.solid.edges[edge]?.points.every(
      (p) => Math.abs(p[axisOf(side)] - levelIn(seen, side)) < 1e-3,
    ),
  )

const ownersBeside = (seen: Seen, face: SolidFace<'part'>): readonly string[] => [
  ...new Set(
    face.edges.flatMap((edge) =>
      (seen.solid.edges[edge]?.faces ?? []).flatMap((other) =>
        other === face.index ? [] : (seen.ownerOf(other) ?? []),
      ),
    ),
  ),
]

const levelIn = ({ size }: Seen, side: Side): number => (signOf(side) > 0 ? size[axisOf(side)] : 0)

/** How far a face reaches along a direction, mm. */
function spanAcross(seen: Seen, face: Flat, way: Point<'part'>): number {
  const unit = scale(way, 1 / norm(way))
  const ways = face.edges.flatMap((edge) =>
    (seen.solid.edges[edge]?.points ?? []).map((p) => dot(p, unit)),
  )
  return Math.max(...ways) - Math.min(...ways)
}

function lengthOf(edge: SolidEdge<'part'> | undefined): number {
  if (!edge) return 0
  return edge.points
    .slice(1)
    .reduce((sum, p, i) => sum + norm(subtract(p, edge.points[i] as Point<'part'>)), 0)
}

/** How a face breaks an edge. */
export const breakOf = (seen: Seen, face: SolidFace<'part'>): FoundBreak | undefined =>
  face.kind === 'plane' ? chamferOf(seen, face) : roundingOf(seen, face)

/** A quarter of a round that goes down from a side of the block; of two, the one above or below. */
function roundingOf(seen: Seen, face: SolidFace<'part'>): FoundBreak | undefined {
  if (face.kind !== 'torus' && (face.kind !== 'cylinder' || face.isHollow)) return undefined
  const beside = [...SIDES].reverse().map((side) => ({ side, edge: edgeToSide(seen, face, side) }))
  for (const { edge, side } of beside) {
    const found = edge && roundedFrom(seen, face, side, edge)
    if (found) return found
  }
  return undefined
}

interface SharedEdge {
  readonly solidEdge: SolidEdge<'part'>
  readonly flat: Flat
}

/** The edge at which a face meets a side of the block. */
function edgeToSide(seen: Seen, face: SolidFace<'part'>, side: Side): SharedEdge | undefined {
  for (const index of face.edges) {
    const solidEdge = seen.solid.edges[index]
    for (const other of solidEdge?.faces ?? []) {
      const flat = seen.solid.faces[other]
      if (solidEdge && flat?.kind === 'plane' && seen.isSideLevel(flat) === side)
        return { solidEdge, flat }
    }
  }
  return undefined
}

function roundedFrom(
  seen: Seen,
  face: SolidFace<'part'>,
  on: Side,
  { flat, solidEdge }: SharedEdge,
): FoundBreak | undefined {
  const at = edgeAt(flat, middleOf(solidEdge))
  const downOf = (edge: number): readonly number[] =>
    (seen.solid.edges[edge]?.points ?? []).map((p) => -alongPlane(flat.plane, p).out)
  const downs = face.edges.flatMap(downOf)
  const radiusMm = Math.max(...downs)
  if (!at || Math.min(...downs) < -NEAR_MM || radiusMm < LEAST_MM || radiusMm > ROUNDING_MM)
    return undefined
  if (!isArc(flat.plane, at.edge, face, radiusMm)) return undefined
  const feet = face.edges.filter((edge) => downOf(edge).every((mm) => mm > radiusMm - NEAR_MM))
  const walls = feet.flatMap((edge) =>
    (seen.solid.edges[edge]?.faces ?? []).filter((other) => other !== face.index),
  )
  const sides = walls.flatMap((wall) => {
    const other = seen.solid.faces[wall]
    return (other && seen.isSideLevel(other)) ?? []
  })
  return {
    said: { kind: 'rounding', radius: { mm: tidy(radiusMm) } },
    on,
    along: sides[0],
    beside: walls.flatMap((wall) => seen.ownerOf(wall) ?? []),
  }
}
