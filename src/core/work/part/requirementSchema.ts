import { z } from 'zod'
import {
  AngleSchema,
  IdSchema,
  LengthSchema,
  NameSchema,
  PositiveLength,
  ZeroOrMore,
} from './fields'

/** A feature, a face, one hole of a pattern (`mount.2`), a wall (`step.wall`), or the middle of two faces (`left|right`). */
export const RefSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9.|-]{0,80}$/, 'must name a face or a feature')

const requirementCommon = {
  id: IdSchema,
  name: NameSchema.optional(),
  of: RefSchema,
  critical: z.boolean().default(false),
}
const Datums = z.array(RefSchema).max(3)
const Boundaries = z
  .record(RefSchema, z.enum(['most', 'least']))
  .refine((map) => Object.keys(map).length <= 3, 'must name at most three datums')
  .optional()
  .describe(
    'Datums taken at the boundary of most or least material, by name: the gauge has their play.',
  )
const toleranced = {
  plus: LengthSchema.describe('Upper deviation.'),
  minus: LengthSchema.describe('Lower deviation, usually negative.'),
}
const zone = { tolerance: PositiveLength }

/** What a size is made to, where that is measured on the other part and not given by the drawing. */
export const MateSchema = z.strictObject({
  name: NameSchema.describe('What it is to go together with.'),
  measured: PositiveLength.describe('Its size as measured.'),
  plusMinus: ZeroOrMore.describe('How well that is known, ±.'),
  least: LengthSchema.describe('How loose the two are to be at the least; tight is below 0.'),
  most: LengthSchema.describe('How loose the two are to be at the most.'),
})
const mate = MateSchema.optional().describe('Its limits are what it needs to go with this.')

export const RequirementSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...requirementCommon, kind: z.literal('size'), ...toleranced, mate }),
  z.strictObject({
    ...requirementCommon,
    kind: z.literal('distance'),
    to: RefSchema,
    ...toleranced,
    mate,
  }),
  z.strictObject({
    ...requirementCommon,
    kind: z.literal('position'),
    ...zone,
    material: z.enum(['none', 'most', 'least']),
    datums: Datums,
    boundaries: Boundaries,
    projected: PositiveLength.optional().describe(
      'Height of the zone outside the mouth of the hole.',
    ),
    each: z
      .literal(true)
      .optional()
      .describe('Every hole by itself: what the datums leave open is fitted to each alone.'),
  }),
  z.strictObject({
    ...requirementCommon,
    kind: z.literal('perpendicularity'),
    ...zone,
    to: RefSchema,
  }),
  z.strictObject({ ...requirementCommon, kind: z.literal('parallelism'), ...zone, to: RefSchema }),
  z.strictObject({
    ...requirementCommon,
    kind: z.literal('angle'),
    to: RefSchema,
    plusMinus: AngleSchema,
  }),
  z.strictObject({ ...requirementCommon, kind: z.literal('coaxiality'), ...zone, to: RefSchema }),
  z.strictObject({ ...requirementCommon, kind: z.literal('symmetry'), ...zone, to: RefSchema }),
  z.strictObject({ ...requirementCommon, kind: z.literal('flatness'), ...zone }),
  z.strictObject({
    ...requirementCommon,
    kind: z.literal('profile'),
    ...zone,
    datums: Datums,
    boundaries: Boundaries,
  }),
])
