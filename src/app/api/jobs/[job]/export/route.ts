import { z } from 'zod'
import { EXPORT_KINDS, exportFile, jobFile } from '@/operations'
import { schemaIssues } from '@/core/formats'
import { BadRequest, must, respond } from '../../../respond'

const Query = z.object({ as: z.enum(EXPORT_KINDS), way: z.string().max(80).optional() })

export function GET(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () => {
    const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
    if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
    const { bytes, name, type } = must(
      await exportFile(must(await jobFile((await params).job)), query.data.as, query.data.way),
    )
    return new Response(Buffer.from(bytes), {
      headers: { 'Content-Type': type, 'Content-Disposition': `attachment; filename="${name}"` },
    })
  })
}
