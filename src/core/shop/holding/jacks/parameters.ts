import { z } from 'zod'
import { strapRowFields } from '../strapRowFields'

const gear = z.string().min(1).max(40)

/** A casting on three jacks or screws and strapped, set until the part that was fitted into it lies true. */
export const JacksSchema = z.strictObject({
  kind: z.literal('jacks'),
  strap: gear,
  instrument: gear.describe('What the marked points are read with.'),
  known: z
    .strictObject({ mm: z.number().min(0).max(50), typed: z.string().max(60).optional() })
    .describe('How well the marked points lie where the fit has them, ±.'),
  clearance: z
    .strictObject({ mm: z.number().min(1).max(500), typed: z.string().max(60).optional() })
    .describe('The lowest jack.'),
  ...strapRowFields,
})

export type JacksHolding = z.infer<typeof JacksSchema>
