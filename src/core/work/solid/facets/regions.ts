import { cross, dot, norm, type Point, scale, subtract } from '../../../ground/geometry'
import { cornerOf, type Mesh, triangleCount, triangleOf } from '../../../ground/mesh'

type At = Point<'file'>

/** Triangles that lie in one plane and hang together. */
export interface Region {
  readonly triangles: number[]
  readonly out: At
  /** How far its plane is from the origin along `out`, mm. */
  readonly level: number
  areaMm2: number
  /** The regions beside it, each with the corners of an edge that they share. */
  readonly beside: Map<number, readonly [number, number]>
}

export interface Regions {
  readonly all: readonly Region[]
  readonly regionOf: Int32Array
  /** Neighbours of each triangle across its three edges; −1 where there is none. */
  readonly neighbours: Int32Array
}

/** Triangles whose directions differ by less than this are of one plane, rad; and as far apart, share of the body's size. */
const [SAME_RAD, SAME_SHARE] = [5e-4, 2e-6]

const SLIVER_MM = 1e-3

/** Parts a closed mesh into what is flat. */
export function flatRegions(mesh: Mesh, sizeMm: number): Regions {
  const count = triangleCount(mesh)
  const neighbours = neighboursOf(mesh)
  const outs = Array.from({ length: count }, (_, t) => outOf(mesh, t))
  const order = Array.from({ length: count }, (_, t) => t).sort(
    (a, b) => (outs[b]?.area ?? 0) - (outs[a]?.area ?? 0),
  )
  const regionOf = new Int32Array(count).fill(-1)
  const all: Region[] = []
  for (const seed of order) {
    if ((regionOf[seed] as number) >= 0) continue
    const { area, out } = outs[seed] as ReturnType<typeof outOf>
    const level = dot(out, cornerOf<'file'>(mesh, mesh.triangles[3 * seed] as number))
    const region: Region = { triangles: [], out, level, areaMm2: 0, beside: new Map() }
    const index = all.push(region) - 1
    const queue = [seed]
    regionOf[seed] = index
    while (queue.length > 0) {
      const t = queue.pop() as number
      region.triangles.push(t)
      region.areaMm2 += (outs[t] as ReturnType<typeof outOf>).area
      for (let k = 0; k < 3; k++) {
        const next = neighbours[3 * t + k] as number
        if (next < 0 || (regionOf[next] as number) >= 0) continue
        if (area > 0 && !isInPlane(mesh, next, outs[next]?.out ?? out, region, sizeMm)) continue
        regionOf[next] = index
        queue.push(next)
      }
    }
  }
  markNeighbours(mesh, all, regionOf, neighbours)
  return { all, regionOf, neighbours }
}

function outOf(mesh: Mesh, t: number): { readonly out: At; readonly area: number } {
  const [a, b, c] = triangleOf<'file'>(mesh, t)
  const across = cross(subtract(b, a), subtract(c, a))
  const size = norm(across)
  return { out: size > 0 ? scale(across, 1 / size) : across, area: size / 2 }
}

function isInPlane(mesh: Mesh, t: number, out: At, region: Region, sizeMm: number): boolean {
  const [a, b, c] = triangleOf<'file'>(mesh, t)
  const longest = Math.max(norm(subtract(a, b)), norm(subtract(b, c)), norm(subtract(c, a)))
  const across = norm(cross(subtract(b, a), subtract(c, a)))
  // The direction of a sliver says nothing: its corners do.
  const isSliver = across < SLIVER_MM * longest
  if (!isSliver && norm(subtract(out, region.out)) > SAME_RAD) return false
  return triangleOf<'file'>(mesh, t).every(
    (p) => Math.abs(dot(p, region.out) - region.level) < Math.max(1e-4, SAME_SHARE * sizeMm),
  )
}

/** For each edge of each triangle the triangle on its other side. */
export function neighboursOf({ triangles }: Mesh): Int32Array {
  const known = new Map<number, number>()
  const vertices = triangles.reduce((most, v) => Math.max(most, v), 0) + 1
  const neighbours = new Int32Array(triangles.length).fill(-1)
  for (let e = 0; e < triangles.length; e++) {
    const t = Math.floor(e / 3)
    const a = triangles[e] as number
    const b = triangles[3 * t + ((e + 1) % 3)] as number
    const other = known.get(b * vertices + a)
    if (other === undefined) {
      known.set(a * vertices + b, e)
      continue
    }
    neighbours[e] = Math.floor(other / 3)
    neighbours[other] = t
  }
  return neighbours
}

function markNeighbours(
  { triangles }: Mesh,
  all: readonly Region[],
  regionOf: Int32Array,
  neighbours: Int32Array,
): void {
  for (let e = 0; e < triangles.length; e++) {
    const t = Math.floor(e / 3)
    const next = neighbours[e] as number
    if (next < 0) continue
    const [own, other] = [regionOf[t] as number, regionOf[next] as number]
    if (own === other) continue
    const ends = [triangles[e] as number, triangles[3 * t + ((e + 1) % 3)] as number] as const
    all[own]?.beside.set(other, ends)
  }
}
