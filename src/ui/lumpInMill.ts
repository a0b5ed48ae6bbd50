import { fitsMill } from '@/core/floor/offsets'
import { type Mesh } from '@/core/ground/mesh'
import { type CastingFit, lumpOf, skinOff } from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { type PartState } from '@/core/work/stock'
import { solids } from '@/workers/client'
import { seedOf } from './seedOf'

/**
 * The metal of a casting as the stand-in mill has it: its skin is off by what was measured of it, else by what the
 * pattern wanders, the same for the same name.
 *
 * @returns undefined where its metal cannot be made or is of more facets than a mill takes: the block stands there.
 */
export async function lumpInMill(
  part: Part,
  before: PartState,
  name: string,
  fit?: CastingFit,
): Promise<Mesh | undefined> {
  const mesh = await solids()
    .left(part, before)
    .catch(() => undefined)
  return mesh && fitsMill(mesh)
    ? lumpOf(part, before, mesh, skinOff(part, fit, seedOf(name)))
    : undefined
}
