import { z } from 'zod'
import { MovedAlongSchema } from '../movedAlong'

const gear = z.string().min(1).max(40)
const length = (least: number, most: number) =>
  z.strictObject({ mm: z.number().min(least).max(most), typed: z.string().max(60).optional() })

/** The part that it goes with laid on it, flush at two sides; holes are handed on through that. */
export const MateSchema = z.strictObject({
  kind: z.literal('mate'),
  name: z.string().trim().min(1).max(40).describe('What the mate is called: “cover”.'),
  thick: length(0.5, 200),
  places: length(0, 5).describe(
    'How far its holes may be off their places, from its own edges, ±.',
  ),
  bore: length(0.5, 100).describe('The diameter of its holes, as measured.'),
  tool: length(0.3, 100).describe('The drill, reamer or punch that goes through them.'),
  flush: z
    .enum(['finger', 'fence', 'indicator'])
    .describe('Made flush by feel, both against a fence, or both read along.'),
  instrument: gear.describe('What it is read with, where it is read.'),
  parallels: gear,
  stop: z.enum(['left', 'right']).describe('The end that is flush too.'),
  moved: MovedAlongSchema,
})

export type MateHolding = z.infer<typeof MateSchema>
