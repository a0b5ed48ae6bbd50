import { z } from 'zod'
import { PositiveLength } from '../../../work/part'
import { MovedAlongSchema } from '../movedAlong'

/** A round lying in a pair of V-blocks, strapped down. */
export const VBlockSchema = z.strictObject({
  kind: z.literal('v-blocks'),
  blocks: z.string().min(1).max(40),
  round: z.string().min(1).max(80).describe('The outside round of the part that lies in them.'),
  instrument: z
    .string()
    .min(1)
    .max(40)
    .describe('What the part is turned true with about its axis, up the face to the back.'),
  stop: z.enum(['left', 'right', 'none']),
  clamp: PositiveLength.describe('How thick the straps over the round are.'),
  moved: MovedAlongSchema,
})

export type VBlockHolding = z.infer<typeof VBlockSchema>
