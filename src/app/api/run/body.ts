import { z } from 'zod'

/** A document and what was measured of pieces made by one of its ways. */
export const MeasuredBody = z.strictObject({
  document: z.looseObject({}),
  measured: z.looseObject({}),
})
