import { z } from 'zod'
import { makeFile, MakingSchema } from '@/operations'
import { bodyOf, must, respond } from '../respond'

const Body = z.strictObject({ document: z.looseObject({}), making: MakingSchema })

/** Pieces made with a hidden truth, as they would be measured. */
export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { document, making } = await bodyOf(request, Body)
    return Response.json(must(await makeFile(JSON.stringify(document), making)))
  })
}
