import earcut, { deviation, refine } from 'earcut'
import { dot, type PlanePoint, type Point, subtract } from '@/core/ground/geometry'
import { cornerOf, triangleCount } from '@/core/ground/mesh'
import { ringArea } from '@/core/ground/outline'
import { acrossOf } from '@/core/ground/recipe'
import { type FacedMesh } from '@/core/work/solid'

type At = Point<'file'>

/** A flat face that was left out of a mesh. */
export interface LeftOut {
  readonly face: number
  /** A place in it, and out of the metal. */
  readonly at: At
  readonly out: At
  /** Of how many outlines it is: the outer one and its holes. */
  readonly outlines: number
}

/** What triangles of a flat may differ from its outlines in area, as a share. */
const AREA_SHARE = 1e-6

/**
 * A mesh with flats that were left out of it put in: each by triangles between the edges that it left open.
 * Of a flat with a hundred holes these are found much sooner than triangles of a good shape.
 *
 * @param nearMm - how far a vertex may be off the plane of its flat.
 * @returns nothing where open edges are not just those of the flats, each to be told from the others.
 */
export function closeFlats(
  mesh: FacedMesh,
  flats: readonly LeftOut[],
  nearMm: number,
): FacedMesh | undefined {
  const isNear = ({ at, out }: LeftOut, vertex: number): boolean =>
    Math.abs(dot(subtract(cornerOf(mesh, vertex), at), out)) < nearMm
  const near = Uint8Array.from({ length: mesh.positions.length / 3 }, (_, vertex) =>
    Number(flats.some((flat) => isNear(flat, vertex))),
  )
  const loops = openLoops(mesh, near)
  if (!loops) return undefined
  const triangles: number[] = []
  const faceOf: number[] = []
  let closed = 0
  for (const flat of flats) {
    const own = loops.filter((loop) => loop.every((vertex) => isNear(flat, vertex)))
    const filled = own.length === flat.outlines ? filledOf(mesh, own, flat) : undefined
    if (!filled) return undefined
    triangles.push(...filled)
    faceOf.push(...Array.from({ length: filled.length / 3 }, () => flat.face))
    closed += own.length
  }
  if (closed !== loops.length) return undefined
  return {
    positions: mesh.positions,
    triangles: Uint32Array.from([...mesh.triangles, ...triangles]),
    faceOf: Uint32Array.from([...mesh.faceOf, ...faceOf]),
  }
}

/**
 * The edges between vertices that are wanted which have a triangle on one side only, as loops, the way that triangles
 * on their other side would go; nothing where two loops share a vertex or one does not close.
 */
function openLoops(
  mesh: FacedMesh,
  isWanted: Uint8Array,
): readonly (readonly number[])[] | undefined {
  const count = mesh.positions.length / 3
  const seen = new Set<number>()
  for (let t = 0; t < triangleCount(mesh); t++)
    for (const [a, b] of sidesOf(mesh, t)) if (isWanted[a] && isWanted[b]) seen.add(a * count + b)
  const next = new Map<number, number>()
  for (const key of seen) {
    const [a, b] = [Math.floor(key / count), key % count]
    if (seen.has(b * count + a)) continue
    if (next.has(b)) return undefined
    next.set(b, a)
  }
  const loops: number[][] = []
  for (const first of next.keys()) {
    const loop: number[] = []
    for (let at = first; loop.length === 0 || at !== first;) {
      const to = next.get(at)
      if (to === undefined) return undefined
      next.delete(at)
      loop.push(at)
      at = to
    }
    loops.push(loop)
  }
  return loops
}

function sidesOf({ triangles }: FacedMesh, t: number): readonly (readonly [number, number])[] {
  const [a, b, c] = [triangles[3 * t], triangles[3 * t + 1], triangles[3 * t + 2]] as [
    number,
    number,
    number,
  ]
  return [
    [a, b],
    [b, c],
    [c, a],
  ]
}

/** Triangles between the loops of one flat, seen from outside counter-clockwise. */
function filledOf(
  mesh: FacedMesh,
  loops: readonly (readonly number[])[],
  { at, out }: LeftOut,
): readonly number[] | undefined {
  const [u, v] = acrossOf(out)
  const placed = loops
    .map((loop) => {
      const places = loop.map((vertex): PlanePoint => {
        const by = subtract(cornerOf<'file'>(mesh, vertex), at)
        return { x: dot(by, u), y: dot(by, v) }
      })
      return { loop, places, mm2: ringArea(places) }
    })
    .sort((a, b) => b.mm2 - a.mm2)
  // Round the outside one way, round each hole the other: else they are outlines of several flats.
  if (placed.some(({ mm2 }, i) => mm2 > 0 !== (i === 0))) return undefined
  const vertices: number[] = []
  const flat: number[] = []
  const holes: number[] = []
  for (const { loop, places } of placed) {
    if (vertices.length > 0) holes.push(vertices.length)
    vertices.push(...loop)
    for (const { x, y } of places) flat.push(x, y)
  }
  const corners = earcut(flat, holes)
  if (deviation(flat, holes, 2, corners) > AREA_SHARE) return undefined
  refine(corners, flat)
  const place = (i: number): PlanePoint => ({ x: flat[2 * i] ?? 0, y: flat[2 * i + 1] ?? 0 })
  const filled: number[] = []
  for (let t = 0; t < corners.length; t += 3) {
    const three = corners.slice(t, t + 3)
    if (ringArea(three.map(place)) < 0) three.reverse()
    filled.push(...three.map((i) => vertices[i] as number))
  }
  return filled
}
