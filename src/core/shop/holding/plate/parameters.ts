import { z } from 'zod'
import { IdSchema, PositiveLength, RefSchema, ZeroOrMore } from '../../../work/part'
import { OWN_PLACE } from '../ownPlace'

/** On the pads of a plate, located by a round and a relieved pin in two of its holes, held by screws. */
export const PinPlateSchema = z.strictObject({
  kind: z.literal('plate'),
  plate: z.string().min(1).max(40),
  round: RefSchema.describe('The hole that sits on the round pin.'),
  roundPin: PositiveLength,
  relieved: RefSchema.describe('The hole that sits on the relieved pin.'),
  relievedPin: PositiveLength,
  second: z
    .enum(['relieved', 'round'])
    .optional()
    .describe('The second pin is relieved along the line of centres, or round as the first.'),
  pushed: z
    .enum(['no', 'left', 'right', 'back', 'front'])
    .optional()
    .describe(
      'Pushed to that side until the pins bear before it is screwed; floating it scatters.',
    ),
  lift: z
    .enum(['no', 'screws'])
    .optional()
    .describe('Threads through the plate beside the pins: screws in them lift the part off.'),
  air: z
    .enum(['no', 'under'])
    .optional()
    .describe(
      'A threaded hole up through the plate under the part: air lifts it and blows chips out.',
    ),
  drains: z
    .enum(['no', 'through'])
    .optional()
    .describe('Reliefs go through the plate: slugs and coolant leave below.'),
  screws: z.array(RefSchema).max(40).describe('Holes through which screws hold it.'),
  columns: z.int().min(1).max(12).default(1).describe('So many of the part side by side.'),
  rows: z.int().min(1).max(12).default(1).describe('So many of the part behind each other.'),
  turned: z
    .enum(['no', 'columns', 'rows', 'mirrored columns', 'mirrored rows'])
    .optional()
    .describe(
      'Every second of those side by side, or behind each other, lies turned by half a turn, or is its mirror image, the other hand; as close as its outline lets it.',
    ),
  beside: IdSchema.optional().describe(
    'Another setup, on a plate too, that lies to the right of it on the same plate: its other side.',
  ),
  gap: ZeroOrMore.default({ mm: 20 }).describe('Between them.'),
  uses: z
    .enum(['no', 'threads'])
    .optional()
    .describe(
      'What is drilled keeps clear of that grid; or the parts lie so that as many as can be of their screws find threads of it.',
    ),
  ...OWN_PLACE,
})

export type PinPlateHolding = z.infer<typeof PinPlateSchema>
