import { z } from 'zod'
import { schemaIssues } from '@/core/paper/stored'
import { importJob } from '@/operations'
import { BadRequest, bodyText, must, respond } from '../../respond'

const Query = z.strictObject({ gear: z.enum(['ours', 'both']).optional() })

/** Brings a file in: 201 with its id, or 409 when it must be said first whose gear counts. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
    if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
    const imported = must(await importJob(await bodyText(request), query.data.gear))
    return Response.json(imported, { status: imported.kind === 'done' ? 201 : 409 })
  })
}
