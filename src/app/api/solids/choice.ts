import { z } from 'zod'

const Direction = z.strictObject({ x: z.number(), y: z.number(), z: z.number() })

/** How a body is to become a part, as it is sent. */
export const ChoiceSchema = z.strictObject({
  body: z.int().min(0).max(999),
  name: z.string().trim().min(1, 'must not be empty').max(80),
  thicknessMm: z.number().positive().max(2000).optional(),
  layer: z.string().max(200).optional(),
  times: z.number().positive().max(1e6).optional(),
  lie: z
    .union([z.literal('flattest'), z.strictObject({ base: Direction, front: Direction })])
    .optional(),
})
