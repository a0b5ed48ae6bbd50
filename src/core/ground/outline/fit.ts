import { type PlanePoint, planeDistance } from '../geometry'
import { type Corner, type Ring } from './outline'

/** Corners nearer than this are one, mm. */
const SAME_MM = 1e-6

/** A chord that stands for a piece of an arc leaves it by no more than this, mm; or is one of the 48 of a circle. */
const MOST_SAG_MM = 0.0115
const CIRCLE_STEP_RAD = (2 * Math.PI) / 48

/** So many straight edges on one circle are an arc. */
const LEAST_EDGES = 3

interface Circle {
  readonly centre: PlanePoint
  readonly radiusMm: number
}

/**
 * Fits a closed run of corners back to straight edges and arcs: what a kernel that knows only straight
 * edges made of an outline.
 *
 * @param corners - in order, either way round; each lies on the outline that is meant.
 * @param within - how far corners may lie off the arc that takes them, mm.
 */
export function fitRing(corners: readonly PlanePoint[], within = 5e-4): Ring {
  const at = straightened(corners)
  const n = at.length
  if (n < 3) return []
  const whole = circleThrough(at, 0, n, within)
  if (whole && n >= 8) return wholeCircle(whole, at)
  const start = breakOf(at, within)
  const ring: Corner[] = []
  for (let i = 0; i < n;) {
    const edges = longestArc(at, start + i, n - i, within)
    const from = pick(at, start + i)
    if (edges < LEAST_EDGES) {
      ring.push({ x: from.x, y: from.y })
      i++
      continue
    }
    ring.push({ x: from.x, y: from.y, bulge: bulgeOf(at, start + i, edges) })
    i += edges
  }
  return ring
}

const pick = (at: readonly PlanePoint[], i: number): PlanePoint =>
  at[((i % at.length) + at.length) % at.length] as PlanePoint

/** Off the line between its neighbours by less than this a corner is none, mm. */
const STRAIGHT_MM = 1e-5

/** Without corners that are one with the next, and such as lie on the line between their neighbours. */
function straightened(corners: readonly PlanePoint[]): readonly PlanePoint[] {
  const apart = corners.filter((p, i) => planeDistance(p, pick(corners, i + 1)) > SAME_MM)
  const kept: PlanePoint[] = []
  apart.forEach((p, i) => {
    const before = kept.at(-1) ?? pick(apart, i - 1)
    if (Math.abs(offLine(before, pick(apart, i + 1), p)) > STRAIGHT_MM) kept.push(p)
  })
  return kept
}

/** How far a place lies to the left of the line through two others, mm. */
function offLine(a: PlanePoint, b: PlanePoint, p: PlanePoint): number {
  const length = planeDistance(a, b)
  if (length < SAME_MM) return planeDistance(a, p)
  return ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length
}

/** The circle through three places, where they are not on a line. */
function circumcircle(a: PlanePoint, b: PlanePoint, c: PlanePoint): Circle | undefined {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y]
  const d = 2 * (bx * cy - by * cx)
  if (Math.abs(d) < 1e-12) return undefined
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy]
  const [x, y] = [(cy * bb - by * cc) / d, (bx * cc - cx * bb) / d]
  return { centre: { x: a.x + x, y: a.y + y }, radiusMm: Math.hypot(x, y) }
}

/** Three places of a run that say on which circle it lies: not its ends, which another edge may have moved, where it has enough. */
function threeOf(
  at: readonly PlanePoint[],
  from: number,
  edges: number,
): readonly [PlanePoint, PlanePoint, PlanePoint] {
  const in1 = edges > LEAST_EDGES + 1 ? 1 : 0
  const [first, last] = [from + in1, from + edges - in1]
  // A whole circle ends where it begins.
  const end = edges >= at.length ? from + Math.floor((2 * edges) / 3) : last
  return [pick(at, first), pick(at, Math.floor((first + end) / 2)), pick(at, end)]
}

/** The circle on which a run of edges lies, if each of them may stand for a piece of an arc of it. */
function circleThrough(
  at: readonly PlanePoint[],
  from: number,
  edges: number,
  within: number,
): Circle | undefined {
  const circle = circumcircle(...threeOf(at, from, edges))
  if (!circle) return undefined
  const { centre, radiusMm } = circle
  let turns = 0
  for (let i = 0; i < edges; i++) {
    const [p, q] = [pick(at, from + i), pick(at, from + i + 1)]
    if (Math.abs(planeDistance(p, centre) - radiusMm) > within) return undefined
    if (Math.abs(planeDistance(q, centre) - radiusMm) > within) return undefined
    const step = stepBetween(centre, p, q)
    const sag = radiusMm * (1 - Math.cos(step / 2))
    if (sag > MOST_SAG_MM && Math.abs(Math.abs(step) - CIRCLE_STEP_RAD) > 1e-3) return undefined
    if (turns !== 0 && Math.sign(step) !== turns) return undefined
    turns = Math.sign(step)
  }
  return circle
}

/** The turn about a centre from one place to another, rad, counter-clockwise more than 0. */
function stepBetween(centre: PlanePoint, p: PlanePoint, q: PlanePoint): number {
  const [ax, ay, bx, by] = [p.x - centre.x, p.y - centre.y, q.x - centre.x, q.y - centre.y]
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by)
}

function longestArc(at: readonly PlanePoint[], from: number, most: number, within: number): number {
  let edges = 0
  for (let next = LEAST_EDGES; next <= most; next++) {
    if (!circleThrough(at, from, next, within)) break
    edges = next
  }
  return edges
}

/** A corner at which no arc goes through: where to begin. */
function breakOf(at: readonly PlanePoint[], within: number): number {
  for (let i = 0; i < at.length; i++)
    if (!circleThrough(at, i - 2, 4, within) && !circleThrough(at, i - 1, 3, within)) return i
  return 0
}

function bulgeOf(at: readonly PlanePoint[], from: number, edges: number): number {
  const circle = circumcircle(...threeOf(at, from, edges))
  if (!circle) return 0
  let turn = 0
  for (let i = 0; i < edges; i++)
    turn += stepBetween(circle.centre, pick(at, from + i), pick(at, from + i + 1))
  return Math.tan(turn / 4)
}

function wholeCircle({ centre, radiusMm }: Circle, at: readonly PlanePoint[]): Ring {
  const turn = stepBetween(centre, pick(at, 0), pick(at, 1)) > 0 ? 1 : -1
  return [
    { x: centre.x + radiusMm, y: centre.y, bulge: turn },
    { x: centre.x - radiusMm, y: centre.y, bulge: turn },
  ]
}
