import { z } from 'zod'
import {
  type ChamferSchema,
  type RoundingSchema,
  type ContourSchema,
  type ExtentSchema,
  FeatureSchema,
  type HoleSchema,
  type PatternSchema,
  type PlaceSchema,
} from './featureSchema'
import { AngleSchema, boughtFields, NameSchema, PositiveLength, SideSchema } from './fields'
import { CastingSpecSchema } from './castingSchema'
import { ModelSchema } from './modelSchema'
import { StockSchema } from './stockSchema'
import { type MateSchema, RequirementSchema } from './requirementSchema'

export { FeatureSchema } from './featureSchema'
export { AngleSchema, IdSchema, LengthSchema, SideSchema } from './fields'
export { ModelSchema } from './modelSchema'
export { RefSchema, RequirementSchema } from './requirementSchema'

export const FaceSchema = z.strictObject({
  name: NameSchema.describe('What the shop calls it: base, front end.'),
  datum: z
    .string()
    .regex(/^[A-Z]$/)
    .optional()
    .describe('Datum letter on the drawing.'),
  ...boughtFields,
  draft: z
    .strictObject({
      angle: AngleSchema.refine(
        ({ rad }) => rad > 0 && rad <= Math.PI / 6,
        'must be more than 0° and no more than 30°',
      ),
      narrow: SideSchema.describe('Towards this side it goes in; at the other end it is as said.'),
    })
    .optional()
    .describe('It was cast leaning, so that the pattern comes out of the sand.'),
})

export const PartSchema = z.strictObject({
  name: z.string().trim().min(1, 'must not be empty').max(80),
  revision: z.string().max(20),
  material: z.string().max(60),
  unit: z.enum(['mm', 'inch']).describe('Unit of bare numbers and of the display.'),
  size: z
    .strictObject({ x: PositiveLength, y: PositiveLength, z: PositiveLength })
    .describe('Finished block: length (left to right), width (front to back), height.'),
  faces: z.strictObject({
    left: FaceSchema,
    right: FaceSchema,
    front: FaceSchema,
    back: FaceSchema,
    bottom: FaceSchema,
    top: FaceSchema,
  }),
  features: z.array(FeatureSchema).max(300),
  requirements: z.array(RequirementSchema).max(300),
  general: z
    .enum(['f', 'm', 'c', 'v'])
    .optional()
    .describe('Class of the general tolerances, ISO 2768-1: what has none of its own.'),
  casting: CastingSpecSchema.optional(),
  stock: StockSchema.optional(),
  model: ModelSchema.optional(),
})

export type Face = z.infer<typeof FaceSchema>
/** What a size is made to go together with. */
export type Mate = z.infer<typeof MateSchema>
export type Bought = Pick<Face, 'bought' | 'stock' | 'spread' | 'toCut'>
export type Place = z.infer<typeof PlaceSchema>
export type Pattern = z.infer<typeof PatternSchema>
export type Extent = z.infer<typeof ExtentSchema>
export type Hole = z.infer<typeof HoleSchema>
export type Feature = z.infer<typeof FeatureSchema>
export type Requirement = z.infer<typeof RequirementSchema>
/** What breaks edges: by a slant, or by an arc. */
export type EdgeBreak = z.infer<typeof ChamferSchema> | z.infer<typeof RoundingSchema>
export type Contour = z.infer<typeof ContourSchema>
export type CastingSpec = z.infer<typeof CastingSpecSchema>
export type Stock = z.infer<typeof StockSchema>
export type Model = z.infer<typeof ModelSchema>
export type Part = z.infer<typeof PartSchema>
