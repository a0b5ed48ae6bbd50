import { z } from 'zod'
import { archiveJob, copyJob, loadJob } from '@/operations'
import { bodyOf, must, respond } from '../../respond'

const Action = z.strictObject({ action: z.enum(['copy', 'archive', 'restore']) })

type Context = { params: Promise<{ job: string }> }

/** A job as it is stored now: its part and its ways, with their ids and versions. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { id, name, part, ways } = must(await loadJob((await params).job))
    return Response.json({ id, name, part, ways })
  })
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { job } = await params
    const { action } = await bodyOf(request, Action)
    return Response.json({
      id: must(
        action === 'copy' ? await copyJob(job) : await archiveJob(job, action === 'archive'),
      ),
    })
  })
}
