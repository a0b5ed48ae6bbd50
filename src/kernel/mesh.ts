import Module, { type CrossSection, type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { cross, type Frame, type Motion, norm, scale, subtract } from '@/core/ground/geometry'
import { type Mesh } from '@/core/ground/mesh'
import { arcPieces, flatRing, type Ring } from '@/core/ground/outline'
import { acrossOf, type Plane, type Recipe } from '@/core/ground/recipe'
import { bringModels, MissingModel, modelAtHand } from './models'

export interface SolidMesh extends Mesh {
  readonly volumeMm3: number
}

/** The bodies of files that recipes speak of, by the file's digest and their number in it. */
export type Models = (digest: string, body: number) => Mesh | undefined

/** How far the straight edges that stand for a bent outline may be off it, mm. */
const FLAT_MM = 0.01

/** Sides of the polygon that stands for a circle. */
export const SEGMENTS = 48

let kernel: Promise<ManifoldToplevel> | undefined
const load = (): Promise<ManifoldToplevel> =>
  (kernel ??= Module().then((loaded) => {
    loaded.setup()
    return loaded
  }))

/** Cooks a recipe into a mesh, by booleans that are exact for meshes; the same in a worker, on the server and on the command line. */
export async function meshOf<F extends Frame>(
  recipe: Recipe<F>,
  models?: Models,
): Promise<SolidMesh> {
  if (!models) await bringModels(recipe)
  return withKitchen((kitchen) => {
    const body = kitchen.cook(recipe)
    return { ...meshFrom(body), volumeMm3: body.volume() }
  }, models)
}

/** What a tool would cut of a body, and what it takes of the block about that, mm³. */
export interface Shared {
  readonly cut: number
  readonly taken: number
}

/** What each of several tools shares with a body and with its block. */
export async function sharedVolumes<F extends Frame>(
  of: Recipe<F>,
  within: Recipe<F>,
  tools: readonly Recipe<F>[],
  models: Models,
): Promise<readonly Shared[]> {
  return withKitchen((kitchen) => {
    const [body, block] = [kitchen.cook(of), kitchen.cook(within)]
    return tools.map((recipe) => {
      const tool = kitchen.cook(recipe)
      return {
        cut: kitchen.keep(tool.intersect(body)).volume(),
        taken: kitchen.keep(tool.intersect(block)).volume(),
      }
    })
  }, models)
}

/** The triangles of a body, with corners in single precision. */
export function meshFrom(body: Manifold): Mesh {
  const { numProp, triVerts, vertProperties } = body.getMesh()
  const positions = new Float32Array((vertProperties.length / numProp) * 3)
  for (let i = 0; i < positions.length / 3; i++)
    for (let k = 0; k < 3; k++) positions[3 * i + k] = vertProperties[numProp * i + k] ?? 0
  return { positions, triangles: Uint32Array.from(triVerts) }
}

/** Does something with the kernel, and gives back all bodies that were made for it. */
export async function withKitchen<Value>(
  use: (kitchen: Kitchen, top: ManifoldToplevel) => Value,
  models: Models = modelAtHand,
): Promise<Value> {
  const top = await load()
  const kitchen = new Kitchen(top, models)
  try {
    return use(kitchen, top)
  } finally {
    kitchen.clear()
    larder.tidy()
  }
}

/** Bodies that are kept at once. */
const MOST_KEPT = 160

interface Shelf {
  body?: Manifold
  readonly next: Map<string, Shelf>
}

/** What was left after cuts, by what was cut from what: an edit recooks only what follows it. */
class Larder {
  private root: Shelf = { next: new Map() }
  private kept: Manifold[] = []

  longest(
    names: readonly string[],
  ): { readonly body: Manifold; readonly count: number } | undefined {
    let shelf = this.root
    let best: { body: Manifold; count: number } | undefined
    for (const [i, name] of names.entries()) {
      const next = shelf.next.get(name)
      if (!next) break
      shelf = next
      if (shelf.body) best = { body: shelf.body, count: i + 1 }
    }
    return best
  }

  put(names: readonly string[], body: Manifold): void {
    let shelf = this.root
    for (const name of names) {
      const next: Shelf = shelf.next.get(name) ?? { next: new Map() }
      shelf.next.set(name, next)
      shelf = next
    }
    shelf.body = body
    this.kept.push(body)
  }

  /** Gives everything back when there is too much; what is being cooked stays until it is done. */
  tidy(): void {
    if (this.kept.length <= MOST_KEPT) return
    for (const body of this.kept) body.delete()
    this.kept = []
    this.root = { next: new Map() }
  }
}
const larder = new Larder()

/** The kernel's bodies live outside of JavaScript's memory: all that were made are given back at the end. */
export class Kitchen {
  private readonly made: { delete(): void }[] = []
  private readonly kernel: ManifoldToplevel['Manifold']

  constructor(
    private readonly top: ManifoldToplevel,
    private readonly models: Models,
  ) {
    this.kernel = top.Manifold
  }

  clear(): void {
    for (const body of this.made) body.delete()
  }

  cook<F extends Frame>(recipe: Recipe<F>): Manifold {
    switch (recipe.kind) {
      case 'box': {
        const { x, y, z } = subtract(recipe.high, recipe.low)
        const cube = this.keep(this.kernel.cube([x, y, z]))
        return this.keep(cube.translate([recipe.low.x, recipe.low.y, recipe.low.z]))
      }
      case 'round':
        return this.round(recipe)
      case 'prism':
        return this.prism(recipe)
      case 'turned':
        return this.turned(recipe)
      case 'model':
        return this.model(recipe)
      case 'moved':
        return this.keep(this.cook(recipe.of).transform(matrixOf(recipe.by)))
      case 'united':
        return this.keep(this.kernel.union(recipe.of.map((one) => this.cook(one))))
      case 'cut':
        return recipe.by.length > 0 ? this.cut(recipe) : this.cook(recipe.from)
    }
  }

  /** Cut by cut; what is left after each is kept for the next recipe that begins with the same ones. */
  private cut<F extends Frame>({ by, from }: Recipe<F> & { kind: 'cut' }): Manifold {
    const names = [from, ...by].map((one) => JSON.stringify(one))
    const known = larder.longest(names)
    let body = known?.body ?? this.cook(from)
    for (let i = known?.count ?? 1; i < names.length; i++) {
      body = body.subtract(this.cook(by[i - 1] as Recipe<F>))
      larder.put(names.slice(0, i + 1), body)
    }
    return body
  }

  keep<Body extends { delete(): void }>(body: Body): Body {
    this.made.push(body)
    return body
  }

  private prism<F extends Frame>({
    heightMm,
    plane,
    rings,
  }: Recipe<F> & { kind: 'prism' }): Manifold {
    const upright = this.keep(this.kernel.extrude(this.section(rings), heightMm))
    return this.keep(upright.transform(fromPlane(plane)))
  }

  private section(rings: readonly Ring[]): CrossSection {
    const outlines = rings.map((ring) =>
      flatRing(ring, FLAT_MM).map(({ x, y }): [number, number] => [x, y]),
    )
    return this.keep(new this.top.CrossSection(outlines, 'EvenOdd'))
  }

  private turned<F extends Frame>({
    plane,
    section,
    turnRad,
    wallMm = Math.max(...section.map(({ x }) => x)),
  }: Recipe<F> & { kind: 'turned' }): Manifold {
    const isWhole = turnRad > 2 * Math.PI - 1e-9
    const pieces = isWhole ? SEGMENTS : Math.max(3, arcPieces(wallMm, turnRad, FLAT_MM))
    const upright = this.keep(
      this.kernel.revolve(this.section([section]), pieces, (turnRad * 180) / Math.PI),
    )
    return this.keep(upright.transform(fromPlane(plane)))
  }

  private model<F extends Frame>({
    body,
    by,
    digest,
    times = 1,
  }: Recipe<F> & { kind: 'model' }): Manifold {
    const mesh = this.models(digest, body)
    if (!mesh) throw new MissingModel(digest)
    const made = new this.top.Mesh({
      numProp: 3,
      vertProperties: mesh.positions,
      triVerts: mesh.triangles,
    })
    made.merge()
    const own = this.keep(this.kernel.ofMesh(made))
    const sized = times === 1 ? own : this.keep(own.scale(times))
    return this.keep(sized.transform(matrixOf(by)))
  }

  private round<F extends Frame>({
    endRadiusMm,
    from,
    radiusMm,
    to,
  }: Recipe<F> & { kind: 'round' }): Manifold {
    const along = subtract(to, from)
    const length = norm(along)
    const z = scale(along, 1 / length)
    const [x, y] = acrossOf(z)
    const upright = this.keep(this.kernel.cylinder(length, radiusMm, endRadiusMm, SEGMENTS))
    return this.keep(upright.transform(fromColumns([x, y, z, from])))
  }
}

type Matrix = Parameters<Manifold['transform']>[0]

/** A matrix from the columns of its turn, then its shift. */
const fromColumns = (columns: readonly { x: number; y: number; z: number }[]): Matrix =>
  columns.flatMap((c, i) => [c.x, c.y, c.z, i === 3 ? 1 : 0]) as unknown as Matrix

const fromPlane = <F extends Frame>({ across, at, out }: Plane<F>): Matrix =>
  fromColumns([across, cross(out, across), out, at])

export function matrixOf<To extends Frame, From extends Frame>({
  rows: [x, y, z],
  shift,
}: Motion<To, From>): Matrix {
  const columns = (['x', 'y', 'z'] as const).flatMap((axis) => [x[axis], y[axis], z[axis], 0])
  return [...columns, shift.x, shift.y, shift.z, 1] as unknown as Matrix
}
