import { accessible, again, expect, freshWorm, open, saved, test } from './support'

test('the demo: find the weak link of the first way, improve it, print the sheet', async ({
  page,
  request,
}) => {
  // Others have worm blocks of their own in work at the same time.
  await freshWorm(request, 'Worm block to improve')
  await open(page, '/')
  await expect(page.getByRole('heading', { name: 'In work' })).toBeVisible()
  await page.getByRole('link', { name: 'Worm block to improve' }).first().click()
  await expect(page).toHaveURL(/\/part$/)
  await page.getByRole('link', { name: 'Ways', exact: true }).click()
  await expect(page.getByRole('link', { name: /Way A.*2 short/ })).toBeVisible()
  await expect(page.getByRole('link', { name: /Way B.*all hold/ })).toBeVisible()
  await expect(page.locator('[data-setup]')).toHaveCount(6)
  await page.locator('[data-setup="s-4"]').click()
  await page.locator('[data-requirement="bore-base"]').click()
  const chain = page.getByRole('region', { name: 'Chain' })
  await expect(chain.getByText('▲ short by 0.003')).toBeVisible()
  await expect(chain.locator('[data-link="vise vise-125, stored y"]')).toContainText('32 %')
  await expect(chain.locator('[data-failing]')).toHaveText('1.23 % fail')
  await expect(chain.getByText('read: both ends of worm bore over base')).toBeVisible()
  await page.getByRole('button', { name: 'Holding' }).click()
  await page.getByLabel('Vise', { exact: true }).selectOption({ label: 'Ground vise 125' })
  await page.keyboard.press('Escape')
  await expect(chain.getByText(/◆ holds by 0\.00/)).toBeVisible()
  await saved(page)
  await page.getByRole('link', { name: 'Sheet' }).click()
  await expect(page.getByText('7 pages, black on white.')).toBeVisible()
  await expect(page.getByRole('heading', { name: '4 · Bore for the worm' })).toBeVisible()
  const pdf = page.waitForEvent('download')
  await page.getByRole('link', { name: 'PDF' }).click()
  expect((await pdf).suggestedFilename()).toBe('worm-block-to-improve-setup-sheet.pdf')
})

test('a link opens the same view', async ({ page, request }) => {
  const job = await freshWorm(request)
  await open(
    page,
    `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-4&requirement=bore-parallel&answer=worst`,
  )
  await expect(page.getByRole('heading', { name: '4 · Bore for the worm' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Chain' }).getByRole('heading')).toHaveText(
    'Bore parallel to base',
  )
  await expect(page.getByRole('button', { name: 'worst case' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.locator('[data-setup="s-2"]').click()
  await expect(page).toHaveURL(/setup=s-2/)
  await again(page)
  await expect(page.getByRole('heading', { name: '2 · Top to height' })).toBeVisible()
})

test('changes are predicted at once, saved by themselves, taken back and done again, across a reload', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-4`)
  await page.getByRole('button', { name: 'Holding' }).click()
  await page.getByLabel('Stop', { exact: true }).selectOption('none')
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-finding="footing.free"]').first()).toContainText(
    'slide along the jaw',
  )
  await saved(page)
  await again(page)
  await expect(page.locator('[data-finding="footing.free"]').first()).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-finding="footing.free"]')).toHaveCount(0)
  await page.keyboard.press('Control+y')
  await expect(page.locator('[data-finding="footing.free"]').first()).toBeVisible()
})

test('setups are added by picking an orientation, reordered by keyboard, taken out', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[1]?.id}`)
  const dialog = page.getByRole('dialog', { name: 'Turn the part' })
  // The first key may come before the page has woken up.
  await expect(async () => {
    await page.keyboard.press('n')
    await expect(dialog).toBeVisible({ timeout: 1000 })
  }).toPass()
  await expect(dialog.getByRole('button', { name: /to fixed jaw/ })).toHaveCount(24)
  await accessible(page)
  await dialog.getByRole('button', { name: 'top up, front to fixed jaw' }).click()
  await expect(page.locator('[data-setup]')).toHaveCount(6)
  await expect(page.getByRole('heading', { name: '6 · Setup 6' })).toBeVisible()
  await page.keyboard.press('{')
  await expect(page.getByRole('heading', { name: '5 · Setup 6' })).toBeVisible()
  await page.keyboard.press('[')
  await expect(page.getByRole('heading', { name: '4 · Mounting holes' })).toBeVisible()
  await page.keyboard.press(']')
  await page.getByRole('button', { name: 'Take this setup out' }).click()
  await expect(page.locator('[data-setup]')).toHaveCount(5)
  await saved(page)
})

test('a setup is dragged to another place', async ({ page, request }) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}`)
  await expect(page.getByText('Saved')).toBeVisible()
  const from = await page.getByRole('button', { name: 'Move setup 1' }).boundingBox()
  const to = await page.locator('[data-setup="s-3"]').boundingBox()
  if (!from || !to) throw new Error('cards')
  await page.mouse.move(from.x + 8, from.y + 8)
  // What drags is brought when a pointer comes near.
  await expect(page.getByRole('button', { name: 'Move setup 1' })).toHaveAttribute(
    'aria-roledescription',
    'sortable',
  )
  await page.mouse.down()
  await page.mouse.move(from.x + 30, from.y + 10, { steps: 4 })
  await page.mouse.move(to.x + 8, to.y + 8, { steps: 12 })
  await page.mouse.up()
  await expect(page.locator('[data-setup]').nth(2)).toHaveAttribute('data-setup', 's-1')
  await saved(page)
})

test('zero, cuts and footing are changed where they are shown', async ({ page, request }) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-4&requirement=bore-from-left`)
  await page.getByRole('button', { name: 'Zero', exact: true }).click()
  await page.getByLabel('X from').selectOption('both-sides')
  await expect(page.getByText('left end and right end', { exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Cuts/ }).click()
  await page.getByLabel('cover screws').uncheck()
  await expect(page.getByRole('button', { name: 'Cuts (2)' })).toBeAttached()
  await page.getByLabel('Hold point after it').first().check()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-finding="cut.never"]')).toContainText(
    'Cover screws is never cut',
  )
  await page.getByRole('button', { name: /^Footing/ }).click()
  await page.getByRole('button', { name: 'Take away' }).first().click()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-finding="footing.free"]').first()).toBeVisible()
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'front up, top to fixed jaw' }).click()
  await expect(page.getByText('against top')).toBeVisible()
  await saved(page)
})

