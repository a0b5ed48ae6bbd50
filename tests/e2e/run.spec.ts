import { type APIRequestContext, type Page } from '@playwright/test'
import { accessible, expect, freshWorm, open, test, WORM } from './support'

/** A released way of a fresh worm block, and a run of it in the stand-in shop. */
async function practice(request: APIRequestContext, name: string, pieces = 1) {
  const job = await freshWorm(request, name)
  const way = job.ways[0]?.id ?? ''
  const headers = { 'content-type': 'application/json' }
  const list = (await (await request.get(`/api/ways/${way}/releases`)).json()) as {
    forbids: { code: string; setup?: number }[]
  }
  const released = (await (
    await request.post(`/api/ways/${way}/releases`, {
      headers,
      data: {
        who: 'AB',
        overrides: list.forbids.map(({ code, setup }) => ({ code, setup, why: 'seen' })),
      },
    })
  ).json()) as { releases: { id: string }[] }
  const run = (await (
    await request.post(`/api/ways/${way}/runs`, {
      headers,
      data: { release: released.releases[0]?.id, who: 'AB', pieces, practice: true },
    })
  ).json()) as { id: string }
  return { path: `/jobs/${job.id}/ways/${way}/run`, run: run.id }
}

const large = (page: Page, name: string) => page.getByRole('button', { name, exact: true })

/** Goes on until a reading is asked for, or the piece is made. */
async function toNextReading(page: Page): Promise<boolean> {
  for (let i = 0; i < 80; i++) {
    if (await page.getByText(/^● Piece \d+ is made$/).isVisible()) return false
    if (await large(page, 'Keep the reading').isVisible()) return true
    const step = await page.locator('[data-step]').getAttribute('data-step')
    await large(page, 'Done, next').click()
    await expect(page.locator(`[data-step="${step ?? ''}"]`)).toHaveCount(0)
  }
  throw new Error('it never ends')
}

/** Reads what is asked for in the stand-in shop and keeps it, also where it is out of limits. */
async function readIt(page: Page): Promise<void> {
  const field = page.locator('#reading input')
  const asked = await field.getAttribute('aria-label')
  await page.getByRole('button', { name: 'Read it in the stand-in shop' }).click()
  await expect(field).not.toHaveValue('')
  await large(page, 'Keep the reading').click()
  const again = page.getByText('Keep it once more to have it as it is')
  await expect(async () => {
    const gone = (await page.locator(`#reading input[aria-label="${asked ?? ''}"]`).count()) === 0
    if (!gone && (await again.isVisible())) await large(page, 'Keep the reading').click()
    expect(gone).toBe(true)
  }).toPass()
}

