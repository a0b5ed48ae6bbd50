import { type Issue } from '@/core/ground/issues'

/** What came of a call: data, a refusal in words, or no answer at all. */
export type Answer<Data> =
  | { readonly kind: 'done'; readonly data: Data }
  | { readonly kind: 'conflict'; readonly data: Data }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }
  | { readonly kind: 'away' }

/** Browsers keep requests of a page that is left only up to 64 kB of them together. */
const MOST_KEPT_ALIVE = 30_000

/** Calls the server; a server without its database counts as away, like one that does not answer. */
export async function call<Data>(
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' | 'PATCH',
  body?: unknown,
): Promise<Answer<Data>> {
  try {
    const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
    const response = await fetch(path, {
      method,
      // What is on its way arrives though the page is left meanwhile.
      keepalive: method !== 'GET' && (text?.length ?? 0) < MOST_KEPT_ALIVE,
      ...(text !== undefined && { headers: { 'Content-Type': 'application/json' }, body: text }),
    })
    return answerOf(response.status, await response.text())
  } catch {
    return { kind: 'away' }
  }
}

/** Puts a file where it is to be. */
export async function put<Data>(path: string, body: Blob): Promise<Answer<Data>> {
  try {
    const headers = { 'Content-Type': body.type || 'application/octet-stream' }
    const response = await fetch(path, { method: 'PUT', headers, body })
    return answerOf(response.status, await response.text())
  } catch {
    return { kind: 'away' }
  }
}

/** Sends a large text or file, telling on the way which part of it has gone out, 0 to 1. */
export function send<Data>(
  path: string,
  body: string | Blob,
  onSent: (part: number) => void,
  signal?: AbortSignal,
): Promise<Answer<Data>> {
  return new Promise((done) => {
    // fetch tells nothing of how far a body has been sent.
    const request = new XMLHttpRequest()
    request.open('POST', path)
    request.setRequestHeader(
      'Content-Type',
      typeof body === 'string' ? 'application/json' : 'application/octet-stream',
    )
    signal?.addEventListener('abort', () => request.abort())
    request.upload.onprogress = ({ loaded, total }) => total > 0 && onSent(loaded / total)
    request.onload = () => done(answerOf(request.status, request.responseText))
    request.onerror = () => done({ kind: 'away' })
    request.onabort = () => done({ kind: 'away' })
    request.send(body)
  })
}

function answerOf<Data>(status: number, text: string): Answer<Data> {
  if (status >= 500) return { kind: 'away' }
  let data: Data & { issues?: readonly Issue[] }
  try {
    data = JSON.parse(text) as typeof data
  } catch {
    return { kind: 'away' }
  }
  if (status < 300) return { kind: 'done', data }
  if (status === 409) return { kind: 'conflict', data }
  return { kind: 'refused', issues: data.issues ?? [] }
}
