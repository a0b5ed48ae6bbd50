import { z } from 'zod'
import { takeFigure } from '@/operations'
import { bodyOf, must, respond } from '../../respond'

const Body = z.strictObject({
  path: z.string().min(1).max(120).describe('Of the workshop: "vises/vise-125/stopMm".'),
  value: z.number().describe('In the figure’s own unit.'),
})

/** Takes a figure that was learnt into the workshop; answers the whole workshop. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { path, value } = await bodyOf(request, Body)
    return Response.json(must(await takeFigure(path, value)))
  })
}
