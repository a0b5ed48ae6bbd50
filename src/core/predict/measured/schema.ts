import { z } from 'zod'
import { IdSchema, RefSchema } from '../../work/part'

const figure = z.number().min(-100_000).max(100_000)
const three = z.tuple([figure, figure, figure])

/** How a figure came about. */
const how = {
  plusMinus: z
    .number()
    .positive()
    .max(1000)
    .optional()
    .describe('How well it is known, three sigma, in the unit of the figure.'),
  instrument: z.string().min(1).max(40).optional().describe('An instrument of the workshop.'),
  machine: IdSchema.optional().describe(
    'The setup in whose clamping the machine itself read it; measured by other means when left out.',
  ),
}

/** A reading of a requirement as an instrument shows it: a size or a distance in mm, an angle in degrees, else how far off in mm. */
export const ReadValueSchema = z.strictObject({
  requirement: IdSchema,
  reading: z
    .union([z.string().max(120), z.int().min(1).max(1000)])
    .optional()
    .describe(
      'Which of its readings, by name or by number from 1; the mean of them when left out.',
    ),
  value: figure,
  rough: z
    .boolean()
    .optional()
    .describe('Read on the rough cut, before the last one in the same setup.'),
  fromHolding: z
    .boolean()
    .optional()
    .describe('Read from what the face lies against: what lies between the two is not seen.'),
  earlier: z
    .boolean()
    .optional()
    .describe('Read before the part was seated anew in the setup where it is cut last.'),
  ...how,
})

/** How far a surface stands off its place as drawn, at a point, in an alignment that is the piece’s own. */
export const PointValueSchema = z.strictObject({
  surface: RefSchema,
  point: three.describe('As drawn, mm in the frame of the part.'),
  direction: three
    .optional()
    .describe('Along which it was read; outwards from a flat face when left out.'),
  deviation: figure.describe('mm, positive along the direction.'),
  ...how,
})

/** A correction that was taken. */
export const MovedSchema = z.strictObject({
  setup: IdSchema,
  axis: z.enum(['x', 'y', 'z']).optional().describe('Which axis of the work offset.'),
  feature: RefSchema.optional().describe('Or which face or feature was cut less deep.'),
  by: z.number().min(-10).max(10).describe('mm; of a depth positive leaves metal on.'),
  only: z
    .array(RefSchema)
    .max(200)
    .optional()
    .describe('Which faces and features were still to be cut; all of the setup when left out.'),
  roughed: z.array(RefSchema).max(200).optional().describe('Which of them were rough cut already.'),
})

/** In the middle of a setup the part was seated and zero found anew. */
export const AnewSchema = z.strictObject({
  setup: IdSchema,
  only: z.array(RefSchema).min(1).max(200).describe('What of the setup was still to be cut.'),
  roughed: z.array(RefSchema).max(200).optional().describe('Which of it was rough cut already.'),
})

export const MeasuredPieceSchema = z.strictObject({
  id: z.string().min(1).max(60),
  done: z
    .int()
    .min(0)
    .max(40)
    .optional()
    .describe(
      'How many setups are done; up to the last that cut something measured when left out.',
    ),
  cut: z
    .array(RefSchema)
    .max(200)
    .optional()
    .describe(
      'Which faces and features of the setup in hand, the one after those, are cut already.',
    ),
  roughed: z.array(RefSchema).max(200).optional().describe('Which of it are rough cut only.'),
  values: z.array(z.union([ReadValueSchema, PointValueSchema])).max(2000),
  anew: z
    .array(AnewSchema)
    .max(40)
    .optional()
    .describe('Where the part was seated and zero found anew, the earlier first.'),
  moved: z.array(MovedSchema).max(500).optional().describe('Corrections that were taken.'),
})

/** What was measured on pieces of one way. */
export const MeasuredSchema = z.strictObject({
  way: z.string().max(60).optional().describe('The name of the way; the first when left out.'),
  pieces: z.array(MeasuredPieceSchema).min(1).max(200),
})

export type ReadValue = z.infer<typeof ReadValueSchema>
export type PointValue = z.infer<typeof PointValueSchema>
export type MeasuredPiece = z.infer<typeof MeasuredPieceSchema>
export type Anew = z.infer<typeof AnewSchema>
export type Moved = z.infer<typeof MovedSchema>
export type Measured = z.infer<typeof MeasuredSchema>

/** What was advised, as a correction that was taken is told. */
export const movedOf = ({
  axis,
  by,
  feature,
  only,
  roughed,
  setup,
}: {
  readonly setup: string
  readonly axis: Moved['axis']
  readonly feature: string | undefined
  readonly by: number
  readonly only: readonly string[] | undefined
  readonly roughed: readonly string[] | undefined
}): Moved => ({
  setup,
  by,
  ...(axis && { axis }),
  ...(feature && { feature }),
  ...(only && { only: [...only] }),
  ...(roughed && { roughed: [...roughed] }),
})
