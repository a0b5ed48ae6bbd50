import { z } from 'zod'

const gear = z.string().min(1).max(40)

/** Clamped against the upright face of an angle plate, standing on parallels. */
export const AngleSchema = z.strictObject({
  kind: z.literal('angle-plate'),
  anglePlate: gear,
  parallels: gear,
  stop: z.enum(['left', 'right', 'none']),
})

export type AngleHolding = z.infer<typeof AngleSchema>
