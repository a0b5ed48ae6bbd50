import { nanoid } from 'nanoid'
import { type EntryBody } from '@/core/paper/run'
import { EntrySchema } from '@/operations'

/** An entry as a device sends it. */
export const entryOf = (body: EntryBody | object, at = 1, more: object = {}) =>
  EntrySchema.parse({ id: nanoid(16), piece: 1, who: 'AB', at, body, ...more })
