import { z } from 'zod'
import { schemaIssues } from '@/core/paper/stored'
import { analyseFile } from '@/operations'
import { BadRequest, bodyText, must, respond } from '../respond'

const Query = z.object({
  samples: z.coerce.number().int().min(100).max(200_000).optional(),
  seed: z.coerce.number().int().optional(),
})

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
    if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
    const { samples, seed } = query.data
    const simulation = samples === undefined ? undefined : { samples, seed: seed ?? 1 }
    return Response.json(must(await analyseFile(await bodyText(request), simulation)))
  })
}
