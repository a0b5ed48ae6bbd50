import { type TopoDS_Edge, type TopoDS_Face, type TopoDS_Shape } from 'replicad-opencascadejs'
import { point, type Point } from '@/core/ground/geometry'
import { type FacedMesh, type RawBody, type RawFace, type RawSurface } from '@/core/work/solid'
import { Welder } from '../welder'
import { type Exact, Kept, volumeOf } from './load'

type At = Point<'file'>

/** How far triangles may be off what is round: so much of the body's size, and so much of a turn. */
const [MESH_SHARE, MESH_RAD] = [1 / 2000, 0.8]
/** Places along an edge that is bent, and each way over a face that is of no named kind. */
const [EDGE_PLACES, FREE_PLACES] = [16, 12]

const MOST_HASH = 2 ** 31 - 1

/** Everything that is wanted of one body, as plain data. */
export function describeBody(exact: Exact, body: TopoDS_Shape, sizeMm: number): RawBody {
  const kept = new Kept()
  try {
    return new Describer(exact, kept).body(body, sizeMm)
  } finally {
    kept.clear()
  }
}

class Describer {
  constructor(
    private readonly exact: Exact,
    private readonly kept: Kept,
  ) {}

  body(body: TopoDS_Shape, sizeMm: number): RawBody {
    const shapes = this.faces(body)
    const mesh = this.mesh(body, shapes, sizeMm)
    const edges: RawBody['edges'][number][] = []
    const known = new Map<number, { edge: TopoDS_Edge; index: number }[]>()
    const numberOf = (edge: TopoDS_Edge): number => {
      const hash = this.exact.ReplicadShapeHasher.HashCode(edge, MOST_HASH)
      const alike = known.get(hash) ?? []
      const same = alike.find((one) => one.edge.IsSame(edge))
      if (same) return same.index
      const index = edges.push(this.edge(edge)) - 1
      known.set(hash, [...alike, { edge, index }])
      return index
    }
    const faces = shapes.map((face) =>
      this.face(face, numberOf, (edge) => edges[edge]?.kind !== 'free'),
    )
    return {
      faces,
      edges,
      mesh,
      volumeMm3: volumeOf(this.exact, this.kept, body),
      areaMm2: faces.reduce((sum, { areaMm2 }) => sum + areaMm2, 0),
    }
  }

  private each(of: TopoDS_Shape, kind: 'EDGE' | 'FACE' | 'WIRE'): TopoDS_Shape[] {
    const { TopAbs_ShapeEnum, TopExp_Explorer } = this.exact
    const found: TopoDS_Shape[] = []
    const explorer = this.kept.keep(
      new TopExp_Explorer(of, TopAbs_ShapeEnum[`TopAbs_${kind}`], TopAbs_ShapeEnum.TopAbs_SHAPE),
    )
    for (; explorer.More(); explorer.Next()) found.push(this.kept.keep(explorer.Current()))
    return found
  }

  private faces(body: TopoDS_Shape): TopoDS_Face[] {
    return this.each(body, 'FACE').map((shape) => this.kept.keep(this.exact.TopoDS.Face(shape)))
  }

  private area(of: TopoDS_Shape): number {
    const sums = this.kept.keep(new this.exact.GProp_GProps())
    this.exact.BRepGProp.SurfaceProperties(of, sums, false, false)
    return sums.Mass()
  }

  private at(p: { X(): number; Y(): number; Z(): number; delete(): void }): At {
    const at = point<'file'>(p.X(), p.Y(), p.Z())
    p.delete()
    return at
  }

  private edge(edge: TopoDS_Edge): RawBody['edges'][number] {
    const curve = this.kept.keep(new this.exact.BRepAdaptor_Curve(edge))
    const [first, last] = [curve.FirstParameter(), curve.LastParameter()]
    const type = String(curve.GetType())
    const kind = type === 'GeomAbs_Line' ? 'line' : type === 'GeomAbs_Circle' ? 'circle' : 'free'
    const pieces = kind === 'line' ? 1 : EDGE_PLACES
    const points = Array.from({ length: pieces + 1 }, (_, i) =>
      this.at(curve.Value(first + ((last - first) * i) / pieces)),
    )
    return { kind, points }
  }

