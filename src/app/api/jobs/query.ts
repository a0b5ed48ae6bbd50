import { z } from 'zod'

/** What of the list of jobs is asked for, from an address; what is not understood counts as not said. */
export const JobsQuery = z.object({
  search: z.string().max(200).catch(''),
  page: z.coerce.number().int().min(1).max(100_000).catch(1),
  archived: z
    .enum(['yes', 'no'])
    .catch('no')
    .transform((word) => word === 'yes'),
})
