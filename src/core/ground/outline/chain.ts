import { fail, type Result, succeed } from '../issues'
import { type PlanePoint, planeDistance } from '../geometry'
import { type Corner, flatRing, reversed, type Ring, ringArea } from './outline'

/** An edge as drawn, in whatever order and direction. */
export interface DrawnEdge {
  readonly from: PlanePoint
  readonly to: PlanePoint
  readonly bulge?: number | undefined
}

/** How far ends of edges may be apart to meet, mm. */
const MEETS_MM = 0.01

/**
 * Joins drawn edges into closed outlines.
 *
 * @returns `outline.open` with the first end at which nothing goes on, `outline.crosses` where an outline
 *   crosses itself.
 */
export function ringsOf(edges: readonly DrawnEdge[]): Result<readonly Ring[]> {
  const left = new Set(edges.filter((e) => planeDistance(e.from, e.to) > 1e-9 || e.bulge))
  const byPlace = new Map<string, Set<DrawnEdge>>()
  const keysNear = ({ x, y }: PlanePoint): readonly string[] => {
    const [i, j] = [Math.floor(x / MEETS_MM), Math.floor(y / MEETS_MM)]
    return [-1, 0, 1].flatMap((a) => [-1, 0, 1].map((b) => `${i + a} ${j + b}`))
  }
  const keyOf = ({ x, y }: PlanePoint): string =>
    `${Math.floor(x / MEETS_MM)} ${Math.floor(y / MEETS_MM)}`
  for (const edge of left)
    for (const end of [edge.from, edge.to]) {
      const key = keyOf(end)
      byPlace.set(key, (byPlace.get(key) ?? new Set()).add(edge))
    }
  const next = (at: PlanePoint): DrawnEdge | undefined =>
    keysNear(at)
      .flatMap((key) => [...(byPlace.get(key) ?? [])])
      .find(
        (edge) =>
          left.has(edge) && [edge.from, edge.to].some((end) => planeDistance(end, at) <= MEETS_MM),
      )
  const rings: Ring[] = []
  for (const first of edges) {
    if (!left.delete(first)) continue
    const corners: Corner[] = [{ ...first.from, bulge: first.bulge }]
    let at = first.to
    while (planeDistance(at, first.from) > MEETS_MM) {
      const edge = next(at)
      if (!edge)
        return fail(
          'outline.open',
          `The outline is open at ${at.x.toFixed(2)}, ${at.y.toFixed(2)} mm: nothing goes on from there. Close it, or leave that layer out.`,
        )
      left.delete(edge)
      const isBackwards = planeDistance(edge.to, at) < planeDistance(edge.from, at)
      const bulge = edge.bulge === undefined ? undefined : isBackwards ? -edge.bulge : edge.bulge
      corners.push({ ...at, bulge })
      at = isBackwards ? edge.from : edge.to
    }
    rings.push(ringArea(corners) < 0 ? reversed(corners) : corners)
  }
  const crossing = rings.map(crossingOf).find((found) => found !== undefined)
  if (crossing)
    return fail(
      'outline.crosses',
      `The outline crosses itself near ${crossing.x.toFixed(2)}, ${crossing.y.toFixed(2)} mm; no part can be cut so.`,
    )
  return succeed(rings)
}

const MOST_PIECES = 4000

/** Where an outline crosses itself, if it does. */
export function crossingOf(ring: Ring): PlanePoint | undefined {
  const flat = flatRing(ring, 0.01)
  const n = flat.length
  if (n > MOST_PIECES) return undefined
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      const [a, b, c, d] = [flat[i], flat[i + 1], flat[j], flat[(j + 1) % n]] as [
        PlanePoint,
        PlanePoint,
        PlanePoint,
        PlanePoint,
      ]
      const side = (p: PlanePoint, q: PlanePoint, r: PlanePoint): number =>
        (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x)
      const [s1, s2, s3, s4] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)]
      if (s1 * s2 < -1e-12 && s3 * s4 < -1e-12) return a
    }
  return undefined
}

/** The edge of an arc from its centre, as DXF writes it: counter-clockwise from one angle to another, rad. */
export function arcEdge(
  centre: PlanePoint,
  radius: number,
  beginRad: number,
  endRad: number,
): DrawnEdge {
  const turn = (((endRad - beginRad) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI
  const at = (angle: number): PlanePoint => ({
    x: centre.x + radius * Math.cos(angle),
    y: centre.y + radius * Math.sin(angle),
  })
  return { from: at(beginRad), to: at(beginRad + turn), bulge: Math.tan(turn / 4) }
}
