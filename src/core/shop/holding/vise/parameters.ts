import { z } from 'zod'
import { LengthSchema, ZeroOrMore } from '../../../work/part'

/** Between the jaws of a vise, on parallels. */
export const ViseSchema = z.strictObject({
  kind: z.literal('vise'),
  vise: z.string().min(1).max(40),
  parallels: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']),
  stopBy: z
    .enum(['arm', 'bolt', 'bar'])
    .optional()
    .describe(
      'What the stop is: the vise’s own, a bolt in the table beside it, or a bar along its end.',
    ),
  block: ZeroOrMore.optional().describe(
    'A block behind tall work stands so far over the fixed jaw; none where 0.',
  ),
  strips: z
    .enum(['none', 'moving', 'both', 'halves'])
    .optional()
    .describe(
      'Between work and jaw: nothing, soft strips that give at the moving jaw or at both, or the halves of a split round at the moving jaw.',
    ),
  apart: ZeroOrMore.optional().describe(
    'A second vise alike stands in line, middle to middle so far; none where 0 or left out.',
  ),
  shift: LengthSchema.describe('Middle of the work to the right of the middle of the vise.'),
})

export type ViseHolding = z.infer<typeof ViseSchema>
