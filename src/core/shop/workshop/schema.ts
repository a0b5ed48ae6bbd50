import { z } from 'zod'

const id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9-]{0,39}$/, 'must be letters, digits and dashes')
const name = z.string().trim().min(1).max(60)
const positive = z.number().positive().max(10_000)
const spread = z.number().min(0).max(10)

/** A rotary axis: which way it lies, which way it turns, where its centre is in the machine's own axes. */
export const RotarySchema = z.strictObject({
  letter: z.enum(['A', 'B', 'C']),
  along: z.enum(['x', 'y', 'z']),
  turns: z.enum(['table', 'head']).describe('What moves when the axis is told to turn.'),
  positive: z
    .enum(['counter-clockwise', 'clockwise'])
    .describe('How that moves for a positive angle, seen from the + end of the axis.'),
  centre: z.strictObject({ x: z.number(), y: z.number(), z: z.number() }),
  centreMm: spread.describe('How well the centre is known, ± mm.'),
  angleRad: z.number().min(0).max(0.1).describe('How closely an angle is reached, ± rad.'),
})

export const MachineSchema = z.strictObject({
  id,
  name,
  kind: z.enum(['cnc', 'manual']),
  travel: z.strictObject({ x: positive, y: positive, z: positive }),
  repeatMm: spread.describe('How closely an axis comes back, ± mm.'),
  squarePer100: spread.describe('Y travel out of square to X, ± mm in 100 mm.'),
  tramPer100: spread.describe('Spindle out of square to the table, ± mm in 100 mm.'),
  toolLengthMm: spread.describe('Tool length as measured, ± mm.'),
  zSquarePer100: spread
    .default(0.005)
    .describe('Z travel out of square to the table, ± mm in 100 mm.'),
  scalePer100: spread
    .default(0.001)
    .describe('What a travel of 100 mm is off by scale or screw, ± mm.'),
  fastest: z
    .number()
    .positive()
    .max(100_000)
    .optional()
    .describe('Fastest spindle speed, rev/min.'),
  gaugeToTable: positive
    .optional()
    .describe('From the spindle’s gauge line to the table with Z all the way up, mm.'),
  backlashMm: spread
    .optional()
    .describe('Difference between coming from one side and from the other; 0 with scales, mm.'),
  rotary: RotarySchema.optional(),
})

export const ViseSchema = z.strictObject({
  id,
  name,
  jawWidth: positive,
  jawHeight: positive.describe('From the bed to the top of the jaws, mm.'),
  opening: positive,
  bedHeight: positive.optional().describe('From the table to the bed of the vise, mm.'),
  leanPer100: spread.describe('Fixed jaw out of square to the bed, ± mm in 100 mm.'),
  tramPer100: spread.describe('Fixed jaw out of line with the travel, ± mm in 100 mm.'),
  bedPer100: spread
    .default(0.005)
    .describe('Bed out of parallel with the table’s travel, ± mm in 100 mm.'),
  liftMm: spread.describe('How far the moving jaw may lift the work, mm.'),
  stopMm: spread.describe('How closely work comes back to the stop, ± mm.'),
  storedMm: spread.describe('How closely the stored zero of jaw and stop is known, ± mm.'),
})

export const ParallelsSchema = z.strictObject({
  id,
  name,
  height: positive,
  thickness: positive,
  length: positive,
  differenceMm: spread.describe('The two differ in height by up to ± mm.'),
})

/** Straps with their studs and step blocks, and what work on the bare table is put against. */
export const StrapSchema = z.strictObject({
  id,
  name,
  width: positive,
  reach: positive.describe('How far it lies on the work, mm.'),
  height: positive.describe('Strap and nut over the work, mm.'),
  placedMm: spread.describe('How closely work is put down by hand, ± mm.'),
  stopMm: spread.describe('How closely work comes back to a stop or fence on the table, ± mm.'),
  storedMm: spread.describe('How closely the place of stop, fence and table is known, ± mm.'),
})

