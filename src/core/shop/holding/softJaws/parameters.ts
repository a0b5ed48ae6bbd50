import { z } from 'zod'
import { LengthSchema, RefSchema, ZeroOrMore } from '../../../work/part'

/** In soft jaws, cut in place to the part as it stands there. */
export const SoftJawsSchema = z.strictObject({
  kind: z.literal('soft-jaws'),
  vise: z.string().min(1).max(40),
  blank: z.string().min(1).max(40),
  step: LengthSchema.describe('Depth of the step in which the work sits.'),
  gap: LengthSchema.describe('Between the two halves, closed on the part and while they are cut.'),
  clear: LengthSchema.describe('Left free where a wall does not locate.'),
  cutter: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']).describe('End at which a wall of the fixed half stops.'),
  round: RefSchema.optional().describe(
    'The outside round that stands upright in them: both halves are bored for it, and there is no end wall.',
  ),
  pin: RefSchema.optional().describe(
    'A hole of the part that sits on a pin of the fixed half, relieved across: in place of an end wall.',
  ),
  columns: z.int().min(1).max(6).optional().describe('So many of the part side by side.'),
  channels: z
    .int()
    .min(0)
    .max(4)
    .optional()
    .describe('So many channels across the floor for coolant and chips; none where left out.'),
  between: ZeroOrMore.optional().describe('Between them, where there are several.'),
  shift: LengthSchema.describe('Middle of the work to the right of the middle of the vise.'),
  stands: z
    .enum(['floor', 'walls'])
    .optional()
    .describe(
      'What sets it upright: the floor, or both walls over the depth of the step; the floor where left out.',
    ),
  walls: z
    .enum(['upright', 'draft'])
    .optional()
    .describe(
      'Whether walls that bear on sides with draft lean as those do; upright where left out.',
    ),
  jaws: z
    .enum(['as cut', 'put back', 'indicated', 'skimmed'])
    .describe('Whether they were unscrewed since they were cut, and what was done about it.'),
})

export type SoftJawsHolding = z.infer<typeof SoftJawsSchema>
