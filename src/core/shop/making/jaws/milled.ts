import { type PlanePoint, planeDistance } from '../../../ground/geometry'
import {
  circleRing,
  flatRing,
  rectangleRing,
  type Region,
  regionArea,
  ringsOfRegion,
} from '../../../ground/outline'
import { type Pocket } from './pocket'
import { reliefsOf, sweptBy } from './reliefs'
import { type Half, type JawKernel, type PlaneBounds, type Relief } from './types'

/** How fine arcs stand for themselves, mm. */
const FINE_MM = 0.001
/** The cutter is reckoned smaller by this, so that it gets through a gap of its own width. */
const HAIR_MM = 0.01
/** What is thinner is not seen, mm. */
const THIN_MM = 0.004
/** More than this of the part where the cutter does not get: the jaw would cut into it, mm². */
const LEFT_MM2 = 0.02
/** Where a wall that bears ends, what is left free beside it begins within this, mm. */
const BESIDE_MM = 0.5

/** A pocket with its corners relieved, so that a cutter can make it; and whether it can. */
export function milledBy(
  kernel: JawKernel,
  pocket: Pocket,
  half: Half,
  { high, low }: PlaneBounds,
  radiusMm: number,
): { readonly region: Region; readonly reliefs: readonly Relief[]; readonly cutsPart: boolean } {
  const blank: Region = [rectangleRing(low, high)]
  const about: Region = [
    rectangleRing({ x: low.x - 100, y: low.y - 100 }, { x: high.x + 100, y: high.y + 100 }),
  ]
  /** What of a pocket the cutter would leave standing, but for what is thinner than a hair. */
  const leftOf = (region: Region): Region => {
    const air = kernel.cut(about, kernel.cut(blank, region))
    const middles = kernel.grow(air, HAIR_MM - radiusMm, 'round')
    const swept = kernel.grow(middles, radiusMm - HAIR_MM, 'round')
    return kernel.grow(kernel.meet(kernel.cut(region, swept), blank), -THIN_MM, 'sharp')
  }
  const left = leftOf(pocket.region)
  const nearerThan = (mm: number): Region =>
    kernel.meet(left, kernel.grow(pocket.part, THIN_MM + Math.max(0, mm), 'sharp'))
  const inPart = nearerThan(0)
  const inFree = nearerThan(pocket.clearMm - 2 * HAIR_MM)
  const isInJaw = ({ x, y }: PlanePoint): boolean =>
    x > low.x && x < high.x && y > low.y && y < high.y
  // Beside the end of a wall that bears less than all that is to be left free may be.
  const isBeside = (corner: PlanePoint): boolean =>
    pocket.wallEnds.some((end) => planeDistance(end, corner) < 2 * pocket.clearMm + BESIDE_MM)
  const reliefs = ringsOfRegion(pocket.region)
    .flatMap((ring) => reliefsOf(ring, radiusMm, half, isInJaw))
    .filter(({ corner }) => {
      const here: Region = [flatRing(circleRing(corner, 2 * radiusMm), 0.1)]
      return regionArea(kernel.meet(isBeside(corner) ? inPart : inFree, here)) > 1e-6
    })
  const driven = reliefs.map((one): Region => [flatRing(sweptBy(one), FINE_MM)])
  const region = kernel.unite([pocket.region, ...driven])
  const stillInPart = kernel.cut(inPart, kernel.unite(driven))
  return { region, reliefs, cutsPart: regionArea(stillInPart) > LEFT_MM2 }
}
