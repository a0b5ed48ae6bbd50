import { jawsFile } from '@/operations'
import { download } from '../exportQuery'
import { bodyText, must, queryOf, respond } from '../respond'
import { JawsQuery } from './query'

/** Soft jaws for one setup of a document. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { as, ...options } = queryOf(request, JawsQuery)
    return download(must(await jawsFile(await bodyText(request), as, options)))
  })
}
