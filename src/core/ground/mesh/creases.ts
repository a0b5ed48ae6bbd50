import { cross, type Frame, point, type Point, subtract } from '../geometry'
import { cornerOf, type Mesh, triangleCount, triangleOf } from './mesh'

/** An edge at which two triangles turn from each other, with the ways that they look. */
export interface Crease<F extends Frame> {
  readonly from: Point<F>
  readonly to: Point<F>
  readonly outs: readonly [Point<F>, Point<F>]
}

/** Vertices nearer than this are one, mm. */
const SAME_MM = 1e-3

/**
 * The edges at which triangles turn from each other by more than an angle.
 *
 * @param cosine - of that angle.
 */
export function creasesOf<F extends Frame>(mesh: Mesh, cosine: number): readonly Crease<F>[] {
  const one = sameVertices(mesh)
  const outs = outsOf(mesh)
  const outOf = (t: number): Point<F> =>
    point(outs[3 * t] as number, outs[3 * t + 1] as number, outs[3 * t + 2] as number)
  const cosineOf = (s: number, t: number): number => {
    let sum = 0
    for (let k = 0; k < 3; k++) sum += (outs[3 * s + k] as number) * (outs[3 * t + k] as number)
    return sum
  }
  const seen = new Map<number, number>()
  const found: Crease<F>[] = []
  for (let i = 0; i < mesh.triangles.length; i++) {
    const t = Math.floor(i / 3)
    const a = one[mesh.triangles[i] as number] as number
    const b = one[mesh.triangles[i % 3 === 2 ? i - 2 : i + 1] as number] as number
    if (a === b || cosineOf(t, t) === 0) continue
    const key = Math.min(a, b) * one.length + Math.max(a, b)
    const other = seen.get(key)
    if (other === undefined) seen.set(key, t)
    else if (cosineOf(other, t) < cosine)
      found.push({ from: cornerOf(mesh, a), to: cornerOf(mesh, b), outs: [outOf(other), outOf(t)] })
  }
  return found
}

/** Of each vertex the first that lies at its place. */
function sameVertices(mesh: Mesh): Int32Array {
  const known = new Map<string, number>()
  return Int32Array.from({ length: mesh.positions.length / 3 }, (_, vertex) => {
    const { x, y, z } = cornerOf(mesh, vertex)
    const key = `${Math.round(x / SAME_MM)} ${Math.round(y / SAME_MM)} ${Math.round(z / SAME_MM)}`
    const first = known.get(key) ?? vertex
    known.set(key, first)
    return first
  })
}

/** Which way each triangle looks, three figures each; zeros of one without area. */
function outsOf(mesh: Mesh): Float32Array {
  const outs = new Float32Array(mesh.triangles.length)
  for (let t = 0; t < triangleCount(mesh); t++) {
    const [a, b, c] = triangleOf(mesh, t)
    const { x, y, z } = cross(subtract(b, a), subtract(c, a))
    const size = Math.hypot(x, y, z)
    if (size > 0) outs.set([x / size, y / size, z / size], 3 * t)
  }
  return outs
}
