import { get as httpGet } from 'node:http'
import { type AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type Score, type StreamMessage, StreamMessageSchema } from '@/core/floor/standin'
import { Mills } from '@/standin/mills'
import { millServer } from '@/standin/server'

const mills = new Mills()
const WORD = 'only between the two'
const server = millServer(WORD, mills)
const KNOWN = { authorization: `Bearer ${WORD}`, 'content-type': 'application/json' }
let base = ''

beforeAll(async () => {
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(() => {
  mills.stopAll()
  server.closeAllConnections()
  server.close()
})

const post = async (path: string, body: unknown) => {
  const answer = await fetch(base + path, {
    method: 'POST',
    headers: KNOWN,
    body: JSON.stringify(body),
  })
  return { status: answer.status, body: (await answer.json()) as Record<string, unknown> }
}

/** Reads so many messages of a stream, then lets go of it. */
async function read(mill: string, count: number): Promise<StreamMessage[]> {
  const stop = new AbortController()
  const answer = await fetch(`${base}/mills/${mill}/stream`, {
    headers: KNOWN,
    signal: stop.signal,
  })
  expect(answer.headers.get('content-type')).toBe('text/event-stream')
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader()
  const found: StreamMessage[] = []
  let text = ''
  while (reader && found.length < count) {
    const { done, value } = await reader.read()
    if (done) break
    text += value
    const blocks = text.split('\n\n')
    text = blocks.pop() ?? ''
    for (const block of blocks)
      found.push(StreamMessageSchema.parse(JSON.parse(block.replace(/^data: /, ''))))
  }
  stop.abort()
  return found.slice(0, count)
}

it('an exercise is set up, streams about fifty times a second, is driven, and scores', async () => {
  const { body } = await post('/mills', { kind: 'practice', exercise: 'find-centre', seed: 5 })
  const mill = String(body.mill)
  // The truth is not told.
  expect(body).not.toHaveProperty('world')
  expect(body).not.toHaveProperty('fault')
  const first = await read(mill, 25)
  expect(first.map((m) => m.n)).toEqual(first.map((_, i) => i))
  const way = (first[24]?.t ?? 0) - (first[1]?.t ?? 0)
  expect(way / 23).toBeGreaterThan(15)
  expect(way / 23).toBeLessThan(40)
  expect((await post(`/mills/${mill}/do`, { do: 'jog', axis: 'x', by: 1 })).status).toBe(200)
  const next = await read(mill, 20)
  expect(next[19]?.x).toBeCloseTo((first[24]?.x ?? 0) + 1, 3)
  const score = await post(`/mills/${mill}/score`, { kind: 'centre', at: { x: 0, y: 0 } })
  expect((score.body as unknown as Score).grade).toBe('off')
})

it('what it does not understand is refused in words', async () => {
  expect((await post('/mills', { kind: 'practice', exercise: 'dance' })).status).toBe(422)
  expect((await post('/mills/mill-0/do', { do: 'stop' })).status).toBe(404)
  expect((await fetch(`${base}/mills/mill-0/stream`, { headers: KNOWN })).status).toBe(404)
  expect((await fetch(`${base}/mills`, { method: 'POST', headers: KNOWN, body: '{' })).status).toBe(
    400,
  )
  expect((await fetch(`${base}/elsewhere`, { headers: KNOWN })).status).toBe(404)
  const large = await fetch(`${base}/mills`, {
    method: 'POST',
    headers: KNOWN,
    body: 'x'.repeat(3_000_000),
  })
  expect(large.status).toBe(413)
})

it('answers only the server beside it: by a loopback name, with the word, never a page, and JSON', async () => {
  const status = async (headers: Record<string, string>, method = 'GET'): Promise<number> =>
    (await fetch(`${base}/health`, { method, headers })).status
  expect(await status(KNOWN)).toBe(200)
  expect(await status({})).toBe(401)
  expect(await status({ authorization: 'Bearer something else' })).toBe(401)
  expect(await status({ ...KNOWN, origin: 'http://elsewhere.example' })).toBe(403)
  expect(await status({ ...KNOWN, origin: 'null' })).toBe(403)
  expect(await status({ ...KNOWN, 'content-type': 'text/plain' }, 'POST')).toBe(415)
  const foreign = await new Promise<number>((done) => {
    const { port } = server.address() as AddressInfo
    httpGet(
      {
        port,
        host: '127.0.0.1',
        path: '/health',
        headers: { ...KNOWN, host: 'elsewhere.example' },
      },
      (r) => done(r.statusCode ?? 0),
    )
  })
  expect(foreign).toBe(403)
})

it('two that listen to one mill miss nothing by each other', async () => {
  const { body } = await post('/mills', { kind: 'practice', exercise: 'find-centre', seed: 6 })
  const mill = String(body.mill)
  const [first, second] = await Promise.all([read(mill, 30), read(mill, 12)])
  for (const heard of [first, second])
    heard.slice(1).forEach((message, i) => expect(message.n).toBe((heard[i]?.n ?? NaN) + 1))
})
