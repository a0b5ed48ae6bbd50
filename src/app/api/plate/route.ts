import { plateFile } from '@/operations'
import { download } from '../exportQuery'
import { bodyText, must, queryOf, respond } from '../respond'
import { PlateQuery } from './query'

/** A fixture plate for one setup of a document. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { as, ...options } = queryOf(request, PlateQuery)
    return download(must(await plateFile(await bodyText(request), as, options)))
  })
}
