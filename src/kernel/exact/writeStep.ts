import { type TopoDS_Shape } from 'replicad-opencascadejs'
import { type Frame } from '@/core/ground/geometry'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { type Recipe } from '@/core/ground/recipe'
import { type RawBody } from '@/core/work/solid'
import { ExactKitchen } from './cook'
import { describeBody } from './describe'
import { type Exact, Kept, volumeOf } from './load'
import { stepBody } from './readStep'

const PATH = '/out.step'

/** A solid as a STEP file (AP214, mm), and its volume by the exact kernel. */
export interface WrittenStep {
  readonly bytes: Uint8Array
  readonly volumeMm3: number
}

const TROUBLE = 'The exact kernel could not make this solid'

/**
 * Cooks a recipe exactly and writes it as STEP.
 *
 * @param files - the STEP files whose bodies it speaks of, by their digests.
 */
export function stepOf<F extends Frame>(
  exact: Exact,
  recipe: Recipe<F>,
  files: ReadonlyMap<string, Uint8Array> = new Map(),
): Result<WrittenStep> {
  const kept = new Kept()
  const bodyIn = (digest: string, number: number): TopoDS_Shape | undefined => {
    const bytes = files.get(digest)
    return bytes && stepBody(exact, kept, bytes, number)
  }
  try {
    const body = new ExactKitchen(exact, kept, bodyIn).cook(recipe)
    const volumeMm3 = volumeOf(exact, kept, body)
    if (!(volumeMm3 > 0)) return fail('step.nothing-left', 'Nothing is left of the solid to write.')
    const writer = kept.keep(new exact.STEPControl_Writer())
    const progress = kept.keep(new exact.Message_ProgressRange())
    writer.Transfer(body, exact.STEPControl_StepModelType.STEPControl_AsIs, true, progress)
    if (writer.Write(PATH) !== exact.IFSelect_ReturnStatus.IFSelect_RetDone)
      return fail('step.not-written', `${TROUBLE} into a file.`)
    const bytes = exact.FS.readFile(PATH)
    exact.FS.unlink(PATH)
    return succeed({ bytes, volumeMm3 })
  } catch (error) {
    const why = error instanceof Error ? `: ${error.message}` : ''
    return fail('step.kernel', `${TROUBLE}${why}. The mesh (STL) can be written.`)
  } finally {
    kept.clear()
  }
}

/** What the exact kernel makes of a recipe, as if it had come in a file. */
export function bodyOf<F extends Frame>(exact: Exact, recipe: Recipe<F>, sizeMm: number): RawBody {
  const kept = new Kept()
  try {
    return describeBody(exact, new ExactKitchen(exact, kept).cook(recipe), sizeMm)
  } finally {
    kept.clear()
  }
}
