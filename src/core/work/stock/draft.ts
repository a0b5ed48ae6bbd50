import { add, AXES, norm, type Point, point, scale, withAxis } from '../../ground/geometry'
import { ringArea } from '../../ground/outline'
import { alongPlane, type Bounds, type Plane, prism, type Recipe } from '../../ground/recipe'
import {
  axisOf,
  levelOf,
  normalOf,
  oppositeOf,
  type Part,
  type Side,
  signOf,
  SIDES,
  sizeAlong,
} from '../part'
import { ORIGIN, OVER_MM } from './over'

/** A leaning side: a place on it, and out of the metal square to it. */
export interface LeaningSide {
  readonly at: Point<'part'>
  readonly normal: Point<'part'>
}

/**
 * How a cast side leans that has its draft: at its wide end it is where it is said to be, towards its narrow end it
 * goes in.
 *
 * @param levelMm - the coordinate of the side along its own axis at its wide end.
 */
export function leaningSide(part: Part, side: Side, levelMm: number): LeaningSide | undefined {
  const { draft } = part.faces[side]
  if (!draft) return undefined
  const { angle, narrow } = draft
  const out = add(normalOf(side), scale(normalOf(narrow), Math.tan(angle.rad)))
  const middle = point<'part'>(part.size.x.mm / 2, part.size.y.mm / 2, part.size.z.mm / 2)
  const wide = withAxis(middle, axisOf(narrow), levelOf(part, oppositeOf(narrow)))
  return { at: withAxis(wide, axisOf(side), levelMm), normal: scale(out, 1 / norm(out)) }
}

/** How far a drafted side has gone in at its narrow end, mm; 0 where it has no draft. */
export function draftMm(part: Part, side: Side): number {
  const { draft } = part.faces[side]
  return draft ? Math.tan(draft.angle.rad) * sizeAlong(part, axisOf(draft.narrow)) : 0
}

/** What draft leaves out of the block as it was bought: a wedge at each side that leans. */
export const draftWedges = (part: Part, block: Bounds<'part'>): readonly Recipe<'part'>[] =>
  SIDES.flatMap((side) => {
    const { draft } = part.faces[side]
    return draft ? [wedge(part, side, draft, block)] : []
  })

function wedge(
  part: Part,
  side: Side,
  { angle, narrow }: NonNullable<Part['faces'][Side]['draft']>,
  { high, low }: Bounds<'part'>,
): Recipe<'part'> {
  const [own, across] = [axisOf(side), axisOf(narrow)]
  const [along = 'x'] = AXES.filter((axis) => axis !== own && axis !== across)
  const edge = (signOf(side) > 0 ? high : low)[own]
  const begin = levelOf(part, oppositeOf(narrow))
  const end = (signOf(narrow) > 0 ? high : low)[across] + signOf(narrow) * OVER_MM
  const inward = Math.tan(angle.rad) * Math.abs(end - begin)
  const place = (level: number, at: number): Point<'part'> =>
    withAxis(withAxis(low, own, level), across, at)
  const outside = edge + signOf(side) * OVER_MM
  const corners = [
    place(edge, begin),
    place(outside, begin),
    place(outside, end),
    place(edge - signOf(side) * inward, end),
  ]
  const plane: Plane<'part'> = {
    at: withAxis(ORIGIN, along, low[along] - OVER_MM),
    across: withAxis(ORIGIN, own, 1),
    out: withAxis(ORIGIN, along, 1),
  }
  const ring = corners.map((at) => {
    const { x, y } = alongPlane(plane, at)
    return { x, y }
  })
  const turned = ringArea(ring) < 0 ? [...ring].reverse() : ring
  return prism(plane, [turned], high[along] - low[along] + 2 * OVER_MM)
}
