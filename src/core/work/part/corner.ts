import { point, type Point } from '../../ground/geometry'
import { type Part } from './schema'
import { axisOf, type Side, SIDES } from './side'
import { levelOf } from './surfaces'

/**
 * The corner that is marked on the part: where the datum faces meet, and left, front and bottom for
 * those directions that have no datum.
 */
export function markedCorner(part: Part): Readonly<Record<'x' | 'y' | 'z', Side>> {
  const along = (axis: 'x' | 'y' | 'z', usual: Side): Side =>
    SIDES.find((side) => axisOf(side) === axis && part.faces[side].datum !== undefined) ?? usual
  return { x: along('x', 'left'), y: along('y', 'front'), z: along('z', 'bottom') }
}

/** Place of the marked corner on the finished part. */
export function cornerPoint(part: Part): Point<'part'> {
  const corner = markedCorner(part)
  return point(levelOf(part, corner.x), levelOf(part, corner.y), levelOf(part, corner.z))
}
