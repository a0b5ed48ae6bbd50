import { z } from 'zod'
import { keepZero } from '@/operations'
import { bodyOf, Format, must, respond, Who } from '../../../../../respond'

const Kept = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{6,40}$/, 'must be 6 to 40 letters and digits'),
  who: Who,
  record: z.unknown(),
  format: Format,
})

/** Keeps the readings by which zero was found; readings that give no zero are refused in words. */
export function POST(
  request: Request,
  { params }: { params: Promise<{ way: string; setup: string }> },
): Promise<Response> {
  return respond(async () => {
    const { setup, way } = await params
    const kept = await bodyOf(request, Kept)
    return Response.json(must(await keepZero(way, setup, kept)), { status: 201 })
  })
}
