import { type APIRequestContext } from '@playwright/test'
import { expect, freshWorm, open, test } from './support'

interface Refusal {
  readonly issues: readonly {
    readonly code: string
    readonly path: string
    readonly sentence: string
  }[]
}

async function refused(
  request: APIRequestContext,
  method: 'post' | 'put',
  path: string,
  data: unknown,
): Promise<{ status: number; code: string; sentence: string }> {
  const answer = await request[method](path, { data })
  const [issue] = ((await answer.json()) as Refusal).issues
  return { status: answer.status(), code: issue?.code ?? '', sentence: issue?.sentence ?? '' }
}

test('zeros over HTTP: kept, listed, withdrawn; what gives no zero is refused in words', async ({
  request,
}) => {
  const job = await freshWorm(request)
  const way = job.ways[0]?.id ?? ''
  const stood = 'small-cnc vise-125 p-6 left 0 top back'
  const record = {
    readings: {
      kind: 'edge',
      axis: 'x',
      surface: 'left',
      tip: 10,
      touch: { at: -303, towards: '+' },
    },
    instrument: 'edge-finder',
    source: 'typed',
    stood,
  }
  const path = `/api/runs/${way}/entries`
  const one = `kept-${Date.now()}`
  const zero = (more: object = {}) => ({
    kind: 'zero',
    setup: 's-2',
    record: { ...record, ...more },
  })
  const entry = (id: string, body: object, who = 'A') => ({ id, piece: 1, who, at: 1, body })
  const kinds = async () => {
    const log = (await (await request.get(path)).json()) as {
      entries: { body: { kind: string } }[]
    }
    return log.entries.map(({ body }) => body.kind)
  }
  expect(await kinds()).toEqual([])
  expect((await request.post(path, { data: entry(one, zero()) })).ok()).toBe(true)
  const withdrawn = { kind: 'withdrawn', entry: one, why: 'the wrong edge' }
  expect((await request.post(path, { data: entry(`${one}-w`, withdrawn) })).ok()).toBe(true)
  const send = (more: object, who = 'A') =>
    refused(request, 'post', path, entry(`${one}-b`, zero(more), who))
  expect((await send({}, '  ')).sentence).toContain('“who”')
  expect((await send({ stood: 'elsewhere' })).code).toBe('record.stood')
  expect((await send({ readings: { ...record.readings, tip: 0 } })).sentence).toContain('tip')
  expect((await send({ readings: { ...record.readings, surface: 'nose' } })).code).toBe(
    'record.surface',
  )
  expect((await send({ readings: { kind: 'guess' } })).status).toBe(422)
  const line = [0, 1, 2].map((i) => ({ x: i, y: i }))
  const round = { kind: 'round', feature: 'cover.1', where: 'bore', tip: 2, touches: line }
  expect((await send({ readings: round })).status).toBe(422)
  const stray = entry(`${one}-g`, { ...withdrawn, entry: 'no-such-one' })
  expect((await refused(request, 'post', path, stray)).status).toBe(404)
  expect(await kinds()).toEqual(['zero', 'withdrawn'])
})

test('fixtures over HTTP: a name that is HTML stays a name, a stale version is a conflict', async ({
  page,
  request,
}) => {
  const name = `<b>plate</b> ${Date.now()}`
  const { id } = (await (
    await request.post('/api/fixtures', { data: { name, who: '<i>A</i>' } })
  ).json()) as { id: string }
  await open(page, `/fixtures/${id}`)
  await expect(page.getByRole('heading', { name })).toBeVisible()
  const life = (await (await request.get(`/api/fixtures/${id}`)).json()) as {
    version: number
    fixture: object
  }
  const put = (body: unknown, version: number, why = 'because') =>
    request.put(`/api/fixtures/${id}`, { data: { version, body, who: 'B', why } })
  expect((await put({ ...life.fixture, note: 'x' }, 1)).status()).toBe(200)
  expect((await put({ ...life.fixture, note: 'y' }, 1)).status()).toBe(409)
  expect((await put({ ...life.fixture, note: 'z' }, 2, '')).status()).toBe(422)
  expect((await put({ ...life.fixture, zero: { x: 'left', y: 0, z: 0 } }, 2)).status()).toBe(422)
  expect((await request.get('/api/fixtures/none')).status()).toBe(404)
  expect((await request.post(`/api/fixtures/${id}`, { data: { retired: true } })).status()).toBe(
    200,
  )
})

test('workshop and mill over HTTP: what cannot be is refused, nothing is written', async ({
  request,
}) => {
  const machine = {
    id: 'small-cnc',
    name: 'Small',
    kind: 'cnc',
    travel: { x: -1, y: 300, z: 350 },
    repeatMm: 0.004,
    squarePer100: 0.004,
    tramPer100: 0.005,
    toolLengthMm: 0.01,
  }
  const put = (path: string, data: unknown) =>
    refused(request, 'put', `/api/workshop/${path}`, data)
  expect((await put('machine/small-cnc', machine)).sentence).toContain('travel.x')
  expect((await put('machine/other', { ...machine, travel: { x: 1, y: 1, z: 1 } })).code).toBe(
    'gear.id',
  )
  expect((await put('lathe/one', machine)).status).toBe(404)
  expect((await put('constructor/one', machine)).status).toBe(404)
  expect((await put('setting/other', {})).status).toBe(422)
  expect((await put('setting/conditions', { temperatureK: -3 })).status).toBe(422)
  expect((await put('capability/laser', { positionMm: 0 })).status).toBe(422)
  expect((await put('capability/drill', { positionMm: 'x' })).status).toBe(422)
  const mill = await refused(request, 'post', '/api/mill/mills', {
    kind: 'practice',
    exercise: 'dance',
  })
  expect(mill.status).toBe(422)
  expect((await refused(request, 'post', '/api/mill/mills/none/do', { do: 'stop' })).status).toBe(
    404,
  )
  const exported = await request.get('/api/jobs/none/export?as=offsets-g10')
  expect(exported.status()).toBe(404)
  const placed = await request.get('/api/jobs/none/export?as=offsets-g10&place=left')
  expect(placed.status()).toBe(422)
})
