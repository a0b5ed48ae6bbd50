import { z } from 'zod'
import { MovedAlongSchema } from '../movedAlong'

/** On a plate with rows of holes: against two stops at the back and one at an end, pushed by low clamps from the side. */
export const ToeSchema = z.strictObject({
  kind: z.literal('toe-clamps'),
  plate: z.string().min(1).max(40),
  stop: z.enum(['left', 'right']),
  clamps: z.int().min(1).max(6).describe('How many push from the front.'),
  moved: MovedAlongSchema,
})

export type ToeHolding = z.infer<typeof ToeSchema>
