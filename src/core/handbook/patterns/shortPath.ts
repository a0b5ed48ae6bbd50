import { type PlanePoint, planeDistance } from '../../ground/geometry'

/** Length of the way through points in order, mm. */
export const pathLengthMm = (points: readonly PlanePoint[]): number =>
  points.reduce((sum, p, i) => sum + (i > 0 ? planeDistance(points[i - 1] ?? p, p) : 0), 0)

const MOST_ROUNDS = 30

/**
 * An order in which to visit points that makes a short way: nearest neighbour from the first, then
 * 2-opt, turning round stretches of the way while that shortens it (Croes 1958, from memory). Never
 * longer than the order given.
 *
 * @returns indices into `points`; begins at 0, the end is free.
 */
export function shortPath(points: readonly PlanePoint[]): readonly number[] {
  const given = points.map((_, i) => i)
  const found = improve(points, nearestNeighbours(points))
  const length = (order: readonly number[]): number =>
    pathLengthMm(order.map((i) => points[i] as PlanePoint))
  return length(found) <= length(given) ? found : given
}

function nearestNeighbours(points: readonly PlanePoint[]): number[] {
  const left = new Set(points.map((_, i) => i))
  const order: number[] = []
  let at = 0
  while (left.size > 0) {
    order.push(at)
    left.delete(at)
    const from = points[at] as PlanePoint
    let best = Infinity
    for (const i of left) {
      const distance = planeDistance(from, points[i] as PlanePoint)
      if (distance < best) [best, at] = [distance, i]
    }
  }
  return order
}

/** Longest stretch that is tried for turning round, so that thousands of holes stay quick. */
const REACH = 120

function improve(points: readonly PlanePoint[], order: number[]): number[] {
  const at = (i: number): PlanePoint => points[order[i] as number] as PlanePoint
  for (let round = 0, better = true; better && round < MOST_ROUNDS; round++) {
    better = false
    for (let i = 1; i < order.length - 1; i++) {
      const last = Math.min(order.length - 1, i + REACH)
      for (let j = i + 1; j <= last; j++) {
        const before = planeDistance(at(i - 1), at(i))
        const after = planeDistance(at(i - 1), at(j))
        const tail = j + 1 < order.length
        const old = before + (tail ? planeDistance(at(j), at(j + 1)) : 0)
        const turned = after + (tail ? planeDistance(at(i), at(j + 1)) : 0)
        if (turned < old - 1e-9) {
          reverse(order, i, j)
          better = true
        }
      }
    }
  }
  return order
}

function reverse(order: number[], from: number, to: number): void {
  for (let a = from, b = to; a < b; a++, b--) {
    const kept = order[a] as number
    order[a] = order[b] as number
    order[b] = kept
  }
}
