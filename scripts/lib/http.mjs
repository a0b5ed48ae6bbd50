import { request } from 'node:http'

/**
 * One request over a connection of its own, so that nothing an earlier one left behind counts.
 * Status 0 when nobody answered within `patienceMs`.
 */
export function ask(address, method, path, { body, headers = {}, patienceMs = 30_000 } = {}) {
  const begun = performance.now()
  return new Promise((done) => {
    const given = (status, text) => done({ status, text, ms: performance.now() - begun })
    const { hostname, port } = new URL(address)
    const bytes = body === undefined ? undefined : Buffer.from(body)
    const sent = request(
      {
        hostname,
        port,
        path,
        method,
        agent: false,
        signal: AbortSignal.timeout(patienceMs),
        headers: { ...headers, ...(bytes && { 'content-length': bytes.length }) },
      },
      (response) => {
        const chunks = []
        response.on('data', (chunk) => chunks.push(chunk))
        response.on('end', () => given(response.statusCode, Buffer.concat(chunks).toString()))
        response.on('error', () => given(0, ''))
      },
    )
    sent.on('error', () => given(0, ''))
    sent.end(bytes)
  })
}
