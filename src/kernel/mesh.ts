import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { type Frame, type Motion, norm, scale, subtract } from '@/core/ground/geometry'
import { acrossOf, type Recipe } from '@/core/ground/recipe'

/** Triangles of a solid: three coordinates a vertex, three vertices a triangle, mm. */
export interface SolidMesh {
  readonly positions: Float32Array
  readonly triangles: Uint32Array
  readonly volumeMm3: number
}

/** Sides of the polygon that stands for a circle. */
export const SEGMENTS = 48

let kernel: Promise<ManifoldToplevel> | undefined
const load = (): Promise<ManifoldToplevel> =>
  (kernel ??= Module().then((loaded) => {
    loaded.setup()
    return loaded
  }))

/** Cooks a recipe into a mesh, by booleans that are exact for meshes; the same in a worker, on the server and on the command line. */
export async function meshOf<F extends Frame>(recipe: Recipe<F>): Promise<SolidMesh> {
  const kitchen = new Kitchen((await load()).Manifold)
  try {
    const body = kitchen.cook(recipe)
    const { numProp, triVerts, vertProperties } = body.getMesh()
    const positions = new Float32Array((vertProperties.length / numProp) * 3)
    for (let i = 0; i < positions.length / 3; i++)
      for (let k = 0; k < 3; k++) positions[3 * i + k] = vertProperties[numProp * i + k] ?? 0
    return { positions, triangles: Uint32Array.from(triVerts), volumeMm3: body.volume() }
  } finally {
    kitchen.clear()
  }
}

/** The kernel's bodies live outside of JavaScript's memory: all that were made are given back at the end. */
class Kitchen {
  private readonly made: Manifold[] = []

  constructor(private readonly kernel: ManifoldToplevel['Manifold']) {}

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
      case 'moved':
        return this.keep(this.cook(recipe.of).transform(matrixOf(recipe.by)))
      case 'united':
        return this.keep(this.kernel.union(recipe.of.map((one) => this.cook(one))))
      case 'cut': {
        const from = this.cook(recipe.from)
        if (recipe.by.length === 0) return from
        const tools = this.keep(this.kernel.union(recipe.by.map((one) => this.cook(one))))
        return this.keep(from.subtract(tools))
      }
    }
  }

  private keep(body: Manifold): Manifold {
    this.made.push(body)
    return body
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
    // Columns of the turn, then the shift.
    const matrix = [x, y, z, from].flatMap((c, i) => [c.x, c.y, c.z, i === 3 ? 1 : 0])
    return this.keep(upright.transform(matrix as unknown as Matrix))
  }
}

type Matrix = Parameters<Manifold['transform']>[0]

function matrixOf<F extends Frame>({ rows: [x, y, z], shift }: Motion<F, F>): Matrix {
  const columns = (['x', 'y', 'z'] as const).flatMap((axis) => [x[axis], y[axis], z[axis], 0])
  return [...columns, shift.x, shift.y, shift.z, 1] as unknown as Matrix
}
