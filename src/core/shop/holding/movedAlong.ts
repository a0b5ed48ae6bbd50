import { z } from 'zod'
import { LengthSchema } from '../../work/part'

/** Clamps in a row along X that were moved by hand; the others stand where they do at first. */
export const MovedAlongSchema = z
  .array(
    z.strictObject({
      clamp: z.int().min(1).max(12).describe('Counted from the left, as they stand at first.'),
      along: LengthSchema.describe('Along X from the middle of the work.'),
    }),
  )
  .max(12)
  .optional()
  .describe('Clamps that were moved along the work.')

export type MovedAlong = z.infer<typeof MovedAlongSchema>
