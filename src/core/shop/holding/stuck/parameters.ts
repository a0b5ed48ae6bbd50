import { z } from 'zod'

/** Stuck down on a board that was milled flat on the machine: with tape on both sides, or glued. */
export const StuckSchema = z.strictObject({
  kind: z.literal('stuck'),
  by: z.enum(['tape', 'glue']),
  board: z
    .strictObject({ mm: z.number().min(3).max(200), typed: z.string().max(60).optional() })
    .describe('How thick the board is.'),
  square: z
    .enum(['indicator', 'fence'])
    .describe('Set true by reading along a face, or put against a fence on the board.'),
  instrument: z.string().min(1).max(40).describe('What the face or the fence is set true with.'),
  stop: z.enum(['left', 'right', 'none']),
})

export type StuckHolding = z.infer<typeof StuckSchema>
