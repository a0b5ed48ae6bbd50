import { planeDistance, type PlanePoint } from '../geometry'

/** A corner of a closed outline, mm, and how the edge from it to the next one is bent. */
export interface Corner {
  readonly x: number
  readonly y: number
  /** Tangent of a quarter of the arc's angle, counter-clockwise more than 0; a straight edge has none. */
  readonly bulge?: number | undefined
}

/** A closed outline of straight edges and arcs; the last corner leads to the first. */
export type Ring = readonly Corner[]

/** A stretch of a ring: straight, or an arc about a centre that begins at an angle and goes on by a turn, rad. */
export type Edge = { readonly from: PlanePoint; readonly to: PlanePoint } & (
  | { readonly kind: 'line' }
  | {
      readonly kind: 'arc'
      readonly centre: PlanePoint
      readonly radiusMm: number
      readonly beginRad: number
      readonly turnRad: number
    }
)

/** An arc that leaves its chord by less than half of this share of it is straight: 5 nm on 100 mm. */
const STRAIGHT = 1e-7

/** The edge that a bulge describes between two corners. */
export function edgeBetween(from: PlanePoint, to: PlanePoint, bulge = 0): Edge {
  const chord = planeDistance(from, to)
  if (Math.abs(bulge) < STRAIGHT || chord === 0) return { kind: 'line', from, to }
  const turnRad = 4 * Math.atan(bulge)
  const radiusMm = Math.abs(chord / (2 * Math.sin(turnRad / 2)))
  // From the chord's middle to the centre, along the chord's left normal.
  const off = (chord * (1 - bulge * bulge)) / (4 * bulge)
  const [ux, uy] = [(to.x - from.x) / chord, (to.y - from.y) / chord]
  const centre = { x: (from.x + to.x) / 2 - uy * off, y: (from.y + to.y) / 2 + ux * off }
  const beginRad = Math.atan2(from.y - centre.y, from.x - centre.x)
  return { kind: 'arc', from, to, centre, radiusMm, beginRad, turnRad }
}

const edgesKnown = new WeakMap<Ring, readonly Edge[]>()

/** The edges of a ring; a ring is asked for them again and again. */
export function edgesOf(ring: Ring): readonly Edge[] {
  const known = edgesKnown.get(ring)
  if (known) return known
  const edges = ring.map((corner, i) =>
    edgeBetween(corner, ring[(i + 1) % ring.length] as Corner, corner.bulge),
  )
  edgesKnown.set(ring, edges)
  return edges
}

/** A whole circle as a ring, counter-clockwise. */
export const circleRing = ({ x, y }: PlanePoint, radiusMm: number): Ring => [
  { x: x + radiusMm, y, bulge: 1 },
  { x: x - radiusMm, y, bulge: 1 },
]

export const rectangleRing = (low: PlanePoint, high: PlanePoint): Ring => [
  { x: low.x, y: low.y },
  { x: high.x, y: low.y },
  { x: high.x, y: high.y },
  { x: low.x, y: high.y },
]

/** A rectangle with round corners, of no more than half its shorter side. */
export function roundedRectangle(low: PlanePoint, high: PlanePoint, radius: number): Ring {
  const r = Math.min(radius, (high.x - low.x) / 2, (high.y - low.y) / 2)
  const bulge = Math.tan(Math.PI / 8)
  const corners: Corner[] = [
    { x: low.x + r, y: low.y },
    { x: high.x - r, y: low.y, bulge },
    { x: high.x, y: low.y + r },
    { x: high.x, y: high.y - r, bulge },
    { x: high.x - r, y: high.y },
    { x: low.x + r, y: high.y, bulge },
    { x: low.x, y: high.y - r },
    { x: low.x, y: low.y + r, bulge },
  ]
  // Where two corners meet in the middle of a side, nothing straight is left between them.
  return corners.filter((corner, i) => {
    const next = corners[(i + 1) % corners.length] as Corner
    return planeDistance(corner, next) > 1e-9
  })
}

/** Area within a ring, mm², less than 0 when it runs clockwise. Green's theorem, arcs by their segments. */
export function ringArea(ring: Ring): number {
  let twice = 0
  for (const edge of edgesOf(ring)) {
    const { from, to } = edge
    twice += from.x * to.y - to.x * from.y
    if (edge.kind === 'arc') twice += edge.radiusMm ** 2 * (edge.turnRad - Math.sin(edge.turnRad))
  }
  return twice / 2
}

/** The same ring the other way round. */
export const reversed = (ring: Ring): Ring =>
  ring.map((_, i) => {
    const n = ring.length
    const { x, y } = ring[(n - i) % n] as Corner
    const { bulge } = ring[(2 * n - i - 1) % n] as Corner
    return { x, y, bulge: bulge === undefined ? undefined : -bulge }
  })

/** Into how many straight pieces an arc is taken apart that leave it by no more than `within`, mm. */
export function arcPieces(radiusMm: number, turnRad: number, within: number): number {
  const step = 2 * Math.acos(Math.max(0.5, 1 - within / radiusMm))
  return Math.max(2, Math.ceil(Math.abs(turnRad) / step))
}

