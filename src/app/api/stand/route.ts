import { z } from 'zod'
import { standFile } from '@/operations'
import { bodyText, must, queryOf, respond } from '../respond'

const Query = z.strictObject({ way: z.string().max(60).optional() })

/** How the part of a document stands in every setup. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { way } = queryOf(request, Query)
    return Response.json(must(await standFile(await bodyText(request), way)))
  })
}
