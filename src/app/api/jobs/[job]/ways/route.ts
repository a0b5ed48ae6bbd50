import { z } from 'zod'
import { addWay } from '@/operations'
import { bodyOf, must, respond } from '../../../respond'

export function POST(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () => {
    const { copyOf } = await bodyOf(
      request,
      z.strictObject({ copyOf: z.string().max(40).optional() }),
    )
    return Response.json({ id: must(await addWay((await params).job, copyOf)) }, { status: 201 })
  })
}
