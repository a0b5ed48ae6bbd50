import { z } from 'zod'
import { LengthSchema } from '../../work/part'

/** Straps over edges of the work. */
export const strapRowFields = {
  count: z.int().min(2).max(6).optional().describe('How many straps; two where left out.'),
  places: z
    .array(
      z.strictObject({
        edge: z.enum(['left', 'right', 'front', 'back']).describe('As the work lies.'),
        along: LengthSchema.describe('From the middle of that edge, along X or Y.'),
      }),
    )
    .max(6)
    .optional()
    .describe(
      'Over which edge each lies, as far as it was moved; at the middle of the ends first.',
    ),
}

export type StrapRow = z.infer<z.ZodObject<typeof strapRowFields>>
