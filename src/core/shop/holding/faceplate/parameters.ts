import { z } from 'zod'
import { PositiveLength } from '../../../work/part'

/** One end flat against a plate that turns about X; what is to lie on its axis is set true, or sits on its pin. */
export const FaceplateSchema = z.strictObject({
  kind: z.literal('faceplate'),
  facePlate: z.string().min(1).max(40),
  end: z.enum(['left', 'right']).describe('Which end of the work lies against it.'),
  round: z
    .string()
    .min(1)
    .max(80)
    .optional()
    .describe('The hole or outside round that lies on its axis; none: the middle of the work.'),
  on: z
    .enum(['indicator', 'pin'])
    .describe('Set true by reading it, or its hole on the pin in the middle of the plate.'),
  pin: PositiveLength.describe('How thick the pin is.'),
  by: z
    .enum(['straps', 'screws'])
    .describe('Pressed on by straps over its other end, or by screws through the plate.'),
  instrument: z.string().min(1).max(40).describe('What it is set and turned true with.'),
})

export type FaceplateHolding = z.infer<typeof FaceplateSchema>
