import { jobFromBody } from '@/operations'
import { bodyOf, must, respond } from '../../../../respond'
import { ChoiceSchema } from '../../../choice'

interface Context {
  readonly params: Promise<{ digest: string }>
}

/** A new job whose part is a body of a file that is kept: 201 with its id. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const choice = await bodyOf(request, ChoiceSchema)
    const id = must(await jobFromBody((await params).digest, choice))
    return Response.json({ id }, { status: 201 })
  })
}
