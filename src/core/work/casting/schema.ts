import { z } from 'zod'
import { IdSchema, SideSchema } from '../part'

const MOST_MM = 10_000
const Mm = z.number().min(-MOST_MM).max(MOST_MM)
const PlaceSchema = z.strictObject({ x: Mm, y: Mm, z: Mm })

/** A point taken on the skin of one casting. */
export const MeasuredPointSchema = z.strictObject({
  id: IdSchema,
  surface: z.string().min(1).max(60).describe('The surface of the part that it lies over.'),
  at: PlaceSchema.describe('Where it is in its stand, mm: axes along those of the part.'),
  plusMinus: z.number().min(0).max(50).optional().describe('How well it is known, ± mm.'),
  ball: z
    .strictObject({
      diameter: z.number().positive().max(50),
      way: PlaceSchema.optional().describe('From the skin to the middle of the ball.'),
    })
    .optional()
    .describe('It is the middle of a ball that touches the skin.'),
  mark: z
    .string()
    .trim()
    .min(1)
    .max(20)
    .optional()
    .describe('The same mark in two stands is the same place.'),
  off: z.literal(true).optional().describe('Left out: it was found to be wrong.'),
})

/** How the casting stood while it was measured. */
export const StandSchema = z.strictObject({
  id: IdSchema,
  name: z.string().trim().min(1).max(60),
  since: SideSchema.optional().describe('The face that had been cut before it was measured so.'),
  with: IdSchema.optional().describe(
    'A stand before it from which the casting was not moved: one clamping.',
  ),
  points: z.array(MeasuredPointSchema).max(2000),
})

/** Something about the skin of one casting that is no measure. */
export const SpotSchema = z.strictObject({
  id: IdSchema,
  surface: z.string().min(1).max(60),
  kind: z.enum(['hard spot', 'chilled edge', 'porosity', 'inclusion', 'crack', 'core shifted']),
  note: z.string().max(200).describe('Where on it, how large.'),
})

/** One casting: what was measured of it, and what is held while the part is fitted into it. */
export const CastingSchema = z.strictObject({
  name: z.string().trim().min(1).max(60),
  note: z.string().max(500),
  state: z.enum(['in hand', 'used', 'given up']),
  held: z.enum(['none', 'turn', 'rest']),
  stands: z.array(StandSchema).min(1).max(12),
  spots: z.array(SpotSchema).max(60).optional().describe('Faults seen on it, face by face.'),
  bench: z.strictObject({
    down: SideSchema.describe('Which face of the part is down on the plate, or in the machine.'),
    clearance: z.number().min(1).max(500).describe('The lowest jack, mm.'),
    jacks: z
      .array(z.strictObject({ across: Mm, up: Mm }))
      .length(3)
      .optional()
      .describe('Where they stand under the part, along its axes; spread out where left out.'),
  }),
})

export type MeasuredPoint = z.infer<typeof MeasuredPointSchema>
export type Spot = z.infer<typeof SpotSchema>
export type Stand = z.infer<typeof StandSchema>
export type Casting = z.infer<typeof CastingSchema>

/** A casting of which nothing is measured yet. */
export const newCasting = (name: string): Casting => ({
  name,
  note: '',
  state: 'in hand',
  held: 'none',
  stands: [{ id: 'stand-1', name: 'on the plate', points: [] }],
  bench: { down: 'bottom', clearance: 20 },
})
