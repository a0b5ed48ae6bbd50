import { runFile } from '@/operations'
import { bodyOf, must, respond } from '../respond'
import { MeasuredBody } from './body'

/** What follows from what was measured for what is still to be cut. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { document, measured } = await bodyOf(request, MeasuredBody)
    return Response.json(must(await runFile(JSON.stringify(document), JSON.stringify(measured))))
  })
}
