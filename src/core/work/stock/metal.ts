import { dot, type Point, subtract } from '../../ground/geometry'
import { isSide, type Part, type PlaneSurface, planeOf, type Surface } from '../part'
import { gapToRings } from '../../ground/outline'
import { alongPlane, gapTo } from '../../ground/recipe'
import { boughtSolid, takenSoFar } from './solid'
import { blockNow, isThere, type PartState } from './state'

/** Nothing bears within this of an edge that was cut, mm. */
const CLEAR_MM = 1
const SAME = 1e-6

/**
 * Whether a point of a surface has metal behind it in a state: the surface exists, the point lies on
 * it, and no feature cut so far has taken it away.
 */
export function hasMetal(
  part: Part,
  state: PartState,
  surface: Surface,
  at: Point<'part'>,
): boolean {
  if (surface.kind !== 'plane') return false
  const exists = isSide(surface.id)
    ? isInside(blockNow(part, state), planeOf(surface.id), at)
    : isThere(part, state, surface.owner) && isWithin(surface, at)
  if (!exists) return false
  // A round bar has no corners.
  if (isSide(surface.id) && part.stock?.form === 'round' && gapTo(boughtSolid(part), at) > CLEAR_MM)
    return false
  for (const [feature, tool] of takenSoFar(part, state))
    if (feature !== surface.owner && gapTo(tool, at) < CLEAR_MM) return false
  return true
}

const isInside = (
  { high, low }: ReturnType<typeof blockNow>,
  plane: ReturnType<typeof planeOf>,
  at: Point<'part'>,
): boolean => plane.every((axis) => at[axis] >= low[axis] - SAME && at[axis] <= high[axis] + SAME)

/** Whether a point, seen along the normal, lies within the four corners of a plane. */
function isWithin({ corners, rings }: PlaneSurface, at: Point<'part'>): boolean {
  if (rings) return gapToRings(rings.rings, alongPlane(rings.plane, at)) <= SAME
  const [a, b, , d] = corners
  if (!a || !b || !d) return false
  return [subtract(b, a), subtract(d, a)].every((edge) => {
    const along = dot(subtract(at, a), edge)
    const length = Math.sqrt(dot(edge, edge))
    return along >= -SAME * length && along <= (length + SAME) * length
  })
}
