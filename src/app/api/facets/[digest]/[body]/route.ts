import { facetsOf } from '@/operations'
import { must, respond } from '../../../respond'

interface Context {
  readonly params: Promise<{ digest: string; body: string }>
}

/** The facets of a body of a file; they never change. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { body, digest } = await params
    const facets = must(await facetsOf(digest, Math.max(0, Math.trunc(Number(body)) || 0)))
    return new Response(Buffer.from(facets), {
      headers: {
        'Content-Type': 'application/octet-stream',
        'Cache-Control': 'private, max-age=31536000, immutable',
      },
    })
  })
}
