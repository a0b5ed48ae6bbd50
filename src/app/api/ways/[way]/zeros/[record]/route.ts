import { z } from 'zod'
import { withdrawZero } from '@/operations'
import { bodyOf, must, respond } from '../../../../respond'

/** Withdraws readings, or puts them in again; they stay in the history either way. */
export function PUT(
  request: Request,
  { params }: { params: Promise<{ way: string; record: string }> },
): Promise<Response> {
  return respond(async () => {
    const { record, way } = await params
    const { withdrawn } = await bodyOf(request, z.strictObject({ withdrawn: z.boolean() }))
    return Response.json(must(await withdrawZero(way, record, withdrawn)))
  })
}
