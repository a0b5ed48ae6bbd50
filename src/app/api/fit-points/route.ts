import { z } from 'zod'
import { fitPointsText } from '@/operations'
import { bodyText, must, queryOf, respond } from '../respond'

const Query = z.strictObject({ hold: z.enum(['none', 'turn', 'rest']).optional() })

/** The same for plain surfaces and points. */
export function POST(request: Request): Promise<Response> {
  return respond(async () =>
    Response.json(must(await fitPointsText(await bodyText(request), queryOf(request, Query).hold))),
  )
}
