import { recogniseBody } from '@/operations'
import { bodyOf, must, respond } from '../../../respond'
import { ChoiceSchema } from '../../choice'

interface Context {
  readonly params: Promise<{ reading: string }>
}

/** What a body of the file is recognised as; nothing is kept. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const choice = await bodyOf(request, ChoiceSchema)
    return Response.json(must(await recogniseBody((await params).reading, choice)))
  })
}
