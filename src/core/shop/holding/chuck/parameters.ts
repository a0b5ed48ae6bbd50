import { z } from 'zod'
import { PositiveLength } from '../../../work/part'

/** One end in a chuck or a collet block that lies along X: what it grips is centred on its axis. */
export const ChuckSchema = z.strictObject({
  kind: z.literal('chuck'),
  chuck: z.string().min(1).max(40),
  end: z.enum(['left', 'right']).describe('Which end of the work is in it.'),
  grip: PositiveLength.describe('How far the work goes in.'),
  far: z
    .enum(['free', 'centre'])
    .optional()
    .describe('The other end: out in the air, or on the centre of a tailstock.'),
  instrument: z
    .string()
    .min(1)
    .max(40)
    .describe('What round work is turned true with, along the face to the back.'),
})

export type ChuckHolding = z.infer<typeof ChuckSchema>
