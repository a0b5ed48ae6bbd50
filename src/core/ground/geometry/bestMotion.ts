import { nearestTurn } from '../linalg'
import { type Motion, turnDirection } from './motion'
import { add, type Frame, point, type Point, scale, subtract } from './point'

/** The motion that brings places onto others by least squares; nothing where they lie in one line. */
export function bestMotion<To extends Frame, From extends Frame>(
  pairs: readonly { readonly from: Point<From>; readonly to: Point<To> }[],
): Motion<To, From> | undefined {
  const middle = <F extends Frame>(places: readonly Point<F>[]): Point<F> =>
    scale(
      places.reduce((sum, p) => add(sum, p), point<F>(0, 0, 0)),
      1 / places.length,
    )
  const [from, to] = [middle(pairs.map((pair) => pair.from)), middle(pairs.map((pair) => pair.to))]
  const sums = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ]
  for (const pair of pairs) {
    const [p, q] = [subtract(pair.from, from), subtract(pair.to, to)]
    for (const [i, a] of [q.x, q.y, q.z].entries())
      for (const [j, b] of [p.x, p.y, p.z].entries()) {
        const row = sums[i] as number[]
        row[j] = (row[j] as number) + a * b
      }
  }
  const turn = nearestTurn(sums)
  if (!turn) return undefined
  const row = (i: number): Point<From> => {
    const [x = 0, y = 0, z = 0] = turn[i] ?? []
    return point(x, y, z)
  }
  const turned: Motion<To, From> = { rows: [row(0), row(1), row(2)], shift: point(0, 0, 0) }
  return { ...turned, shift: subtract(to, turnDirection(turned, from)) }
}
