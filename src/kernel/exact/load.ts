import init, {
  type BRepGProp_Face,
  type OpenCascadeInstance,
  type TopoDS_Shape,
} from 'replicad-opencascadejs'
import { point, type Point } from '@/core/ground/geometry'

export type Exact = OpenCascadeInstance

let kernel: Promise<Exact> | undefined

/**
 * The exact kernel, started when first wanted: half a second and a hundred megabytes. It is a file of its own
 * that is loaded unchanged and may be replaced (LGPL 2.1).
 *
 * @param wasm - where its binary lies: an address in a page's worker, a path on the server.
 */
export const loadExact = (wasm: string): Promise<Exact> =>
  (kernel ??= init({ locateFile: () => wasm, print: () => undefined, printErr: () => undefined }))

/** What a kernel's call makes lives outside of JavaScript's memory: what is kept here is given back at the end. */
export class Kept {
  private readonly made: { delete(): void }[] = []

  keep<Thing extends { delete(): void }>(thing: Thing): Thing {
    this.made.push(thing)
    return thing
  }

  clear(): void {
    for (const thing of this.made.splice(0)) thing.delete()
  }
}

/** Volume of a solid, mm³; negative where it is inside out. */
export function volumeOf(exact: Exact, kept: Kept, body: TopoDS_Shape): number {
  const sums = kept.keep(new exact.GProp_GProps())
  exact.BRepGProp.VolumeProperties(body, sums, false, false, false)
  return sums.Mass()
}

/** What a shape is made of, in the kernel's own order: what several of its faces share comes once with each. */
export function partsOf(
  exact: Exact,
  kept: Kept,
  of: TopoDS_Shape,
  kind: 'EDGE' | 'FACE' | 'SHELL' | 'SOLID' | 'WIRE',
): readonly TopoDS_Shape[] {
  const { TopAbs_ShapeEnum, TopExp_Explorer } = exact
  const found: TopoDS_Shape[] = []
  const explorer = kept.keep(
    new TopExp_Explorer(of, TopAbs_ShapeEnum[`TopAbs_${kind}`], TopAbs_ShapeEnum.TopAbs_SHAPE),
  )
  for (; explorer.More(); explorer.Next()) found.push(kept.keep(explorer.Current()))
  return found
}

/** A place of a face by its parameters, and which way it looks there: out of the metal. */
export function placeOn(
  exact: Exact,
  face: BRepGProp_Face,
  u: number,
  v: number,
): { readonly at: Point<'file'>; readonly out: Point<'file'> } {
  const [at, out] = [new exact.gp_Pnt(), new exact.gp_Vec()]
  face.Normal(u, v, at, out)
  const size = out.Magnitude()
  const found = {
    at: point<'file'>(at.X(), at.Y(), at.Z()),
    out: point<'file'>(out.X() / size, out.Y() / size, out.Z() / size),
  }
  at.delete()
  out.delete()
  return found
}

const MOST_HASH = 2 ** 31 - 1

/** A number by which a shape is looked up: the same for the same, mostly another for another. */
export const hashOf = (exact: Exact, shape: TopoDS_Shape): number =>
  exact.ReplicadShapeHasher.HashCode(shape, MOST_HASH)
