import quickselect from 'quickselect'
import { type Frame, point, type Point } from '../geometry'
import { type Mesh, triangleCount } from './mesh'

/** Where a ray meets a mesh. */
export interface Hit {
  readonly triangle: number
  /** Along the ray from its beginning, in lengths of its direction: mm where that is a unit vector. */
  readonly away: number
}

const MOST_IN_LEAF = 8
const NO_HALVES = -1

const trees = new WeakMap<Mesh, RayTree<Frame>>()

/** The tree over a mesh, made once for it. */
export function treeOf<F extends Frame>(mesh: Mesh): RayTree<F> {
  const made = trees.get(mesh) ?? new RayTree<Frame>(mesh)
  trees.set(mesh, made)
  return made as unknown as RayTree<F>
}

/** Boxes over the triangles of a mesh, each halved across its longest side, in plain arrays that can be sent from a worker. */
export interface RayBoxes {
  /** Six a box, mm. */
  readonly limits: Float32Array
  /** The later of a box's two halves, the earlier follows the box itself; none in a leaf. */
  readonly other: Int32Array
  /** From where and to where the triangles of a leaf lie in `order`. */
  readonly spans: Int32Array
  readonly order: Int32Array
}

export function boxesOf(mesh: Mesh): RayBoxes {
  const count = triangleCount(mesh)
  const own = limitsOf(mesh)
  const middle = (t: number, k: number): number =>
    (own[6 * t + k] as number) + (own[6 * t + k + 3] as number)
  const order = Array.from({ length: count }, (_, t) => t)
  const limits: number[] = []
  const other: number[] = []
  const spans: number[] = []
  const split = (from: number, to: number): void => {
    const box = other.push(NO_HALVES) - 1
    for (let k = 0; k < 6; k++) limits.push(k < 3 ? Infinity : -Infinity)
    spans.push(from, to)
    for (let i = from; i < to; i++) {
      const at = 6 * (order[i] as number)
      for (let k = 0; k < 3; k++) {
        const [low, high] = [own[at + k] as number, own[at + k + 3] as number]
        if (low < (limits[6 * box + k] as number)) limits[6 * box + k] = low
        if (high > (limits[6 * box + k + 3] as number)) limits[6 * box + k + 3] = high
      }
    }
    if (to - from <= MOST_IN_LEAF) return
    const longest = longestOf(limits, box)
    const half = (from + to) >> 1
    quickselect(order, half, from, to - 1, (s, t) => middle(s, longest) - middle(t, longest))
    split(from, half)
    other[box] = other.length
    split(half, to)
  }
  split(0, count)
  return {
    limits: Float32Array.from(limits),
    other: Int32Array.from(other),
    spans: Int32Array.from(spans),
    order: Int32Array.from(order),
  }
}

/** The axis along which a box is longest. */
function longestOf(limits: readonly number[], box: number): number {
  const side = (k: number): number =>
    (limits[6 * box + k + 3] as number) - (limits[6 * box + k] as number)
  const first = side(0) >= side(1) ? 0 : 1
  return side(first) >= side(2) ? first : 2
}

/** From where to where each triangle reaches, six figures each, mm. */
function limitsOf({ positions, triangles }: Mesh): Float32Array {
  const own = new Float32Array(2 * triangles.length)
  for (let i = 0; i < triangles.length; i++) {
    const from = 3 * (triangles[i] as number)
    const at = 6 * Math.floor(i / 3)
    for (let k = 0; k < 3; k++) {
      const value = positions[from + k] as number
      if (i % 3 === 0 || value < (own[at + k] as number)) own[at + k] = value
      if (i % 3 === 0 || value > (own[at + k + 3] as number)) own[at + k + 3] = value
    }
  }
  return own
}

/** A tree of boxes over a mesh, by which a ray meets few triangles. */
export class RayTree<F extends Frame> {
  private readonly open: number[] = []

  /** @param boxes - of the mesh, where they were made elsewhere. */
  constructor(
    private readonly mesh: Mesh,
    private readonly boxes: RayBoxes = boxesOf(mesh),
  ) {}

  /** All places where a ray meets the mesh, nearest first. */
  hits(from: Point<F>, along: Point<F>): readonly Hit[] {
    const found: Hit[] = []
    this.meet(from, along, (triangle, away) => found.push({ triangle, away }))
    return found.sort((a, b) => a.away - b.away)
  }

