import { type APIRequestContext, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { readProgram } from '../support/gcodeReader'
import { accessible, again, expect, jobNow, newJob, open, saved, test } from './support'

const PIER = readFileSync('docs/examples/pier-plate.foothold.json', 'utf8')

/** A fresh copy of the pier plate. */
async function freshPier(request: APIRequestContext): Promise<{ job: string; way: string }> {
  const made = await request.post('/api/jobs/import', {
    data: PIER,
    headers: { 'content-type': 'application/json' },
  })
  const { id } = (await made.json()) as { id: string }
  const way = (await jobNow(request, id)).ways[0]?.id
  if (!way) throw new Error('not imported')
  return { job: id, way }
}
const holesPath = ({ job, way }: { job: string; way: string }, more = ''): string =>
  `/jobs/${job}/ways/${way}/holes?${more}`

/** X and Y of a hole in the table. */
async function placeOf(page: Page, name: string): Promise<number[]> {
  const cells = page.getByRole('row', { name: new RegExp(`^${name} `) }).locator('td')
  return [Number(await cells.nth(1).textContent()), Number(await cells.nth(2).textContent())]
}

test('the mirrored pattern laid out from nothing by keyboard agrees with the drawing in both setups', async ({
  page,
  request,
}) => {
  const job = await newJob(request, 'Plate of my own')
  await open(page, `/jobs/${job}/part`)
  await page.keyboard.press('s')
  for (const line of [
    'block 240 x 160 x 16',
    'bore 40 H7 through, on top, centred, called centre bore',
    '10 holes M6 12 deep, on top, 2 x 5 at 16 x 28, 42 from left end, 80 from front, mirrored left to right, called side rows',
    '4 holes M8 11 deep, on base, 210 x 130, centred, called feet',
  ]) {
    await page.keyboard.type(line)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('textbox', { name: 'Say it' })).toHaveValue('')
  }
  await saved(page)
  await page.getByRole('link', { name: 'Ways', exact: true }).click()
  await expect(page.getByRole('heading', { name: /How would you make/ })).toBeVisible()
  for (const [up, cuts] of [
    ['top up, back to fixed jaw', ['centre bore', 'side rows']],
    ['base up, back to fixed jaw', ['feet']],
  ] as const) {
    await page.keyboard.press('n')
    await page.getByRole('button', { name: up }).click()
    await page.getByRole('button', { name: /^Cuts/ }).click()
    for (const name of cuts) await page.getByLabel(name, { exact: true }).check()
    await page.keyboard.press('Escape')
  }
  await saved(page)
  await page.getByRole('link', { name: 'Holes', exact: true }).click()
  await page.getByRole('button', { name: 'marked corner' }).click()
  await page.getByRole('button', { name: /^1 · / }).click()
  // The drawing: the grid lies about 42 from left, 80 from front; its twin as far from the right.
  expect(await placeOf(page, 'side rows no. 1')).toEqual([34, 24])
  expect(await placeOf(page, 'side rows no. 11')).toEqual([206, 24])
  await page.getByRole('button', { name: /^2 · / }).click()
  // Turned over about the jaw: X runs the other way.
  expect(await placeOf(page, 'feet no. 1')).toEqual([-15, 15])
  expect(await placeOf(page, 'feet no. 4')).toEqual([-225, 145])
  await page.getByRole('button', { name: 'Program', exact: true }).click()
  await page.getByRole('button', { name: /^1 · / }).click()
  const program = page.getByLabel('Program', { exact: true }).last()
  await expect(program).toContainText(/setup 1:/i)
  const text = await program.innerText()
  const taps = readProgram(text).filter((hole) => hole.cycle === 'G84')
  expect(taps).toHaveLength(20)
  const xs = taps.map((hole) => hole.x)
  const lowest = Math.min(...xs)
  expect([...new Set(xs.map((x) => Math.round(x - lowest)))].sort((a, b) => a - b)).toEqual([
    0, 16, 156, 172,
  ]) // from the drawing: 34, 50, 190, 206
})

