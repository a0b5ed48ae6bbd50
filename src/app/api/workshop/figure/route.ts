import { z } from 'zod'
import { figuresTaken, takeFigure } from '@/operations'
import { bodyOf, must, respond } from '../../respond'

const Body = z.strictObject({
  path: z.string().min(1).max(120).describe('Of the workshop: "vises/vise-125/stopMm".'),
  value: z.number().describe('In the figure’s own unit.'),
  pieces: z.int().min(0).max(100_000).describe('From how many pieces it was learnt.'),
  who: z.string().trim().min(1, 'must be who takes it over').max(60),
})

/** Figures that were taken over, by whom, the newest first. */
export function GET(): Promise<Response> {
  return respond(async () => Response.json({ taken: await figuresTaken() }))
}

/** Takes a figure that was learnt into the workshop; answers the whole workshop. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { path, value, ...taker } = await bodyOf(request, Body)
    return Response.json(must(await takeFigure(path, value, taker)))
  })
}
