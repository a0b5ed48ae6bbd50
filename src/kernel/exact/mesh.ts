import { type TopoDS_Face, type TopoDS_Shape } from 'replicad-opencascadejs'
import { type FacedMesh } from '@/core/work/solid'
import { closeFlats, type LeftOut } from '../flats'
import { Welder } from '../welder'
import { type Exact, hashOf, type Kept, partsOf, placeOn } from './load'

/** How far triangles may be off what is round: so much of the body's size, and so much of a turn. */
const [MESH_SHARE, MESH_RAD] = [1 / 2000, 0.8]
/** From so many outlines on the kernel takes longer over a flat than over all else about it. */
const MANY_OUTLINES = 24
/** What a vertex of a flat may be off its plane, as a share of how far triangles may be off. */
const FLAT_SHARE = 0.01

/** Triangles of a body with the vertices of neighbours joined, so that the mesh is closed. */
export function meshBody(
  exact: Exact,
  kept: Kept,
  body: TopoDS_Shape,
  faces: readonly TopoDS_Face[],
  sizeMm: number,
): FacedMesh {
  const withinMm = Math.max(1e-4, sizeMm * MESH_SHARE)
  const flats = faces.flatMap((face, index) => manyHoled(exact, kept, face, index) ?? [])
  return (
    withoutFlats(exact, kept, faces, flats, withinMm) ??
    facetsOf(exact, body, [...faces.entries()], withinMm)
  )
}

/** The mesh by way of the rest and its open edges, where there are such flats and their edges can be told. */
function withoutFlats(
  exact: Exact,
  kept: Kept,
  faces: readonly TopoDS_Face[],
  flats: readonly LeftOut[],
  withinMm: number,
): FacedMesh | undefined {
  if (flats.length === 0) return undefined
  const others = [...faces.entries()].filter(([index]) => !flats.some(({ face }) => face === index))
  const builder = kept.keep(new exact.TopoDS_Builder())
  const rest = kept.keep(new exact.TopoDS_Compound())
  builder.MakeCompound(rest)
  for (const [, face] of others) builder.Add(rest, face)
  return closeFlats(facetsOf(exact, rest, others, withinMm), flats, FLAT_SHARE * withinMm)
}

/** A plane face with many holes in it. */
function manyHoled(
  exact: Exact,
  kept: Kept,
  face: TopoDS_Face,
  index: number,
): LeftOut | undefined {
  const outlines = partsOf(exact, kept, face, 'WIRE').length
  if (outlines < MANY_OUTLINES) return undefined
  const surface = kept.keep(new exact.BRepAdaptor_Surface(face, true))
  if (String(surface.GetType()) !== 'GeomAbs_Plane') return undefined
  const { UMax, UMin, VMax, VMin } = exact.BRepTools.UVBounds(face)
  const property = kept.keep(new exact.BRepGProp_Face(face, false))
  const { at, out } = placeOn(exact, property, (UMin + UMax) / 2, (VMin + VMax) / 2)
  return { face: index, at, out, outlines }
}

/** The kernel's facets of faces that lie in a shape, in its order. */
function facetsOf(
  exact: Exact,
  shape: TopoDS_Shape,
  faces: readonly (readonly [index: number, face: TopoDS_Face])[],
  withinMm: number,
): FacedMesh {
  const data = exact.ReplicadMeshExtractor.extract(shape, withinMm, MESH_RAD, true)
  const { buffer } = exact.wasmMemory
  const positions = new Float32Array(buffer, data.getVerticesPtr(), data.getVerticesSize())
  const triangles = new Uint32Array(buffer, data.getTrianglesPtr(), data.getTrianglesSize())
  const groups = new Int32Array(buffer, data.getFaceGroupsPtr(), data.getFaceGroupsSize())
  const welded = new Welder()
  // Groups come in the order of the faces: from where, how many, of which face; a face without facets has none.
  let group = 0
  for (const [index, face] of faces) {
    if (groups[group + 2] !== hashOf(exact, face)) continue
    const from = groups[group] as number
    welded.add(positions, triangles.subarray(from, from + (groups[group + 1] as number)), index)
    group += 3
  }
  data.delete()
  return welded.mesh()
}
