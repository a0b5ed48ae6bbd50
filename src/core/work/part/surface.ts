import { norm, type Point, scale, subtract } from '../../ground/geometry'
import { type Ring } from '../../ground/outline'
import { type Plane } from '../../ground/recipe'

/** A plane of the part: its middle, outward normal and four corners, in the finished part's frame. */
export interface PlaneSurface {
  readonly kind: 'plane'
  readonly id: string
  /** The feature it belongs to; a face belongs to itself. */
  readonly owner: string
  readonly at: Point<'part'>
  readonly normal: Point<'part'>
  readonly corners: readonly Point<'part'>[]
  /** Corners round what there is of it when all is cut, where that is known. */
  readonly outline?: readonly Point<'part'>[]
  /** What there is of it, where that is not the whole of its corners. */
  readonly rings?: { readonly plane: Plane<'part'>; readonly rings: readonly Ring[] }
}

/** The axis of a hole or boss, from its mouth (or top) inwards. */
export interface AxisSurface {
  readonly kind: 'axis'
  readonly id: string
  readonly owner: string
  readonly from: Point<'part'>
  readonly to: Point<'part'>
  readonly diameterMm: number
  /** Metal lies inside: a boss, not a hole. */
  readonly isOutside?: true
}

export type Surface = PlaneSurface | AxisSurface

/** Normal of a plane, or direction of an axis from its mouth inwards; unit. */
export function directionOf(surface: Surface): Point<'part'> {
  if (surface.kind === 'plane') return surface.normal
  const along = subtract(surface.to, surface.from)
  return scale(along, 1 / norm(along))
}
