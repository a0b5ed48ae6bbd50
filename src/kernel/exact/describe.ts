import {
  type BRepAdaptor_Curve,
  type TopoDS_Edge,
  type TopoDS_Face,
  type TopoDS_Shape,
} from 'replicad-opencascadejs'
import { add, point, type Point, scale } from '@/core/ground/geometry'
import { type RawBody, type RawFace, type RawSurface } from '@/core/work/solid'
import { type Exact, hashOf, Kept, partsOf, placeOn, volumeOf } from './load'
import { meshBody } from './mesh'

type At = Point<'file'>

/** Steps between places along an edge that is bent. */
const EDGE_PLACES = 16
/** Steps between places each way over a face: its middle is enough where the kernel says all else of it. */
const PLACES: Readonly<Record<RawSurface['kind'], number>> = {
  plane: 0,
  cylinder: 0,
  cone: 0,
  sphere: 2,
  torus: 2,
  free: 12,
}

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
    const mesh = meshBody(this.exact, this.kept, body, shapes, sizeMm)
    const edges: RawBody['edges'][number][] = []
    const known = new Map<number, { edge: TopoDS_Edge; index: number }[]>()
    const numberOf = (edge: TopoDS_Edge): number => {
      const hash = hashOf(this.exact, edge)
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

  private parts(of: TopoDS_Shape, kind: 'EDGE' | 'FACE' | 'WIRE'): readonly TopoDS_Shape[] {
    return partsOf(this.exact, this.kept, of, kind)
  }

  private faces(body: TopoDS_Shape): TopoDS_Face[] {
    return this.parts(body, 'FACE').map((shape) => this.kept.keep(this.exact.TopoDS.Face(shape)))
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
    const value = kind === 'circle' ? this.onCircle(curve) : (t: number) => this.at(curve.Value(t))
    const points = Array.from({ length: pieces + 1 }, (_, i) =>
      value(first + ((last - first) * i) / pieces),
    )
    return { kind, points }
  }

  /** Places on a circle by its turn, rad: its own arithmetic, which is quicker than asking for each. */
  private onCircle(curve: BRepAdaptor_Curve): (rad: number) => At {
    const circle = this.kept.keep(curve.Circle())
    const position = this.kept.keep(circle.Position())
    const [centre, x, y] = [circle.Location(), position.XDirection(), position.YDirection()].map(
      (one) => this.at(one),
    ) as [At, At, At]
    const radius = circle.Radius()
    return (rad) =>
      add(centre, add(scale(x, radius * Math.cos(rad)), scale(y, radius * Math.sin(rad))))
  }

  private face(
    face: TopoDS_Face,
    numberOf: (edge: TopoDS_Edge) => number,
    isPlain: (edge: number) => boolean,
  ): RawFace {
    const outer = this.kept.keep(this.exact.BRepTools.OuterWire(face))
    const wires = this.parts(face, 'WIRE')
      .map((wire) => ({
        isOuter: wire.IsSame(outer),
        edges: this.parts(wire, 'EDGE')
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
    const sample = (i: number, j: number, n: number): RawFace['samples'][number] =>
      placeOn(this.exact, property, UMin + ((UMax - UMin) * i) / n, VMin + ((VMax - VMin) * j) / n)
    const n = PLACES[kind]
    const samples =
      n === 0
        ? [sample(1, 1, 2)]
        : Array.from({ length: (n + 1) ** 2 }, (_, k) =>
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
}

const KINDS: Readonly<Record<string, RawSurface['kind']>> = {
  GeomAbs_Plane: 'plane',
  GeomAbs_Cylinder: 'cylinder',
  GeomAbs_Cone: 'cone',
  GeomAbs_Sphere: 'sphere',
  GeomAbs_Torus: 'torus',
}
