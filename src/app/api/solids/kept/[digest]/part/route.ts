import { recogniseBody } from '@/operations'
import { bodyOf, must, respond } from '../../../../respond'
import { ChoiceSchema } from '../../../choice'

interface Context {
  readonly params: Promise<{ digest: string }>
}

/** What a body of a file that is kept is recognised as; nothing is changed. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const choice = await bodyOf(request, ChoiceSchema)
    return Response.json(must(await recogniseBody((await params).digest, choice)))
  })
}
