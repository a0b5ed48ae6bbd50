import { z } from 'zod'
import { IdSchema, PositiveLength, ZeroOrMore } from './fields'
import { RefSchema } from './requirementSchema'

export const CAST_PROCESSES = ['sand', 'shell', 'investment', 'mould', 'die', 'forged'] as const

/** What is known of a part that comes as a casting or a forging, beside what is left on each of its surfaces. */
export const CastingSpecSchema = z.strictObject({
  process: z.enum(CAST_PROCESSES),
  skin: ZeroOrMore.optional().describe(
    'How deep a first cut must go to be under the skin; that of the process where left out.',
  ),
  walls: z
    .array(
      z.strictObject({
        id: IdSchema,
        of: RefSchema.describe('The cut surface on its one side.'),
        to: RefSchema.describe('The cast surface on its other side.'),
        least: PositiveLength.describe('The least that it must be thick.'),
      }),
    )
    .max(50),
  prefer: z
    .record(z.string().max(60), z.number().min(0.1).max(10))
    .optional()
    .describe('Surfaces that should rather be as they are meant, by how much they count.'),
})
