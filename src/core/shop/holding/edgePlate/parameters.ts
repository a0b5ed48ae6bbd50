import { z } from 'zod'
import { IdSchema, PositiveLength, ZeroOrMore } from '../../../work/part'
import { MovedAlongSchema } from '../movedAlong'
import { OWN_PLACE } from '../ownPlace'

/** Another size of the work: along X and along Y as it is put on the plate. */
export const PlateSizeSchema = z.strictObject({ long: PositiveLength, deep: PositiveLength })

/** On the rests of a plate that is made for it: against dowels, or the walls of a pocket, at the back and at one end, pushed there by edge clamps. */
export const EdgePlateSchema = z.strictObject({
  kind: z.literal('plate-stops'),
  plate: z.string().min(1).max(40),
  stop: z.enum(['left', 'right']),
  dowel: PositiveLength.describe('Diameter of the dowels that it lies against.'),
  wall: ZeroOrMore.optional().describe(
    'So far over the rests the walls of a pocket stand that is milled into the plate: it lies against those instead of dowels; 0: none.',
  ),
  sizes: z
    .array(PlateSizeSchema)
    .max(6)
    .optional()
    .describe(
      'Further sizes that lie to the right of it on the same plate, each with a stop and an offset of its own.',
    ),
  clamps: z.int().min(1).max(6).describe('Edge clamps in front.'),
  moved: MovedAlongSchema,
  columns: z.int().min(1).max(12).default(1).describe('So many of the part side by side.'),
  rows: z.int().min(1).max(12).default(1).describe('So many of the part behind each other.'),
  beside: IdSchema.optional().describe(
    'Another setup, on a plate too, that lies to the right of it on the same plate: its other side.',
  ),
  gap: ZeroOrMore.default({ mm: 35 }).describe('Between them: room for dowels and clamps.'),
  uses: z
    .enum(['no', 'threads', 'threads and dowels'])
    .optional()
    .describe(
      'What is drilled keeps clear of that grid; or the clamps stand in its threads; or dowels and rests too in its dowel holes, in the middles between the threads.',
    ),
  ...OWN_PLACE,
})

export type PlateSize = z.infer<typeof PlateSizeSchema>
export type EdgePlateHolding = z.infer<typeof EdgePlateSchema>
