import { z } from 'zod'

/** What is hidden in a run of the stand-in shop. */
export const PracticeSchema = z.strictObject({
  seed: z.int(),
  faults: z.record(z.string(), z.number()),
})
export type Practice = z.infer<typeof PracticeSchema>
