import { createRequire } from 'node:module'
import { type TopoDS_Shape } from 'replicad-opencascadejs'
import { type Recipe } from '@/core/ground/recipe'
import { type Frame, point, type Point } from '@/core/ground/geometry'
import { assembleSolid, type Solid } from '@/core/work/solid'
import { bodyOf, type Exact, loadExact, readStep, stepOf } from '@/kernel/exact'
import { ExactKitchen } from '@/kernel/exact/cook'
import { describeBody } from '@/kernel/exact/describe'
import { Kept, partsOf } from '@/kernel/exact/load'

const require = createRequire(import.meta.url)

export const exactKernel = (): Promise<Exact> =>
  loadExact(require.resolve('replicad-opencascadejs/wasm'))

/** A solid cooked exactly from a recipe, as if it had come in a file. */
export const solidOf = async <F extends Frame>(recipe: Recipe<F>): Promise<Solid> =>
  assembleSolid(bodyOf(await exactKernel(), recipe, 100))

/** The same, written as STEP and read back. */
export async function throughStep<F extends Frame>(recipe: Recipe<F>): Promise<Solid> {
  const exact = await exactKernel()
  const written = stepOf(exact, recipe)
  if (!written.ok) throw new Error(written.issues[0].sentence)
  const read = readStep(exact, written.value.bytes, () => undefined)
  if (!read.ok) throw new Error(read.issues[0].sentence)
  const [body] = read.value.bodies
  if (!body) throw new Error('no body')
  return assembleSolid(body)
}

/**
 * A solid cooked exactly with arcs, or slants, laid along some of its edges by the kernel's own blending, which knows
 * nothing of how recipes leave a foot or break an edge.
 *
 * @param isWanted - asked of the middle of each edge.
 */
export async function blended<F extends Frame>(
  recipe: Recipe<F>,
  by: { readonly radiusMm: number } | { readonly slantMm: number },
  isWanted: (middle: Point<'file'>) => boolean,
): Promise<Solid> {
  const exact = await exactKernel()
  const kept = new Kept()
  try {
    const sharp = new ExactKitchen(exact, kept).cook(recipe)
    const blend = kept.keep(
      'radiusMm' in by
        ? new exact.BRepFilletAPI_MakeFillet(sharp, exact.ChFi3d_FilletShape.ChFi3d_Rational)
        : new exact.BRepFilletAPI_MakeChamfer(sharp),
    )
    const sizeMm = 'radiusMm' in by ? by.radiusMm : by.slantMm
    // An edge between two faces comes once with each.
    const done: TopoDS_Shape[] = []
    for (const shape of partsOf(exact, kept, sharp, 'EDGE')) {
      const edge = kept.keep(exact.TopoDS.Edge(shape))
      const curve = kept.keep(new exact.BRepAdaptor_Curve(edge))
      const middle = kept.keep(curve.Value((curve.FirstParameter() + curve.LastParameter()) / 2))
      if (!isWanted(point(middle.X(), middle.Y(), middle.Z()))) continue
      if (done.some((one) => one.IsSame(edge))) continue
      blend.Add(sizeMm, edge)
      done.push(edge)
    }
    blend.Build(kept.keep(new exact.Message_ProgressRange()))
    if (!blend.IsDone()) throw new Error('the kernel could not blend these edges')
    return assembleSolid(describeBody(exact, kept.keep(blend.Shape()), 100))
  } finally {
    kept.clear()
  }
}
