import { z } from 'zod'
import { analyseFile } from '@/operations'
import { bodyText, must, queryOf, respond } from '../respond'

const Query = z.object({
  samples: z.coerce.number().int().min(100).max(200_000).optional(),
  seed: z.coerce.number().int().optional(),
})

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { samples, seed } = queryOf(request, Query)
    const simulation = samples === undefined ? undefined : { samples, seed: seed ?? 1 }
    return Response.json(must(await analyseFile(await bodyText(request), simulation)))
  })
}
