import { type Mesh } from '@/core/ground/mesh'

type Three = readonly [x: number, y: number, z: number]
export type BoxSpan = readonly [low: Three, high: Three]

/** Its eight corners are counted by their bits: x, y, z. */
const SIDES = [
  [0, 2, 3, 1],
  [4, 5, 7, 6],
  [0, 1, 5, 4],
  [2, 6, 7, 3],
  [0, 4, 6, 2],
  [1, 3, 7, 5],
] as const
/** So many triangles a box has. */
export const BOX_TRIANGLES = 2 * SIDES.length

/** Boxes as triangles that look outwards, one after the other. */
export function boxMesh(...all: readonly BoxSpan[]): Mesh {
  const positions: number[] = []
  const triangles: number[] = []
  for (const [low, high] of all) {
    const first = positions.length / 3
    for (let i = 0; i < 8; i++)
      for (let k = 0; k < 3; k++) positions.push((i >> k) & 1 ? (high[k] ?? 0) : (low[k] ?? 0))
    for (const [a, b, c, d] of SIDES)
      triangles.push(first + a, first + b, first + c, first + a, first + c, first + d)
  }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) }
}
