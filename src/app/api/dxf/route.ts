import { readDrawing } from '@/operations'
import { bodyText, must, respond } from '../respond'

/** Reads a DXF drawing and answers with its circles and points; nothing is kept. */
export function POST(request: Request): Promise<Response> {
  return respond(async () =>
    Response.json(must(await readDrawing(await bodyText(request, MOST_BYTES)))),
  )
}

/** A drawing may be larger than a document. */
const MOST_BYTES = 40_000_000
