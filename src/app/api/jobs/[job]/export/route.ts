import { exportFile, jobWork } from '@/operations'
import { download, exportQuery } from '../../../exportQuery'
import { must, respond } from '../../../respond'

/** A job as a file, a table, a sheet, a template or a program. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () => {
    const { kind, options } = exportQuery(request)
    const { job } = await params
    const { file, ...found } = must(await jobWork(job, options.way))
    return download(must(await exportFile(file, kind, { ...found, ...options })))
  })
}
