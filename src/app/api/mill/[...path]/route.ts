import { bodyText, respond } from '../../respond'

export const dynamic = 'force-dynamic'

type Context = { params: Promise<{ path: string[] }> }

/** The stand-in mill, or another service that speaks docs/stream.md. */
const MILL = process.env.FOOTHOLD_MILL_URL ?? 'http://127.0.0.1:4320'

/** Hands the stream of a mill on, message by message. */
export function GET(request: Request, context: Context): Promise<Response> {
  return respond(async () => handOn(await context.params, { signal: request.signal }))
}

export function POST(request: Request, context: Context): Promise<Response> {
  return respond(async () =>
    handOn(await context.params, { method: 'POST', body: await bodyText(request, 500_000) }),
  )
}

async function handOn({ path }: { path: string[] }, init: RequestInit): Promise<Response> {
  const address = `${MILL}/${path.map(encodeURIComponent).join('/')}`
  const headers = {
    Authorization: `Bearer ${process.env.FOOTHOLD_MILL_TOKEN ?? ''}`,
    ...(init.method === 'POST' && { 'Content-Type': 'application/json' }),
  }
  const answer = await fetch(address, { ...init, headers }).catch(() => undefined)
  if (!answer)
    return refused('The stand-in mill does not run. Start Foothold with npm run up.', 503)
  const type = answer.headers.get('content-type') ?? 'application/json'
  if (!answer.ok) {
    const said = (await answer.json().catch(() => ({}))) as { error?: string }
    return refused(said.error ?? 'The mill does not understand that.', answer.status)
  }
  return new Response(answer.body, {
    headers: { 'Content-Type': type, 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' },
  })
}

const refused = (sentence: string, status: number): Response =>
  Response.json({ issues: [{ code: 'mill', path: '', sentence }] }, { status })
