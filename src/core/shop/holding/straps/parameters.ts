import { z } from 'zod'
import { LengthSchema } from '../../../work/part'

const gear = z.string().min(1).max(40)

/** Strapped to the table, on parallels that lie under the straps. */
export const StrapsSchema = z.strictObject({
  kind: z.literal('straps'),
  strap: gear,
  parallels: gear,
  square: z
    .enum(['indicator', 'fence'])
    .describe('Set true by reading along a face, or put against a fence on the table.'),
  instrument: gear.describe('What the face or the fence is set true with.'),
  stop: z.enum(['left', 'right', 'none']),
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
})

export type StrapsHolding = z.infer<typeof StrapsSchema>
