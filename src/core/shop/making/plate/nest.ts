import { type PlanePoint } from '../../../ground/geometry'
import { type Corners, type Lies } from '../../holding'

/** Two heights are one, mm. */
const SAME = 1e-6
/** Steps come out in whole tenths, mm. */
const STEP_MM = 0.1

/** The same the other way round along some axes, within the same box: turned by half a turn, or its mirror image. */
export const otherWay = (corners: Corners, box: PlanePoint, lies: Lies): Corners =>
  corners.map(({ x, y }) => ({ x: lies.x ? box.x - x : x, y: lies.y ? box.y - y : y }))

/**
 * How far a second area has to be moved along X from where the first is so that it passes nothing of it nearer than
 * the gap, there and from there on, mm. Exact: the last touch of two outlines is a corner of one on a side of the other.
 */
export function leastStep(first: Corners, second: Corners, gapMm: number): number {
  const back = second.map(opposite)
  return Math.max(reached(first, second, gapMm), reached(back, first.map(opposite), gapMm))
}

const opposite = ({ x, y }: PlanePoint): PlanePoint => ({ x: -x, y: -y })

/** The furthest along X at which a corner of the second still lies as near as that to a side of the first. */
function reached(first: Corners, second: Corners, gapMm: number): number {
  let most = -Infinity
  first.forEach((from, i) => {
    const to = first[(i + 1) % first.length] as PlanePoint
    for (const corner of second) {
      const far = farSide(from, to, gapMm, corner.y)
      if (far - corner.x > most) most = far - corner.x
    }
  })
  return most
}

/** Where a level leaves what lies within a distance of a straight side, towards positive X; nowhere gives −∞. */
function farSide(from: PlanePoint, to: PlanePoint, within: number, level: number): number {
  const about = ({ x, y }: PlanePoint): number =>
    Math.abs(level - y) <= within ? x + Math.sqrt(within ** 2 - (level - y) ** 2) : -Infinity
  const long = Math.hypot(to.x - from.x, to.y - from.y)
  const rise = to.y - from.y
  if (Math.abs(rise) < SAME) return Math.max(about(from), about(to))
  // The side moved by the distance to its right.
  const out = {
    x: (Math.abs(rise) / long) * within,
    y: (-Math.sign(rise) * (to.x - from.x) * within) / long,
  }
  const part = (level - from.y - out.y) / rise
  const beside = part >= 0 && part <= 1 ? from.x + out.x + part * (to.x - from.x) : -Infinity
  return Math.max(about(from), about(to), beside)
}

/** From one to its neighbour that lies otherwise in the same box, and from that to the next, so close as the gap lets them, mm. */
export function nestedSteps(
  corners: Corners,
  others: Corners,
  along: 'x' | 'y',
  gapMm: number,
): { readonly there: number; readonly back: number } {
  const swapped = (all: Corners): Corners =>
    along === 'x' ? all : all.map(({ x, y }) => ({ x: y, y: x }))
  const [one, other] = [swapped(corners), swapped(others)]
  const step = (a: Corners, b: Corners): number => Math.max(0, leastStep(a, b, gapMm))
  const there = whole(step(one, other))
  // The next but one lies as the first does: it too keeps away from it.
  const pair = whole(Math.max(there + step(other, one), step(one, one)))
  return { there, back: pair - there }
}

/** Never −0. */
const whole = (mm: number): number => Math.ceil(mm / STEP_MM - SAME) * STEP_MM + 0
