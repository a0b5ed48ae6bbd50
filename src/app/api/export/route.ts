import { readDocumentText } from '@/core/paper/formats'
import { exportFile } from '@/operations'
import { download, exportQuery } from '../exportQuery'
import { bodyText, must, respond } from '../respond'

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { kind, options } = exportQuery(request)
    const file = must(readDocumentText(await bodyText(request)))
    return download(must(await exportFile(file, kind, options)))
  })
}
