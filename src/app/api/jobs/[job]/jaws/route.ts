import { jawsOfJob } from '@/operations'
import { download } from '../../../exportQuery'
import { JawsQuery } from '../../../jaws/query'
import { must, queryOf, respond } from '../../../respond'

/** Soft jaws for one setup of a job, as a file. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () => {
    const { as, ...options } = queryOf(request, JawsQuery)
    const { job } = await params
    return download(must(await jawsOfJob(job, as, options)))
  })
}
