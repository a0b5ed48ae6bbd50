import { exportFile, runWork } from '@/operations'
import { download, exportQuery } from '../../../exportQuery'
import { must, respond } from '../../../respond'

/** What a run is made by, with the zeros that were found for a piece of it: as a file, a table, a sheet, a program. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ run: string }> },
): Promise<Response> {
  return respond(async () => {
    const { kind, options, piece } = exportQuery(request)
    const { file, ...found } = must(await runWork((await params).run, piece))
    return download(must(await exportFile(file, kind, { ...found, ...options })))
  })
}
