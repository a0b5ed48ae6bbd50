import { type NextRequest, NextResponse } from 'next/server'

const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])$/
/** What the build wrote: the same for everyone, kept by the browser. */
const ASSETS = /^\/_next\/static\//
const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'])

/**
 * The server listens on the loopback without a login. A page elsewhere must not reach it through the
 * browser: the Host must be a loopback name (or one of FOOTHOLD_HOSTS), and what changes anything must
 * come from the same origin. Every page, and every answer to a program, carries the headers that OWASP's
 * list asks for.
 */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusalOf(request)
  if (refused) return withHeaders(refused, ofPages(POLICY))
  if (ASSETS.test(request.nextUrl.pathname)) return withHeaders(NextResponse.next(), ofAssets)
  const nonce = btoa(crypto.randomUUID())
  const policy = policyWith(nonce)
  // Next reads the nonce off the request's own policy and puts it on every script that it writes.
  const headers = new Headers(request.headers)
  headers.set('Content-Security-Policy', policy)
  headers.set('x-nonce', nonce)
  return withHeaders(NextResponse.next({ request: { headers } }), ofPages(policy))
}

function refusalOf(request: NextRequest): NextResponse | undefined {
  if (!METHODS.has(request.method)) return refuse(405, 'method', 'Nothing here is done that way.')
  const host = hostOf(request.headers.get('host') ?? '')
  if (!LOOPBACK.test(host.name) && !allowedHosts().some((allowed) => matches(allowed, host)))
    return refuse(403, 'foreign', 'This address is not one that Foothold answers to.')
  const origin = request.headers.get('origin')
  if (request.method !== 'GET' && request.method !== 'HEAD' && origin !== null) {
    const from = originOf(origin)
    if (!from || from.name !== host.name || (from.port !== '' && from.port !== host.port))
      return refuse(403, 'foreign', 'The request came from another page.')
  }
  return isReadable(request.nextUrl.pathname)
    ? undefined
    : refuse(400, 'address', 'The address holds letters that nothing here is called by.')
}

interface Host {
  readonly name: string
  readonly port: string
}

/** Hosts are compared without case; the port of a scheme's own is the same as none. */
function hostOf(text: string): Host {
  const [, name = '', port = ''] = /^(\[[^\]]*\]|[^:]*)(?::(\d+))?$/.exec(text.trim()) ?? []
  return {
    name: name.toLowerCase().replace(/\.$/, ''),
    port: /^(?:80|443)$/.test(port) ? '' : port,
  }
}

function originOf(text: string): Host | undefined {
  // “null” is what a browser sends for a page that has no origin to show.
  return URL.canParse(text) ? hostOf(new URL(text).host) : undefined
}

const allowedHosts = (): readonly Host[] =>
  (process.env.FOOTHOLD_HOSTS ?? '')
    .split(',')
    .filter((name) => name.trim() !== '')
    .map(hostOf)

/** A host that is named without a port is answered on any: the one that a proxy before it was asked on. */
const matches = (allowed: Host, { name, port }: Host): boolean =>
  allowed.name === name && (allowed.port === '' || allowed.port === port)

function isReadable(path: string): boolean {
  try {
    return !/[\0-\x1f\x7f]/.test(decodeURIComponent(path))
  } catch {
    return false
  }
}

const policyWith = (nonce?: string): string =>
  [
    `default-src 'self'`,
    // The solid is made by WebAssembly.
    `script-src 'self'${nonce === undefined ? '' : ` 'nonce-${nonce}' 'strict-dynamic'`} 'wasm-unsafe-eval'`,
    // Widths and places are written as style attributes.
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ')
const POLICY = policyWith()

type AnswerHeaders = readonly (readonly [name: string, value: string])[]

/** A script is no page: of the list it needs what a worker made of it obeys, and who may take it in. */
const ofAssets: AnswerHeaders = [
  ['Content-Security-Policy', POLICY],
  ['X-Content-Type-Options', 'nosniff'],
  ['Cross-Origin-Resource-Policy', 'same-origin'],
]

const ofPages = (policy: string): AnswerHeaders => [
  ['Content-Security-Policy', policy],
  ['X-Content-Type-Options', 'nosniff'],
  ['X-Frame-Options', 'DENY'],
  ['Referrer-Policy', 'same-origin'],
  ['Cross-Origin-Opener-Policy', 'same-origin'],
  ['Cross-Origin-Resource-Policy', 'same-origin'],
  ['X-Permitted-Cross-Domain-Policies', 'none'],
  ['Permissions-Policy', 'camera=(), geolocation=(), microphone=(), payment=(), usb=()'],
]

function withHeaders(response: NextResponse, headers: AnswerHeaders): NextResponse {
  for (const [name, value] of headers) response.headers.set(name, value)
  return response
}

const refuse = (status: number, code: string, sentence: string): NextResponse =>
  NextResponse.json({ issues: [{ code: `request.${code}`, path: '', sentence }] }, { status })
