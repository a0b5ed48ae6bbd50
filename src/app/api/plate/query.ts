import { z } from 'zod'
import { PLATE_KINDS } from '@/operations'

/** Which plate is asked for in the address. */
export const PlateQuery = z.strictObject({
  setup: z.coerce.number().int().min(1).max(40),
  as: z.enum(PLATE_KINDS).default('json'),
  way: z.string().max(60).optional(),
})
