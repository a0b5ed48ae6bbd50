import {
  accessible,
  expect,
  freshSaddle,
  freshWorm,
  newJob,
  open,
  saved,
  test,
  WORM,
} from './support'

test('a block of one’s own: said, drawn, tied, planned, predicted', async ({ page }) => {
  await open(page, '/')
  await page.getByLabel('New part').fill('Clamp block')
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByText('a bare block so far')).toBeVisible()
  const say = page.getByRole('textbox', { name: 'Say it' })
  const add = async (line: string): Promise<void> => {
    await say.fill(line)
    await say.press('Enter')
    await expect(say).toHaveValue('')
  }
  await add('block 80mm x 50mm x 1 1/4')
  await expect(page.getByRole('button', { name: /Block.*80mm × 50mm × 1 1\/4/ })).toBeVisible()
  await add('bore 20 H7 through, on top, 25 from front, 40 ±0.05 from left, called pin bore')
  await add('4 holes M6 12 deep, on top, 60 x 34, centred')
  await add('hold pin bore square to base within 0.02, critical')
  await expect(page.getByText('4 requirements')).toHaveCount(0)
  await expect(page.getByText('3 requirements')).toBeVisible()
  await saved(page)
  await page.getByRole('link', { name: 'Ways', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'How would you make Clamp block?' })).toBeVisible()
  await page.getByRole('button', { name: 'First setup', exact: true }).last().click()
  await page.getByRole('button', { name: 'base up, back to fixed jaw' }).click()
  await page.getByRole('button', { name: /^Cuts/ }).click()
  await page.getByLabel('base', { exact: true }).check()
  await page.keyboard.press('Escape')
  await page.keyboard.press('n')
  await page.getByRole('button', { name: 'top up, back to fixed jaw' }).click()
  await page.getByRole('button', { name: /^Cuts/ }).click()
  for (const name of ['top', 'pin bore', 'tapped hole M6'])
    await page.getByLabel(name, { exact: true }).check()
  await page.keyboard.press('Escape')
  await page.locator('[data-requirement="hold-1"]').click()
  await expect(page.locator('[data-predicted]')).toContainText('0.0')
  await saved(page)
})

test('a radius at a floor and broken edges: said, changed, refused where there is no room, and in the STEP file', async ({
  page,
  quiet,
  request,
}) => {
  quiet.expectErrors = true // The browser logs the 422 of what has no room.
  const job = await newJob(request, 'Feet')
  await open(page, `/jobs/${job}/part`)
  const say = page.getByRole('textbox', { name: 'Say it' })
  for (const line of [
    'block 80 x 50 x 30',
    'pocket 40 x 20 x 8 deep, on top, centred, corners R5, floor R1',
    'chamfer 1 x 45° on top at left',
    'chamfer 0.5 x 45° round pocket',
    'rounding 3 on base at front',
  ]) {
    await say.fill(line)
    await say.press('Enter')
    await expect(say).toHaveValue('')
  }
  await page.getByRole('button', { name: /^. pocket 40 × 20/ }).click()
  await expect(page.getByRole('button', { name: /round the mouth of/ })).toBeVisible()
  const radius = page.getByLabel('Floor radius', { exact: true })
  await expect(radius).toHaveValue('1')
  await radius.fill('2')
  await radius.press('Enter')
  await saved(page)
  await expect(page.getByRole('button', { name: /corner 5, floor radius 2/ })).toBeVisible()
  await page.getByRole('button', { name: /^. rounding 3/ }).click()
  await page.getByLabel('Radius', { exact: true }).fill('4')
  await page.getByLabel('Radius', { exact: true }).press('Enter')
  await expect(page.getByRole('button', { name: /^. rounding 4/ })).toBeVisible()
  await page.getByRole('button', { name: /^. pocket 40 × 20/ }).click()
  await radius.fill('6')
  await radius.press('Enter')
  await expect(page.getByText(/larger than that of its corners/).first()).toBeVisible()
  const step = await request.get(`/api/jobs/${job}/export?as=part-step`)
  expect(await step.text()).toContain('TOROIDAL_SURFACE')
})

