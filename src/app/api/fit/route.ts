import { z } from 'zod'
import { fitFile } from '@/operations'
import { bodyText, must, queryOf, respond } from '../respond'

const Query = z.strictObject({
  casting: z.string().max(60).optional(),
  hold: z.enum(['none', 'turn', 'rest']).optional(),
})

/** How the part of a document lies best in one of its castings. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { casting, hold } = queryOf(request, Query)
    return Response.json(must(await fitFile(await bodyText(request), { casting, held: hold })))
  })
}
