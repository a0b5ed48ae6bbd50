import { createRequire } from 'node:module'
import { type Recipe } from '@/core/ground/recipe'
import { type Frame } from '@/core/ground/geometry'
import { assembleSolid, type Solid } from '@/core/work/solid'
import { bodyOf, type Exact, loadExact, readStep, stepOf } from '@/kernel/exact'

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
