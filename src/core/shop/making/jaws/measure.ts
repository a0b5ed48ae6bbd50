import { type PlanePoint, planeDistance } from '../../../ground/geometry'
import { edgesOf, gapToRings, type Ring } from '../../../ground/outline'
import { type JawHalf } from './types'

/** Places along the part's outline at which the gap is measured, mm apart. */
const EVERY_MM = 0.5
/** Nearer than this they touch, mm. */
const TOUCH_MM = 0.002

/** The gap between the part's outline and what stands of a half, over all of the outline that lies in it. */
export function gapsOf(
  outline: readonly Ring[],
  { high, low, profile, reliefs }: Pick<JawHalf, 'high' | 'low' | 'profile' | 'reliefs'>,
): Pick<JawHalf, 'bearsMm' | 'leastGapMm' | 'mostGapMm'> {
  let [least, most, bears] = [Infinity, 0, 0]
  const isRelieved = (p: PlanePoint): boolean =>
    reliefs.some(({ corner, radiusMm }) => planeDistance(corner, p) < 2 * radiusMm)
  const isBeside = ({ x, y }: PlanePoint): boolean =>
    x > low.x && x < high.x && y > low.y && y < high.y
  for (const ring of outline)
    for (const { at, lengthMm } of placesAlong(ring)) {
      if (!isBeside(at)) continue
      const gap = gapToRings(profile, at)
      least = Math.min(least, gap)
      if (!isRelieved(at)) most = Math.max(most, gap)
      if (Math.abs(gap) < TOUCH_MM) bears += lengthMm
    }
  return { leastGapMm: Number.isFinite(least) ? least : 0, mostGapMm: most, bearsMm: bears }
}

/** Places along a ring, with the length that each stands for. */
function placesAlong(
  ring: Ring,
): readonly { readonly at: PlanePoint; readonly lengthMm: number }[] {
  return edgesOf(ring).flatMap((edge) => {
    const length =
      edge.kind === 'line'
        ? planeDistance(edge.from, edge.to)
        : Math.abs(edge.turnRad) * edge.radiusMm
    const pieces = Math.max(1, Math.ceil(length / EVERY_MM))
    return Array.from({ length: pieces }, (_, i) => {
      const t = (i + 0.5) / pieces
      return { at: placeOn(edge, t), lengthMm: length / pieces }
    })
  })
}

function placeOn(edge: ReturnType<typeof edgesOf>[number], t: number): PlanePoint {
  if (edge.kind === 'line')
    return {
      x: edge.from.x + (edge.to.x - edge.from.x) * t,
      y: edge.from.y + (edge.to.y - edge.from.y) * t,
    }
  const angle = edge.beginRad + edge.turnRad * t
  return {
    x: edge.centre.x + Math.cos(angle) * edge.radiusMm,
    y: edge.centre.y + Math.sin(angle) * edge.radiusMm,
  }
}
