import { EntrySchema, keepEntry, loadRun } from '@/operations'
import { bodyOf, must, respond } from '../../../respond'

type Context = { params: Promise<{ run: string }> }

/** Everything that happened in a run; under the id of a way, what happened without a release. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { entries, unread } = must(await loadRun((await params).run))
    return Response.json({ entries, unread })
  })
}

/** Keeps what happened; the same entry again is kept once. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { run } = await params
    return Response.json(must(await keepEntry(run, await bodyOf(request, EntrySchema))))
  })
}
