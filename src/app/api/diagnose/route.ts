import { diagnoseFile } from '@/operations'
import { bodyOf, must, respond } from '../respond'
import { MeasuredBody } from '../run/body'

/** What explains what was measured. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { document, measured } = await bodyOf(request, MeasuredBody)
    return Response.json(
      must(await diagnoseFile(JSON.stringify(document), JSON.stringify(measured))),
    )
  })
}