/** A ring as corners of straight edges that leave no arc by more than `within`, mm; `grow` puts them outside of arcs instead. */
export function flatRing(ring: Ring, within: number, grow = false): readonly PlanePoint[] {
  return edgesOf(ring).flatMap((edge) => {
    if (edge.kind === 'line') return [edge.from]
    const { beginRad, centre, radiusMm, turnRad } = edge
    const pieces = arcPieces(radiusMm, turnRad, within)
    const out = grow ? radiusMm / Math.cos(turnRad / pieces / 2) : radiusMm
    return Array.from({ length: pieces }, (_, i) => {
      const angle = beginRad + (turnRad * i) / pieces
      const r = i === 0 ? radiusMm : out
      return { x: centre.x + r * Math.cos(angle), y: centre.y + r * Math.sin(angle) }
    })
  })
}

/** The upright rectangle about rings, arcs at their full reach. */
export function ringBounds(rings: readonly Ring[]): { low: PlanePoint; high: PlanePoint } {
  const [xs, ys]: [number[], number[]] = [[], []]
  for (const edge of rings.flatMap(edgesOf)) {
    xs.push(edge.from.x, edge.to.x)
    ys.push(edge.from.y, edge.to.y)
    if (edge.kind === 'line') continue
    for (let quarter = 0; quarter < 4; quarter++) {
      const angle = (quarter * Math.PI) / 2
      if (!isOnArc(edge, angle)) continue
      xs.push(edge.centre.x + edge.radiusMm * Math.cos(angle))
      ys.push(edge.centre.y + edge.radiusMm * Math.sin(angle))
    }
  }
  return {
    low: { x: Math.min(...xs), y: Math.min(...ys) },
    high: { x: Math.max(...xs), y: Math.max(...ys) },
  }
}

const TURN = 2 * Math.PI

/** Whether an angle about the centre is passed by an arc. */
function isOnArc(arc: Edge & { kind: 'arc' }, angle: number): boolean {
  const gone = arc.turnRad > 0 ? angle - arc.beginRad : arc.beginRad - angle
  const past = ((gone % TURN) + TURN) % TURN
  return past <= Math.abs(arc.turnRad) + 1e-12
}

/** How far a place is from an edge, mm. */
export function distanceToEdge(edge: Edge, { x, y }: PlanePoint): number {
  const { from, to } = edge
  const ends = Math.min(Math.hypot(x - from.x, y - from.y), Math.hypot(x - to.x, y - to.y))
  if (edge.kind === 'arc') {
    const [dx, dy] = [x - edge.centre.x, y - edge.centre.y]
    return isOnArc(edge, Math.atan2(dy, dx))
      ? Math.min(ends, Math.abs(Math.hypot(dx, dy) - edge.radiusMm))
      : ends
  }
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const length = dx * dx + dy * dy
  if (length === 0) return ends
  const t = ((x - from.x) * dx + (y - from.y) * dy) / length
  return t < 0 || t > 1 ? ends : Math.abs((x - from.x) * dy - (y - from.y) * dx) / Math.sqrt(length)
}

/**
 * Whether a place is within an odd number of rings. By the polygon of the chords, turned about for each
 * place between a chord and its arc: exact for straight edges and arcs alike.
 */
export function isWithin(rings: readonly Ring[], { x, y }: PlanePoint): boolean {
  let odd = false
  for (const edge of rings.flatMap(edgesOf)) {
    const { from, to } = edge
    if (from.y > y !== to.y > y) {
      const at = from.x + ((y - from.y) / (to.y - from.y)) * (to.x - from.x)
      if (x < at) odd = !odd
    }
    if (edge.kind !== 'arc') continue
    const [dx, dy] = [to.x - from.x, to.y - from.y]
    // A place on the chord itself counts as right of it, or above, as in the polygon's crossings.
    const side = dx * (y - from.y) - dy * (x - from.x) || (dy === 0 ? dx : -dy)
    const isArcSide = edge.turnRad > 0 ? side < 0 : side > 0
    const isInCircle = Math.hypot(x - edge.centre.x, y - edge.centre.y) < edge.radiusMm
    if (isArcSide && isInCircle) odd = !odd
  }
  return odd
}

/** How far a place is outside the region of rings, mm; negative within. */
export function gapToRings(rings: readonly Ring[], at: PlanePoint): number {
  let away = Infinity
  for (const ring of rings)
    for (const edge of edgesOf(ring)) away = Math.min(away, distanceToEdge(edge, at))
  return isWithin(rings, at) ? -away : away
}

/** The middle of an edge and the direction to its left there; unit. */
export function middleOfEdge(edge: Edge): {
  readonly middle: PlanePoint
  readonly left: PlanePoint
} {
  const { from, to } = edge
  if (edge.kind === 'arc') {
    const angle = edge.beginRad + edge.turnRad / 2
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const { centre, radiusMm, turnRad } = edge
    return {
      middle: { x: centre.x + radiusMm * c, y: centre.y + radiusMm * s },
      left: turnRad > 0 ? { x: -c, y: -s } : { x: c, y: s },
    }
  }
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1
  return {
    middle: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
    left: { x: -(to.y - from.y) / length, y: (to.x - from.x) / length },
  }
}

/** The direction in which an edge runs at one of its ends, rad. */
export function headingAt(edge: Edge, end: 'from' | 'to'): number {
  if (edge.kind === 'line') return Math.atan2(edge.to.y - edge.from.y, edge.to.x - edge.from.x)
  const angle = end === 'from' ? edge.beginRad : edge.beginRad + edge.turnRad
  return angle + (Math.sign(edge.turnRad) * Math.PI) / 2
}
