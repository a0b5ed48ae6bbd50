import { z } from 'zod'
import { DirectionSchema, PositionSchema, PositiveLength, ZeroOrMore } from './fields'

const section = {
  along: z.enum(['x', 'y', 'z']).describe('The axis of the part that lies along the bar.'),
  wide: PositiveLength.describe(
    'Section across: the larger side of a flat, the diameter of a round.',
  ),
  thick: PositiveLength.optional().describe('Section of a flat: the smaller side.'),
  bar: PositiveLength.describe('Length of the bar as it comes.'),
  kerf: ZeroOrMore.describe('Lost at each cut of the saw.'),
  grip: ZeroOrMore.describe('What the saw must hold and cannot cut up.'),
}

/** What a part is cut from: a piece of bar or plate and what is lost at each cut, or a solid of its own. */
export const StockSchema = z.discriminatedUnion('form', [
  z.strictObject({ form: z.literal('flat').describe('Flat or square bar, plate.'), ...section }),
  z.strictObject({ form: z.literal('round').describe('Round bar.'), ...section }),
  z.strictObject({
    form: z
      .literal('solid')
      .describe('A casting, a forging, a piece of profile: a body of a file.'),
    digest: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .describe('SHA-256 of the file, by which it is kept.'),
    file: z.string().trim().min(1).max(200).describe('Its name when it came.'),
    body: z.int().min(0).max(999).describe('Which body of the file, from 0.'),
    times: z.number().positive().max(1e6).describe('What its lengths are multiplied by.'),
    rows: z
      .tuple([DirectionSchema, DirectionSchema, DirectionSchema])
      .describe('Directions of the axes of the part in those of the file.'),
    shift: PositionSchema.describe('Where the origin of the file comes to lie, mm.'),
    low: PositionSchema.describe('Low corner of the box about it, as it lies.'),
    high: PositionSchema.describe('High corner of the box about it, as it lies.'),
    volumeMm3: z.number().positive(),
    thicknessMm: z
      .number()
      .positive()
      .max(2000)
      .optional()
      .describe('Of a profile given by outline: its length.'),
    layer: z.string().max(200).optional().describe('The only layer of a drawing that was read.'),
  }),
])
