import { z } from 'zod'
import { LengthSchema } from '../../../work/part'

const gear = z.string().min(1).max(40)

/** A round that stands upright in a vise, against a V at the fixed jaw. */
export const VJawSchema = z.strictObject({
  kind: z.literal('v-jaw'),
  vise: gear,
  blocks: gear.describe('The V-block that stands against the fixed jaw.'),
  parallels: gear,
  round: z.string().min(1).max(80).describe('The outside round of the part that lies in it.'),
  instrument: gear.describe('What the part is turned true with, along the face to the fixed jaw.'),
  shift: LengthSchema.describe('Middle of the V to the right of the middle of the vise.'),
})

export type VJawHolding = z.infer<typeof VJawSchema>
