import { z } from 'zod'
import { LengthSchema } from '../../../work/part'

/** Between the jaws of a vise, on parallels. */
export const ViseSchema = z.strictObject({
  kind: z.literal('vise'),
  vise: z.string().min(1).max(40),
  parallels: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']),
  shift: LengthSchema.describe('Middle of the work to the right of the middle of the vise.'),
})

export type ViseHolding = z.infer<typeof ViseSchema>
