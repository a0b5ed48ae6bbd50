import { z } from 'zod'
import { PositiveLength, ZeroOrMore } from '../../../work/part'

/** A bore of the part on an upright pin, a face on its shoulder, pressed down by a nut. */
export const MandrelSchema = z.strictObject({
  kind: z.literal('mandrel'),
  hole: z.string().min(1).max(80).describe('The bore that sits on the pin.'),
  pin: z.enum(['expanding', 'plain']).describe('Opened until it grips, or with play.'),
  diameter: PositiveLength.describe('How thick a plain pin is.'),
  shoulder: PositiveLength.describe('Diameter of the shoulder that the part lies on.'),
  foot: ZeroOrMore.describe('From the table to the shoulder.'),
  true: ZeroOrMore.describe('The pin runs true within, ±.'),
  instrument: z.string().min(1).max(40).describe('What the part is turned true with.'),
})

export type MandrelHolding = z.infer<typeof MandrelSchema>
