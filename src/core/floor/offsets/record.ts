import { z } from 'zod'
import { kindOf } from '../../shop/holding'
import { indexWords, leanWords, type PlannedSetup } from '../../plan/planning'
import { RefSchema } from '../../work/part'

const coordinate = z
  .number()
  .min(-100_000, 'is farther than any machine reaches')
  .max(100_000, 'is farther than any machine reaches')
const tip = z.number().positive('must be more than zero: measure the tip').max(200)
const towards = z.enum(['+', '-'])
const touch = z.strictObject({ at: coordinate, towards })
const acrossAxis = z.enum(['x', 'y'])
const plane = z.strictObject({ x: coordinate, y: coordinate })
const tipZ = coordinate.optional().describe('Height of the tip at the touch, if it was kept.')

/**
 * How a zero, or part of it, was found at the machine: the readings as they were taken, mm in the
 * machine's own axes (or those of the DRO as it was set). Nothing is worked out in it.
 */
export const ReadingsSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('edge'),
    axis: acrossAxis,
    surface: RefSchema,
    tip,
    touch,
    tipZ,
  }),
  z.strictObject({
    kind: z.literal('both-sides'),
    axis: acrossAxis,
    first: RefSchema,
    second: RefSchema,
    tip,
    a: touch,
    b: touch,
    tipZ,
  }),
  z.strictObject({
    kind: z.literal('round'),
    feature: RefSchema,
    where: z.enum(['bore', 'boss']),
    tip,
    touches: z.array(plane).min(3, 'a circle needs three touches or more').max(24),
    tipZ,
  }),
  z.strictObject({
    kind: z.literal('swung'),
    feature: RefSchema,
    where: z.enum(['bore', 'boss']),
    at: plane,
    dial: z.strictObject({
      right: coordinate,
      back: coordinate,
      left: coordinate,
      front: coordinate,
    }),
  }),
  z.strictObject({
    kind: z.literal('height'),
    surface: RefSchema,
    by: z.enum(['feeler', 'setter', 'tool', 'probe']),
    spindle: coordinate,
    toolLength: z.number().min(0).max(1000),
    between: z.number().min(0).max(500),
  }),
  z.strictObject({
    kind: z.literal('slope'),
    surface: RefSchema,
    along: acrossAxis,
    places: z.tuple([coordinate, coordinate]),
    readings: z.tuple([coordinate, coordinate]),
    answer: z.enum(['part', 'program']),
  }),
  z.strictObject({
    kind: z.literal('ball'),
    axis: acrossAxis.describe('The axis of the table that the swung spindle leans over.'),
    tip,
    floor: coordinate.describe('Quill with the ball on the floor of the corner.'),
    wall: touch,
    quill: coordinate.describe('Quill with the ball at its wall.'),
    toolLength: z.number().min(0).max(1000).describe('Gauge line to the middle of the ball.'),
  }),
  z.strictObject({
    kind: z.literal('stored'),
    fixture: z.string().min(1).max(80),
    at: z.strictObject({ x: coordinate, y: coordinate, z: coordinate }),
    knownMm: z.number().min(0).max(10),
  }),
])

/** Readings with what they were taken with. */
export const ZeroRecordSchema = z.strictObject({
  readings: ReadingsSchema,
  instrument: z.string().max(40).describe('Id of the instrument in the workshop; empty if none.'),
  source: z.enum(['typed', 'mill']),
  stood: z
    .string()
    .max(240)
    .describe('How the part stood: readings of another standing say nothing.'),
})

/** How a part stands in a setup, as a mark that is kept with readings. */
export const standingMark = ({
  clamping,
  indexed,
}: Pick<PlannedSetup, 'clamping' | 'indexed'>): string => {
  const { guide, holding, lean, machine, up } = clamping
  const turned = [...(lean ? [leanWords(lean)] : []), ...(indexed ? [indexWords(indexed)] : [])]
  return [machine, kindOf(holding).readingMark(holding), up, guide, ...turned].join(' ')
}

export type Readings = z.infer<typeof ReadingsSchema>
export type ZeroRecord = z.infer<typeof ZeroRecordSchema>
