import { z } from 'zod'
import { measureHoles } from '@/operations'
import { bodyOf, must, respond } from '../../../../../respond'

const coordinate = z.number().min(-100_000).max(100_000)
const Measured = z.strictObject({
  measured: z
    .array(
      z.strictObject({
        hole: z.string().min(1).max(80),
        at: z.strictObject({ x: coordinate, y: coordinate }).optional(),
      }),
    )
    .max(10_000),
})

/** Keeps where holes were measured, mm from the zero of the setup; without `at` it is taken away. */
export function PUT(
  request: Request,
  { params }: { params: Promise<{ way: string; setup: string }> },
): Promise<Response> {
  return respond(async () => {
    const { setup, way } = await params
    const { measured } = await bodyOf(request, Measured)
    return Response.json(must(await measureHoles(way, setup, measured)))
  })
}
