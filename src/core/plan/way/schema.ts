import { z } from 'zod'
import { HoldingSchema } from '../../shop/holding'
import { AngleSchema, IdSchema, LengthSchema, RefSchema, SideSchema } from '../../work/part'

const ItemId = z.string().min(1).max(40)

/** How one axis of the work offset is found. */
export const PickupSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('edge'), surface: RefSchema, instrument: ItemId }),
  z.strictObject({
    kind: z.literal('both-sides'),
    first: RefSchema,
    second: RefSchema,
    instrument: ItemId,
  }),
  z.strictObject({ kind: z.literal('bore'), feature: RefSchema, instrument: ItemId }),
  z.strictObject({ kind: z.literal('height'), surface: RefSchema, instrument: ItemId }),
  z.strictObject({ kind: z.literal('fixture') }),
])

const LiesSchema = z
  .union([RefSchema, z.literal('middle')])
  .optional()
  .describe(
    'Where zero lies when it is not on what is touched: a face, a hole, the middle of the part.',
  )

/** The angle of an edge by two touches along it: the part or the program is turned to agree with it. */
export const TurnPickupSchema = z.strictObject({
  surface: RefSchema,
  instrument: ItemId,
  apart: LengthSchema.refine((l) => l.mm > 0, 'must be more than zero'),
  answer: z.enum(['part', 'program']),
})

/** One locating contact moved, changed to another surface, taken out or put in by hand. */
export const ContactEditSchema = z.strictObject({
  id: IdSchema,
  surface: RefSchema.optional(),
  u: z
    .number()
    .min(-10_000)
    .max(10_000)
    .optional()
    .describe('First in-plane coordinate on the face, mm in the part frame.'),
  v: z.number().min(-10_000).max(10_000).optional(),
  off: z.boolean().optional(),
})

export const OpSchema = z.strictObject({
  id: IdSchema,
  feature: RefSchema.describe('A face or a feature.'),
  pass: z.enum(['finish', 'rough']),
  leave: LengthSchema.describe('What a roughing cut leaves on.'),
  cutter: ItemId.optional(),
  hold: z
    .strictObject({ note: z.string().max(200), check: z.array(z.string().max(80)).max(20) })
    .optional(),
})

/** How the holes of a setup are made; what is left out is taken as usual. */
export const DrillingSchema = z.strictObject({
  spot: LengthSchema.refine((l) => l.mm > 0, 'must be more than zero')
    .optional()
    .describe('Diameter to which holes are spotted, at most.'),
  clear: LengthSchema.optional().describe('Height over the part for moves between holes.'),
  near: LengthSchema.optional().describe('Height over the mouth from which it is fed.'),
  past: LengthSchema.optional().describe(
    'How far a through drill goes past the far face, beyond its point.',
  ),
  tap: z
    .enum(['spiral flute', 'spiral point'])
    .optional()
    .describe('Spiral flute is chamfered before, spiral point after.'),
  chips: z.enum(['break', 'full']).optional().describe('Peck by breaking the chip, or right out.'),
  lead: LengthSchema.optional().describe('Length of the tap’s lead, not full thread.'),
})

/** The whole holding stands leaning, one of its sides raised; or the head is swung over it. */
export const LeanSchema = z.strictObject({
  by: ItemId.describe(
    'What it leans on, of the workshop; “head”: it stands level, and the head of the machine is swung.',
  ),
  raised: z
    .enum(['back', 'front', 'left', 'right'])
    .describe('Which of its sides is up; of a swung head: to which side the spindle leans.'),
  angle: AngleSchema.refine(
    ({ rad }) => rad > 0 && rad <= Math.PI / 2,
    'must be more than 0° and no more than 90°',
  ),
})

/** A jack under the work, by its place on the face that is down. */
export const PropSchema = z.strictObject({
  id: IdSchema,
  surface: SideSchema,
  u: z.number().min(-10_000).max(10_000).describe('First in-plane coordinate, mm in the part.'),
  v: z.number().min(-10_000).max(10_000).describe('Second in-plane coordinate, mm in the part.'),
})

/** The part is put into a holding and located there. */
export const OwnClampingSchema = z.strictObject({
  kind: z.literal('own'),
  machine: ItemId,
  up: SideSchema,
  guide: SideSchema.describe('The face that looks along Y: to the fixed jaw, to the fence.'),
  holding: HoldingSchema,
  footing: z.strictObject({
    lead: z.enum(['rest', 'jaw']),
    edits: z.array(ContactEditSchema).max(20),
  }),
  lean: LeanSchema.optional(),
  props: z
    .array(PropSchema)
    .max(12)
    .optional()
    .describe('Jacks under what hangs out: they neither locate nor clamp.'),
  centre: z
    .strictObject({ x: LengthSchema, y: LengthSchema, z: LengthSchema })
    .optional()
    .describe(
      'Where the centre line of the rotary axis runs when it stands at 0, in the frame of the holding; it runs through the frame’s nought when left out.',
    ),
})

/** How the part is held: by itself, or as another setup holds it, turned by the rotary axis of the machine. */
export const ClampingSchema = z.discriminatedUnion('kind', [
  OwnClampingSchema,
  z.strictObject({
    kind: z.literal('indexed'),
    of: IdSchema.describe('The setup that clamped it.'),
    turn: AngleSchema.describe('What the rotary axis is told, from where it stood in that setup.'),
  }),
])

export const SetupSchema = z.strictObject({
  id: IdSchema,
  name: z.string().trim().min(1).max(60),
  clamping: ClampingSchema,
  zero: z.strictObject({
    offset: z.string().max(12),
    x: PickupSchema,
    y: PickupSchema,
    z: PickupSchema,
    lies: z.strictObject({ x: LiesSchema, y: LiesSchema, z: LiesSchema }).optional(),
    turn: TurnPickupSchema.optional(),
  }),
  ops: z.array(OpSchema).max(300),
  drilling: DrillingSchema.optional(),
})

export const WaySchema = z.strictObject({
  name: z.string().trim().min(1).max(60),
  note: z.string().max(400),
  setups: z.array(SetupSchema).max(40),
})

export type Pickup = z.infer<typeof PickupSchema>
export type TurnPickup = z.infer<typeof TurnPickupSchema>
export type ContactEdit = z.infer<typeof ContactEditSchema>
export type Drilling = z.infer<typeof DrillingSchema>
export type Op = z.infer<typeof OpSchema>
export type Lean = z.infer<typeof LeanSchema>
export type OwnClamping = z.infer<typeof OwnClampingSchema>
export type Clamping = z.infer<typeof ClampingSchema>
export type Setup = z.infer<typeof SetupSchema>
export type Way = z.infer<typeof WaySchema>
