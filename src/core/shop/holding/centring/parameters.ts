import { z } from 'zod'
import { LengthSchema } from '../../../work/part'

/** A vise of which both jaws move: it finds the middle of the work. */
export const CentringSchema = z.strictObject({
  kind: z.literal('centring'),
  vise: z.string().min(1).max(40),
  parallels: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']),
  shift: LengthSchema.describe('Middle of the work to the right of the middle of the vise.'),
})

export type CentringHolding = z.infer<typeof CentringSchema>