test('simulation runs in a worker, shows its spread, and can be stopped', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(
    page,
    `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-4&requirement=bore-base&answer=simulate`,
  )
  await page.getByRole('button', { name: /Draw 100,000 pieces/ }).click()
  await expect(page.locator('[data-simulated]')).toContainText('% of 100,000 pieces do not hold')
  await expect(page.getByRole('img', { name: 'How the pieces are spread' })).toBeVisible()
})

test('two pages: the later save is a conflict, shown, and nothing is overwritten', async ({
  context,
  page,
  quiet,
  request,
}) => {
  quiet.expectErrors = true // The browser logs the 409 that this is about.
  const job = await freshWorm(request)
  const address = `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-4`
  const other = await context.newPage()
  await Promise.all([open(page, address), open(other, address)])
  const choose = async (p: typeof page, label: string): Promise<void> => {
    await p.getByRole('button', { name: 'Holding' }).click()
    await p.getByLabel('Parallels', { exact: true }).selectOption({ label })
    await p.keyboard.press('Escape')
  }
  await choose(page, 'Parallels 18')
  await saved(page)
  await choose(other, 'Parallels 25')
  await expect(other.getByText('changed in another page meanwhile')).toBeVisible()
  await other.getByRole('button', { name: 'Save mine on top' }).click()
  await saved(other)
  await again(page)
  await expect(page.getByText('Vise 125 · parallels 25').first()).toBeVisible()
})

test('the server going away under an edit: it is kept in the page and sent when it is back', async ({
  page,
  quiet,
  request,
}) => {
  quiet.expectErrors = true // The browser logs the failing calls that this is about.
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-4`)
  await page.route('**/api/documents/**', (route) =>
    route.fulfill({ status: 503, json: { issues: [] } }),
  )
  await page.getByRole('button', { name: 'Holding' }).click()
  await page.getByLabel('Setup is called').fill('Bore it')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(page.getByText('Not saved yet')).toBeVisible()
  await page.unroute('**/api/documents/**')
  await saved(page)
  await again(page)
  await expect(page.getByRole('heading', { name: '4 · Bore it' })).toBeVisible()
})

test('made to a measured shaft, and stopped short of before the last cut', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request, 'Worm block to a shaft')
  await open(page, `/jobs/${job.id}/part`)
  const line = page.locator('#say')
  await line.fill('hold worm bore size to fit worm shaft, measured 21.98 ±0.01, loose 0.01 to 0.02')
  await line.press('Enter')
  await expect(page.getByText(/That leaves no room: worm shaft is known to ±0.01/)).toBeVisible()
  await line.fill(
    'hold worm bore size to fit worm shaft, measured 21.982 ±0.002, loose 0.010 to 0.045',
  )
  await line.press('Enter')
  const agree = page.getByRole('region', { name: 'What must agree' })
  await expect(agree.getByText('to worm shaft, measured 21.982 ±0.002')).toBeVisible()
  await saved(page)
  await page.getByRole('link', { name: 'Ways', exact: true }).click()
  const chain = page.getByRole('region', { name: 'Chain' })
  await page.locator('[data-setup="s-4"]').click()
  await page.locator('[data-requirement]', { hasText: 'worm shaft' }).first().click()
  await expect(chain.getByText('with worm shaft as measured:')).toContainText(
    /loose 0\.0\d+ to 0\.0/,
  )
  await page.locator('[data-requirement="bore-base"]').click()
  await chain.getByRole('button', { name: /^Leave 0\.3 on worm bore in setup 4/ }).click()
  await page.getByRole('button', { name: /^Cuts/ }).click()
  await expect(page.getByText('worm bore, rough').first()).toBeVisible()
  await expect(page.getByText('Checks Bore to base.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(chain.getByRole('button', { name: /^Leave 0\.3/ })).toHaveCount(0)
  await saved(page)
})
