import { dot, type Point } from '../../ground/geometry'
import {
  axisOf,
  featureSurfaces,
  holePoints,
  isSide,
  normalOf,
  type Part,
  type Side,
} from '../../work/part'
import { type Cut } from '../../work/stock'
import { type Placed, toSetup, type Work } from './work'

/** Lowest point of a cut of a face or feature that opens to the sides, in the setup; undefined for holes, broken edges, pockets. */
export function lowestOpenCut(
  placed: Placed,
  { part, up }: Work,
  { feature: ref, leave, pass }: Cut,
): number | undefined {
  if (isSide(ref)) {
    if (ref === up) return toSetup(placed, faceLeft(part, ref, pass === 'rough' ? leave.mm : 0)).z
    return axisOf(ref) === axisOf(up) ? undefined : placed.low.z
  }
  const feature = part.features.find((f) => f.id === ref)
  if (!feature || ['hole', 'chamfer', 'pocket', 'rounding'].includes(feature.kind)) return undefined
  const floors = featureSurfaces(part, feature).flatMap((s) =>
    s.kind === 'plane' && Math.abs(dot(s.normal, normalOf(up))) > 0.5
      ? [toSetup(placed, s.at).z]
      : [],
  )
  const lowest = Math.min(...floors, Infinity)
  return Number.isFinite(lowest) ? lowest : undefined
}

/** The middle of a face when so much is left on it. */
function faceLeft(part: Part, side: Side, left: number): Point<'part'> {
  const n = normalOf(side)
  const size = { x: part.size.x.mm, y: part.size.y.mm, z: part.size.z.mm }
  const at = (axis: 'x' | 'y' | 'z'): number =>
    n[axis] === 0 ? size[axis] / 2 : n[axis] > 0 ? size[axis] + left : -left
  return { x: at('x'), y: at('y'), z: at('z') }
}

/** Where holes of a cut come through the underside, in the setup, with their radius. */
export function throughHoles(
  placed: Pick<Placed, 'setupFromPart'>,
  { part }: Pick<Work, 'part'>,
  { feature: ref }: Cut,
): readonly { readonly at: Point<'setup'>; readonly radius: number }[] {
  const feature = part.features.find((f) => f.id === ref)
  if (feature?.kind !== 'hole' || feature.extent.kind !== 'through') return []
  return holePoints(part, feature).map((p) => ({
    at: toSetup(placed, p),
    radius: feature.diameter.mm / 2,
  }))
}
