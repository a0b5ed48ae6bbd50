import { z } from 'zod'
import { JAW_KINDS } from '@/operations'

/** Which jaws are asked for in the address. */
export const JawsQuery = z.strictObject({
  setup: z.coerce.number().int().min(1).max(40),
  as: z.enum(JAW_KINDS).default('json'),
  jaw: z.enum(['fixed', 'moving']).optional(),
  way: z.string().max(60).optional(),
})
