import { checkTable } from '@/operations'
import { must, respond } from '../../../respond'

type Context = { params: Promise<{ run: string }> }

/** The check sheets of a run as a table. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const table = must(await checkTable((await params).run))
    return new Response(table, {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8',
        'Content-Disposition': 'attachment; filename="check-sheet.csv"',
      },
    })
  })
}