/** A fixture plate with pads and two pins. */
export const PlateSchema = z.strictObject({
  id,
  name,
  height: positive.describe('From the table to the top of the pads, mm.'),
  padHeight: positive.describe('Pads over the plate itself, mm.'),
  differenceMm: spread.describe('The pads differ in height by up to ± mm.'),
  pinMm: spread.describe('A pin is off its place by up to ± mm.'),
  linePer100: spread.describe('The line of the pins is out of the travel, ± mm in 100 mm.'),
  storedMm: spread.describe(
    'How closely the place of pins and pads in the machine is known, ± mm.',
  ),
})

/** An angle plate: a face that stands upright on the table. */
export const AnglePlateSchema = z.strictObject({
  id,
  name,
  width: positive,
  height: positive.describe('Upright face over the table, mm.'),
  leanPer100: spread.describe('Upright face out of square to the table, ± mm in 100 mm.'),
  tramPer100: spread.describe('Upright face out of line with the travel, ± mm in 100 mm.'),
  stopMm: spread.describe('How closely work comes back to the stop, ± mm.'),
  storedMm: spread.describe('How closely the place of face and stop is known, ± mm.'),
})

/** A pair of blanks for soft jaws, as they are screwed to a vise. */
export const JawBlankSchema = z.strictObject({
  id,
  name,
  width: positive.describe('Along the jaw, mm.'),
  thickness: positive.describe('Each of the two, from the vise’s jaw to the gap, mm.'),
  height: positive.describe('From the bed of the vise to their top, mm.'),
  screwApart: positive.describe('Between the two screws of each, mm.'),
  screwHeight: positive.describe('Middle of the screws over the bed, mm.'),
  headDiameter: positive.describe('Counterbore of the screws, mm.'),
  pairs: z.int().min(0).max(1000).describe('How many pairs are there uncut.'),
  backMm: spread.describe('How closely cut jaws come back when they are screwed on again, ± mm.'),
})

/** Blanks as they can be bought, where a shop does not say what it has (common practice, no source). */
export const USUAL_JAW_BLANKS: readonly z.infer<typeof JawBlankSchema>[] = [
  {
    id: 'soft-125',
    name: 'Soft jaws 125',
    width: 125,
    thickness: 40,
    height: 45,
    screwApart: 80,
    screwHeight: 14,
    headDiameter: 18,
    pairs: 0,
    backMm: 0.03,
  },
  {
    id: 'soft-180',
    name: 'Soft jaws 180',
    width: 180,
    thickness: 60,
    height: 50,
    screwApart: 100,
    screwHeight: 16,
    headDiameter: 20,
    pairs: 0,
    backMm: 0.03,
  },
]

export const InstrumentSchema = z.strictObject({
  id,
  name,
  kind: z.enum(['edge finder', 'probe', 'indicator', 'feeler', 'setter']),
  repeatMm: spread,
  tip: positive
    .optional()
    .describe('Diameter of the tip, or thickness of the feeler or setter, mm.'),
})

export const CutterSchema = z.strictObject({
  id,
  name,
  kind: z.enum(['face mill', 'end mill', 'drill', 'reamer', 'boring head', 'tap', 'chamfer mill']),
  diameter: positive,
  length: positive.optional().describe('From the gauge line to the tip, in its holder, mm.'),
})

export const PROCESSES = [
  'face',
  'wall',
  'mill',
  'drill',
  'ream',
  'bore',
  'tap',
  'chamfer',
] as const
export type Process = (typeof PROCESSES)[number]

export const CapabilitySchema = z.strictObject({
  positionMm: spread.describe('Where it ends up beside where it was sent, ± mm.'),
  leanPer100: spread.describe('How far it leans by itself, ± mm in 100 mm.'),
  sizeMm: spread.describe('Diameter, ± mm.'),
  formMm: spread.describe('Out of flat or round in 100 mm, up to mm.'),
  oversizeMm: spread
    .default(0)
    .describe('How much larger than its tool a hole comes out on average, mm.'),
})

/** A cause that a shop may leave out, with the reason kept. */
const CountedSchema = z.strictObject({
  counted: z.boolean(),
  reason: z.string().max(200).describe('Why it is left out.'),
})

