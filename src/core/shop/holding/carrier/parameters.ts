import { z } from 'zod'
import { LengthSchema, SideSchema } from '../../../work/part'

const Size = LengthSchema.refine((l) => l.mm > 0, 'must be more than zero')

/** Stuck to a squared block that stays on it from setup to setup, held by that in a vise, and cut off last. */
export const CarrierSchema = z.strictObject({
  kind: z.literal('carrier'),
  on: SideSchema.describe('The face of the part that the carrier is stuck to.'),
  by: z.enum(['glue', 'solder']),
  along: Size.describe('The carrier along the first of the face’s two axes.'),
  across: Size.describe('Along the second.'),
  thick: Size.describe('Out of the face.'),
  known: LengthSchema.describe('How well the part lies on it where it was to lie, ±.'),
  vise: z.string().min(1).max(40),
  parallels: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']),
})

export type CarrierHolding = z.infer<typeof CarrierSchema>
