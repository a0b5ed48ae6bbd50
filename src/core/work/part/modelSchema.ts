import { z } from 'zod'
import { ContourSchema } from './featureSchema'
import { DirectionSchema, IdSchema, PositionSchema, SideSchema } from './fields'

/** What came with a file: where the solid of the part is from and how it lies, and what nothing else says of it. */
export const ModelSchema = z.strictObject({
  digest: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .describe('SHA-256 of the file, by which it is kept.'),
  file: z.string().trim().min(1).max(200).describe('Its name when it came.'),
  format: z.enum(['step', 'stl', 'dxf']),
  body: z.int().min(0).max(999).describe('Which body of the file, from 0.'),
  times: z
    .number()
    .positive()
    .max(1e6)
    .describe('What lengths of the file, in mm by its own unit, are multiplied by.'),
  rows: z
    .tuple([DirectionSchema, DirectionSchema, DirectionSchema])
    .describe('Directions of the axes of the part in those of the file.'),
  shift: PositionSchema.describe('Where the origin of the file comes to lie, mm.'),
  volumeMm3: z.number().positive(),
  areaMm2: z.number().positive(),
  outlines: z
    .partialRecord(SideSchema, z.array(PositionSchema).max(400))
    .describe(
      'What there is of each side when all is cut, as the corners round it; none: nothing.',
    ),
  faces: z
    .record(IdSchema, z.array(z.int().min(0).max(99_999)).max(5000))
    .describe('The faces of the body that each feature or side stands for.'),
  rest: z
    .array(
      z.strictObject({
        kind: z.enum(['fillet', 'rounding', 'chamfer', 'groove', 'flat', 'round', 'cone', 'free']),
        faces: z.array(z.int().min(0).max(99_999)).min(1).max(5000),
        sizeMm: z.number().nonnegative().optional().describe('Radius, or width of a chamfer.'),
        at: PositionSchema,
        areaMm2: z.number().nonnegative(),
        surface: ContourSchema.pick({ on: true, plane: true, rings: true })
          .optional()
          .describe('Its outline where it is flat, the circle at its end where it is round.'),
      }),
    )
    .max(2000)
    .describe('What was not made a feature.'),
  fitted: z
    .strictObject({ count: z.int().min(1), misfitMm: z.number().nonnegative() })
    .optional()
    .describe('Faces written as splines that are plain in truth, and the most that one is off it.'),
  walls: z
    .array(
      z.strictObject({
        thickMm: z.number().positive(),
        count: z.int().min(1).max(5000),
        faces: z.array(z.int().min(0).max(99_999)).min(2).max(5000),
      }),
    )
    .max(50)
    .describe('Walls, ribs and webs: how thick, how many, and their faces in pairs.'),
  settled: z
    .array(IdSchema)
    .max(2000)
    .describe('Features of which somebody has said what they are meant as.'),
  thicknessMm: z.number().positive().max(2000).optional().describe('Of a plate given by outline.'),
  layer: z.string().max(200).optional().describe('The only layer of a drawing that was read.'),
  missing: z
    .strictObject({ left: z.number().nonnegative(), over: z.number().nonnegative() })
    .describe(
      'By the features cut: what they leave standing over the solid and take into it, mm³.',
    ),
})
