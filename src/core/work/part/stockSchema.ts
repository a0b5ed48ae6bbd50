import { z } from 'zod'
import { PositiveLength, ZeroOrMore } from './fields'

/** The bar or plate that a part is cut from, and what is lost at each cut. */
export const StockSchema = z.strictObject({
  form: z.enum(['flat', 'round']).describe('Flat or square bar and plate; round bar.'),
  along: z.enum(['x', 'y', 'z']).describe('The axis of the part that lies along the bar.'),
  wide: PositiveLength.describe(
    'Section across: the larger side of a flat, the diameter of a round.',
  ),
  thick: PositiveLength.optional().describe('Section of a flat: the smaller side.'),
  bar: PositiveLength.describe('Length of the bar as it comes.'),
  kerf: ZeroOrMore.describe('Lost at each cut of the saw.'),
  grip: ZeroOrMore.describe('What the saw must hold and cannot cut up.'),
})
