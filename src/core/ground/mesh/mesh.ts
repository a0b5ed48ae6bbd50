import { add, cross, dot, type Frame, point, type Point, scale, subtract } from '../geometry'

/** Triangles of a solid: three coordinates a vertex, three vertices a triangle, seen from outside counter-clockwise, mm. */
export interface Mesh {
  readonly positions: Float32Array
  readonly triangles: Uint32Array
}

export const cornerOf = <F extends Frame>({ positions }: Mesh, vertex: number): Point<F> =>
  point(positions[3 * vertex] ?? 0, positions[3 * vertex + 1] ?? 0, positions[3 * vertex + 2] ?? 0)

export const triangleOf = <F extends Frame>(
  mesh: Mesh,
  t: number,
): readonly [Point<F>, Point<F>, Point<F>] => [
  cornerOf(mesh, mesh.triangles[3 * t] ?? 0),
  cornerOf(mesh, mesh.triangles[3 * t + 1] ?? 0),
  cornerOf(mesh, mesh.triangles[3 * t + 2] ?? 0),
]

export const triangleCount = ({ triangles }: Mesh): number => triangles.length / 3

/** What the signed tetrahedra from the origin add up to, mm³; negative when the mesh is inside out. */
export function meshVolume(mesh: Mesh): number {
  let six = 0
  for (let t = 0; t < triangleCount(mesh); t++) {
    const [a, b, c] = triangleOf<'part'>(mesh, t)
    six += dot(a, cross(b, c))
  }
  return six / 6
}

export function meshBounds<F extends Frame>({
  positions,
}: Mesh): {
  low: Point<F>
  high: Point<F>
} {
  const [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ] as [number[], number[]]
  positions.forEach((value, i) => {
    const k = i % 3
    if (value < (low[k] as number)) low[k] = value
    if (value > (high[k] as number)) high[k] = value
  })
  const at = ([x = 0, y = 0, z = 0]: number[]): Point<F> => point(x, y, z)
  return { low: at(low), high: at(high) }
}

/** Middle of the triangles' areas and the whole area, mm and mm². */
export function areaOf(mesh: Mesh, triangles: Iterable<number>): { at: Point<Frame>; mm2: number } {
  let [sum, mm2] = [point<Frame>(0, 0, 0), 0]
  for (const t of triangles) {
    const [a, b, c] = triangleOf<Frame>(mesh, t)
    const across = cross(subtract(b, a), subtract(c, a))
    const area = Math.hypot(across.x, across.y, across.z) / 2
    sum = add(sum, scale(add(add(a, b), c), area / 3))
    mm2 += area
  }
  return { at: mm2 > 0 ? scale(sum, 1 / mm2) : sum, mm2 }
}
