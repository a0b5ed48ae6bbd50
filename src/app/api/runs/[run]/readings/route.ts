import { z } from 'zod'
import { hiddenFault, practiceReadings } from '@/operations'
import { must, queryOf, respond } from '../../../respond'

type Context = { params: Promise<{ run: string }> }

const Query = z.strictObject({
  piece: z.coerce.number().int().min(1).max(200),
  hidden: z.literal('1').optional(),
})

/** What the stand-in shop reads on a piece as far as it is made; or what is hidden in it. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { run } = await params
    const { hidden, piece } = queryOf(request, Query)
    return Response.json(
      hidden ? must(await hiddenFault(run)) : must(await practiceReadings(run, piece)),
    )
  })
}
