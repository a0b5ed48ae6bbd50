import { z } from 'zod'
import { archiveJob, copyJob } from '@/operations'
import { bodyOf, must, respond } from '../../respond'

const Action = z.strictObject({ action: z.enum(['copy', 'archive', 'restore']) })

export function POST(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
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
