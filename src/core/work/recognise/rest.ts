import { cross, dot, norm, type Point, scale, subtract } from '../../ground/geometry'
import { axisOf, type Model, normalOf, type Side, SIDES, signOf } from '../part'
import { type SolidEdge, type SolidFace } from '../solid'
import { endOfRound, faceOnly } from './levels'
import { type Seen, tidy } from './seen'

type Rest = Model['rest'][number]
type Flat = SolidFace<'part'> & { readonly kind: 'plane' }

/** A chamfer is no wider than this, and no wider than this share of its length (common practice, no source). */
const [CHAMFER_MM, CHAMFER_SHARE] = [6, 0.25]

/** Corners that an outline in a document may have. */
const MOST_CORNERS = 1000

export interface FoundChamfer {
  readonly widthMm: number
  readonly rad: number
  readonly on: Side
  /** The side beside the edge of the block that it breaks; none where it breaks an edge further in. */
  readonly along?: Side | undefined
  /** Else the features whose walls it leads into, where it begins on the side of the block. */
  readonly beside: readonly string[]
}

/** A narrow slanted flat along one long edge, between two flats along the axes: broken off an edge. */
export function chamferOf(seen: Seen, face: Flat): FoundChamfer | undefined {
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
    widthMm,
    rad,
    on: first.side,
    along: Math.abs(off) < 1e-3 ? second.side : undefined,
    beside: startsOn(seen, face, first.side) ? ownersBeside(seen, face) : [],
  }
}

/** Whether a face reaches a side of the block. */
const startsOn = (seen: Seen, face: Flat, side: Side): boolean =>
  face.edges.some((edge) =>
    seen.solid.edges[edge]?.points.every(
      (p) => Math.abs(p[axisOf(side)] - levelIn(seen, side)) < 1e-3,
    ),
  )

const ownersBeside = (seen: Seen, face: Flat): readonly string[] => [
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

/** What no feature stands for, gathered by kind and size. */
export function restOf(seen: Seen): Model['rest'] {
  const groups = new Map<string, Rest>()
  for (const face of seen.solid.faces) {
    if (seen.isKnown(face) || seen.isSideLevel(face)) continue
    const { kind, sizeMm } = kindOf(face, turnOf(seen, face))
    const key = `${kind} ${sizeMm?.toFixed(4) ?? ''}${kind === 'free' || kind === 'flat' ? face.index : ''}`
    const known = groups.get(key)
    const { x, y, z } = face.at
    if (known) {
      known.faces.push(face.index)
      known.areaMm2 += face.areaMm2
    } else
      groups.set(key, {
        kind,
        faces: [face.index],
        ...(sizeMm !== undefined && { sizeMm: tidy(sizeMm) }),
        at: { x: tidy(x), y: tidy(y), z: tidy(z) },
        areaMm2: face.areaMm2,
        ...surfaceOf(seen, face, kind),
      })
  }
  return [...groups.values()].map((rest) => ({
    ...rest,
    areaMm2: tidy(rest.areaMm2),
  }))
}

/** What can be named by hand: the outline of a flat, the circle at the end of a round. */
function surfaceOf(
  seen: Seen,
  face: SolidFace<'part'>,
  kind: Rest['kind'],
): Pick<Rest, 'surface'> | undefined {
  if (kind === 'flat' && face.kind === 'plane') {
    const { on, plane, rings } = faceOnly(seen, face)
    return rings.every((ring) => ring.length <= MOST_CORNERS)
      ? { surface: { on, plane, rings } }
      : undefined
  }
  if (kind !== 'round' || face.kind !== 'cylinder') return undefined
  const { on, plane, rings } = endOfRound(face)
  return { surface: { on, plane, rings } }
}

/** How far the pieces of one round go about its axis together, rad; a seam may part it into halves. */
function turnOf(seen: Seen, face: SolidFace<'part'>): number {
  if (face.kind !== 'cylinder') return 0
  const along = subtract(face.to, face.from)
  const isSame = (other: SolidFace<'part'>): boolean => {
    if (other.kind !== 'cylinder' || other.isHollow !== face.isHollow) return false
    if (Math.abs(other.radiusMm - face.radiusMm) > 1e-4) return false
    return [other.from, other.to].every((end) => {
      const by = subtract(end, face.from)
      const off = subtract(by, scale(along, dot(by, along) / dot(along, along)))
      return norm(off) < 1e-3
    })
  }
  return seen.solid.faces
    .filter(isSame)
    .reduce((sum, other) => sum + (other.kind === 'cylinder' ? other.sweepRad : 0), 0)
}

function kindOf(face: SolidFace<'part'>, turnRad: number): Pick<Rest, 'kind' | 'sizeMm'> {
  switch (face.kind) {
    case 'plane':
      return { kind: 'flat' }
    case 'cylinder': {
      const isPart = turnRad < Math.PI + 0.01
      const kind = !isPart ? 'round' : face.isHollow ? 'fillet' : 'rounding'
      return { kind, sizeMm: face.radiusMm }
    }
    case 'torus':
      return { kind: face.isHollow ? 'fillet' : 'rounding' }
    case 'sphere':
      return { kind: face.isHollow ? 'fillet' : 'rounding', sizeMm: face.radiusMm }
    case 'cone':
      return { kind: 'cone', sizeMm: face.radiusMm }
    case 'free':
      return { kind: 'free' }
  }
}
