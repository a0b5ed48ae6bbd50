import { z } from 'zod'

export const id = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9-]{0,39}$/, 'must be letters, digits and dashes')
export const name = z.string().trim().min(1).max(60)
/** A length of gear, mm. */
export const positive = z.number().positive().max(10_000)
/** What something is off by, mm. */
export const spread = z.number().min(0).max(10)
