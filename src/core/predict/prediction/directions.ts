import { add, cross, dot, norm, type Point, scale, type Six, subtract } from '../../ground/geometry'
import { directionOf, firstSurface, type Surface, type Target } from '../../work/part'
import { type Datum, inPlane } from './datumFrame'
import { normalOf } from './targets'

/** How far a turn lifts one end of `by` against the other, along a normal. */
export function leanRow(by: Point<'part'>, normal: Point<'part'>): Six {
  const lever = cross(by, normal)
  return [lever.x, lever.y, lever.z, 0, 0, 0]
}

/** The directions across which a target may be off: two of an axis, one of a plane. */
export function acrossOf(target: Target): readonly [Point<'part'>, Point<'part'>?] {
  const normal = normalOf(target)
  return normal ? [normal] : inPlane(directionOf(firstSurface(target)))
}

export function directionOfDatum(datum: Datum): Point<'part'> {
  switch (datum.kind) {
    case 'plane':
      return datum.plane.normal
    case 'middle':
      return datum.planes[0].normal
    case 'axis':
      return directionOf(datum.axis)
    case 'pattern':
      return directionOf(datum.axes[0] as Surface)
  }
}

/** The unit direction from one axis straight across to another place. */
export function acrossTo(to: Target, apart: Point<'part'>): Point<'part'> {
  const along = directionOf(firstSurface(to))
  const across = subtract(apart, scale(along, dot(apart, along)))
  const length = norm(across)
  return length > 1e-9 ? scale(across, 1 / length) : inPlane(along)[0]
}

/** Where the axis of a hole would be met outside it: at its mouth, and so far out. */
export function outside(target: Target, height: number): readonly Point<'part'>[] {
  const surface = firstSurface(target)
  if (surface.kind !== 'axis') return []
  const out = scale(directionOf(surface), -height)
  const { from } = surface
  return [from, add(from, out)]
}
