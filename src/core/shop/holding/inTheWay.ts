import { featureSurfaces, isSide } from '../../work/part'
import { type Bounds, boundsOf } from '../../ground/recipe'
import { type Cut } from '../../work/stock'
import { type Clamp } from './kind'
import { type Placed, toSetup, type Work } from './work'

/** Cuts whose place, seen from above, lies under a clamp: of the face that is up all of it, of an end what the clamp crosses. */
export function cutsUnder(
  placed: Placed,
  { part, up }: Work,
  pushing: readonly Clamp[],
  ops: readonly Cut[],
): readonly Cut[] {
  const clamps = pushing.map(({ shape }) => boundsOf(shape))
  const overlaps = (
    [a0, a1]: readonly [number, number],
    [b0, b1]: readonly [number, number],
  ): boolean => a0 < b1 - 1e-6 && b0 < a1 - 1e-6
  const isUnder = ({ feature: ref }: Cut): boolean => {
    if (ref === up) return clamps.some((c) => lies(c, placed))
    if (isSide(ref)) {
      const { faceAt, high, low } = placed
      const edge = { left: low.x, right: high.x, guide: high.y, away: low.y }
      return clamps.some(
        (c) =>
          (ref === faceAt.left && c.low.x < edge.left && c.high.x > edge.left) ||
          (ref === faceAt.right && c.low.x < edge.right && c.high.x > edge.right) ||
          (ref === faceAt.guide && c.low.y < edge.guide && c.high.y > edge.guide) ||
          (ref === faceAt.away && c.low.y <= edge.away && c.high.y >= edge.away),
      )
    }
    const feature = part.features.find((f) => f.id === ref)
    if (!feature) return false
    return featureSurfaces(part, feature).some((surface) => {
      const radius = surface.kind === 'axis' ? surface.diameterMm / 2 : 0
      const points = (surface.kind === 'axis' ? [surface.from] : surface.corners).map((p) =>
        toSetup(placed, p),
      )
      const span = (axis: 'x' | 'y'): readonly [number, number] => [
        Math.min(...points.map((p) => p[axis])) - radius,
        Math.max(...points.map((p) => p[axis])) + radius,
      ]
      return clamps.some(
        (c) =>
          lies(c, placed) &&
          overlaps(span('x'), [c.low.x, c.high.x]) &&
          overlaps(span('y'), [c.low.y, c.high.y]),
      )
    })
  }
  return ops.filter(isUnder)
}

/** Lies on top of the work, not beside it. */
const lies = (clamp: Bounds<'setup'>, { high, low }: Placed): boolean =>
  clamp.low.z >= high.z - 1e-6 &&
  clamp.high.x > low.x &&
  clamp.low.x < high.x &&
  clamp.high.y > low.y &&
  clamp.low.y < high.y
