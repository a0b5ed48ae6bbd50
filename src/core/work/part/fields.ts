import { z } from 'zod'
import { SIDES } from './side'

export const MOST_MM = 10_000

/** A length in mm with the words that were typed. */
export const LengthSchema = z.strictObject({
  mm: z.number().min(-MOST_MM).max(MOST_MM).describe('Length in millimetres.'),
  typed: z.string().max(60).optional().describe('The words as typed, shown again.'),
})
export const PositiveLength = LengthSchema.refine(
  (length) => length.mm > 0,
  'must be more than zero',
)
export const ZeroOrMore = LengthSchema.refine((length) => length.mm >= 0, 'must not be negative')

export const AngleSchema = z.strictObject({
  rad: z.number().min(-7).max(7).describe('Angle in radians.'),
  typed: z.string().max(60).optional(),
})

/** Letters, digits and dashes: ids are also used in the address and in surface names. */
export const IdSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9-]{0,39}$/, 'must be letters, digits and dashes')
export const NameSchema = z.string().trim().min(1).max(60)
export const SideSchema = z.enum(SIDES)

/** How a surface is on the stock as it comes, and whether it stays so. */
export const boughtFields = {
  bought: z
    .enum(['sawn', 'rolled', 'cast', 'cut'])
    .describe('State of the face on the stock as bought.'),
  stock: ZeroOrMore.describe('Material over the finished face on the stock as bought.'),
  spread: ZeroOrMore.describe('How far the bought face wanders from where it should be, ±.'),
  toCut: z.boolean().describe('The drawing wants this face cut.'),
}

/** The walls of a feature, where they come otherwise than its floor. */
export const boughtWallsFields = {
  stock: boughtFields.stock,
  toCut: boughtFields.toCut,
}

export const PositionSchema = z.strictObject({
  x: z.number().min(-MOST_MM).max(MOST_MM),
  y: z.number().min(-MOST_MM).max(MOST_MM),
  z: z.number().min(-MOST_MM).max(MOST_MM),
})
export const DirectionSchema = z
  .strictObject({
    x: z.number().min(-1).max(1),
    y: z.number().min(-1).max(1),
    z: z.number().min(-1).max(1),
  })
  .refine(({ x, y, z }) => Math.abs(Math.hypot(x, y, z) - 1) < 1e-6, 'must be of length 1')
