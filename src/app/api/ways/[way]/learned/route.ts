import { z } from 'zod'
import { learnedOf } from '@/operations'
import { must, queryOf, respond } from '../../../respond'

const Query = z.strictObject({ practice: z.enum(['1']).optional() })

/** What the pieces of a way show, and what all pieces of the shop teach. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ way: string }> },
): Promise<Response> {
  return respond(async () => {
    const { practice } = queryOf(request, Query)
    return Response.json(must(await learnedOf((await params).way, practice === '1')))
  })
}
