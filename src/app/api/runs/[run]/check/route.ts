import { z } from 'zod'
import { checkPdf, checkTable } from '@/operations'
import { must, queryOf, respond } from '../../../respond'

type Context = { params: Promise<{ run: string }> }

const Query = z.strictObject({
  as: z.enum(['csv', 'pdf']).default('csv'),
  piece: z.coerce.number().int().min(1).max(200).default(1),
})

/** The check sheets of a run as a table, or that of one piece to be printed. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { run } = await params
    const { as, piece } = queryOf(request, Query)
    const file = (body: BodyInit, type: string, name: string): Response =>
      new Response(body, {
        headers: { 'Content-Type': type, 'Content-Disposition': `attachment; filename="${name}"` },
      })
    return as === 'pdf'
      ? file(
          must(await checkPdf(run, piece)) as Uint8Array<ArrayBuffer>,
          'application/pdf',
          `check-sheet-${piece}.pdf`,
        )
      : file(must(await checkTable(run)), 'text/csv; charset=utf-8', 'check-sheet.csv')
  })
}
