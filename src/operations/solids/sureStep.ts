import { type Frame } from '@/core/ground/geometry'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { type Recipe } from '@/core/ground/recipe'
import { type SolidMesh } from '@/kernel'
import { stepOf } from '@/kernel/exact'
import { exactKernel } from './read'

/** Facets lie within what is round and outside of what is hollow: a hundredth is far more than that comes to. */
const MOST_SHARE = 0.01

/**
 * A solid as a STEP file, once the exact kernel has found the volume of its mesh.
 *
 * @param files - the STEP files whose bodies it speaks of, by their digests.
 */
export async function sureStep<F extends Frame>(
  recipe: Recipe<F>,
  mesh: SolidMesh,
  files?: ReadonlyMap<string, Uint8Array>,
): Promise<Result<Uint8Array>> {
  const written = stepOf(await exactKernel(), recipe, files)
  if (!written.ok) return written
  const { bytes, volumeMm3 } = written.value
  return Math.abs(volumeMm3 - mesh.volumeMm3) > MOST_SHARE * mesh.volumeMm3
    ? fail(
        'export.kernels-differ',
        'The exact solid has another volume than the mesh; it is not handed out. The mesh (STL) can be.',
      )
    : succeed(bytes)
}
