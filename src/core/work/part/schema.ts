import { z } from 'zod'
import { SIDES } from './side'

const MOST_MM = 10_000
/** Beyond this a drill runs along the face rather than into it (common practice, no source). */
const MOST_TILT_RAD = (75 * Math.PI) / 180

/** A length in mm with the words that were typed. */
export const LengthSchema = z.strictObject({
  mm: z.number().min(-MOST_MM).max(MOST_MM).describe('Length in millimetres.'),
  typed: z.string().max(60).optional().describe('The words as typed, shown again.'),
})
const PositiveLength = LengthSchema.refine((length) => length.mm > 0, 'must be more than zero')
const ZeroOrMore = LengthSchema.refine((length) => length.mm >= 0, 'must not be negative')

export const AngleSchema = z.strictObject({
  rad: z.number().min(-7).max(7).describe('Angle in radians.'),
  typed: z.string().max(60).optional(),
})

/** Letters, digits and dashes: ids are also used in the address and in surface names. */
export const IdSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9-]{0,39}$/, 'must be letters, digits and dashes')
const NameSchema = z.string().trim().min(1).max(60)
export const SideSchema = z.enum(SIDES)

export const FaceSchema = z.strictObject({
  name: NameSchema.describe('What the shop calls it: base, front end.'),
  datum: z
    .string()
    .regex(/^[A-Z]$/)
    .optional()
    .describe('Datum letter on the drawing.'),
  bought: z
    .enum(['sawn', 'rolled', 'cast', 'cut'])
    .describe('State of the face on the stock as bought.'),
  stock: ZeroOrMore.describe('Material over the finished face on the stock as bought.'),
  spread: ZeroOrMore.describe('How far the bought face wanders from where it should be, ±.'),
  toCut: z.boolean().describe('The drawing wants this face cut.'),
})

const PlaceDimSchema = z.strictObject({
  from: SideSchema,
  at: LengthSchema,
  plusMinus: PositiveLength.optional().describe(
    'Tolerance given with the dimension: makes a requirement.',
  ),
})

/** Where a feature sits on its face: dimensions from other faces; an axis without one is centred or still open. */
export const PlaceSchema = z.strictObject({
  dims: z.array(PlaceDimSchema).max(3),
  centred: z.boolean().describe('Axes without a dimension are centred on the face.'),
  about: IdSchema.optional().describe('Axes without a dimension lie as those of this feature.'),
})

const common = {
  id: IdSchema,
  name: NameSchema.optional(),
  on: SideSchema.describe('The face that it is on, and from which it is reached.'),
  place: PlaceSchema,
}

const ExtentSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('through') }),
  z.strictObject({ kind: z.literal('deep'), depth: PositiveLength }),
  z.strictObject({ kind: z.literal('open') }),
])

const turn = AngleSchema.optional().describe('Turned about its own middle or origin.')

export const PatternSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('single') }),
  z.strictObject({
    kind: z.literal('grid').describe('A row or a column is a grid of one.'),
    columns: z.int().min(1).max(200),
    rows: z.int().min(1).max(200),
    pitchAcross: ZeroOrMore,
    pitchUp: ZeroOrMore,
    staggered: z.boolean().optional().describe('Every second row half a pitch along.'),
    skip: z
      .array(z.int().min(1).max(40_000))
      .max(1000)
      .optional()
      .describe('Places left out, counted along the rows from the low corner.'),
    turn,
  }),
  z.strictObject({
    kind: z.literal('circle'),
    count: z.int().min(1).max(360),
    diameter: PositiveLength,
    first: AngleSchema,
    sweep: AngleSchema.optional().describe('Part circle: from the first hole to the last.'),
    chord: PositiveLength.optional().describe('Arc: straight from hole to hole, not a sweep.'),
  }),
  z.strictObject({
    kind: z.literal('list'),
    points: z
      .array(z.strictObject({ across: LengthSchema, up: LengthSchema }))
      .min(1)
      .max(2000)
      .describe('From the place of the pattern.'),
    measuredOn: NameSchema.optional().describe('The mating part on which they were measured.'),
    turn,
  }),
  z.strictObject({
    kind: z.literal('copy').describe('The holes of another feature; follows when that changes.'),
    of: IdSchema,
    flip: z.enum(['across', 'up']).optional().describe('Mirrored about its place.'),
    turn,
  }),
])

