import { type NextRequest, NextResponse } from 'next/server'

const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/

/**
 * The server listens on the loopback without a login. A page elsewhere must not reach it through the
 * browser: the Host must be a loopback name (or one of FOOTHOLD_HOSTS), and what changes anything must
 * come from the same origin.
 */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get('host') ?? ''
  const allowed = (process.env.FOOTHOLD_HOSTS ?? '')
    .split(',')
    .map((h) => h.trim())
    .filter(Boolean)
  if (!LOOPBACK.test(host) && !allowed.includes(host))
    return refuse('This address is not one that Foothold answers to.')
  const origin = request.headers.get('origin')
  if (
    request.method !== 'GET' &&
    request.method !== 'HEAD' &&
    origin !== null &&
    new URL(origin).host !== host
  )
    return refuse('The request came from another page.')
  const response = NextResponse.next()
  response.headers.set('X-Content-Type-Options', 'nosniff')
  response.headers.set('X-Frame-Options', 'DENY')
  response.headers.set('Referrer-Policy', 'same-origin')
  return response
}

const refuse = (sentence: string): NextResponse =>
  NextResponse.json({ issues: [{ code: 'request.foreign', path: '', sentence }] }, { status: 403 })
