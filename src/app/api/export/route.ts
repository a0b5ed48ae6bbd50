import { z } from 'zod'
import { readDocumentText, schemaIssues } from '@/core/formats'
import { EXPORT_KINDS, exportFile } from '@/operations'
import { BadRequest, bodyText, must, respond } from '../respond'

const Query = z.object({
  as: z.enum(EXPORT_KINDS).default('json'),
  way: z.string().max(80).optional(),
})

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
    if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
    const { bytes, name, type } = must(
      await exportFile(
        must(readDocumentText(await bodyText(request))),
        query.data.as,
        query.data.way,
      ),
    )
    return new Response(Buffer.from(bytes), {
      headers: { 'Content-Type': type, 'Content-Disposition': `attachment; filename="${name}"` },
    })
  })
}