test('the line marks the word that it does not understand, completes, and adds nothing wrong', async ({
  page,
  request,
}) => {
  await open(page, `/jobs/${await newJob(request, 'Words')}/part`)
  await page.keyboard.press('s')
  const say = page.getByRole('textbox', { name: 'Say it' })
  await expect(say).toBeFocused()
  await say.fill('bore 22 Q9 through')
  await expect(page.getByText('The fit Q9 is not in the table')).toBeVisible()
  await say.press('Enter')
  await expect(say).toHaveValue('bore 22 Q9 through')
  await say.fill('bore 22 H7 thr')
  await say.press('Tab')
  await expect(say).toHaveValue('bore 22 H7 through ')
  await say.fill('hole 5 through, on top, 999 from left, 5 from front')
  await expect(page.getByText('lies outside the block')).toBeVisible()
  await say.press('Escape')
  await expect(say).toHaveValue('')
})

test('a feature is picked in the drawing, changed by its fields, said again, taken off', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/part`)
  await page.getByRole('button', { name: /^⌀ worm bore/ }).click()
  const diameter = page.getByLabel('Diameter', { exact: true })
  await diameter.fill('15/16')
  await diameter.press('Enter')
  await expect(page.getByText('23.813 mm · 0.9375 in')).toBeVisible()
  await diameter.fill('two')
  await diameter.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'not a number' })).toBeVisible()
  await diameter.press('Escape')
  await page.getByRole('button', { name: 'Say it again' }).click()
  const say = page.getByRole('textbox', { name: 'Say it again' })
  await expect(say).toHaveValue(
    'bore 15/16 H7 through, on front, 32 from base, 41.00 ±0.10 from left end, called worm bore',
  )
  await say.fill('bore 24 H7 through, on front, 33 from base, 41 from left end, called worm bore')
  await say.press('Enter')
  await expect(page.getByText('33.000 ±0.015')).toBeVisible()
  await page.getByRole('button', { name: /^▭ oil pocket/ }).click()
  await page.getByRole('button', { name: 'Take off' }).click()
  await expect(page.getByRole('button', { name: /oil pocket/ })).toHaveCount(0)
  await saved(page)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: /^▭ oil pocket/ })).toBeVisible()
})

test('two features are tied by pointing at them', async ({ page, request }) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/part`)
  await page.getByRole('button', { name: /^▬ top/ }).click()
  await page.getByRole('button', { name: 'Tie to …' }).click()
  await page.getByRole('button', { name: /^⌀ worm bore/ }).click()
  await expect(page.getByRole('heading', { name: 'Tie top to worm bore' })).toBeVisible()
  await page.getByLabel('How').selectOption('parallelism')
  await page.getByLabel('Tolerance').fill('5 thou')
  await page.getByLabel('Tolerance').press('Enter')
  await page.getByRole('button', { name: 'Tie them' }).click()
  await expect(page.getByText('Top parallel to worm bore')).toBeVisible()
  await expect(page.getByText('within 0.127')).toBeVisible()
  await saved(page)
})

test('a feature is begun by pointing at a face', async ({ page, request }) => {
  await open(page, `/jobs/${await newJob(request, 'Pointed')}/part`)
  await page.getByRole('button', { name: /^▬ front/ }).click()
  await page.getByRole('button', { name: '+ Bore' }).click()
  const say = page.getByRole('textbox', { name: 'Say it' })
  await expect(say).toHaveValue('bore 20 H7 through, on front, centred')
  await say.press('Enter')
  await expect(page.getByRole('button', { name: /^⌀ bore 20 H7/ })).toBeVisible()
  await saved(page)
})

