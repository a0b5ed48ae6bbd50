import { z } from 'zod'
import { LengthSchema, PositiveLength, SideSchema, ZeroOrMore } from '../../../work/part'

/** Stuck to a squared block that stays on it from setup to setup, held by that in a vise, and cut off last. */
export const CarrierSchema = z.strictObject({
  kind: z.literal('carrier'),
  on: SideSchema.describe('The face of the part that the carrier is stuck to.'),
  by: z
    .enum(['glue', 'solder', 'dovetail'])
    .describe('Stuck on; or a dovetail that is cut into what is spare of the stock at that face.'),
  along: PositiveLength.describe('The carrier along the first of the face’s two axes.'),
  across: PositiveLength.describe('Along the second.'),
  thick: PositiveLength.describe('Out of the face.'),
  open: ZeroOrMore.optional().describe(
    'A ring: open in its middle, all through, by this diameter; closed where left out or 0.',
  ),
  offAlong: LengthSchema.default({ mm: 0 }).describe('Its middle from that of the face, along.'),
  offAcross: LengthSchema.default({ mm: 0 }).describe('The same, across.'),
  known: ZeroOrMore.describe('How well the part lies on it where it was to lie, ±.'),
  vise: z.string().min(1).max(40),
  parallels: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']),
})

export type CarrierHolding = z.infer<typeof CarrierSchema>
