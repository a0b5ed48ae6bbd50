import { fail, type Result } from '@/core/ground/issues'
import { MissingModel } from '@/kernel'

/** A refusal where the solid that a part is cut from is not here; any other fault goes on. */
export function stockMissing(error: unknown): Result<never> {
  if (!(error instanceof MissingModel)) throw error
  return fail(
    'stock.not-here',
    'The solid of its stock is not here. Bring the file in again under “Cut from”; on the command line it lies beside the document, under its own name.',
  )
}
