import { add, type Point, scale, subtract } from '../../ground/geometry'
import { axisOf, type HoleLine, type Side } from '../../work/part'
import { acrossOf } from '../../ground/recipe'

const PIECES = 28

/** Where the axis of a hole meets a plane along a face. */
export function meets({ from, to }: HoleLine, side: Side, level: number): Point<'part'> {
  const along = subtract(to, from)
  const axis = axisOf(side)
  return add(from, scale(along, (level - from[axis]) / along[axis]))
}

/** The rim that a hole leaves on a plane along a face: a circle, or an ellipse where it leans. */
export function rimOn(
  line: HoleLine,
  side: Side,
  level: number,
  radius: number,
): readonly Point<'part'>[] {
  const centre = meets(line, side, level)
  const along = subtract(line.to, line.from)
  const axis = axisOf(side)
  const [u, v] = acrossOf(along)
  return Array.from({ length: PIECES }, (_, i) => {
    const angle = (2 * Math.PI * i) / PIECES
    const out = add(scale(u, radius * Math.cos(angle)), scale(v, radius * Math.sin(angle)))
    return add(centre, subtract(out, scale(along, out[axis] / along[axis])))
  })
}
