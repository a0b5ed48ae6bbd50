import { NewRunSchema, startRun } from '@/operations'
import { bodyOf, must, respond } from '../../../respond'

type Context = { params: Promise<{ way: string }> }

/** Begins to make pieces by a release. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { way } = await params
    const asked = await bodyOf(request, NewRunSchema)
    return Response.json(must(await startRun(way, asked)))
  })
}
