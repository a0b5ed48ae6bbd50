import { z } from 'zod'

import { ConditionsSchema } from './conditions'
import { id, name, positive, spread } from './fields'
import {
  AnglePlateSchema,
  CentringViseSchema,
  ChuckSchema,
  FacePlateSchema,
  JawBlankSchema,
  ParallelsSchema,
  PlateSchema,
  StrapSchema,
  TilterSchema,
  ToePlateSchema,
  VBlockSchema,
  ViseSchema,
} from './holders'
import { USUAL_CONDITIONS, USUAL_JAW_BLANKS } from './usual'
import { HeadSchema } from './head'
import { type GearKind, MOST_GEAR, PROCESSES } from './lists'

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
  hourRate: z
    .number()
    .positive()
    .max(100_000)
    .optional()
    .describe('What an hour at it costs, in the shop’s own money.'),
  rotary: RotarySchema.optional(),
  head: HeadSchema.optional(),
})

export const InstrumentSchema = z.strictObject({
  id,
  name,
  kind: z.enum(['edge finder', 'probe', 'indicator', 'feeler', 'setter']),
  repeatMm: spread.describe('How closely it repeats, ± mm.'),
  tip: positive
    .optional()
    .describe('Diameter of the tip, or thickness of the feeler or setter, mm.'),
})

export const CutterSchema = z.strictObject({
  id,
  name,
  kind: z.enum([
    'face mill',
    'end mill',
    'drill',
    'reamer',
    'boring head',
    'tap',
    'chamfer mill',
    'corner rounding mill',
  ]),
  diameter: positive,
  length: positive.optional().describe('From the gauge line to the tip, in its holder, mm.'),
  nose: positive
    .optional()
    .describe(
      'Radius between its flank and its end; half its diameter: a ball; none: sharp; of a corner rounding mill the radius that it leaves on an edge, mm.',
    ),
})

export const CapabilitySchema = z.strictObject({
  positionMm: spread.describe('Where it ends up beside where it was sent, ± mm.'),
  leanPer100: spread.describe('How far it leans by itself, ± mm in 100 mm.'),
  sizeMm: spread.describe('Diameter, ± mm.'),
  formMm: spread.describe('Out of flat or round in 100 mm, up to mm.'),
  oversizeMm: spread
    .default(0)
    .describe('How much larger than its tool a hole comes out on average, mm.'),
})

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
  centringVises: z.array(CentringViseSchema).max(MOST_GEAR.centringVise).default([]),
  chucks: z.array(ChuckSchema).max(MOST_GEAR.chuck).default([]),
  facePlates: z.array(FacePlateSchema).max(MOST_GEAR.facePlate).default([]),
  vBlocks: z.array(VBlockSchema).max(MOST_GEAR.vBlock).default([]),
  toePlates: z.array(ToePlateSchema).max(MOST_GEAR.toePlate).default([]),
  tilters: z.array(TilterSchema).max(MOST_GEAR.tilter).default([]),
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
  centringVise: CentringViseSchema,
  chuck: ChuckSchema,
  facePlate: FacePlateSchema,
  vBlock: VBlockSchema,
  toePlate: ToePlateSchema,
  tilter: TilterSchema,
  instrument: InstrumentSchema,
  cutter: CutterSchema,
} as const satisfies Record<GearKind, z.ZodType>
/** Figures of the shop itself: what each process holds, and under what conditions it works. */
export const SHOP_SCHEMAS = {
  capability: CapabilitySchema,
  setting: ConditionsSchema,
} as const
export type ShopKind = keyof typeof SHOP_SCHEMAS
export type Machine = z.infer<typeof MachineSchema>
export type Rotary = z.infer<typeof RotarySchema>
export type Instrument = z.infer<typeof InstrumentSchema>
export type Cutter = z.infer<typeof CutterSchema>
export type Capability = z.infer<typeof CapabilitySchema>
export type Workshop = z.infer<typeof WorkshopSchema>
