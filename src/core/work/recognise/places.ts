import { type PlanePoint } from '../../ground/geometry'
import { edgesOf, gapToRings, middleOfEdge, type Ring, ringBounds } from '../../ground/outline'

/** Places each way in which it is looked whether a flat can be come at. */
const GRID = 7
/** A rim of a flat that may be covered by the triangles of a round beside it, mm. */
const RIM_MM = 0.05

/** Places spread over a region, and just inside of its edges. */
export function placesIn(rings: readonly Ring[]): readonly PlanePoint[] {
  const { high, low } = ringBounds(rings)
  const grid = Array.from({ length: GRID * GRID }, (_, i) => ({
    x: low.x + ((high.x - low.x) * ((i % GRID) + 0.5)) / GRID,
    y: low.y + ((high.y - low.y) * (Math.floor(i / GRID) + 0.5)) / GRID,
  }))
  const margin = Math.min(RIM_MM, 0.1 * Math.min(high.x - low.x, high.y - low.y))
  const rim = edgesOf(rings[0] ?? []).flatMap((edge) => {
    const { left, middle } = middleOfEdge(edge)
    return [1, -1].map((side) => ({
      x: middle.x + left.x * side * 2 * margin,
      y: middle.y + left.y * side * 2 * margin,
    }))
  })
  return [...grid, ...rim].filter((p) => gapToRings(rings, p) < -margin)
}