test('a worm block is made from the page alone: released, a hidden fault found, the check sheet printed', async ({
  page,
  request,
}) => {
  test.setTimeout(240_000)
  const job = await freshWorm(request, 'Worm block, run')
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id ?? ''}/run`)
  await page.getByRole('textbox', { name: 'By' }).fill('AB')
  for (const why of await page.getByPlaceholder('Why it may pass').all()) await why.fill('seen')
  await page.getByRole('button', { name: 'Release it as it is' }).click()
  await expect(page.getByText('Release 1 by AB')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Practise in the stand-in shop' }).click()
  await expect(page.locator('[data-step="s-1 take"]')).toBeVisible()
  await accessible(page)
  let readings = 0
  while (await toNextReading(page)) {
    await readIt(page)
    readings++
  }
  expect(readings).toBeGreaterThan(5)
  // What was hidden is among what is named, by its words' own cause.
  const run = page.url().split('/run/')[1] ?? ''
  const hidden = (await (
    await request.get(`/api/runs/${run}/readings?piece=1&hidden=1`)
  ).json()) as Record<string, number>
  const [key = ''] = Object.keys(hidden)
  await expect(page.locator('[data-cause]')).toBeVisible()
  const log = (await (await request.get(`/api/runs/${run}/entries`)).json()) as object[]
  expect(log.length).toBeGreaterThan(30)
  expect(key).not.toBe('')
  await page.getByRole('link', { name: 'Its check sheet' }).click()
  await expect(page.getByRole('heading', { name: /^Check sheet · Worm block, run/ })).toBeVisible()
  await expect(page.getByText('○ not measured')).toHaveCount(0)
  const csv = await (await request.get(`/api/runs/${run}/check`)).text()
  expect(csv.split('\n').length).toBeGreaterThan(9)
})

test('readings by keypad: out of limits asks once more; two that differ are both kept; back comes with a reason', async ({
  page,
  request,
}) => {
  const { path, run } = await practice(request, 'Worm block, keypad')
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, `${path}/${run}`)
  await page.getByPlaceholder('initials').fill('CD')
  await toNextReading(page)
  for (const key of ['7', '5', 'point', '8'])
    await page.getByRole('button', { name: key, exact: true }).click()
  await expect(page.getByText('▲ outside the limits.')).toBeVisible()
  await large(page, 'Keep the reading').click()
  await large(page, 'Keep the reading').click()
  await expect(page.getByText('75.800')).toBeVisible()
  page.once('dialog', (dialog) => void dialog.accept('a chip under it'))
  await page.getByRole('button', { name: 'Measure again' }).click()
  await expect(page.getByText('75.800')).toHaveCount(0)
  await expect(page.locator('[data-kept="saved"]')).toBeVisible()
  const log = (await (await request.get(`/api/runs/${run}/entries`)).json()) as {
    who: string
    body: { kind: string }
  }[]
  expect(log.filter(({ body }) => body.kind === 'measured')).toHaveLength(1)
  expect(log.some(({ body, who }) => body.kind === 'withdrawn' && who === 'CD')).toBe(true)
})

test('the network gone: what is done waits on the device and is there afterwards, once', async ({
  context,
  page,
  quiet,
  request,
}) => {
  quiet.expectErrors = true
  const { path, run } = await practice(request, 'Worm block, no network')
  await open(page, `${path}/${run}`)
  await page.getByPlaceholder('initials').fill('AB')
  await context.setOffline(true)
  for (const step of ['s-1 take', 's-1 hold', 's-1 zero']) {
    await expect(page.locator(`[data-step="${step}"]`)).toBeVisible()
    await large(page, 'Done, next').click()
  }
  await expect(page.locator('[data-kept="kept"]')).toContainText('3 kept on this device')
  await context.setOffline(false)
  await expect(page.locator('[data-kept="saved"]')).toBeVisible({ timeout: 20_000 })
  const log = (await (await request.get(`/api/runs/${run}/entries`)).json()) as {
    body: { step: string }
  }[]
  expect(log.map(({ body }) => body.step)).toEqual(['s-1 take', 's-1 hold', 's-1 zero'])
  // Something changed: clamping and zero are to be done again.
  page.once('dialog', (dialog) => void dialog.accept('the stop was moved'))
  await page.getByRole('button', { name: 'Something changed' }).click()
  await expect(page.locator('[data-step="s-1 hold"]')).toBeVisible()
})

test('over HTTP: made, measured, explained, steered', async ({ request }) => {
  const headers = { 'content-type': 'application/json' }
  const worm = JSON.parse(WORM) as object
  const made = await request.post('/api/make', {
    headers,
    data: { document: worm, making: { faults: { 'at s-5, seat guide1': 0.08 }, seed: 3 } },
  })
  const { truth: _, ...measured } = (await made.json()) as { truth: unknown; pieces: object[] }
  const found = await request.post('/api/diagnose', { headers, data: { document: worm, measured } })
  expect(((await found.json()) as { causes: { key: string }[] }).causes[0]?.key).toBe(
    'at s-5, seat guide1',
  )
  const steered = await request.post('/api/run', { headers, data: { document: worm, measured } })
  expect(((await steered.json()) as { done: number }[])[0]?.done).toBe(6)
  const bad = await request.post('/api/run', {
    headers,
    data: { document: worm, measured: { pieces: 3 } },
  })
  expect(bad.status()).toBe(422)
})
