import { z } from 'zod'
import {
  AngleSchema,
  boughtFields,
  boughtWallsFields,
  DirectionSchema,
  IdSchema,
  LengthSchema,
  MOST_MM,
  NameSchema,
  PositionSchema,
  PositiveLength,
  SideSchema,
  ZeroOrMore,
} from './fields'

/** Beyond this a drill runs along the face rather than into it (common practice, no source). */
const MOST_TILT_RAD = (75 * Math.PI) / 180

const PlaceDimSchema = z.strictObject({
  from: SideSchema,
  at: LengthSchema,
  plusMinus: PositiveLength.optional().describe(
    'Tolerance given with the dimension: makes a requirement.',
  ),
  measured: NameSchema.optional().describe(
    'What it was measured on, where it is not given by the drawing: the part that it must agree with.',
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
  bought: z
    .strictObject({
      ...boughtFields,
      walls: z
        .strictObject(boughtWallsFields)
        .optional()
        .describe('What is left on its walls, where that is not as much as on its floor.'),
    })
    .optional()
    .describe(
      'It is in the stock as that comes: cast, forged or drawn, with so much left on its faces.',
    ),
}

export const ExtentSchema = z.discriminatedUnion('kind', [
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

const fillet = PositiveLength.optional().describe(
  'Radius between its walls and its floor, as a cutter with a round nose leaves it.',
)

export const StepSchema = z.strictObject({
  ...common,
  kind: z.literal('step'),
  along: SideSchema.describe('The side that is cut away.'),
  width: PositiveLength,
  depth: PositiveLength,
  fillet,
})
export const SlotSchema = z.strictObject({
  ...common,
  kind: z.literal('slot'),
  runs: z.enum(['x', 'y', 'z']).describe('The axis that it runs along, from end to end.'),
  width: PositiveLength,
  depth: PositiveLength,
  fillet,
})
export const PocketSchema = z.strictObject({
  ...common,
  kind: z.literal('pocket'),
  across: PositiveLength,
  up: PositiveLength,
  extent: ExtentSchema,
  corner: PositiveLength.optional(),
  fillet,
})
export const BossSchema = z.strictObject({
  ...common,
  kind: z.literal('boss'),
  diameter: PositiveLength,
  height: PositiveLength,
  fillet,
})

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
  fillet,
  clear: z
    .array(SideSchema)
    .max(3)
    .optional()
    .describe(
      'Its floor leans, and what stands over it towards these sides of the block is taken as well.',
    ),
})
/** Which edges are broken. */
const edges = {
  along: z
    .array(SideSchema)
    .max(4)
    .optional()
    .describe(
      'Of the edges of its face only those to these sides; none of them: edges further in, which its solid does not show. Not given: all round.',
    ),
  of: IdSchema.optional().describe(
    'The feature whose edges it breaks, where that opens to its face.',
  ),
}
export const ChamferSchema = z.strictObject({
  ...common,
  kind: z.literal('chamfer'),
  size: PositiveLength,
  angle: AngleSchema,
  ...edges,
})
export const RoundingSchema = z.strictObject({
  ...common,
  kind: z.literal('rounding').describe('Edges that are rounded off by a quarter of a circle.'),
  radius: PositiveLength,
  ...edges,
})

export const FeatureSchema = z.discriminatedUnion('kind', [
  HoleSchema,
  StepSchema,
  SlotSchema,
  PocketSchema,
  BossSchema,
  ContourSchema,
  ChamferSchema,
  RoundingSchema,
])
