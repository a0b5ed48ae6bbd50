import { EntrySchema, keepEntry, loadRun } from '@/operations'
import { bodyOf, must, respond } from '../../../respond'

type Context = { params: Promise<{ run: string }> }

/** Everything that happened in a run. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => Response.json(must(await loadRun((await params).run)).entries))
}

/** Keeps what happened; the same entry again is kept once. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { run } = await params
    return Response.json(must(await keepEntry(run, await bodyOf(request, EntrySchema))))
  })
}
