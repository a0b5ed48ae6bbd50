import { plateOfJob } from '@/operations'
import { download } from '../../../exportQuery'
import { PlateQuery } from '../../../plate/query'
import { must, queryOf, respond } from '../../../respond'

/** A fixture plate for one setup of a job, as a file. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () => {
    const { as, ...options } = queryOf(request, PlateQuery)
    const { job } = await params
    return download(must(await plateOfJob(job, as, options)))
  })
}
