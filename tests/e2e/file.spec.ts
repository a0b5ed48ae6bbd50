import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import {
  expect,
  freshWorm,
  jobFromFile,
  jobNow,
  open,
  saved,
  test,
  whenDone,
  WORM,
  wormStep,
} from './support'

const require = createRequire(import.meta.url)
const FOLDER = join(dirname(require.resolve('occt-import-js/package.json')), 'test/testfiles')
const ASSEMBLY = join(FOLDER, 'cax-if/as1-oc-214.stp')

test('a stranger’s STEP file becomes a part: read, offered, taken, named on the drawing', async ({
  page,
  request,
}) => {
  test.slow()
  const buffer = await wormStep(request)
  await open(page, '/')
  await page.getByRole('link', { name: 'Part from STEP, STL, DXF' }).click()
  await page
    .getByLabel('File with a solid')
    .setInputFiles({ name: 'stranger.step', mimeType: 'model/step', buffer })
  await page.waitForURL('**/jobs/*/file', { timeout: 60_000 })
  await expect(page.getByText('92 × 60 × 75')).toBeVisible()
  await expect(page.locator('[data-solid=shown]')).toBeVisible({ timeout: 30_000 })
  const mounts = page.getByRole('row', { name: /5 15 deep/ })
  await expect(mounts.getByText('◆ likely')).toBeVisible()
  await mounts.getByRole('button', { name: 'tapped M6' }).click()
  await expect(page.getByRole('row', { name: /M6 15 deep/ }).getByText('● sure')).toBeVisible()
  // Everything can be picked from a list as well; what is chosen is lit in both.
  await page.getByLabel('Pick a face').selectOption({ label: 'bore 22' })
  await expect(page.locator('tr[aria-selected=true]')).toContainText('bore 22')
  await page.getByRole('button', { name: 'On to the drawing' }).click()
  await page.waitForURL('**/part')
  const id = /jobs\/([^/]+)/.exec(page.url())?.[1] ?? ''
  await expect(page.getByText('Saved')).toBeVisible()
  const job = (await jobNow(request, id)) as unknown as {
    part: { body: { features: { thread?: string }[]; model: { settled: string[] } } }
  }
  expect(job.part.body.features.filter(({ thread }) => thread === 'M6')).toHaveLength(1)
  expect(job.part.body.model.settled).toHaveLength(1)
  // Two faces picked in the solid are measured, and tied.
  await page.getByRole('button', { name: 'Solid' }).click()
  await expect(page.locator('[data-solid=shown]')).toBeVisible({ timeout: 30_000 })
  await page.getByLabel('Pick a face').selectOption({ label: 'top' })
  await page.getByLabel('Pick a face').selectOption({ label: 'base' })
  await expect(page.getByText('75 mm apart')).toBeVisible()
  await page.getByRole('button', { name: 'tie them' }).click()
  await page.getByRole('button', { name: 'Tie them', exact: true }).click()
  await expect(page.getByText('1 requirement', { exact: true })).toBeVisible()
})

test('an assembly asks which body; a file in the wrong unit is set right by one press', async ({
  page,
}) => {
  test.slow()
  await open(page, '/import')
  await page.getByLabel('File with a solid').setInputFiles(ASSEMBLY)
  const bodies = page.getByRole('region', { name: 'Which body' })
  await expect(bodies.getByRole('button', { name: /^Body 18/ })).toBeVisible({ timeout: 60_000 })
  await bodies.getByRole('button', { name: /^Body 1 / }).click()
  await bodies.getByRole('button', { name: 'This one is the part' }).click()
  await page.waitForURL('**/jobs/*/file', { timeout: 60_000 })
  const box = page.locator('h1 + span')
  const before = await box.textContent()
  await page.getByRole('button', { name: 'it is inches' }).click()
  await expect(box).toContainText('taken 25.4 times', { timeout: 60_000 })
  await page.getByRole('button', { name: 'as the file says' }).click()
  await expect(box).toHaveText(before ?? '', { timeout: 60_000 })
})

