import {
  type gp_Pnt,
  type TopoDS_Face,
  type TopoDS_Shape,
  type TopoDS_Wire,
} from 'replicad-opencascadejs'
import {
  add,
  type Frame,
  type Motion,
  norm,
  type PlanePoint,
  type Point,
  scale,
  subtract,
} from '@/core/ground/geometry'
import { edgesOf, type Ring, ringArea } from '@/core/ground/outline'
import { acrossOf, onPlane, type Plane, type Recipe } from '@/core/ground/recipe'
import { type Exact, type Kept } from './load'

/** Cooks a recipe into exact faces. What is made is given back with the kitchen's keeper. */
export class ExactKitchen {
  /**
   * @param models - the bodies of files that recipes speak of.
   * @throws {Error} where the kernel cannot do it: the caller says so in words.
   */
  constructor(
    private readonly exact: Exact,
    private readonly kept: Kept,
    private readonly models: (digest: string, body: number) => TopoDS_Shape | undefined = () =>
      undefined,
  ) {}

  cook<F extends Frame>(recipe: Recipe<F>): TopoDS_Shape {
    const { exact, kept } = this
    switch (recipe.kind) {
      case 'box': {
        const [low, high] = [this.pnt(recipe.low), this.pnt(recipe.high)]
        return kept.keep(kept.keep(new exact.BRepPrimAPI_MakeBox(low, high)).Shape())
      }
      case 'round':
        return this.round(recipe)
      case 'prism':
        return this.prism(recipe)
      case 'turned':
        return this.turned(recipe)
      case 'model': {
        const body = this.models(recipe.digest, recipe.body)
        if (!body) throw new Error(`the solid of file ${recipe.digest.slice(0, 8)} is not at hand`)
        return this.moved(body, recipe.by, recipe.times)
      }
      case 'moved':
        return this.moved(this.cook(recipe.of), recipe.by)
      case 'united':
        return this.united(recipe.of.map((one) => this.cook(one)))
      case 'cut': {
        const from = this.cook(recipe.from)
        const tools = recipe.by.flatMap((one) => this.apart(one)).map((one) => this.cook(one))
        return tools.length === 0 ? from : this.boolean('cut', [from], tools)
      }
    }
  }

  /** What is united only to be cut away is cut away piece by piece: the kernel then has less to join. */
  private apart<F extends Frame>(recipe: Recipe<F>): readonly Recipe<F>[] {
    return recipe.kind === 'united' ? recipe.of.flatMap((one) => this.apart(one)) : [recipe]
  }

  private united(all: readonly TopoDS_Shape[]): TopoDS_Shape {
    const [first, ...rest] = all
    if (!first) throw new Error('nothing is to be united')
    return rest.length === 0 ? first : this.boolean('fuse', [first], rest)
  }

  private boolean(
    kind: 'cut' | 'fuse',
    of: readonly TopoDS_Shape[],
    tools: readonly TopoDS_Shape[],
  ): TopoDS_Shape {
    const { exact, kept } = this
    const operation = kept.keep(
      kind === 'cut' ? new exact.BRepAlgoAPI_Cut() : new exact.BRepAlgoAPI_Fuse(),
    )
    const listOf = (shapes: readonly TopoDS_Shape[]) => {
      const list = kept.keep(new exact.NCollection_List_TopoDS_Shape())
      for (const shape of shapes) list.Append(shape)
      return list
    }
    operation.SetArguments(listOf(of))
    operation.SetTools(listOf(tools))
    operation.Build(kept.keep(new exact.Message_ProgressRange()))
    if (operation.HasErrors()) throw new Error('the kernel could not join two bodies')
    operation.SimplifyResult(true, true, 1e-6)
    return kept.keep(operation.Shape())
  }

  private moved<To extends Frame, From extends Frame>(
    body: TopoDS_Shape,
    { rows, shift }: Motion<To, From>,
    times = 1,
  ): TopoDS_Shape {
    const { exact, kept } = this
    const motion = kept.keep(new exact.gp_Trsf())
    const [x, y, z] = rows.map((row) => scale(row, times)) as [
      Point<From>,
      Point<From>,
      Point<From>,
    ]
    // prettier-ignore
    motion.SetValues(
      x.x, x.y, x.z, shift.x,
      y.x, y.y, y.z, shift.y,
      z.x, z.y, z.z, shift.z,
    )
    return kept.keep(
      kept.keep(new exact.BRepBuilderAPI_Transform(body, motion, true, false)).Shape(),
    )
  }

