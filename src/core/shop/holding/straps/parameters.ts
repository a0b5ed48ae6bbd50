import { z } from 'zod'
import { strapRowFields } from '../strapRowFields'

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
  ...strapRowFields,
})

export type StrapsHolding = z.infer<typeof StrapsSchema>