test('what is no file with a solid is refused in a sentence, and nothing is begun', async ({
  page,
}) => {
  await open(page, '/import')
  const choose = page.getByLabel('File with a solid')
  await choose.setInputFiles({
    name: 'cut-off.stl',
    mimeType: 'model/stl',
    buffer: Buffer.concat([Buffer.alloc(80), Buffer.from([200, 0, 0, 0]), Buffer.alloc(500)]),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'cut off' })).toBeVisible()
  await choose.setInputFiles({
    name: 'plate.dxf',
    mimeType: 'image/vnd.dxf',
    buffer: Buffer.from('0\nEOF\n'),
  })
  await page.getByLabel('How thick, or how long, is plate.dxf?').fill('6')
  await page.getByRole('button', { name: 'Read it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: /not a DXF file/ })).toBeVisible()
  await expect(page).toHaveURL(/\/import$/)
})

test('a revised file is held against the old one, face by face, before it is taken', async ({
  page,
  request,
}) => {
  test.slow()
  const buffer = await wormStep(request)
  await open(page, `/jobs/${await jobFromFile(request, 'Revised')}/file`)
  await page
    .getByLabel('File of another revision')
    .setInputFiles({ name: 'rev-d.step', mimeType: 'model/step', buffer })
  const pane = page.getByRole('region', { name: 'What changes' })
  await expect(pane.getByText('Nothing moved: every face is where it was.')).toBeVisible({
    timeout: 60_000,
  })
  await pane.getByRole('button', { name: 'Keep the old one' }).click()
  await expect(page.getByRole('button', { name: /^all \d/ })).toBeVisible()
})

test('over HTTP: a file is read as a job that can be asked how far it is and stopped; so is what is left', async ({
  request,
}) => {
  test.slow()
  const bytes = readFileSync(join(FOLDER, 'cube-10x10mm/Cube 10x10.stp'))
  const sent = await request.post('/api/solids?name=cube.stp', { data: bytes })
  expect(sent.status()).toBe(202)
  const { id } = (await sent.json()) as { id: string }
  const read = await whenDone<{
    digest: string
    bodies: { report: { volumeMm3: number } }[]
  }>(request, `/api/solids/${id}`)
  expect(read.bodies[0]?.report.volumeMm3).toBeCloseTo(1000, 3)
  const facets = await request.get(`/api/facets/${read.digest}/0`)
  expect((await facets.body()).length).toBeGreaterThan(12 * 12)
  expect((await request.delete(`/api/solids/${id}`)).status()).toBe(200)
  expect((await request.get(`/api/solids/${id}`)).status()).toBe(404)
  expect((await request.post('/api/solids', { data: bytes })).status()).toBe(422)
  const left = await request.post('/api/left?way=Way%20A', {
    data: WORM,
    headers: { 'content-type': 'application/json' },
  })
  expect(left.status()).toBe(202)
  const run = (await left.json()) as { id: string }
  const [way] = await whenDone<
    { way: string; boughtMm3: number; setups: { removedMm3: number; leftMm3: number }[] }[]
  >(request, `/api/left/${run.id}`)
  const taken = (way?.setups ?? []).reduce((sum, { removedMm3 }) => sum + removedMm3, 0)
  expect(taken + (way?.setups.at(-1)?.leftMm3 ?? 0)).toBeCloseTo(way?.boughtMm3 ?? 0, 2)
})

/** A block of facets as STL: what a stranger’s casting would come as. */
function boxStl(x: number, y: number, z: number): Buffer {
  const at = (i: number): readonly number[] => [i & 4 ? x : 0, i & 2 ? y : 0, i & 1 ? z : 0]
  const facets = [
    [0, 1, 3],
    [0, 3, 2],
    [4, 6, 7],
    [4, 7, 5],
    [0, 4, 5],
    [0, 5, 1],
    [2, 3, 7],
    [2, 7, 6],
    [0, 2, 6],
    [0, 6, 4],
    [1, 5, 7],
    [1, 7, 3],
  ]
  const bytes = Buffer.alloc(84 + 50 * facets.length)
  bytes.writeUInt32LE(facets.length, 80)
  facets.forEach((facet, f) =>
    facet.flatMap(at).forEach((value, k) => bytes.writeFloatLE(value, 84 + 50 * f + 12 + 4 * k)),
  )
  return bytes
}

test('a part is cut from a solid of its own: laid, moved, taken off again', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request, 'Out of a lump')
  await open(page, `/jobs/${job.id}/part`)
  await page.getByRole('button', { name: 'Block' }).click()
  await page.getByRole('button', { name: /^Casting, forging or profile/ }).click()
  await page
    .getByLabel('File with a solid')
    .setInputFiles({ name: 'lump.stl', mimeType: 'model/stl', buffer: boxStl(90, 70, 60) })
  const stock = page.getByRole('region', { name: 'Stock' })
  await stock.getByRole('button', { name: /^90 mm × 70 mm × 60 mm/ }).click({ timeout: 30_000 })
  await expect(stock).toContainText('378 cm³')
  const past = stock.getByLabel('Past left end')
  await past.fill('4')
  await past.press('Enter')
  await saved(page)
  // What is left of it comes as STL; the exact kernel knows facets only.
  const left = await request.get(`/api/jobs/${job.id}/export?as=left-stl&setup=1`)
  expect(left.status()).toBe(200)
  const step = await request.get(`/api/jobs/${job.id}/export?as=left-step&setup=1`)
  expect(step.status()).toBe(422)
  expect(await step.text()).toContain('Bring the stock in as STEP')
  await stock.getByRole('button', { name: 'A block again' }).click()
  await stock.getByRole('button', { name: /^Casting, forging or profile/ }).click()
  // A file of exact faces gives exact faces again: here the part's own.
  await page
    .getByLabel('File with a solid')
    .setInputFiles({ name: 'own.step', mimeType: 'model/step', buffer: await wormStep(request) })
  await stock.getByRole('button', { name: /^\d+ mm × \d+ mm × \d+ mm/ }).click({ timeout: 30_000 })
  await expect(stock).toContainText('own.step')
  await saved(page)
  const exact = await request.get(`/api/jobs/${job.id}/export?as=left-step&setup=1`)
  expect([exact.status(), (await exact.text()).slice(0, 12)]).toEqual([200, 'ISO-10303-21'])
})
