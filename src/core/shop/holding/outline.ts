import { type PlanePoint } from '../../ground/geometry'
import { flatRing } from '../../ground/outline'
import { onPlane } from '../../ground/recipe'
import { type Contour, contourPlane } from '../../work/part'
import { type Placed, toSetup, type Work } from './work'

/** Corners by which bent outlines are known, and how far they may lie outside of them, mm. */
const WITHIN_MM = 0.02
/** Two heights are one, mm; two directions are one. */
const SAME = 1e-6

/** Corners of an area seen from above, in turn. */
export type Corners = readonly PlanePoint[]

/**
 * The outline of work seen from above, from its low corner: that of an outside contour that is cut already, all
 * the way through; else its block.
 */
export function outlineOf(own: Placed & { readonly work: Work }): Corners {
  const { high, low } = own
  const cut = cutOutline(own)
  if (cut) return cut
  const [x, y] = [high.x - low.x, high.y - low.y]
  return [
    { x: 0, y: 0 },
    { x, y: 0 },
    { x, y },
    { x: 0, y },
  ]
}

/** The same where it is cut; none where it is its block. */
export function cutOutline(own: Placed & { readonly work: Work }): Corners | undefined {
  const { low, work } = own
  const cut = work.part.features.find(
    (one): one is Contour =>
      one.kind === 'contour' &&
      one.takes === 'outside' &&
      work.before.cut.get(one.id)?.pass === 'finish' &&
      isWhole(own, one),
  )
  const [ring] = cut?.rings ?? []
  if (!cut || !ring) return undefined
  const plane = contourPlane(cut)
  return flatRing(ring, WITHIN_MM, true).map((at) => {
    const { x, y } = toSetup(own, onPlane(plane, at))
    return { x: x - low.x, y: y - low.y }
  })
}

/** Whether nothing of the work stands outside of a contour: it goes through, or down to the other side. */
function isWhole(own: Placed & { readonly work: Work }, contour: Contour): boolean {
  const plane = contourPlane(contour)
  const [foot, over] = [toSetup(own, plane.at), toSetup(own, onPlane(plane, { x: 0, y: 0 }, 1))]
  const up = over.z - foot.z
  if (Math.abs(Math.abs(up) - 1) > SAME || contour.rings.length !== 1) return false
  return contour.through || (up > 0 ? foot.z - own.low.z : own.high.z - foot.z) < SAME
}
