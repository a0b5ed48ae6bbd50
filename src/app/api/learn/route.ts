import { learnFile } from '@/operations'
import { bodyOf, must, respond } from '../respond'
import { MeasuredBody } from '../run/body'

/** What measured pieces teach of the shop that made them. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { document, measured } = await bodyOf(request, MeasuredBody)
    return Response.json(must(await learnFile(JSON.stringify(document), JSON.stringify(measured))))
  })
}
