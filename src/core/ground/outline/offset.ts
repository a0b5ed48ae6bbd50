import { type PlanePoint, planeDistance } from '../geometry'
import { crossingOf } from './chain'
import { type Corner, type Edge, edgesOf, type Ring, ringArea } from './outline'

/** Corners nearer than this are one, and lines that turn by less are straight on, mm and rad. */
const SAME = 1e-9

/**
 * The outline at an even distance from another: corners stay corners, arcs keep their centres.
 *
 * @param outMm - how far out of what the ring encloses each edge goes; less than 0 goes into it.
 * @returns nothing where the outline would fold over itself or is used up.
 */
export function offsetRing(ring: Ring, outMm: (edge: number) => number): Ring | undefined {
  const area = ringArea(ring)
  const edges = edgesOf(ring).map((edge, i) => besideEdge(edge, area > 0 ? outMm(i) : -outMm(i)))
  if (edges.some((edge) => edge === undefined)) return undefined
  const moved = edges as readonly Edge[]
  const corners: PlanePoint[] = []
  for (let i = 0; i < moved.length; i++) {
    const at = meeting(moved[(i + moved.length - 1) % moved.length] as Edge, moved[i] as Edge)
    if (!at) return undefined
    corners.push(at)
  }
  const made = moved.map((edge, i): Corner => {
    const from = corners[i] as PlanePoint
    if (edge.kind === 'line') return from
    const to = corners[(i + 1) % corners.length] as PlanePoint
    return { ...from, bulge: bulgeAbout(edge, from, to) }
  })
  // An edge that now runs backwards has been used up by its neighbours.
  const isFolded = moved.some((edge, i) => {
    const [a, b] = [made[i] as Corner, made[(i + 1) % made.length] as Corner]
    if (edge.kind === 'arc') return Math.abs(4 * Math.atan(a.bulge ?? 0) - edge.turnRad) > Math.PI
    const along = { x: edge.to.x - edge.from.x, y: edge.to.y - edge.from.y }
    return (b.x - a.x) * along.x + (b.y - a.y) * along.y < -SAME
  })
  if (isFolded || ringArea(made) * area <= 0 || crossingOf(made)) return undefined
  return made
}

/** An edge moved to its right, seen along it; nothing where an arc has no radius left. */
function besideEdge(edge: Edge, right: number): Edge | undefined {
  if (edge.kind === 'arc') {
    const { centre } = edge
    const radiusMm = edge.radiusMm + (edge.turnRad > 0 ? right : -right)
    if (radiusMm < SAME) return undefined
    const out = (p: PlanePoint): PlanePoint => ({
      x: centre.x + ((p.x - centre.x) * radiusMm) / edge.radiusMm,
      y: centre.y + ((p.y - centre.y) * radiusMm) / edge.radiusMm,
    })
    return { ...edge, radiusMm, from: out(edge.from), to: out(edge.to) }
  }
  const length = planeDistance(edge.from, edge.to)
  const by = {
    x: ((edge.to.y - edge.from.y) / length) * right,
    y: (-(edge.to.x - edge.from.x) / length) * right,
  }
  const move = (p: PlanePoint): PlanePoint => ({ x: p.x + by.x, y: p.y + by.y })
  return { ...edge, from: move(edge.from), to: move(edge.to) }
}

/** Where two edges that met meet again, nearest to where their ends came to lie. */
function meeting(a: Edge, b: Edge): PlanePoint | undefined {
  if (planeDistance(a.to, b.from) < 1e-7) return b.from
  const near = { x: (a.to.x + b.from.x) / 2, y: (a.to.y + b.from.y) / 2 }
  const places = crossings(a, b)
  return places.reduce<PlanePoint | undefined>(
    (best, p) => (best && planeDistance(best, near) <= planeDistance(p, near) ? best : p),
    undefined,
  )
}

/** Where the whole lines and circles on which two edges lie cross. */
function crossings(a: Edge, b: Edge): readonly PlanePoint[] {
  if (a.kind === 'line' && b.kind === 'line') {
    const [u, v] = [along(a), along(b)]
    const turn = u.x * v.y - u.y * v.x
    if (Math.abs(turn) < SAME) return []
    const t = ((b.from.x - a.from.x) * v.y - (b.from.y - a.from.y) * v.x) / turn
    return [{ x: a.from.x + t * u.x, y: a.from.y + t * u.y }]
  }
  if (a.kind === 'arc' && b.kind === 'arc') return circlesCross(a, b)
  const [line, arc] = a.kind === 'line' ? [a, b as Arc] : [b as Edge & { kind: 'line' }, a as Arc]
  const u = along(line)
  const foot = (arc.centre.x - line.from.x) * u.x + (arc.centre.y - line.from.y) * u.y
  const at = { x: line.from.x + foot * u.x, y: line.from.y + foot * u.y }
  const off = planeDistance(at, arc.centre)
  if (off > arc.radiusMm + 1e-7) return []
  const half = Math.sqrt(Math.max(0, arc.radiusMm ** 2 - off ** 2))
  return [half, -half].map((d) => ({ x: at.x + d * u.x, y: at.y + d * u.y }))
}

type Arc = Edge & { kind: 'arc' }

function circlesCross(a: Arc, b: Arc): readonly PlanePoint[] {
  const apart = planeDistance(a.centre, b.centre)
  if (apart < SAME) return []
  const to = (a.radiusMm ** 2 - b.radiusMm ** 2 + apart ** 2) / (2 * apart)
  if (Math.abs(to) > a.radiusMm + 1e-7) return []
  const half = Math.sqrt(Math.max(0, a.radiusMm ** 2 - to ** 2))
  const u = { x: (b.centre.x - a.centre.x) / apart, y: (b.centre.y - a.centre.y) / apart }
  return [half, -half].map((d) => ({
    x: a.centre.x + to * u.x - d * u.y,
    y: a.centre.y + to * u.y + d * u.x,
  }))
}

function along({ from, to }: Edge): PlanePoint {
  const length = planeDistance(from, to)
  return { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
}

/** How an arc is bent between its new ends. */
function bulgeAbout({ centre, turnRad }: Arc, from: PlanePoint, to: PlanePoint): number {
  const begin = Math.atan2(from.y - centre.y, from.x - centre.x)
  const end = Math.atan2(to.y - centre.y, to.x - centre.x)
  const whole = 2 * Math.PI
  const turn = turnRad > 0 ? (end - begin + whole) % whole : -((begin - end + whole) % whole)
  return Math.tan(turn / 4)
}
