import { norm, type Point, scale, subtract, add } from '../../../ground/geometry'
import {
  areaOf,
  cornerOf,
  type Mesh,
  meshBounds,
  meshVolume,
  triangleCount,
  triangleOf,
} from '../../../ground/mesh'
import { type RawBody, type RawFace } from '../solid'
import { flatRegions, type Region } from './regions'
import { findRounds } from './rounds'

type At = Point<'file'>

/** Places of a face that are looked at for what it is. */
const MOST_SAMPLES = 400

/**
 * A body from a closed mesh: what is flat, what facets stand for something round, and the edges between.
 * A facet's corners lie on the round that it stands for, so that radii come out as they were drawn.
 */
export function bodyOfMesh(mesh: Mesh): RawBody {
  const { high, low } = meshBounds<'file'>(mesh)
  const sizeMm = norm(subtract(high, low))
  const regions = flatRegions(mesh, sizeMm)
  const rounds = findRounds(mesh, regions, sizeMm)
  const inRound = new Set(rounds.flatMap((round) => round.regions))
  const parts = [
    ...rounds,
    ...regions.all.flatMap((_, i) =>
      inRound.has(i)
        ? []
        : [{ regions: [i], isClosed: false, surface: { kind: 'plane' as const } }],
    ),
  ]
  const faceOfRegion = new Int32Array(regions.all.length)
  parts.forEach((part, face) => part.regions.forEach((region) => (faceOfRegion[region] = face)))
  const faceOf = Uint32Array.from(regions.regionOf, (region) => faceOfRegion[region] as number)
  const { edges, wires } = edgesBetween(mesh, faceOf, parts.length)
  const faces = parts.map((part, face): RawFace => {
    const own = part.regions.map((i) => regions.all[i] as Region)
    const triangles = own.flatMap((region) => region.triangles)
    return {
      areaMm2: areaOf(mesh, triangles).mm2,
      surface: part.surface,
      samples: samplesOf(mesh, own),
      isClosed: part.isClosed,
      wires: sortedWires(wires[face] ?? [], edges),
    }
  })
  return {
    faces,
    edges,
    mesh: { ...mesh, faceOf },
    volumeMm3: meshVolume(mesh),
    areaMm2: areaOf(
      mesh,
      Array.from({ length: triangleCount(mesh) }, (_, t) => t),
    ).mm2,
  }
}

/** Middles of triangles for what is flat, corners for what is bent. */
function samplesOf(mesh: Mesh, regions: readonly Region[]): RawFace['samples'] {
  if (regions.length === 1) {
    const [region] = regions as [Region]
    return region.triangles.slice(0, 1).map((t) => {
      const [a, b, c] = triangleOf<'file'>(mesh, t)
      return { at: scale(add(add(a, b), c), 1 / 3), out: region.out }
    })
  }
  const all = regions.flatMap((region) =>
    region.triangles.flatMap((t) =>
      triangleOf<'file'>(mesh, t).map((at) => ({ at, out: region.out })),
    ),
  )
  const each = Math.max(1, Math.floor(all.length / MOST_SAMPLES))
  return all.filter((_, i) => i % each === 0)
}

interface Edges {
  readonly edges: RawBody['edges'][number][]
  /** Chains of edges round each face. */
  readonly wires: readonly (readonly (readonly number[])[])[]
}

/** Sides of triangles between two faces, joined into edges, and these into the wires of each face. */
function edgesBetween(mesh: Mesh, faceOf: Uint32Array, faces: number): Edges {
  const sides = new Map<string, [number, number][]>()
  const other = othersOf(mesh, faceOf)
  for (let e = 0; e < mesh.triangles.length; e++) {
    const own = faceOf[Math.floor(e / 3)] as number
    const beside = other[e] as number
    if (beside < 0 || beside <= own) continue
    const t = Math.floor(e / 3)
    const key = `${own} ${beside}`
    const ends: [number, number] = [
      mesh.triangles[e] as number,
      mesh.triangles[3 * t + ((e + 1) % 3)] as number,
    ]
    const known = sides.get(key)
    if (known) known.push(ends)
    else sides.set(key, [ends])
  }
  const edges: Edges['edges'] = []
  const ofFace = Array.from({ length: faces }, (): number[] => [])
  const endsOf: [number, number][] = []
  for (const [key, pieces] of sides) {
    const [a = 0, b = 0] = key.split(' ').map(Number)
    for (const chain of chained(pieces)) {
      const index = edges.length
      const points = chain.map((v) => cornerOf<'file'>(mesh, v))
      edges.push({ kind: chain.length === 2 ? 'line' : 'free', points })
      endsOf.push([chain[0] as number, chain[chain.length - 1] as number])
      ofFace[a]?.push(index)
      ofFace[b]?.push(index)
    }
  }
  return { edges, wires: ofFace.map((own) => wiresOf(own, endsOf)) }
}

/** For each side of a triangle the face beyond it. */
function othersOf({ triangles }: Mesh, faceOf: Uint32Array): Int32Array {
  const vertices = triangles.reduce((most, v) => Math.max(most, v), 0) + 1
  const known = new Map<number, number>()
  const end = (e: number): number => triangles[3 * Math.floor(e / 3) + ((e + 1) % 3)] as number
  for (let e = 0; e < triangles.length; e++)
    known.set((triangles[e] as number) * vertices + end(e), faceOf[Math.floor(e / 3)] as number)
  return Int32Array.from(triangles, (v, e) => known.get(end(e) * vertices + v) ?? -1)
}

/** Directed pieces joined end to end; a chain ends where more than one goes on. */
function chained(pieces: readonly [number, number][]): readonly (readonly number[])[] {
  const next = new Map<number, number>(pieces)
  const begins = new Set(pieces.map(([a]) => a))
  for (const [, b] of pieces) begins.delete(b)
  const left = new Map(next)
  const chains: number[][] = []
  const follow = (start: number): void => {
    const chain = [start]
    for (let at = left.get(start); at !== undefined; at = left.get(at)) {
      left.delete(chain[chain.length - 1] as number)
      chain.push(at)
      if (at === start) break
    }
    if (chain.length > 1) chains.push(chain)
  }
  for (const begin of begins) follow(begin)
  for (const [begin] of pieces) if (left.has(begin)) follow(begin)
  return chains
}

/** The edges of a face gathered into closed chains by the corners that they share. */
function wiresOf(
  own: readonly number[],
  ends: readonly (readonly [number, number])[],
): readonly (readonly number[])[] {
  const left = new Set(own)
  const wires: number[][] = []
  for (const first of own) {
    if (!left.delete(first)) continue
    const wire = [first]
    const [begin, end] = ends[first] as readonly [number, number]
    for (let at = end; at !== begin;) {
      const following = [...left].find((edge) => (ends[edge] as readonly number[]).includes(at))
      if (following === undefined) break
      left.delete(following)
      wire.push(following)
      const [a, b] = ends[following] as readonly [number, number]
      at = a === at ? b : a
    }
    wires.push(wire)
  }
  return wires
}

/** The longest way round first: that is the outer one. */
const sortedWires = (
  wires: readonly (readonly number[])[],
  edges: RawBody['edges'],
): readonly (readonly number[])[] =>
  [...wires].sort((a, b) => reachOf(b, edges) - reachOf(a, edges))

function reachOf(wire: readonly number[], edges: RawBody['edges']): number {
  const points = wire.flatMap((edge) => edges[edge]?.points ?? [])
  const spans = (['x', 'y', 'z'] as const).map((axis) => {
    const values = points.map((p: At) => p[axis])
    return Math.max(...values) - Math.min(...values)
  })
  return Math.hypot(...spans)
}
