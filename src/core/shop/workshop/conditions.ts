import { z } from 'zod'

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

export type Conditions = z.infer<typeof ConditionsSchema>
