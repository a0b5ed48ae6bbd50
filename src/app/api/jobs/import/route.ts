import { z } from 'zod'
import { importJob } from '@/operations'
import { bodyText, must, queryOf, respond } from '../../respond'

const Query = z.strictObject({ gear: z.enum(['ours', 'both']).optional() })

/** Brings a file in: 201 with its id, or 409 when it must be said first whose gear counts. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { gear } = queryOf(request, Query)
    const imported = must(await importJob(await bodyText(request), gear))
    return Response.json(imported, { status: imported.kind === 'done' ? 201 : 409 })
  })
}
