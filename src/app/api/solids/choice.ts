import { z } from 'zod'

const Direction = z.strictObject({ x: z.number(), y: z.number(), z: z.number() })

/** How a body is to become a part, as it is sent. */
export const ChoiceSchema = z.strictObject({
  body: z.int().min(0).max(999),
  name: z.string().trim().min(1, 'must not be empty').max(80),
  times: z.number().positive().max(1e6).optional(),
  lie: z.strictObject({ base: Direction, front: Direction }).optional(),
})
