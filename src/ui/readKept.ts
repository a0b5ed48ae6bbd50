import { type z } from 'zod'
import { type Result } from '@/core/ground/issues'
import { readStored, type StoredBody } from '@/core/paper/stored'
import { type Way, WaySchema } from '@/core/plan/way'
import { type Casting, CastingSchema } from '@/core/work/casting'
import { type Part, PartSchema } from '@/core/work/part'

/** Documents that a page keeps until they are saved, by their kinds. */
export interface Bodies {
  readonly part: Part
  readonly way: Way
  readonly casting: Casting
}
const SCHEMAS: { readonly [Kind in keyof Bodies]: z.ZodType<Bodies[Kind]> } = {
  part: PartSchema,
  way: WaySchema,
  casting: CastingSchema,
}

/** What an earlier visit kept, if it is still a document of its kind. */
export const readKept = (kind: keyof Bodies, kept: StoredBody): Result<Bodies[keyof Bodies]> =>
  readStored<Bodies[keyof Bodies]>(kind, SCHEMAS[kind], kept)