test('ticks are saved as they are made, and kept while the server is away', async ({
  page,
  quiet,
  request,
}) => {
  const pier = await freshPier(request)
  const path = `/jobs/${pier.job}/ways/${pier.way}/ticks?setup=s-2`
  await open(page, path)
  const next = page.locator('[data-next]')
  const first = await next.getAttribute('data-next')
  await page.getByRole('button', { name: 'Done, next' }).click()
  await expect(next).not.toHaveAttribute('data-next', first ?? '')
  await expect(page.locator('[data-ticks]')).toHaveAttribute('data-ticks', 'saved')
  await again(page)
  await expect(page.getByText('next, 2 of 4')).toBeVisible()
  // The network goes away: ticks go on, are said to be kept, and arrive when it is back.
  quiet.expectErrors = true
  await page.route('**/entries', (route) => route.abort())
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-ticks]')).toHaveAttribute('data-ticks', 'kept')
  await page.unroute('**/entries')
  await expect(page.locator('[data-ticks]')).toHaveAttribute('data-ticks', 'saved')
  await again(page)
  await expect(page.getByText('next, 3 of 4')).toBeVisible()
  await page.getByRole('button', { name: 'Back one' }).click()
  await expect(page.getByText('next, 2 of 4')).toBeVisible()
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Done, next' }).click()
  await expect(page.getByText('All 4 holes of this tool done')).toBeVisible()
  await page.getByRole('button', { name: /Next tool/ }).click()
  await expect(page.getByText('next, 1 of 4')).toBeVisible()
  await accessible(page)
  // A hole that is not on the list cannot be ticked.
  const stranger = await request.post(`/api/runs/${pier.way}/entries`, {
    data: {
      id: 'a-stranger',
      piece: 1,
      who: 'A',
      at: 1,
      body: { kind: 'tick', setup: 's-2', stage: 'drill-drill-6.8', hole: 'side.1', done: true },
    },
  })
  expect(stranger.status()).toBe(422)
  expect(JSON.stringify(await stranger.json())).toContain('not on the list')
})

test('holes from a table and from a drawing: shown first, all or nothing', async ({
  page,
  quiet,
  request,
}) => {
  const pier = await freshPier(request)
  await open(page, holesPath(pier, 'setup=s-1'))
  const rows = page.getByRole('region', { name: 'Coordinates' }).getByRole('row')
  const before = await rows.count()
  await page.getByRole('button', { name: 'Table or DXF' }).click()
  const table = page.getByLabel('Paste two columns, X and Y')
  await table.fill('X;Y\n110,5;20\n130,5;')
  await expect(page.getByText('Line 3: Y is empty.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Add 0 holes' })).toBeDisabled()
  await table.fill('X;Y\n110,5;20\n130,5;20')
  await page.getByLabel('What they are').fill('M5 through')
  await page.getByRole('button', { name: 'Add 2 holes' }).click()
  await expect(rows).toHaveCount(before + 2)
  await saved(page)
  const pairs = (...words: readonly (string | number)[]): string => `${words.join('\n')}\n`
  const dxf = `${pairs(0, 'SECTION', 2, 'ENTITIES')}${pairs(0, 'CIRCLE', 8, 'HOLES', 10, 110, 20, 140, 40, 2)}${pairs(0, 'CIRCLE', 8, 'OTHER', 10, 900, 20, 900, 40, 2)}${pairs(0, 'SPLINE', 8, 'HOLES')}${pairs(0, 'ENDSEC', 0, 'EOF')}`
  await page.getByRole('button', { name: 'Table or DXF' }).click()
  const file = (buffer: string) => ({
    name: 'a.dxf',
    mimeType: 'application/dxf',
    buffer: Buffer.from(buffer),
  })
  // The browser logs the refusal.
  quiet.expectErrors = true
  await page.getByLabel('or a file, CSV or DXF').setInputFiles(file('nonsense'))
  await expect(page.getByText('not a DXF file')).toBeVisible()
  await page.getByLabel('or a file, CSV or DXF').setInputFiles(file(dxf))
  await page.getByLabel(/does not say its unit/).selectOption('1')
  await expect(page.getByText('1 × SPLINE on HOLES')).toBeVisible()
  await page.getByRole('button', { name: 'Add 2 holes' }).click()
  await expect(page.getByText(/outside the block.*Nothing was added/)).toBeVisible()
  await page.getByLabel('OTHER, 1').uncheck()
  await page.getByRole('button', { name: 'Add 1 holes' }).click()
  await expect(rows).toHaveCount(before + 3)
  await saved(page)
})

test('holes pointed on the face are said, added and made here', async ({ page, request }) => {
  const pier = await freshPier(request)
  await open(page, holesPath(pier, 'setup=s-1'))
  await page.getByRole('button', { name: 'Point', exact: true }).click()
  const map = page.getByRole('img', { name: /holes as they lie/ })
  const box = await map.boundingBox()
  if (!box) throw new Error('no map')
  await page.mouse.click(box.x + box.width * 0.5, box.y + box.height * 0.78)
  await page.mouse.click(box.x + box.width * 0.55, box.y + box.height * 0.78)
  await expect(page.getByText('2 places pointed')).toBeVisible()
  await page.getByLabel(/What they are/).fill('M4 8 deep, countersink 5')
  await page.getByRole('button', { name: 'Add them' }).click()
  await expect(page.getByRole('row', { name: /tapped hole M4 no\. 2 .*here/ })).toBeVisible()
  await saved(page)
})

