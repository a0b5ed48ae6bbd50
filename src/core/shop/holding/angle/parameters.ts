import { z } from 'zod'
import { MovedAlongSchema } from '../movedAlong'

const gear = z.string().min(1).max(40)

const hole = z.string().min(1).max(80).optional()

/** Clamped against the upright face of an angle plate, standing on parallels. */
export const AngleSchema = z.strictObject({
  kind: z.literal('angle-plate'),
  anglePlate: gear,
  parallels: gear,
  stop: z.enum(['left', 'right', 'none']),
  by: z.enum(['clamps', 'screws']).optional().describe('Clamped to it where left out.'),
  trued: z
    .enum(['as it stands', 'indicated'])
    .optional()
    .describe('Its face along the travel: as it was left, or indicated for this setup.'),
  square: z
    .enum(['parallels', 'end', 'holes'])
    .optional()
    .describe(
      'What turns the work true on the upright face: parallels under it, its end, or two holes.',
    ),
  first: hole.describe('Of two holes that run into the face: the one to be level with the other.'),
  second: hole,
  instrument: gear.optional().describe('What end, holes and face are read with.'),
  moved: MovedAlongSchema,
})

export type AngleHolding = z.infer<typeof AngleSchema>
