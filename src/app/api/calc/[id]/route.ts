import { z } from 'zod'
import { runCalculator } from '@/core/handbook/calculators'
import { bodyOf, must, respond } from '../../respond'

const Body = z.strictObject({
  unit: z.enum(['mm', 'inch']).default('mm'),
  inputs: z.record(z.string().max(40), z.string().max(200)),
})

/** `POST {"inputs": {"thread": "M6"}, "unit": "mm"}`; `GET ?thread=M6` does the same. */
export function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  return respond(async () => {
    const { inputs, unit } = await bodyOf(request, Body)
    return Response.json(must(runCalculator((await params).id, inputs, unit)))
  })
}

export function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  return respond(async () => {
    const inputs = Object.fromEntries(new URL(request.url).searchParams)
    return Response.json(must(runCalculator((await params).id, inputs)))
  })
}
