import {
  AXES,
  type Axis,
  type Frame,
  norm,
  point,
  type Point,
  subtract,
} from '../../ground/geometry'
import { meshBounds } from '../../ground/mesh'
import { type Solid } from './solid'

/** Triangles lie this near to the surfaces that they stand for: so much of the body's size, and at least so much, mm. */
const [MESH_SHARE, MESH_MM] = [1 / 500, 0.02]
const SQUARE = 1e-9

/**
 * The upright box about a solid: where a flat or the side of a round ends it, by that surface and not by
 * the triangles that stand for it.
 */
export function boundsOfSolid<F extends Frame>({
  faces,
  mesh,
}: Pick<Solid<F>, 'faces' | 'mesh'>): { readonly low: Point<F>; readonly high: Point<F> } {
  const rough = meshBounds<F>(mesh)
  const near = Math.max(MESH_MM, norm(subtract(rough.high, rough.low)) * MESH_SHARE)
  const ends = (axis: Axis): readonly number[] =>
    faces.flatMap((face) => {
      if (face.kind === 'plane')
        return Math.abs(face.plane.out[axis]) > 1 - SQUARE ? [face.plane.at[axis]] : []
      if (face.kind !== 'cylinder') return []
      const along = subtract(face.to, face.from)
      if (Math.abs(along[axis]) > SQUARE * norm(along)) return []
      return [face.from[axis] - face.radiusMm, face.from[axis] + face.radiusMm]
    })
  const nearest = (axis: Axis, to: number): number =>
    ends(axis).reduce(
      (best, end) => (Math.abs(end - to) < Math.abs(best.end - to) ? { end } : best),
      { end: Infinity },
    ).end
  const side = (which: 'low' | 'high') => {
    const [x, y, z] = AXES.map((axis) => {
      const end = nearest(axis, rough[which][axis])
      return Math.abs(end - rough[which][axis]) < near ? end : rough[which][axis]
    }) as [number, number, number]
    return point<F>(x, y, z)
  }
  return { low: side('low'), high: side('high') }
}
