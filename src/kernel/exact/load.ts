import init, { type OpenCascadeInstance, type TopoDS_Shape } from 'replicad-opencascadejs'

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
