import { z } from 'zod'
import { MovedAlongSchema } from '../movedAlong'

const mm = (low: number, high: number) =>
  z.strictObject({ mm: z.number().min(low).max(high), typed: z.string().max(60).optional() })

/** A casting in a frame, on and between screws that are turned until the part that was fitted into it lies true. */
export const NestSchema = z.strictObject({
  kind: z.literal('nest'),
  instrument: z.string().min(1).max(40).describe('What the marked points are read with.'),
  known: mm(0, 50).describe('How well the marked points lie where the fit has them, ±.'),
  clearance: mm(1, 500).describe('How far the lowest screw stands out of the floor.'),
  gap: mm(1, 200).describe('From the casting to the frame about it.'),
  wall: mm(5, 1000).describe('How high the frame stands over the lowest of the casting.'),
  moved: MovedAlongSchema.describe(
    'Screws that push and were moved: 1 and 2 in front along X, 3 at the right along Y, from the middle of the work.',
  ),
})

export type NestHolding = z.infer<typeof NestSchema>
