import { type Issue } from '@/core/issues'

/** What came of a call: data, a refusal in words, or no answer at all. */
export type Answer<Data> =
  | { readonly kind: 'done'; readonly data: Data }
  | { readonly kind: 'conflict'; readonly data: Data }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }
  | { readonly kind: 'away' }

/** Calls the server; a server without its database counts as away, like one that does not answer. */
export async function call<Data>(
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' | 'PATCH',
  body?: unknown,
): Promise<Answer<Data>> {
  try {
    const response = await fetch(path, {
      method,
      ...(body === undefined
        ? {}
        : {
            headers: { 'Content-Type': 'application/json' },
            body: typeof body === 'string' ? body : JSON.stringify(body),
          }),
    })
    if (response.status >= 500) return { kind: 'away' }
    const data = (await response.json()) as Data & { issues?: readonly Issue[] }
    if (response.ok) return { kind: 'done', data }
    if (response.status === 409) return { kind: 'conflict', data }
    return { kind: 'refused', issues: data.issues ?? [] }
  } catch {
    return { kind: 'away' }
  }
}