  private meet(
    from: Point<F>,
    along: Point<F>,
    found: (triangle: number, away: number) => void,
  ): void {
    const { open } = this
    const { order, other, spans } = this.boxes
    const begin = [from.x, from.y, from.z]
    const inverse = [1 / along.x, 1 / along.y, 1 / along.z]
    open.length = 0
    open.push(0)
    for (let box = open.pop(); box !== undefined; box = open.pop()) {
      if (!this.isMet(6 * box, begin, inverse)) continue
      const half = other[box] as number
      if (half !== NO_HALVES) {
        open.push(box + 1, half)
        continue
      }
      const end = spans[2 * box + 1] as number
      for (let i = spans[2 * box] as number; i < end; i++) {
        const away = this.meets(order[i] as number, from, along)
        if (away !== undefined) found(order[i] as number, away)
      }
    }
  }

  /** A ray within the plane of a side gives 0 · ∞, which is no number: that side then limits nothing. */
  private isMet(box: number, begin: readonly number[], inverse: readonly number[]): boolean {
    const { limits } = this.boxes
    let [near, far] = [0, Infinity]
    for (let k = 0; k < 3; k++) {
      const from = begin[k] as number
      const by = inverse[k] as number
      const a = ((limits[box + k] as number) - from) * by
      const b = ((limits[box + k + 3] as number) - from) * by
      const [low, high] = a < b ? [a, b] : [b, a]
      if (low > near && high >= low) near = low
      if (high < far && low <= high) far = high
      if (near > far) return false
    }
    return true
  }

  /** Möller and Trumbore, "Fast, minimum storage ray-triangle intersection", 1997; in plain numbers, since it is most of the work. */
  private meets(t: number, from: Point<F>, along: Point<F>): number | undefined {
    const { positions, triangles } = this.mesh
    const [i, j, k] = [triangles[3 * t] ?? 0, triangles[3 * t + 1] ?? 0, triangles[3 * t + 2] ?? 0]
    const ax = positions[3 * i] ?? 0
    const ay = positions[3 * i + 1] ?? 0
    const az = positions[3 * i + 2] ?? 0
    const bx = (positions[3 * j] ?? 0) - ax
    const by = (positions[3 * j + 1] ?? 0) - ay
    const bz = (positions[3 * j + 2] ?? 0) - az
    const cx = (positions[3 * k] ?? 0) - ax
    const cy = (positions[3 * k + 1] ?? 0) - ay
    const cz = (positions[3 * k + 2] ?? 0) - az
    const px = along.y * cz - along.z * cy
    const py = along.z * cx - along.x * cz
    const pz = along.x * cy - along.y * cx
    const det = bx * px + by * py + bz * pz
    if (Math.abs(det) < 1e-12) return undefined
    const [sx, sy, sz] = [from.x - ax, from.y - ay, from.z - az]
    const u = (sx * px + sy * py + sz * pz) / det
    if (u < 0 || u > 1) return undefined
    const qx = sy * bz - sz * by
    const qy = sz * bx - sx * bz
    const qz = sx * by - sy * bx
    const v = (along.x * qx + along.y * qy + along.z * qz) / det
    if (v < 0 || u + v > 1) return undefined
    const away = (cx * qx + cy * qy + cz * qz) / det
    return away > 0 ? away : undefined
  }

  /** Whether a place is inside: by the number of walls that are met on three ways out, the majority of the three. */
  isInside(at: Point<F>): boolean {
    const [first, second, third] = WAYS_OUT
    const says = ([x, y, z]: Way): boolean => {
      let isOdd = false
      this.meet(at, point<F>(x, y, z), () => {
        isOdd = !isOdd
      })
      return isOdd
    }
    const [one, other] = [says(first), says(second)]
    return one === other ? one : says(third)
  }
}

type Way = readonly [number, number, number]

/** Directions that no drawn face or edge is likely to lie along. */
const WAYS_OUT = [
  [0.5377, 0.2913, 0.7912],
  [-0.6131, 0.7441, 0.2653],
  [0.3191, -0.5557, -0.7677],
] as const satisfies readonly [Way, Way, Way]
