import { z } from 'zod'
import { schemaIssues } from '@/core/paper/stored'
import { bringIn, MOST_FILE_BYTES, readyForSolids } from '@/operations'
import { BadRequest, bodyBytes, respond } from '../respond'

const Query = z.strictObject({
  name: z.string().trim().min(1, 'must be the name of the file').max(200),
  thickness: z.coerce.number().positive().max(2000).optional(),
  layer: z.string().max(200).optional(),
})

/** Begins to read a STEP, STL or DXF file, its bytes as the body: 202 with the id by which it is asked how far it is. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
    if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
    const { layer, name, thickness } = query.data
    const bytes = await bodyBytes(request, MOST_FILE_BYTES)
    return Response.json(
      { id: bringIn(bytes, name, { thicknessMm: thickness, layer }) },
      { status: 202 },
    )
  })
}

/** A file is about to come: what reads it gets ready meanwhile. */
export function PUT(): Response {
  readyForSolids()
  return new Response(undefined, { status: 202 })
}