export const ConditionsSchema = z.strictObject({
  temperatureK: z
    .number()
    .min(0)
    .max(60)
    .describe('How far the work may be from 20 °C while it is cut, ± K.'),
  thermal: CountedSchema,
  sideForceN: z
    .number()
    .min(0)
    .max(20_000)
    .describe('Side force on an end mill in a finishing cut, N.'),
  modulusGPa: z
    .number()
    .positive()
    .max(1000)
    .describe('Stiffness of the end mills: about 550 for carbide, 210 for steel, GPa.'),
  deflection: CountedSchema,
})
export const USUAL_CONDITIONS: z.infer<typeof ConditionsSchema> = {
  temperatureK: 3,
  thermal: { counted: true, reason: '' },
  sideForceN: 30,
  modulusGPa: 550,
  deflection: { counted: true, reason: '' },
}

/** Most pieces of gear of a kind that one workshop keeps. */
export const MOST_GEAR = {
  machine: 50,
  vise: 50,
  parallels: 100,
  strap: 30,
  plate: 50,
  anglePlate: 30,
  jawBlank: 50,
  instrument: 50,
  cutter: 300,
} as const

export const WorkshopSchema = z.strictObject({
  machines: z.array(MachineSchema).min(1).max(MOST_GEAR.machine),
  vises: z.array(ViseSchema).min(1).max(MOST_GEAR.vise),
  parallels: z.array(ParallelsSchema).min(1).max(MOST_GEAR.parallels),
  straps: z.array(StrapSchema).max(MOST_GEAR.strap).default([]),
  plates: z.array(PlateSchema).max(MOST_GEAR.plate).default([]),
  anglePlates: z.array(AnglePlateSchema).max(MOST_GEAR.anglePlate).default([]),
  jawBlanks: z
    .array(JawBlankSchema)
    .max(MOST_GEAR.jawBlank)
    .default([...USUAL_JAW_BLANKS]),
  instruments: z.array(InstrumentSchema).min(1).max(MOST_GEAR.instrument),
  cutters: z.array(CutterSchema).max(MOST_GEAR.cutter),
  capabilities: z.record(z.enum(PROCESSES), CapabilitySchema),
  seatMm: spread.describe('What a clean contact on a cut face gives, ± mm.'),
  conditions: ConditionsSchema.default(USUAL_CONDITIONS),
})

/** The kinds of gear that a workshop keeps as lists, each with what an item of it must be. */
export const GEAR_SCHEMAS = {
  machine: MachineSchema,
  vise: ViseSchema,
  parallels: ParallelsSchema,
  strap: StrapSchema,
  plate: PlateSchema,
  anglePlate: AnglePlateSchema,
  jawBlank: JawBlankSchema,
  instrument: InstrumentSchema,
  cutter: CutterSchema,
} as const
export type GearKind = keyof typeof GEAR_SCHEMAS
/** The list of a workshop in which each kind is kept. */
export const GEAR_LISTS = {
  machine: 'machines',
  vise: 'vises',
  parallels: 'parallels',
  strap: 'straps',
  plate: 'plates',
  anglePlate: 'anglePlates',
  jawBlank: 'jawBlanks',
  instrument: 'instruments',
  cutter: 'cutters',
} as const satisfies Record<GearKind, string>

/** Figures of the shop itself: what each process holds, and under what conditions it works. */
export const SHOP_SCHEMAS = {
  capability: CapabilitySchema,
  setting: ConditionsSchema,
} as const
export type ShopKind = keyof typeof SHOP_SCHEMAS
/** The one setting that is kept as a whole. */
export const CONDITIONS_ID = 'conditions'

export type Machine = z.infer<typeof MachineSchema>
export type Rotary = z.infer<typeof RotarySchema>
export type Vise = z.infer<typeof ViseSchema>
export type Parallels = z.infer<typeof ParallelsSchema>
export type Strap = z.infer<typeof StrapSchema>
export type Plate = z.infer<typeof PlateSchema>
export type AnglePlate = z.infer<typeof AnglePlateSchema>
export type JawBlank = z.infer<typeof JawBlankSchema>
export type Instrument = z.infer<typeof InstrumentSchema>
export type Cutter = z.infer<typeof CutterSchema>
export type Capability = z.infer<typeof CapabilitySchema>
export type Workshop = z.infer<typeof WorkshopSchema>
export type Conditions = z.infer<typeof ConditionsSchema>
