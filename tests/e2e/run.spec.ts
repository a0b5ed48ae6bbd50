import { readFileSync } from 'node:fs'
import { type APIRequestContext, type Page } from '@playwright/test'
import { GREY_JPEG } from '../support/photo'
import { roughBoreIn } from '../support/roughBore'
import { accessible, expect, freshJob, open, test, WORM } from './support'

/** A released way of a fresh worm block, and a run of it in the stand-in shop. */
async function practice(
  request: APIRequestContext,
  name: string,
  { pieces = 1, practice: isPractice = true, text = WORM } = {},
) {
  const job = await freshJob(request, text.replaceAll('"Worm block"', `"${name}"`))
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
      data: { release: released.releases[0]?.id, who: 'AB', pieces, practice: isPractice },
    })
  ).json()) as { id: string }
  return { path: `/jobs/${job.id}/ways/${way}/run`, run: run.id }
}

/** What was kept of a run. */
async function logOf(request: APIRequestContext, run: string) {
  const log = (await (await request.get(`/api/runs/${run}/entries`)).json()) as {
    readonly entries: readonly {
      readonly who: string
      readonly body: { readonly kind: string; readonly step?: string }
    }[]
  }
  return log.entries
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

/** The worm block with its bore roughed, and measured, before it is bored to size. */
const ROUGHED = ((): string => {
  const document = JSON.parse(WORM) as { name: string; ways: Parameters<typeof roughBoreIn>[0][] }
  return JSON.stringify({ ...document, ways: document.ways.map(roughBoreIn) })
})()

/** The worm block with its bore made to a shaft that was measured, loose by 0.010 to 0.040. */
const TO_A_SHAFT = ((): string => {
  const document = JSON.parse(WORM) as {
    part: { requirements: { id: string; kind: string; of: string }[] }
  }
  const fit = {
    id: 'shaft-fit',
    kind: 'size',
    of: 'bore',
    critical: true,
    plus: { mm: 0 },
    minus: { mm: 0 },
    mate: {
      name: 'shaft',
      measured: { mm: 21.98 },
      plusMinus: { mm: 0.002 },
      least: { mm: 0.01 },
      most: { mm: 0.04 },
    },
  }
  const requirements = [
    ...document.part.requirements.filter(({ kind, of }) => kind !== 'size' || of !== 'bore'),
    fit,
  ]
  return JSON.stringify({ ...document, part: { ...document.part, requirements } })
})()

/** Takes what is advised once it is worked out, if there is something; tells the causes named by then. */
async function takeAdvice(page: Page): Promise<string | undefined> {
  await expect(page.getByText('Being worked out …')).toHaveCount(0)
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
  const taken = large(page, 'Taken, keyed in')
  if (!(await taken.isVisible())) return undefined
  const cause = page.locator('[data-cause]')
  const named = (await cause.count()) > 0 ? await cause.getAttribute('data-cause') : ''
  await taken.click()
  await expect(taken).toHaveCount(0)
  return named ?? ''
}

test('a worm block is made from the page alone: a hidden fault named, the last cut put right, the check sheet printed', async ({
  page,
  request,
}) => {
  test.setTimeout(300_000)
  const job = await freshJob(request, ROUGHED.replaceAll('"Worm block"', '"Worm block, run"'))
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id ?? ''}/run`)
  await page.getByRole('textbox', { name: 'By' }).fill('AB')
  for (const why of await page.getByPlaceholder('Why it may pass').all()) await why.fill('seen')
  await page.getByRole('button', { name: 'Release it as it is' }).click()
  await expect(page.getByText('Release 1 by AB')).toBeVisible()
  await accessible(page)
  await page.getByRole('spinbutton', { name: 'Exercise (0: any)' }).fill('2')
  await page.getByRole('button', { name: 'Practise in the stand-in shop' }).click()
  await expect(page.locator('[data-step="s-1 take"]')).toBeVisible({ timeout: 60_000 })
  await accessible(page)
  const run = page.url().split('/run/')[1] ?? ''
  const hidden = (await (
    await request.get(`/api/runs/${run}/readings?piece=1&hidden=1`)
  ).json()) as Record<string, number>
  const [key = ''] = Object.keys(hidden)
  const named: string[] = []
  let readings = 0
  while (await toNextReading(page)) {
    await readIt(page)
    readings++
    const causes = await takeAdvice(page)
    if (causes !== undefined) named.push(causes)
  }
  expect(readings).toBeGreaterThan(7)
  // What was hidden was among what was named when the last cut was put right.
  expect(key).not.toBe('')
  expect(named.some((causes) => causes.split('; ').includes(key))).toBe(true)
  const log = await logOf(request, run)
  expect(log.length).toBeGreaterThan(30)
  expect(log.some(({ body }) => body.kind === 'moved')).toBe(true)
  await page.getByRole('link', { name: 'Its check sheet' }).click()
  await expect(page.getByRole('heading', { name: /^Check sheet · Worm block, run/ })).toBeVisible()
  await expect(page.getByText('○ not measured')).toHaveCount(0)
  // The fault was made to spoil it: it is saved.
  await expect(
    page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: 'Bore to base' }) }),
  ).toContainText('● accepted')
  await expect(page.getByText(/^In all \d+ min of \d+ planned \(rule of thumb\)/)).toBeVisible()
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
  // An instrument that reads inches: one key more.
  for (const key of ['3', 'in']) await page.getByRole('button', { name: key, exact: true }).click()
  await expect(page.locator('#reading input')).toHaveValue('3 in')
  for (const key of ['in', 'Take the last figure away', '7', '5', 'point', '8'])
    await page.getByRole('button', { name: key, exact: true }).click()
  await expect(page.getByText('▲ outside the limits.')).toBeVisible()
  await large(page, 'Keep the reading').click()
  await large(page, 'Keep the reading').click()
  await expect(page.getByText('75.800')).toBeVisible()
  page.once('dialog', (dialog) => void dialog.accept('a chip under it'))
  await page.getByRole('button', { name: 'Measure again' }).click()
  await expect(page.getByText('75.800')).toHaveCount(0)
  await expect(page.locator('[data-kept="saved"]')).toBeVisible()
  const log = await logOf(request, run)
  expect(log.filter(({ body }) => body.kind === 'measured')).toHaveLength(1)
  expect(log.some(({ body, who }) => body.kind === 'withdrawn' && who === 'CD')).toBe(true)
})

/** The steps of the first setups of the worm block, in order, up to one of them. */
function stepsTo(last: string): readonly string[] {
  const cuts: Readonly<Record<string, readonly string[]>> = {
    's-1': ['base'],
    's-2': ['top'],
    's-3': ['back'],
    's-4': ['front', 'bore-rough'],
  }
  const all = Object.entries(cuts).flatMap(([setup, ops]) =>
    ['take', 'hold', 'zero', 'place', ...ops.map((op) => `cut ${op}`), 'check', 'turn'].map(
      (step) => `${setup} ${step}`,
    ),
  )
  return all.slice(0, all.indexOf(last) + 1)
}

test('a correction is for this piece, or for the following too until it is taken back; at a machine zero is told', async ({
  page,
  request,
}) => {
  test.setTimeout(120_000)
  const { path, run } = await practice(request, 'Worm block, corrections', {
    pieces: 2,
    practice: false,
    text: ROUGHED,
  })
  const headers = { 'content-type': 'application/json' }
  const done = async (piece: number, last: string): Promise<void> => {
    for (const [i, step] of stepsTo(last).entries())
      await request.post(`/api/runs/${run}/entries`, {
        headers,
        data: {
          id: `done-${run}-${piece}-${i}`,
          piece,
          who: 'AB',
          at: Date.now() - 60_000 + i,
          body: { kind: 'done', step },
        },
      })
  }
  await done(1, 's-4 cut bore-rough')
  await open(page, `${path}/${run}`)
  await page.getByPlaceholder('initials').fill('AB')
  await expect(page.locator('[data-step="s-4 hold bore-rough"]')).toBeVisible()
  await expect(page.getByText('Bore to base, on the rough cut, from the fixed jaw')).toBeVisible()
  for (const figure of ['31.955', '0']) {
    await page.locator('#reading input').fill(figure)
    await large(page, 'Keep the reading').click()
    await expect(page.getByText(`${Number(figure).toFixed(3)}`, { exact: true })).toBeVisible()
  }
  await expect(page.locator('[data-advice="0"]')).toHaveCount(0)
  await expect(
    page.getByText(/move Y of G54 by [+−]0\.0\d+ before the rest of setup 4/),
  ).toBeVisible()
  await large(page, 'For the following too').click()
  await expect(page.getByText(/^Y of G54 by/)).toBeVisible()
  await expect(page.getByText(', for the following too')).toBeVisible()
  await expect(page.locator('[data-kept="saved"]')).toBeVisible()
  await done(2, 's-4 hold')
  await open(page, `${path}/${run}?piece=2`)
  await expect(page.locator('[data-step="s-4 zero"]')).toBeVisible()
  await expect(page.getByText('not found yet').first()).toBeVisible()
  await expect(page.getByRole('link', { name: 'Find it step by step' })).toBeVisible()
  await expect(page.getByText(/^Y of G54 by/)).toBeVisible()
  await large(page, 'Take it back').click()
  await expect(page.getByText(/^Y of G54 by/)).toHaveCount(0)
  await accessible(page)
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
  page.once('dialog', (dialog) => void dialog.accept('stop at the left'))
  await page
    .getByLabel('Picture')
    .setInputFiles({ name: 'stop.jpg', mimeType: 'image/jpeg', buffer: GREY_JPEG })
  await expect(page.getByRole('img', { name: 'stop at the left' })).toBeVisible()
  await expect(page.locator('[data-kept="kept"]')).toContainText('4 kept on this device')
  await context.setOffline(false)
  await expect(page.locator('[data-kept="saved"]')).toBeVisible({ timeout: 20_000 })
  const log = await logOf(request, run)
  const steps = ['s-1 take', 's-1 hold', 's-1 zero']
  expect(log.map(({ body }) => body.step)).toEqual([...steps, 's-1 place'])
  // The picture came along, and is there on another visit.
  await page.reload()
  const picture = page.getByRole('img', { name: 'stop at the left' })
  await expect(picture).toHaveAttribute('src', /^\/api\/runs\//)
  await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(2)
  // Something changed: clamping and zero are to be done again.
  page.once('dialog', (dialog) => void dialog.accept('the stop was moved'))
  await page.getByRole('button', { name: 'Something changed' }).click()
  await expect(page.locator('[data-step="s-1 hold"]')).toBeVisible()
})

test('a bump while a clamping is only turned: that is clamped and found again, what was cut before stays cut', async ({
  page,
  request,
}) => {
  const text = readFileSync('docs/examples/clutch-hub.foothold.json', 'utf8')
  const { run, path } = await practice(request, '', { practice: false, text })
  const first = ['take', 'hold', 'zero', 'place']
  const all = [
    ...[...first, 'cut left', 'check', 'turn'].map((step) => `s-1 ${step}`),
    ...[...first, 'cut right', 'cut bore', 'check', 'turn'].map((step) => `s-2 ${step}`),
    ...[...first, 'cut dog-top', 'cut detent-top', 'check', 'turn'].map((step) => `s-3 ${step}`),
    ...['take', 'zero', 'place', 'cut dog-front'].map((step) => `s-4 ${step}`),
  ]
  for (const [i, step] of all.entries()) {
    const kept = await request.post(`/api/runs/${run}/entries`, {
      headers: { 'content-type': 'application/json' },
      data: {
        id: `done-${run}-${i}`,
        piece: 1,
        who: 'AB',
        at: Date.now() - 60_000 + i,
        body: { kind: 'done', step },
      },
    })
    expect(kept.ok()).toBe(true)
  }
  await open(page, `${path}/${run}`)
  await page.getByPlaceholder('initials').fill('AB')
  await expect(page.locator('[data-step="s-4 cut detent-front"]')).toBeVisible()
  page.once('dialog', (dialog) => void dialog.accept('the work was bumped'))
  await page.getByRole('button', { name: 'Something changed' }).click()
  // The chuck of setup 3 is closed again and its zero found; then it is turned to where it was.
  for (const step of ['s-3 hold', 's-3 zero', 's-4 take', 's-4 zero']) {
    await expect(page.locator(`[data-step="${step}"]`)).toBeVisible()
    await large(page, 'Done, next').click()
  }
  await expect(page.locator('[data-step="s-4 cut detent-front"]')).toBeVisible()
})

test('the bore is made to the shaft that was measured for this piece: its limits follow, on the page and on the check sheet', async ({
  page,
  request,
}) => {
  const { run, path } = await practice(request, 'Worm block and its shaft', {
    practice: false,
    text: TO_A_SHAFT,
  })
  const enter = (id: string, body: object) =>
    request.post(`/api/runs/${run}/entries`, {
      data: { id: `${id}-${run}`, piece: 1, who: 'AB', at: 1000, body },
    })
  const before = stepsTo('s-4 take').slice(0, -1)
  for (const [i, step] of before.entries())
    expect((await enter(`done-${i}`, { kind: 'done', step })).ok()).toBe(true)
  await open(page, `${path}/${run}`)
  await page.getByPlaceholder('initials').fill('AB')
  const mate = page.getByRole('region', { name: 'Measured of shaft' })
  await expect(mate).toContainText('on the drawing 21.98 mm')
  // Not known well enough: said, and nothing is kept.
  await mate.getByLabel('Known to, ±').fill('0.02')
  await mate.getByLabel('shaft, measured').fill('21.99')
  await page.keyboard.press('Tab')
  await expect(mate.getByRole('alert')).toContainText('measure it better')
  await expect(mate.getByRole('button', { name: 'It measures so' })).toBeDisabled()
  await mate.getByLabel('Known to, ±').fill('0.001')
  await page.keyboard.press('Tab')
  await mate.getByRole('button', { name: 'It measures so' }).click()
  await expect(mate).toContainText('measured for this piece 21.99 mm')
  await accessible(page)
  const refused = await enter('far', {
    kind: 'mate',
    step: 's-4 take',
    requirement: 'shaft-fit',
    measured: 21.99,
    plusMinus: 0.5,
  })
  expect(refused.status()).toBe(422)
  await expect(page.locator('[data-kept="saved"]')).toContainText('Everything is kept')
  await open(page, `${path}/${run}/sheet?piece=1`)
  await expect(page.getByRole('row', { name: /shaft/i })).toContainText('21.99')
  await expect(page.getByText('measured shaft: 21.990')).toBeVisible()
})

test('two pages of one run on one device: what both did without the network is there afterwards', async ({
  context,
  quiet,
  request,
}) => {
  quiet.expectErrors = true
  const { path, run } = await practice(request, 'Worm block, two pages')
  const pages = [await context.newPage(), await context.newPage()]
  for (const page of pages) {
    await open(page, `${path}/${run}`)
    await page.getByPlaceholder('initials').fill('AB')
  }
  await context.setOffline(true)
  for (const [i, page] of pages.entries()) {
    page.once('dialog', (dialog) => void dialog.accept(`note ${i + 1}`))
    await page.getByRole('button', { name: 'Note' }).click()
    await expect(page.locator('[data-kept="kept"]')).toContainText('1 kept on this device')
  }
  for (const page of pages) await page.close()
  await context.setOffline(false)
  const next = await context.newPage()
  await open(next, `${path}/${run}`)
  await expect(next.locator('[data-kept="saved"]')).toBeVisible({ timeout: 20_000 })
  const notes = (await logOf(request, run)).map(
    ({ body }) => (body as { readonly text?: string }).text,
  )
  expect(notes).toEqual(['note 1', 'note 2'])
})

test('a chip that shows on the rough cut is put right by seating anew: the last cut is not moved for it', async ({
  page,
  request,
}) => {
  const { path, run } = await practice(request, 'Worm block, chip', {
    practice: false,
    text: ROUGHED,
  })
  const hold = 's-4 hold bore-rough'
  // Off from the base, right from the fixed jaw: it lies between the two.
  const read = (value: number, reading: string, fromHolding: boolean) => ({
    kind: 'measured',
    step: hold,
    value: {
      requirement: 'bore-base',
      reading,
      value,
      rough: true,
      ...(fromHolding && { fromHolding }),
      plusMinus: 0.003,
    },
  })
  const bodies = [
    ...stepsTo('s-4 cut bore-rough').map((step) => ({ kind: 'done', step })),
    ...['front', 'back'].flatMap((end) => [read(32.05, end, false), read(32, end, true)]),
  ]
  for (const [i, body] of bodies.entries()) {
    const data = { id: `chip-${Date.now()}-${i}`, piece: 1, who: 'AB', at: 1000 * (i + 1), body }
    expect((await request.post(`/api/runs/${run}/entries`, { data })).ok()).toBe(true)
  }
  await open(page, `${path}/${run}`)
  const cause = page.locator('[data-cause]')
  await expect(cause).toHaveAttribute('data-cause', /at s-4, seat guide\d/)
  await expect(cause).toContainText('in setup 4: a chip')
  await accessible(page)
  await page.getByRole('button', { name: 'Put right: seat it again, find zero again' }).click()
  // Clamping and zero are to be done again, and bore to base is as it was planned but for what stays.
  await expect(page.locator('[data-step="s-4 hold"]')).toBeVisible()
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
  const bore = page.getByRole('row').filter({ hasText: 'Bore to base' }).first()
  await expect(bore.getByRole('cell').last()).toContainText('+')
  const log = await logOf(request, run)
  expect(log.filter(({ body }) => body.kind === 'changed')).toHaveLength(1)
})

test('zero and holes belong to the piece: taken over from before the run, found, ticked and measured in it', async ({
  page,
  request,
}) => {
  const { path, run } = await practice(request, 'Worm block, zero', { practice: false, pieces: 2 })
  const way = path.split('/')[4] ?? ''
  const readings = {
    kind: 'edge',
    axis: 'x',
    surface: 'left',
    tip: 10,
    touch: { at: -303, towards: '+' },
  }
  const stood = 'small-cnc vise-125 p-6 left 0 top back'
  const record = { readings, instrument: 'edge-finder', source: 'typed', stood }
  const before = await request.post(`/api/runs/${way}/entries`, {
    data: {
      id: `before-${Date.now()}`,
      piece: 1,
      who: 'EF',
      at: 1,
      body: { kind: 'zero', setup: 's-2', record },
    },
  })
  expect(before.ok()).toBe(true)
  for (const [i, step] of stepsTo('s-2 zero').slice(0, -1).entries())
    await request.post(`/api/runs/${run}/entries`, {
      data: {
        id: `zero-${Date.now()}-${i}`,
        piece: 1,
        who: 'AB',
        at: 10 + i,
        body: { kind: 'done', step },
      },
    })
  await open(page, `${path}/${run}`)
  await expect(page.locator('[data-step="s-2 zero"]')).toBeVisible()
  await page.getByPlaceholder('initials').fill('AB')
  await page.getByRole('button', { name: /^Take over what EF found/ }).click()
  await expect(page.getByText('−298.000')).toBeVisible()
  await expect(page.getByText(/^found ±/)).toBeVisible()
  await page.getByRole('link', { name: 'Find it step by step' }).click()
  await expect(page.getByText('piece 1 of 2')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Kept readings' })).toContainText('AB')
  await accessible(page)
  page.once('dialog', (dialog) => void dialog.accept('the stop was moved'))
  await page.getByRole('button', { name: 'Withdraw these readings' }).click()
  await expect(page.getByRole('region', { name: 'Kept readings' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Run', exact: true }).click()
  await expect(page.getByRole('button', { name: /^Take over what EF found/ })).toBeVisible()
  // Holes of the second piece: the first has none of its ticks.
  await open(page, `${path}/${run}/ticks?piece=2&setup=s-5`)
  const next = page.locator('[data-next]')
  const first = await next.getAttribute('data-next')
  await page.getByRole('button', { name: 'Done, next' }).click()
  await expect(next).not.toHaveAttribute('data-next', first ?? '')
  await expect(page.locator('[data-ticks="saved"]')).toBeVisible()
  await accessible(page)
  await open(page, `${path}/${run}/ticks?piece=1&setup=s-5`)
  await expect(next).toHaveAttribute('data-next', first ?? '')
  await open(page, `${path}/${run}/holes?piece=2&setup=s-5`)
  await page.getByRole('textbox', { name: /no. 1: measured X$/ }).fill('0.1')
  await page.getByRole('textbox', { name: /no. 1: measured Y$/ }).fill('0.2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'What it says' })).toBeVisible()
  await accessible(page)
  // On paper: what is done is ticked, the rest has boxes and lines.
  await open(page, `${path}/${run}/paper?piece=1`)
  await expect(page.getByRole('heading', { name: /^Steps · Worm block, zero/ })).toBeVisible()
  await expect(page.getByRole('img', { name: 'done', exact: true })).toHaveCount(
    stepsTo('s-2 zero').length - 1,
  )
  await accessible(page)
  await open(page, `${path}/log`)
  await expect(page.getByRole('heading', { name: /^Log · Worm block, zero/ })).toBeVisible()
  await expect(page.getByText('found zero of setup 2, X -298.000').first()).toBeVisible()
  await expect(page.getByText(/ticked one hole of setup 5/)).toBeVisible()
  // A question is open until something came back, and is told where the way is released.
  await page.getByRole('textbox', { name: 'Question' }).fill('May the top be skimmed?')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('◆ May the top be skimmed?')).toBeVisible()
  await open(page, path)
  await expect(page.getByText('◆ Not answered yet: May the top be skimmed?')).toBeVisible()
  await open(page, `${path}/log`)
  page.once('dialog', (dialog) => void dialog.accept('Yes, by 0.2'))
  await page.getByRole('button', { name: 'Answered' }).click()
  await expect(page.getByText('● May the top be skimmed?')).toBeVisible()
  await accessible(page)
  const kinds = (await logOf(request, run)).map(({ body }) => body.kind)
  expect(kinds.filter((kind) => kind !== 'done').sort()).toEqual([
    'holes',
    'tick',
    'withdrawn',
    'zero',
  ])
  expect((await logOf(request, way)).map(({ body }) => body.kind)).toEqual([
    'zero',
    'question',
    'answer',
  ])
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