test('what the drawing leaves open is asked once, together', async ({ page, request }) => {
  await open(page, `/jobs/${await newJob(request, 'Asked')}/part`)
  const say = page.getByRole('textbox', { name: 'Say it' })
  for (const line of [
    'pocket 20 x 10, on top, centred',
    'hole 6.6 through, on top, 12 from left',
    'hole 6.5 through, on top, centred',
  ]) {
    await say.fill(line)
    await say.press('Enter')
  }
  const ask = page.getByRole('region', { name: 'Ask the customer' })
  await expect(ask.getByRole('listitem')).toHaveCount(3)
  await expect(ask.getByRole('button', { name: 'Copy 3 questions' })).toBeVisible()
  await accessible(page)
})

test('the solid is made and shown', { tag: '@solid' }, async ({ page, request }) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/part`)
  await page.getByRole('button', { name: 'Solid' }).click()
  await expect(page.getByRole('application', { name: 'Solid of the finished part' })).toBeVisible()
  await expect(page.getByText('could not be made')).toHaveCount(0)
})

test('jobs: bring in a file, copy, put away and take out; a wrong file is told and changes nothing', async ({
  page,
  quiet,
  request,
}) => {
  quiet.expectErrors = true // The browser logs the 422 of the wrong file.
  await freshWorm(request)
  await open(page, '/')
  const cards = page.getByRole('listitem').filter({ has: page.getByRole('heading') })
  const before = await cards.count()
  await page.getByLabel('Foothold file').setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"hello": 1}'),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'not a Foothold document' })).toBeVisible()
  await expect(cards).toHaveCount(before)
  await page.getByLabel('Foothold file').setInputFiles({
    name: 'worm.json',
    mimeType: 'application/json',
    buffer: Buffer.from(WORM.replace('"name": "Worm block"', '"name": "<b>Brought in</b>"')),
  })
  await expect(page).toHaveURL(/\/part$/)
  await expect(page.getByText('<b>Brought in</b>').first()).toBeVisible()
  await open(page, '/')
  const card = cards.filter({ hasText: '<b>Brought in</b>' }).first()
  await card.getByRole('button', { name: 'Copy' }).click()
  await expect(page.getByRole('heading', { name: '<b>Brought in</b> copy' })).toBeVisible()
  await cards.filter({ hasText: '</b> copy' }).getByRole('button', { name: 'Put away' }).click()
  await expect(page.getByRole('heading', { name: '<b>Brought in</b> copy' })).toHaveCount(0)
  await page.getByRole('link', { name: /^Put away \(/ }).click()
  await page.getByRole('button', { name: 'Take out' }).first().click()
  await expect(page.getByText('Nothing is put away.')).toBeVisible()
})

test('keys are told on ?', async ({ page }) => {
  await open(page, '/')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('turn the part')
  await accessible(page)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('the walls of a cast step stay as they come, its floor is cut', async ({ page, request }) => {
  const { id } = await freshSaddle(request, 'Saddle with cast walls')
  await open(page, `/jobs/${id}/part`)
  await page.getByRole('button', { name: /left pad step 45 wide/ }).click()
  const feature = page.getByRole('region', { name: 'Feature', exact: true })
  await feature.getByLabel('Its walls come otherwise').check()
  await expect(feature.getByLabel('Walls to be cut')).not.toBeChecked()
  await expect(page.getByText('cast +2.5, to cut; walls as they come')).toBeVisible()
  await page.getByRole('button', { name: /^▬ left end/ }).click()
  await page.getByLabel('Draft: goes in towards').selectOption({ label: 'arch' })
  await expect(page.getByText('cast; draft 2° towards arch')).toBeVisible()
  await saved(page)
  await open(page, `/jobs/${id}/casting`)
  const faces = page.getByRole('region', { name: 'Every face' })
  // A wall that stays is judged by its place now, the floor by its metal.
  await expect(faces.getByRole('row', { name: /wall of left pad/ })).toContainText('of 0.80')
  await expect(faces.getByRole('row', { name: /floor of left pad/ })).not.toContainText(/\d of \d/)
})