  /** A cylinder or a cone: its half section turned about its axis. */
  private round<F extends Frame>({
    endRadiusMm,
    from,
    radiusMm,
    to,
  }: Recipe<F> & { kind: 'round' }): TopoDS_Shape {
    const { exact, kept } = this
    const along = subtract(to, from)
    const axis = kept.keep(new exact.gp_Ax1(this.pnt(from), this.dir(along)))
    const [out] = acrossOf(along)
    const corners = [
      from,
      add(from, scale(out, radiusMm)),
      ...(endRadiusMm > 1e-9 ? [add(to, scale(out, endRadiusMm))] : []),
      to,
    ]
    const section = this.faceOf(this.polygon(corners))
    return kept.keep(
      kept.keep(new exact.BRepPrimAPI_MakeRevol(section, axis, 2 * Math.PI, true)).Shape(),
    )
  }

  private polygon<F extends Frame>(corners: readonly Point<F>[]): TopoDS_Wire {
    const { exact, kept } = this
    const wire = kept.keep(new exact.BRepBuilderAPI_MakeWire())
    corners.forEach((corner, i) => {
      const next = corners[(i + 1) % corners.length] as Point<F>
      const edge = kept.keep(new exact.BRepBuilderAPI_MakeEdge(this.pnt(corner), this.pnt(next)))
      wire.Add(kept.keep(edge.Edge()))
    })
    return kept.keep(wire.Wire())
  }

  private faceOf(wire: TopoDS_Wire): TopoDS_Face {
    const face = this.kept.keep(new this.exact.BRepBuilderAPI_MakeFace(wire, true))
    if (!face.IsDone()) throw new Error('an outline encloses no area')
    return this.kept.keep(face.Face())
  }

  /** Each ring carried out by itself; those within others are taken away, those within these put back. */
  private prism<F extends Frame>({ heightMm, plane, rings }: Recipe<F> & { kind: 'prism' }) {
    const sorted = [...rings].sort((a, b) => Math.abs(ringArea(b)) - Math.abs(ringArea(a)))
    const [outer, ...inner] = sorted.map((ring) => this.column(plane, ring, heightMm))
    if (!outer) throw new Error('an outline has no ring')
    return inner.length === 0 ? outer : this.boolean('cut', [outer], inner)
  }

  private turned<F extends Frame>({
    plane,
    section,
    turnRad,
  }: Recipe<F> & { kind: 'turned' }): TopoDS_Shape {
    const { exact, kept } = this
    const axis = kept.keep(new exact.gp_Ax1(this.pnt(plane.at), this.dir(plane.out)))
    const face = this.faceOf(this.wire(section, ({ x, y }) => onPlane(plane, { x, y: 0 }, y)))
    return kept.keep(kept.keep(new exact.BRepPrimAPI_MakeRevol(face, axis, turnRad, true)).Shape())
  }

  /** An outline as edges in space. */
  private wire<F extends Frame>(ring: Ring, place: (at: PlanePoint) => Point<F>): TopoDS_Wire {
    const { exact, kept } = this
    const wire = kept.keep(new exact.BRepBuilderAPI_MakeWire())
    for (const edge of edgesOf(ring)) {
      const [a, b] = [place(edge.from), place(edge.to)]
      if (norm(subtract(a, b)) < 1e-7) continue
      if (edge.kind === 'line') {
        const made = kept.keep(new exact.BRepBuilderAPI_MakeEdge(this.pnt(a), this.pnt(b)))
        wire.Add(kept.keep(made.Edge()))
        continue
      }
      const middle = edge.beginRad + edge.turnRad / 2
      const through = place({
        x: edge.centre.x + edge.radiusMm * Math.cos(middle),
        y: edge.centre.y + edge.radiusMm * Math.sin(middle),
      })
      const arc = kept.keep(
        new exact.GC_MakeArcOfCircle(this.pnt(a), this.pnt(through), this.pnt(b)),
      )
      const made = kept.keep(new exact.BRepBuilderAPI_MakeEdge(kept.keep(arc.Value())))
      wire.Add(kept.keep(made.Edge()))
    }
    return kept.keep(wire.Wire())
  }

  private column<F extends Frame>(plane: Plane<F>, ring: Ring, heightMm: number): TopoDS_Shape {
    const { exact, kept } = this
    const { x, y, z } = scale(plane.out, heightMm)
    const way = kept.keep(new exact.gp_Vec(x, y, z))
    const face = this.faceOf(this.wire(ring, (at) => onPlane(plane, at)))
    return kept.keep(kept.keep(new exact.BRepPrimAPI_MakePrism(face, way, false, true)).Shape())
  }

  private pnt<F extends Frame>({ x, y, z }: Point<F>): gp_Pnt {
    return this.kept.keep(new this.exact.gp_Pnt(x, y, z))
  }

  private dir<F extends Frame>({ x, y, z }: Point<F>) {
    return this.kept.keep(new this.exact.gp_Dir(x, y, z))
  }
}
