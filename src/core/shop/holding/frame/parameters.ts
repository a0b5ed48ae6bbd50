import { z } from 'zod'
import { PositiveLength, SideSchema, ZeroOrMore } from '../../../work/part'

/** In a frame of its own stock that is left all round it, joined to it by tabs; the frame is held in a vise, and the tabs are cut last. */
export const FrameSchema = z.strictObject({
  kind: z.literal('frame'),
  flat: SideSchema.describe('A face of the part that looks up or down as the frame lies flat.'),
  rim: PositiveLength.describe('The frame all round, past the stock that is cut away.'),
  tabs: z.int().min(2).max(12),
  tabWide: PositiveLength.describe('Each tab along the part’s outline.'),
  tabThick: PositiveLength.describe('Each tab, as the frame is thick.'),
  sides: z.enum(['bought', 'cut']).describe('The outer sides of the frame.'),
  faced: z.enum(['kept', 'faced']).describe('Its flat faces: as bought, or faced with the part.'),
  known: ZeroOrMore.describe('How well the part lies in it where it was to lie, ±.'),
  vise: z.string().min(1).max(40),
  parallels: z.string().min(1).max(40),
  stop: z.enum(['left', 'right', 'none']),
})

export type FrameHolding = z.infer<typeof FrameSchema>
