import { z } from 'zod'
import { spread } from './fields'
import { type Tilter } from './holders'

/** A head that swings about a level axis, with a quill that feeds along the spindle. */
export const HeadSchema = z.strictObject({
  swings: z
    .enum(['sideways', 'both'])
    .describe('To the left and right only, or to the front and back as well.'),
  most: z.number().positive().max(80).describe('Swings by at most, degrees.'),
  offDeg: z
    .number()
    .min(0)
    .max(2)
    .describe('Set by its scale or by an indicator, it is off by up to ± degrees.'),
  quill: z.number().positive().max(1000).describe('Travel of the quill, mm.'),
  foundMm: spread.describe('How closely zero is found with a ball once it is swung, ± mm.'),
})

export type Head = z.infer<typeof HeadSchema>

/** What a lean names where the work stands level and the machine's own head is swung. */
export const SWUNG_HEAD = 'head'

/** The head of a machine, as something that is set to an angle. */
export interface SwungHead extends Head {
  readonly id: typeof SWUNG_HEAD
  readonly sets: typeof SWUNG_HEAD
  /** The machine whose it is. */
  readonly name: string
  /** False where the machine has none that swings: then every other figure is nought. */
  readonly isThere: boolean
}

/** What makes the spindle look at the work at an angle: something that the holding leans on, or the head. */
export type LeansOn = Tilter | SwungHead

/** The head of a machine; where it does not swing, one that goes nowhere. */
export const headOf = ({
  head,
  name,
}: {
  readonly head?: Head | undefined
  readonly name: string
}): SwungHead => ({
  id: SWUNG_HEAD,
  sets: SWUNG_HEAD,
  name,
  isThere: head !== undefined,
  ...(head ?? { swings: 'sideways', most: 0, offDeg: 0, quill: 0, foundMm: 0 }),
})