  private face(
    face: TopoDS_Face,
    numberOf: (edge: TopoDS_Edge) => number,
    isPlain: (edge: number) => boolean,
  ): RawFace {
    const outer = this.kept.keep(this.exact.BRepTools.OuterWire(face))
    const wires = this.each(face, 'WIRE')
      .map((wire) => ({
        isOuter: wire.IsSame(outer),
        edges: this.each(wire, 'EDGE')
          .map((shape) => this.kept.keep(this.exact.TopoDS.Edge(shape)))
          .filter((edge) => !this.exact.BRep_Tool.Degenerated(edge))
          .map(numberOf),
      }))
      .sort((a, b) => Number(b.isOuter) - Number(a.isOuter))
    const { patchMm2, ...surface } = this.surface(face)
    const round = wires.length === 1 ? wires[0]?.edges : undefined
    return {
      // Of a round face with four edges that are no curves of another kind, the patch is all of it.
      areaMm2:
        patchMm2 !== undefined && round?.length === 4 && round.every(isPlain)
          ? patchMm2
          : this.area(face),
      ...surface,
      wires: wires.map((wire) => wire.edges).filter((wire) => wire.length > 0),
    }
  }

  /** What a face is of, and of a cylinder the area between the ends of its parameters: those that bound it reach to them. */
  private surface(
    face: TopoDS_Face,
  ): Pick<RawFace, 'isClosed' | 'samples' | 'surface'> & { readonly patchMm2?: number } {
    const adaptor = this.kept.keep(new this.exact.BRepAdaptor_Surface(face, true))
    const kind = KINDS[String(adaptor.GetType())] ?? 'free'
    const { UMax, UMin, VMax, VMin } = this.exact.BRepTools.UVBounds(face)
    const property = this.kept.keep(new this.exact.BRepGProp_Face(face, false))
    const value = (u: number, v: number): At => this.at(adaptor.Value(u, v))
    const sample = (i: number, j: number, n: number): RawFace['samples'][number] => {
      const [u, v] = [UMin + ((UMax - UMin) * i) / n, VMin + ((VMax - VMin) * j) / n]
      const [at, out] = [new this.exact.gp_Pnt(), new this.exact.gp_Vec()]
      property.Normal(u, v, at, out)
      const size = out.Magnitude()
      const found = {
        at: this.at(at),
        out: point<'file'>(out.X() / size, out.Y() / size, out.Z() / size),
      }
      out.delete()
      return found
    }
    const n = kind === 'free' ? FREE_PLACES : 2
    const samples = Array.from({ length: (n + 1) ** 2 }, (_, k) =>
      sample(k % (n + 1), Math.floor(k / (n + 1)), n),
    ).filter(({ out }) => Number.isFinite(out.x))
    const isClosed = adaptor.IsUClosed() || adaptor.IsVClosed()
    if (kind !== 'cylinder' && kind !== 'cone') return { surface: { kind }, samples, isClosed }
    const sweepRad = UMax - UMin
    // Three places a third of the sweep apart: over a whole turn they are as far from each other as can be.
    const circle = (v: number): At[] => [0, 1, 2].map((k) => value(UMin + (sweepRad * k) / 3, v))
    const patchMm2 =
      kind === 'cylinder'
        ? this.kept.keep(adaptor.Cylinder()).Radius() * sweepRad * (VMax - VMin)
        : undefined
    return {
      ...(patchMm2 !== undefined && { patchMm2 }),
      surface: { kind, sweepRad, ends: [circle(VMin), circle(VMax)] },
      samples,
      isClosed: sweepRad > 2 * Math.PI - 1e-6,
    }
  }

  /** Triangles with the vertices of neighbours joined, so that the mesh is closed. */
  private mesh(body: TopoDS_Shape, faces: readonly TopoDS_Face[], sizeMm: number): FacedMesh {
    const { ReplicadMeshExtractor } = this.exact
    const within = Math.max(1e-4, sizeMm * MESH_SHARE)
    const data = ReplicadMeshExtractor.extract(body, within, MESH_RAD, true)
    const { buffer } = this.exact.wasmMemory
    const positions = new Float32Array(buffer, data.getVerticesPtr(), data.getVerticesSize())
    const triangles = new Uint32Array(buffer, data.getTrianglesPtr(), data.getTrianglesSize())
    const groups = new Int32Array(buffer, data.getFaceGroupsPtr(), data.getFaceGroupsSize())
    const welded = new Welder()
    // Groups come in the order of the faces: from where, how many, of which face; a face without facets has none.
    let group = 0
    faces.forEach((face, index) => {
      if (groups[group + 2] !== this.exact.ReplicadShapeHasher.HashCode(face, MOST_HASH)) return
      const from = groups[group] as number
      welded.add(positions, triangles.subarray(from, from + (groups[group + 1] as number)), index)
      group += 3
    })
    data.delete()
    return welded.mesh()
  }
}

const KINDS: Readonly<Record<string, RawSurface['kind']>> = {
  GeomAbs_Plane: 'plane',
  GeomAbs_Cylinder: 'cylinder',
  GeomAbs_Cone: 'cone',
  GeomAbs_Sphere: 'sphere',
  GeomAbs_Torus: 'torus',
}