test('measured holes: typed ones and pasted ones, and what they say', async ({ page, request }) => {
  const pier = await freshPier(request)
  await open(page, holesPath(pier, 'setup=s-2&pane=measured'))
  await page.getByLabel('levelling feet no. 1: measured X').fill('-14.9')
  await page.getByLabel('levelling feet no. 1: measured Y').fill('15')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('row', { name: /levelling feet no\. 1/ })).toContainText('0.200')
  await page.getByText('Paste a table of measured places').click()
  await page.getByLabel(/^Measured places/).fill('-14.9 15.05\n-224.9 15.05')
  await page.getByRole('button', { name: 'Take them' }).click()
  await expect(page.getByText('The table has 2 lines, the setup 4 holes')).toBeVisible()
  await page
    .getByLabel(/^Measured places/)
    .fill(
      'hole;X;Y\nfeet.1;-14,9;15,05\nfeet.2;-224,9;15,05\nfeet.3;-14,9;145,05\nfeet.4;-224,9;145,05',
    )
  await page.getByRole('button', { name: 'Take them' }).click()
  await expect(page.getByText(/shifted as a whole/)).toBeVisible()
  await again(page)
  await expect(page.getByText(/shifted as a whole/)).toBeVisible()
  await accessible(page)
})

test('each pane of the holes view is accessible, tools can be changed, files come down', async ({
  page,
  request,
}) => {
  const pier = await freshPier(request)
  for (const pane of ['places', 'tools', 'program']) {
    await open(page, holesPath(pier, `setup=s-1&pane=${pane}`))
    await accessible(page)
  }
  await open(page, holesPath(pier, 'setup=s-1&pane=tools'))
  await page.getByLabel('Taps').selectOption('spiral point')
  await saved(page)
  await expect(page.getByRole('button', { name: /Tap M8, spiral point/ })).toBeVisible()
  for (const [as, words] of [
    ['holes-csv', 'side rows no. 1'],
    ['holes-dxf', 'CIRCLE'],
    ['template-svg', 'Measure this line'],
    ['program', 'PROVE THIS PROGRAM'],
  ] as const) {
    const file = await request.get(`/api/jobs/${pier.job}/export?as=${as}&setup=1`)
    expect(file.status()).toBe(200)
    expect(await file.text()).toContain(words)
  }
  const none = await request.get(`/api/jobs/${pier.job}/export?as=program&setup=9`)
  expect(none.status()).toBe(422)
})

test('quick figures answer in every view and go into the field that was left', async ({
  page,
  request,
}) => {
  await open(page, '/')
  // The first key may come before the page has woken up.
  await expect(async () => {
    await page.keyboard.press('q')
    await expect(page.getByLabel('Find')).toBeVisible({ timeout: 2000 })
  }).toPass()
  await page.getByLabel('Find').fill('bolt')
  await page.getByLabel('Diameter of the circle').fill('80')
  await page.getByLabel('Holes', { exact: true }).fill('6')
  await expect(page.getByText('40', { exact: true })).toBeVisible()
  await accessible(page)
  await page.keyboard.press('Escape')
  const pier = await freshPier(request)
  await open(page, holesPath(pier, 'setup=s-1&pane=tools'))
  const field = page.getByLabel('Past the far face')
  await field.focus()
  await page.keyboard.press('Alt+q')
  await page.getByRole('button', { name: 'Drill point' }).click()
  await page.getByLabel('Drill diameter').fill('#7')
  await page
    .getByRole('button', { name: /put in/ })
    .first()
    .click()
  await expect(field).toHaveValue('1.5338 mm')
  await expect(field).toBeFocused()
  await page.keyboard.press('Enter')
  await saved(page)
})

test('calculators over HTTP: an answer, or what is wrong with which input', async ({ request }) => {
  const good = await request.post('/api/calc/tap-drill', { data: { inputs: { thread: 'M6' } } })
  expect(await good.json()).toMatchObject({ results: { drill: { value: 5, unit: 'mm' } } })
  const bad = await request.get('/api/calc/drill-size?size=%2381')
  expect(bad.status()).toBe(422)
  expect(await bad.json()).toMatchObject({ issues: [{ path: 'size' }] })
  expect((await request.get('/api/calc/tapdrill?thread=M6')).status()).toBe(404)
  const list = (await (await request.get('/api/calc')).json()) as unknown[]
  expect(list.length).toBeGreaterThanOrEqual(24)
})
