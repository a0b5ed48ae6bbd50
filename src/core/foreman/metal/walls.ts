import { add, cross, norm, type Point, scale, subtract } from '../../ground/geometry'
import { type Mesh, type RayTree, triangleCount, triangleOf } from '../../ground/mesh'

type At = Point<'part'>

/** What stands thinner than this is a skin that the cutter tears or bends, mm (common practice, no source). */
export const SKIN_MM = 0.8
/** Faces smaller than this are not looked at, mm². */
const LEAST_MM2 = 6
const MOST_PLACES = 900
const OFF_MM = 1e-4

export interface Skin {
  readonly mm: number
  readonly at: At
}

/**
 * The thinnest wall that stands now and is not in the finished part: a skin between what was cut and what will
 * be; undefined where there is none. Looked at square to the middles of the larger facets.
 */
export function thinnestSkin(
  now: Mesh,
  metal: RayTree<'part'>,
  finished: RayTree<'part'>,
): Skin | undefined {
  const count = triangleCount(now)
  const each = Math.max(1, Math.floor(count / MOST_PLACES))
  let thinnest: Skin | undefined
  for (let t = 0; t < count; t += each) {
    const [a, b, c] = triangleOf<'part'>(now, t)
    const across = cross(subtract(b, a), subtract(c, a))
    const size = norm(across)
    if (size / 2 < LEAST_MM2) continue
    const inward = scale(across, -1 / size)
    const at = scale(add(add(a, b), c), 1 / 3)
    const from = add(at, scale(inward, OFF_MM))
    const mm = Math.min(Infinity, ...metal.hits(from, inward).map(({ away }) => away))
    if (mm >= (thinnest?.mm ?? SKIN_MM) || mm < 1e-3) continue
    if (!finished.isInside(add(at, scale(inward, mm / 2)))) thinnest = { mm, at }
  }
  return thinnest
}
