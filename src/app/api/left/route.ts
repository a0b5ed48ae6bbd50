import { beginLeft } from '@/operations'
import { bodyText, respond } from '../respond'

/** Begins to work out what is left of a document's part after each setup: 202 with the id by which it is asked how far it is. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const way = new URL(request.url).searchParams.get('way') ?? undefined
    return Response.json({ id: beginLeft(await bodyText(request), way) }, { status: 202 })
  })
}
