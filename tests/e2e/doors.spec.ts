import { connect } from 'node:net'
import { expect, freshWorm, jobNow, open, test, WORM } from './support'

const base = new URL(process.env.BASE_URL ?? 'http://127.0.0.1:4310')

/** The status of a request written by hand: what clients will not send, a program may. */
const raw = (head: string): Promise<number> =>
  new Promise((done, failed) => {
    const socket = connect(Number(base.port), base.hostname, () =>
      socket.write(`${head}\r\nConnection: close\r\n\r\n`),
    )
    let text = ''
    socket.on('data', (chunk) => (text += String(chunk)))
    socket.on('error', failed)
    socket.on('close', () => done(Number(/^HTTP\/1\.1 (\d+)/.exec(text)?.[1])))
  })
const host = `Host: ${base.host}`

test('what makes no sense gets a 4xx, never a fault', async ({ request }) => {
  expect(await raw(`TRACE / HTTP/1.1\r\n${host}`)).toBe(405)
  for (const path of ['/jobs/%E0%A4%A/part', '/api/documents/%00', '/api/jobs/%00', '/%0a']) {
    const status = await raw(`GET ${path} HTTP/1.1\r\n${host}`)
    expect([400, 404, 405], `${path}: ${status}`).toContain(status)
  }
  const put = await request.put('/api/workshop/constructor/x', { data: {} })
  expect(put.status()).toBe(404)
  const save = await request.put('/api/documents/__proto__', { data: { baseVersion: 1, body: {} } })
  expect(save.status()).toBe(404)
  const brackets = await request.get(`/api/calc/tap-drill?thread=${'('.repeat(5000)}`)
  expect(brackets.status()).toBe(422)
})

test('hosts are compared without case; an origin must be the same; “null” is none', async ({
  request,
}) => {
  expect(await raw(`GET /api/health HTTP/1.1\r\nHost: LOCALHOST:${base.port}`)).toBe(200)
  expect(await raw(`GET /api/health HTTP/1.1\r\nHost: localhost.elsewhere.example`)).toBe(403)
  const from = async (origin: string): Promise<number> =>
    (await request.post('/api/jobs', { data: { name: '' }, headers: { origin } })).status()
  expect(await from('null')).toBe(403)
  expect(await from('not an origin')).toBe(403)
  expect(await from(`http://${base.hostname}:1`)).toBe(403)
  // The same origin gets as far as being told about the name.
  expect(await from(base.origin)).toBe(422)
})

test('letters that the database refuses are told, and the document can be saved afterwards', async ({
  request,
}) => {
  const job = await freshWorm(request)
  const { part } = (await jobNow(request, job.id)) as unknown as {
    part: { id: string; version: number; body: { name: string } }
  }
  const save = (name: string) =>
    request.put(`/api/documents/${part.id}`, {
      data: JSON.stringify({ baseVersion: part.version, body: { ...part.body, name } }),
      headers: { 'content-type': 'application/json' },
    })
  for (const name of ['half \ud83d', 'null \0']) {
    const refused = await save(name)
    expect(refused.status()).toBe(422)
    expect(await refused.text()).toContain('text.broken')
  }
  expect((await save('whole 🛠')).status()).toBe(200)
})

test('a drawing of 13 MB is read whole', async ({ request }) => {
  const circle = ['0', 'CIRCLE', '8', 'HOLES', '10', '1.5', '20', '2.5', '40', '3', ''].join('\n')
  const blank = '999\nfiller of a comment that says nothing at all, over and over again\n'
  const text = `${blank.repeat(190_000)}0\nSECTION\n2\nENTITIES\n${circle.repeat(3)}0\nENDSEC\n0\nEOF\n`
  expect(text.length).toBeGreaterThan(12_900_000)
  const answer = await request.post('/api/dxf', {
    data: text,
    headers: { 'content-type': 'text/plain' },
  })
  expect(((await answer.json()) as { holes: object[] }).holes).toHaveLength(3)
})

test('no view breaks the content policy, and every answer has its headers', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  const way = `/jobs/${job.id}/ways/${job.ways[0]?.id ?? ''}`
  test.setTimeout(240_000)
  const broken: string[] = []
  page.on('console', (m) => /Content Security Policy/i.test(m.text()) && broken.push(m.text()))
  for (const path of [
    '/',
    '/?archived=yes',
    `/jobs/${job.id}/part`,
    way,
    `${way}/holes`,
    `${way}/zero`,
    `${way}/ticks`,
    `${way}/sheet`,
    '/workshop',
    '/fixtures',
    '/practice',
  ])
    await open(page, path)
  expect(broken).toEqual([])
  for (const path of ['/', '/api/jobs', '/api/jobs/nothing']) {
    const headers = (await request.get(path)).headers()
    expect(headers['content-security-policy']).toContain("default-src 'self'")
    expect(headers['content-security-policy']).not.toContain("script-src 'self' 'unsafe-inline'")
    expect(headers['x-content-type-options']).toBe('nosniff')
    expect(headers['x-frame-options']).toBe('DENY')
    expect(headers['cross-origin-opener-policy']).toBe('same-origin')
    expect(headers).not.toHaveProperty('x-powered-by')
  }
  const script = /\/_next\/static\/[^"]+\.js/.exec(await (await request.get('/')).text())?.[0] ?? ''
  const headers = (await request.get(script)).headers()
  expect(headers['content-security-policy']).toMatch(/script-src 'self' 'wasm-unsafe-eval';/)
  expect(headers['x-content-type-options']).toBe('nosniff')
  expect(headers['cross-origin-resource-policy']).toBe('same-origin')
})

test('gear that the file knows otherwise is asked about before anything is brought in', async ({
  page,
  quiet,
  request,
}) => {
  quiet.expectErrors = true // The browser logs the 409 that asks.
  const document = JSON.parse(WORM) as {
    workshop: { vises: { leanPer100: number }[] }
    part: { name: string }
  }
  const loose = {
    ...document,
    part: { ...document.part, name: 'Loosely held' },
    workshop: {
      ...document.workshop,
      vises: document.workshop.vises.map((v) => ({ ...v, leanPer100: 0.4 })),
    },
  }
  const count = async (): Promise<number> =>
    ((await (await request.get('/api/jobs?search=loosely')).json()) as { total: number }).total
  const before = await count()
  await open(page, '/')
  await page.getByLabel('Foothold file').setInputFiles({
    name: 'loose.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(loose)),
  })
  const question = page.getByRole('alert', { name: 'Whose gear counts' })
  await expect(question).toContainText('with ours')
  expect(await count()).toBe(before)
  await question.getByRole('button', { name: /Keep both/ }).click()
  await expect(page).toHaveURL(/\/part$/)
  await expect(page.getByText('Loosely held').first()).toBeVisible()
})
