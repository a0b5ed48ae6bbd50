import { expect, freshWorm, open, test, WORM } from './support'

interface Refusal {
  readonly issues: readonly {
    readonly code: string
    readonly path: string
    readonly sentence: string
  }[]
}
const json = { 'content-type': 'application/json' }

test('check, analyse and export over HTTP answer as the command line does', async ({ request }) => {
  const checked = (await (
    await request.post('/api/check', { data: WORM, headers: json })
  ).json()) as { way: string; forbidden: boolean }[]
  expect(checked.map((c) => [c.way, c.forbidden])).toEqual([
    ['Way A', false],
    ['Way B', false],
  ])
  const analysed = (await (
    await request.post('/api/analyse?samples=500&seed=3', { data: WORM, headers: json })
  ).json()) as { requirements: { simulated: object }[] }[]
  expect(analysed[0]?.requirements[0]?.simulated).toBeDefined()
  const csv = await request.post('/api/export?as=csv&way=Way%20B', { data: WORM, headers: json })
  expect(await csv.text()).toContain('Bore to base')
  const pdf = await request.post('/api/export?as=sheet-pdf', { data: WORM, headers: json })
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
})

test('a job’s solid comes over HTTP, as it leaves each setup', async ({ request }) => {
  const job = await freshWorm(request)
  const facets = async (as: string): Promise<number> => {
    const answer = await request.get(`/api/jobs/${job.id}/export?as=${as}`)
    expect([answer.status(), answer.headers()['content-type']]).toEqual([200, 'model/stl'])
    const bytes = await answer.body()
    expect(bytes.length).toBe(84 + 50 * bytes.readUInt32LE(80))
    return bytes.readUInt32LE(80)
  }
  // A bare block has twelve.
  expect(await facets('left-stl&setup=1')).toBe(12)
  expect(await facets('part-stl')).toBeGreaterThan(await facets('left-stl&setup=4'))
  expect((await request.get(`/api/jobs/${job.id}/export?as=left-stl&setup=99`)).status()).toBe(422)
})

test('bad input: a code, a sentence and a path each; nothing is saved', async ({ request }) => {
  const job = await freshWorm(request)
  // Others work at the same time: only what bears this name is counted.
  const name = 'Refused block'
  const called = async (): Promise<number> =>
    ((await (await request.get(`/api/jobs?search=${name}`)).json()) as { total: number }).total
  const refused = async (
    response: Awaited<ReturnType<typeof request.post>>,
    status: number,
    words: RegExp,
  ): Promise<void> => {
    expect(response.status()).toBe(status)
    const { issues } = (await response.json()) as Refusal
    expect(issues[0]?.sentence).toMatch(words)
    expect(issues[0]?.code).toBeTruthy()
  }
  await refused(
    await request.post('/api/check', { data: Buffer.from('{"format":'), headers: json }),
    422,
    /not JSON/,
  )
  await refused(
    await request.post('/api/jobs/import', {
      data: Buffer.from(WORM.replace('"mm": 92', '"mm": 1e99').replaceAll('Worm block', name)),
      headers: json,
    }),
    422,
    /part\.size\.x\.mm/,
  )
  await refused(
    await request.post('/api/analyse?samples=1', { data: WORM, headers: json }),
    422,
    /samples/,
  )
  await refused(
    await request.post('/api/export?as=dwg', { data: WORM, headers: json }),
    422,
    /one of json, csv/,
  )
  await refused(await request.post('/api/jobs', { data: { name: '' } }), 422, /name/)
  await refused(
    await request.post('/api/jobs', { data: 'name=x', headers: { 'content-type': 'text/plain' } }),
    415,
    /Send JSON/,
  )
  await refused(
    await request.put('/api/documents/none', { data: { baseVersion: 1, body: {} } }),
    404,
    /not there/,
  )
  await refused(
    await request.put('/api/documents/none', { data: { baseVersion: 'x', body: {} } }),
    422,
    /baseVersion/,
  )
  await refused(
    await request.get(`/api/jobs/${job.id}/export?as=csv&way=Way%20Z`),
    422,
    /no way called/,
  )
  expect(await called()).toBe(0)
})

test('a body of 50 MB is turned away', async ({ request }) => {
  const response = await request.post('/api/jobs/import', {
    data: 'x'.repeat(50_000_000),
    headers: json,
  })
  expect(response.status()).toBe(413)
})

test('another origin and a foreign host name are turned away', async ({ request }) => {
  expect(
    (
      await request.post('/api/jobs', {
        data: { name: 'x' },
        headers: { origin: 'http://elsewhere.example' },
      })
    ).status(),
  ).toBe(403)
  expect(
    (await request.get('/api/jobs', { headers: { host: 'elsewhere.example' } })).status(),
  ).toBe(403)
})

test('what is not there says so', async ({ page, quiet }) => {
  quiet.expectErrors = true // The browser logs the 404.
  await page.goto('/jobs/nothing/part')
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible()
})

test('a first load sends less than 400 kB of script', async ({ page, request }) => {
  const job = await freshWorm(request)
  let bytes = 0
  const session = await page.context().newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Set<string>()
  session.on(
    'Network.responseReceived',
    (event) => event.type === 'Script' && scripts.add(event.requestId),
  )
  session.on('Network.loadingFinished', (event) => {
    if (scripts.has(event.requestId)) bytes += event.encodedDataLength
  })
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}`)
  expect(bytes).toBeGreaterThan(50_000)
  expect(bytes).toBeLessThan(400_000)
})
