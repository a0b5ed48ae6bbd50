import { z } from 'zod'
import { addWay, addWayFromFit } from '@/operations'
import { bodyOf, must, respond } from '../../../respond'

const Body = z.strictObject({
  copyOf: z.string().max(40).optional(),
  firstCut: z
    .strictObject({
      on: z.enum(['jacks', 'nest']),
      knownMm: z.number().min(0).max(50),
      clearanceMm: z.number().min(1).max(500),
    })
    .optional()
    .describe('Set by the fit of a casting.'),
})

export function POST(
  request: Request,
  { params }: { params: Promise<{ job: string }> },
): Promise<Response> {
  return respond(async () => {
    const { copyOf, firstCut } = await bodyOf(request, Body)
    const { job } = await params
    const added = firstCut ? await addWayFromFit(job, firstCut) : await addWay(job, copyOf)
    return Response.json({ id: must(added) }, { status: 201 })
  })
}
