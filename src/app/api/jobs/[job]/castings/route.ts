import { addCasting } from '@/operations'
import { must, respond } from '../../../respond'

/** Another casting of the job, of which nothing is measured yet. */
export function POST(
  _request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () =>
    Response.json({ id: must(await addCasting((await params).job)) }, { status: 201 }),
  )
}