export const HoleSchema = z.strictObject({
  ...common,
  kind: z.literal('hole'),
  making: z.enum(['drill', 'ream', 'bore', 'tap']),
  diameter: PositiveLength.describe('Finished diameter; for a tapped hole the major diameter.'),
  fit: z
    .string()
    .regex(/^[A-Z]{1,2}\d{1,2}$/)
    .optional(),
  thread: z.string().max(20).optional(),
  tilt: z
    .strictObject({
      angle: AngleSchema.refine(
        ({ rad }) => rad > 0 && rad <= MOST_TILT_RAD,
        'must be more than 0 and at most 75 degrees',
      ),
      towards: SideSchema,
      aside: AngleSchema.optional().describe(
        'Swung so much about the square to its face, right hand about the way out: a compound angle.',
      ),
    })
    .optional()
    .describe(
      'Its axis leans from square to its face: the end outside leans towards a face beside. Its place is where its axis meets its face, its depth goes along it.',
    ),
  start: PositiveLength.optional().describe(
    'Its mouth lies so far inside, along its axis from where that meets the face of the block: on a floor, or on a slant. Its depth counts from there.',
  ),
  extent: ExtentSchema,
  head: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({
      kind: z.literal('counterbore'),
      diameter: PositiveLength,
      depth: PositiveLength,
    }),
    z.strictObject({
      kind: z.literal('countersink'),
      diameter: PositiveLength,
      angle: AngleSchema,
    }),
  ]),
  pattern: PatternSchema,
  mirrored: z
    .enum(['x', 'y', 'z'])
    .optional()
    .describe('Repeated on the other side of the middle of the part, across this axis.'),
})

export const StepSchema = z.strictObject({
  ...common,
  kind: z.literal('step'),
  along: SideSchema.describe('The side that is cut away.'),
  width: PositiveLength,
  depth: PositiveLength,
})
export const SlotSchema = z.strictObject({
  ...common,
  kind: z.literal('slot'),
  runs: z.enum(['x', 'y', 'z']).describe('The axis that it runs along, from end to end.'),
  width: PositiveLength,
  depth: PositiveLength,
})
export const PocketSchema = z.strictObject({
  ...common,
  kind: z.literal('pocket'),
  across: PositiveLength,
  up: PositiveLength,
  extent: ExtentSchema,
  corner: PositiveLength.optional(),
})
export const BossSchema = z.strictObject({
  ...common,
  kind: z.literal('boss'),
  diameter: PositiveLength,
  height: PositiveLength,
})
const PositionSchema = z.strictObject({
  x: z.number().min(-MOST_MM).max(MOST_MM),
  y: z.number().min(-MOST_MM).max(MOST_MM),
  z: z.number().min(-MOST_MM).max(MOST_MM),
})
const DirectionSchema = z
  .strictObject({
    x: z.number().min(-1).max(1),
    y: z.number().min(-1).max(1),
    z: z.number().min(-1).max(1),
  })
  .refine(({ x, y, z }) => Math.abs(Math.hypot(x, y, z) - 1) < 1e-6, 'must be of length 1')

const CornerSchema = z.strictObject({
  x: z.number().min(-MOST_MM).max(MOST_MM),
  y: z.number().min(-MOST_MM).max(MOST_MM),
  bulge: z
    .number()
    .min(-1000)
    .max(1000)
    .optional()
    .describe('Tangent of a quarter of the angle of the arc to the next corner; none: straight.'),
  open: z.literal(true).optional().describe('The edge to the next corner has no wall.'),
})

export const ContourSchema = z.strictObject({
  ...common,
  kind: z.literal('contour').describe('An outline of straight edges and arcs, milled.'),
  plane: z
    .strictObject({ at: PositionSchema, across: DirectionSchema, out: DirectionSchema })
    .refine(
      ({ across: a, out: o }) => Math.abs(a.x * o.x + a.y * o.y + a.z * o.z) < 1e-6,
      'must have its first axis square to the way out',
    )
    .describe('Where its floor lies: origin and first axis of the outline, and the way out, mm.'),
  rings: z
    .array(z.array(CornerSchema).min(2).max(1000))
    .min(1)
    .max(60)
    .describe('Closed outlines; one within another is an island.'),
  takes: z
    .enum(['inside', 'outside', 'nothing'])
    .describe('What is cut: within the outline, all round it, or nothing: a face to refer to.'),
  through: z.boolean().describe('It has no floor.'),
})
export const ChamferSchema = z.strictObject({
  ...common,
  kind: z.literal('chamfer'),
  size: PositiveLength,
  angle: AngleSchema,
})

export const FeatureSchema = z.discriminatedUnion('kind', [
  HoleSchema,
  StepSchema,
  SlotSchema,
  PocketSchema,
  BossSchema,
  ContourSchema,
  ChamferSchema,
])

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

export const RequirementSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...requirementCommon, kind: z.literal('size'), ...toleranced }),
  z.strictObject({
    ...requirementCommon,
    kind: z.literal('distance'),
    to: RefSchema,
    ...toleranced,
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
      }),
    )
    .max(2000)
    .describe('What was not made a feature.'),
  missing: z
    .strictObject({ left: z.number().nonnegative(), over: z.number().nonnegative() })
    .describe(
      'By the features cut: what they leave standing over the solid and take into it, mm³.',
    ),
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
  model: ModelSchema.optional(),
})

export type Face = z.infer<typeof FaceSchema>
export type Place = z.infer<typeof PlaceSchema>
export type Pattern = z.infer<typeof PatternSchema>
export type Extent = z.infer<typeof ExtentSchema>
export type Hole = z.infer<typeof HoleSchema>
export type Feature = z.infer<typeof FeatureSchema>
export type Requirement = z.infer<typeof RequirementSchema>
export type Contour = z.infer<typeof ContourSchema>
export type Model = z.infer<typeof ModelSchema>
export type Part = z.infer<typeof PartSchema>
