import { readFileSync } from 'node:fs'
import {
  accessible,
  again,
  expect,
  freshJob,
  freshWorm,
  jobNow,
  newJob,
  open,
  saved,
  test,
} from './support'

test('a setup held otherwise: strapped, on pins, at an angle plate; told, drawn, kept', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-6`)
  const heldIn = async (kind: string): Promise<void> => {
    await page.getByRole('button', { name: 'Holding' }).click()
    await page.getByLabel('Held in').selectOption({ label: kind })
    await expect(page.getByText('qualified person').first()).toBeVisible()
    await page.keyboard.press('Escape')
  }
  await heldIn('Strapped to the table')
  await expect(page.getByText('Strapped, on')).toBeVisible()
  await expect(page.getByText('Nothing keeps zero in X here.').first()).toBeVisible()
  await saved(page)
  await again(page)
  await expect(page.getByText('Strapped, on')).toBeVisible()
  await accessible(page)

  await heldIn('Angle plate')
  await expect(page.getByText('Clamped to the angle plate by')).toBeVisible()
  await expect(page.getByText('Nothing keeps zero in X here.')).toHaveCount(0)

  await heldIn('Plate with two pins')
  await expect(page.getByText('On pads under')).toBeVisible()
  await expect(page.getByText('Nothing holds the part down.').first()).toBeVisible()
  await saved(page)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/zero?setup=s-6`)
  await expect(page.getByText('Zero: X at the round pin')).toBeVisible()
  await page.getByRole('link', { name: 'Sheet' }).click()
  await expect(page.getByText(/Round pin .* relieved pin/)).toBeVisible()
})

test('a clamping is turned by the fourth axis: said, indexed, drilled upright, zero carried round', async ({
  page,
  request,
}) => {
  const id = await newJob(request, 'Lamp foot')
  await open(page, `/jobs/${id}/part`)
  const line = page.locator('#say')
  await line.fill(
    'reamed hole 6 H7 20 deep, on top tilted 30° towards front, 30 from left, 20 from front',
  )
  await line.press('Enter')
  await expect(page.getByText('tilted 30° towards front').first()).toBeVisible()
  await saved(page)
  const job = await jobNow(request, id)
  await open(page, `/jobs/${id}/ways/${job.ways[0]?.id}`)
  await page.getByRole('button', { name: 'First setup' }).first().click()
  await page.getByRole('button', { name: 'top up, back to fixed jaw' }).click()
  await page.getByRole('button', { name: 'Setup', exact: true }).click()
  await page.getByRole('button', { name: /−30° for/ }).click()
  await expect(page.getByText('As clamped in setup 1, A −30°')).toBeVisible()
  await page.getByRole('button', { name: /^Cuts/ }).click()
  await page.getByRole('checkbox', { name: /reamed hole/ }).check()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-finding="hole.leaning-mouth"]')).toBeVisible()
  await expect(page.locator('[data-finding="cut.unreachable"]')).toHaveCount(0)
  await accessible(page)
  await page.getByRole('button', { name: 'Holding' }).click()
  await page.getByLabel('A turns by').fill('20')
  await page.getByLabel('A turns by').press('Tab')
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-finding="cut.unreachable"]').first()).toContainText(
    'cannot be reached',
  )
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-finding="cut.unreachable"]')).toHaveCount(0)
  await saved(page)
  await page.getByRole('link', { name: 'Sheet' }).click()
  await expect(page.getByText('Leave it clamped as in setup 1.')).toBeVisible()
  await page.getByRole('link', { name: 'Zero', exact: true }).click()
  await page.getByRole('button', { name: /Setup 2/ }).click()
  await page
    .getByRole('tab', { name: 'From the last' })
    .or(page.getByRole('button', { name: 'From the last' }))
    .first()
    .click()
  await expect(page.getByText('the zero of setup 1, carried round')).toBeVisible()
})

test('gear for other holdings is kept in the workshop', async ({ page }) => {
  await open(page, '/workshop')
  for (const [tab, name] of [
    ['Straps', 'Straps 30'],
    ['Plates', 'Pin plate'],
    ['Angle plates', 'Angle plate 150'],
    ['Centring vises', 'Centring vise 100'],
    ['Chucks and collet blocks', 'Four-jaw chuck 125'],
    ['V-blocks', 'V-blocks 60'],
    ['Toe clamp plates', 'Toe clamp plate 300'],
  ] as const) {
    await page
      .getByRole('link', { name: new RegExp(`^${tab} \\d`) })
      .or(page.getByRole('button', { name: new RegExp(`^${tab} \\d`) }))
      .first()
      .click()
    await expect(page.getByRole('heading', { name })).toBeVisible()
  }
})

test('what else could hold it is tried, the best first, and taken with one press', async ({
  page,
  request,
}) => {
  const { id, ways } = await freshWorm(request, 'Block to be held otherwise')
  await open(page, `/jobs/${id}/ways/${ways[0]?.id ?? ''}`)
  await page.getByRole('button', { name: 'Holding', exact: true }).click()
  await page.getByRole('button', { name: 'What else could hold it here?' }).click()
  const chooser = page.getByRole('region', { name: 'What could hold it' })
  await expect(chooser.getByText('· as it is')).toBeVisible({ timeout: 20_000 })
  await expect(chooser.getByRole('listitem')).toHaveCount(19)
  // No hole is there yet for pins to go into: said, and nothing to take.
  await expect(chooser.getByRole('listitem').last()).toContainText(/Only a casting|wants? /)
  await accessible(page)
  await chooser.getByRole('button', { name: 'Take: Stuck to a board' }).click()
  await expect(page.getByText('tape on both sides, board 20').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('tape on both sides, board 20')).toHaveCount(0)
})

test('soft jaws: designed, changed, handed out, written down', async ({ page, request }) => {
  const job = await freshWorm(request)
  const way = job.ways[1]?.id
  await open(page, `/jobs/${job.id}/ways/${way}`)
  await page.getByRole('link', { name: 'Holding' }).click()
  await page.getByRole('navigation', { name: 'Setups' }).getByText('Oil pocket').click()
  const jaws = page.getByRole('region', { name: 'The jaws' })
  await expect(jaws.getByRole('img', { name: /Soft jaws from above/ })).toBeVisible()
  const figures = page.getByRole('region', { name: 'Figures of the jaws' })
  await expect(figures.getByRole('row', { name: /^Grip/ })).toContainText('16.5')
  await accessible(page)

  // A step that is too deep goes into the screws; as it is typed, grip and findings follow.
  await page.getByLabel('Step, deep').fill('25')
  await page.keyboard.press('Tab')
  await expect(figures.getByRole('row', { name: /^Grip/ })).toContainText('24.5')
  await expect(page.getByText('The pocket goes into the heads of the jaws’ screws.')).toBeVisible()
  await page.getByLabel('Step, deep').fill('12')
  await page.keyboard.press('Tab')
  await expect(figures.getByRole('row', { name: /^Grip/ })).toContainText('11.5')
  await saved(page)

  const file = await request.get(`/api/jobs/${job.id}/jaws?way=Way%20B&setup=5&as=json&jaw=fixed`)
  expect(await file.json()).toMatchObject({ jaw: 'fixed', stepMm: 12, gripMm: 11.5 })
  const sheet = await request.get(`/api/jobs/${job.id}/export?as=sheet-pdf&way=Way%20B`)
  expect(sheet.status()).toBe(200)

  const register = page.getByRole('region', { name: 'Into the register' })
  await register.getByLabel('Who').fill('AB')
  await register.getByLabel('Who').press('Tab')
  await register.getByRole('button', { name: 'Into the register' }).click()
  await expect(page.getByRole('heading', { name: 'Jaws Worm block, setup 5' })).toBeVisible()
})

test('the holding of any setup: drawn, held otherwise, on a phone too', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-2`)
  await expect(page.getByRole('region', { name: 'The holding' })).toBeVisible()
  await page.getByLabel('Held in').selectOption({ label: 'Soft jaws' })
  await expect(page.getByRole('img', { name: /Soft jaws from above/ })).toBeVisible()
  await saved(page)
})

test('a plate for two pins is told what it needs, handed out, and made a job of its own', async ({
  page,
  request,
}) => {
  const { id, ...job } = await freshJob(
    request,
    readFileSync('docs/examples/pier-plate.foothold.json', 'utf8'),
  )
  await open(page, `/jobs/${id}/ways/${job.ways[1]?.id}/holding?setup=s-2`)
  const plate = page.getByRole('region', { name: 'The plate for it' })
  await expect(plate.getByRole('row', { name: /relieved pin in dowel holes/ })).toContainText(
    'lands',
  )
  await accessible(page)
  const file = await request.get(`/api/jobs/${id}/plate?way=Way%20B&setup=2&as=dxf`)
  expect(await file.text()).toContain('SCREWS')
  await plate.getByRole('button', { name: 'Make it a job' }).click()
  await expect(page.getByText('Plate for Pier plate').first()).toBeVisible({ timeout: 20_000 })
})

const HUB = readFileSync('docs/examples/clutch-hub.foothold.json', 'utf8')
const OILER = readFileSync('docs/examples/oiler-block.foothold.json', 'utf8')
const PIER = readFileSync('docs/examples/pier-plate.foothold.json', 'utf8')

test('four sides in one clamping: the turn is drawn, the other way round is told, it is parted last', async ({
  page,
  request,
}) => {
  const job = await freshJob(request, HUB)
  const way = job.ways[0]?.id ?? ''
  await open(page, `/jobs/${job.id}/ways/${way}/holding?setup=s-4`)
  const bench = page.getByRole('region', { name: 'The holding' })
  await expect(bench.getByText('A −90°', { exact: true })).toBeVisible()
  await expect(page.getByText('The table turns clockwise').first()).toBeVisible()
  await accessible(page)
  // The sign the wrong way: what is cut here would look down.
  await page.getByLabel('A turns by').fill('90')
  await page.keyboard.press('Tab')
  await expect(page.getByText('cannot be reached from above').first()).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('cannot be reached from above')).toHaveCount(0)

  await page.getByRole('navigation', { name: 'Setups' }).getByText('Back, indexed').click()
  await expect(page.getByText('parts it from what is spare.')).toBeVisible()
  // Gripped deeper, no cutter gets in between jaws and flange.
  await page.getByRole('navigation', { name: 'Setups' }).getByText('Top, in the chuck').click()
  await page.getByLabel('Goes in by').fill('22')
  await page.keyboard.press('Tab')
  await page.getByRole('navigation', { name: 'Setups' }).getByText('Back, indexed').click()
  await expect(page.getByText('too little for End mill 10')).toBeVisible()
})

test('a plate for four of the part: drawn with its offsets, and written down', async ({
  page,
  request,
}) => {
  const job = await freshJob(request, PIER)
  await open(page, `/jobs/${job.id}/ways/${job.ways[1]?.id}/holding?setup=s-2`)
  await page.getByLabel('Side by side').selectOption('2')
  await page.getByLabel('Behind each other').selectOption('2')
  const plate = page.getByRole('region', { name: 'The plate from above' })
  await expect(plate.getByText(/^4 · G/)).toBeVisible()
  const figures = page.getByRole('region', { name: 'The plate for it' })
  await expect(figures.getByRole('row', { name: /^Place 4, G/ })).toBeVisible()
  await accessible(page)
  await saved(page)
  const register = page.getByRole('region', { name: 'Into the register' })
  await register.getByLabel('Who').fill('AB')
  await register.getByLabel('Who').press('Tab')
  await register.getByRole('button', { name: 'Into the register' }).click()
  await expect(page.getByRole('heading', { name: /^Plate Pier plate, setup 2/ })).toBeVisible()
  await expect(page.getByText('Place 4').first()).toBeVisible()

  // Now that it is there it is offered first, on the pins that it has.
  await open(page, `/jobs/${job.id}/ways/${job.ways[1]?.id}/holding?setup=s-2`)
  const owned = page.getByRole('region', { name: 'In the register for this part' })
  const take = owned.getByRole('button', { name: /^Take: Plate Pier plate, setup 2/ }).first()
  await page.getByLabel('Held in').selectOption({ label: 'Vise' })
  await expect(page.getByLabel('Round pin', { exact: true })).toHaveCount(0)
  await take.click()
  await expect(page.getByLabel('Round pin', { exact: true })).toBeVisible()
  await accessible(page)
  await saved(page)
})

test('a plate head to tail with air; the first side against dowels lies beside it', async ({
  page,
  request,
}) => {
  const job = await freshJob(request, PIER)
  await open(page, `/jobs/${job.id}/ways/${job.ways[1]?.id}/holding?setup=s-2`)
  await page.getByLabel('Side by side').selectOption('2')
  const second = page.getByLabel('Every second one')
  await second.selectOption({ label: 'head to tail, side by side' })
  await page.getByLabel('Air from below').selectOption({ label: 'a thread under the part' })
  const figures = page.getByRole('region', { name: 'The plate for it' })
  await expect(figures.getByRole('row', { name: /^Place 2, G\d+, turned 180°/ })).toBeVisible()
  await expect(figures.getByRole('row', { name: /^Fitting for air/ })).toContainText('M5')
  await second.selectOption({ label: 'the other hand, side by side' })
  await expect(figures.getByRole('row', { name: /^Place 2, G\d+, mirrored in X/ })).toBeVisible()
  await page.getByLabel('Side by side', { exact: true }).selectOption('1')
  await expect(figures.getByRole('row', { name: /^Place 2/ })).toHaveCount(0)

  await page.getByRole('navigation', { name: 'Setups' }).getByText('From the top').click()
  await page.getByLabel('Held in').selectOption({ label: 'Plate with dowels or a pocket' })
  await page
    .getByLabel('Beside it on the plate')
    .selectOption({ label: 'setup 2, From below, on two pins' })
  await expect(figures.getByText(/^Beside it, setup 2/)).toBeVisible()
  await expect(figures.getByRole('row', { name: /^round pin in/ })).toBeVisible()
  await page.getByLabel('Walls of a pocket, over the rests').fill('5')
  await page.getByLabel('Walls of a pocket, over the rests').press('Tab')
  await expect(
    figures.getByRole('row', { name: /^Pocket, .* deep, corners relieved/ }),
  ).toBeVisible()
  const sizes = page.getByLabel('Further sizes, length × depth')
  await sizes.fill('80')
  await sizes.press('Tab')
  await expect(page.getByText('“80” is no size')).toBeVisible()
  await sizes.fill('80 x 50')
  await sizes.press('Tab')
  await expect(figures.getByRole('row', { name: /^80 × 50, G\d+/ })).toBeVisible()
  await accessible(page)
  await saved(page)
})

test('a plate with a grid: what it serves for is named; keys; and it comes from the register as it is', async ({
  page,
  request,
}) => {
  const job = await freshJob(request, PIER)
  const holding = `/jobs/${job.id}/ways/${job.ways[1]?.id}/holding`
  await open(page, `${holding}?setup=s-1`)
  await page.getByLabel('Held in').selectOption({ label: 'Plate with dowels or a pocket' })
  const grid = page.getByLabel('Has a grid of M8, pitch')
  const figures = page.getByRole('region', { name: 'The plate for it' })
  await grid.fill('2')
  await grid.press('Tab')
  await expect(page.getByText('A grid of 2 mm is none')).toBeVisible()
  await grid.fill('25')
  await grid.press('Tab')
  await expect(figures.getByRole('row', { name: /^Kept clear of a grid of M8/ })).toBeVisible()
  const uses = page.getByLabel('That grid is')
  await uses.selectOption({ label: 'its threads used' })
  await expect(
    figures.getByRole('row', { name: /^Edge clamp 1, in its thread [A-Z]\d+/ }),
  ).toBeVisible()
  await expect(figures.getByRole('row', { name: /^Dowel 1, in its/ })).toHaveCount(0)
  await uses.selectOption({ label: 'threads and dowel holes used' })
  await expect(
    figures.getByRole('row', { name: /^Dowel 3, in its dowel hole [A-Z]\d+/ }),
  ).toBeVisible()
  await page.getByLabel('Comes back by').selectOption({ label: 'keys in a slot' })
  await expect(figures.getByRole('row', { name: /^Comes back by two keys/ })).toBeVisible()
  await expect(page.getByText(/What holds the plate itself/)).toBeVisible()
  await accessible(page)
  await saved(page)

  const register = page.getByRole('region', { name: 'Into the register' })
  await register.getByLabel('Who').fill('AB')
  await register.getByLabel('Who').press('Tab')
  await register.getByRole('button', { name: 'Into the register' }).click()
  await expect(page.getByRole('heading', { name: /^Plate Pier plate, setup 1/ })).toBeVisible()
  await open(page, `${holding}?setup=s-1`)
  await page.getByLabel('Held in').selectOption({ label: 'Vise' })
  await expect(grid).toHaveCount(0)
  await page
    .getByRole('region', { name: 'In the register for this part' })
    .getByRole('button', { name: /^Take: Plate Pier plate, setup 1/ })
    .first()
    .click()
  await expect(grid).toHaveValue('25')
  await expect(uses).toHaveValue('threads and dowels')
  await saved(page)
})

test('beside a vise stands a bolt or a bar, behind tall work a block: told and drawn', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-1`)
  await page
    .getByLabel('The stop is', { exact: true })
    .selectOption({ label: 'a bolt in the table beside it' })
  await expect(page.getByText('A bolt beside the vise does not reach the work.')).toBeVisible()
  await page
    .getByLabel('The stop is', { exact: true })
    .selectOption({ label: 'a bar along its end' })
  await expect(page.getByText('A bolt beside the vise does not reach the work.')).toHaveCount(0)
  const block = page.getByLabel('Block behind it, over the jaw')
  await block.fill('90')
  await block.press('Tab')
  await expect(page.getByText('The block stands higher than the work.')).toBeVisible()
  await block.fill('20')
  await block.press('Tab')
  await expect(page.getByText('The block stands higher than the work.')).toHaveCount(0)
  await expect(
    page.getByRole('img', { name: /^From the side/ }).locator('[data-ref="block"]'),
  ).toBeVisible()
  await accessible(page)
  await saved(page)
})

test('a holding stands leaning for what is slanted, is propped, and is seen as a solid too', async ({
  page,
  request,
}) => {
  const job = await freshJob(request, OILER)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-2`)
  await page.getByRole('button', { name: 'front up 30° for pipe seat' }).click()
  await expect(page.getByText('50.000 mm of gauge blocks under the raised roll')).toBeVisible()
  await expect(page.getByRole('button', { name: /front up 30°/ }).first()).toBeVisible()
  await page.getByLabel('Raised by').fill('100°')
  await page.getByLabel('Raised by').press('Tab')
  await expect(
    page.getByText('A holding leans by more than 0° and no more than 90°.'),
  ).toBeVisible()
  await page.getByLabel('Raised by').fill('17.5°')
  await page.getByLabel('Raised by').press('Tab')
  await expect(page.getByText(/30\.071 mm of gauge blocks/)).toBeVisible()
  await page
    .getByRole('combobox', { name: 'Stands' })
    .selectOption({ label: 'leaning, on Angle blocks' })
  await expect(page.getByText(/angle blocks \d+° [+−] \d+° [+−] 0\.5°/)).toBeVisible()
  await accessible(page)
  await saved(page)
  // Contacts are moved as it stands level, and it leans on with them.
  const contacts = page.getByRole('list', { name: 'Contacts' })
  await expect(contacts).toHaveCount(0)
  await page.getByRole('button', { name: 'Level, to move contacts' }).click()
  const stop = contacts.getByRole('button').first()
  const at = await stop.innerText()
  await stop.press('Shift+ArrowRight')
  await expect(stop).not.toHaveText(at)
  await page.getByRole('button', { name: 'As it leans' }).click()
  await expect(contacts).toHaveCount(0)
  await expect(page.getByText(/angle blocks \d+°/)).toBeVisible()
  await saved(page)
  await page.getByRole('combobox', { name: 'Stands' }).selectOption({ label: 'level' })
  await expect(page.getByText('gauge blocks')).toHaveCount(0)

  await page.getByRole('button', { name: 'The solid too' }).click()
  await expect(page.getByText('as it comes in')).toBeVisible({ timeout: 30_000 })
  await saved(page)

  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}?setup=s-2`)
  await page.getByRole('button', { name: 'Footing' }).click()
  await page.getByRole('button', { name: 'Put a jack under it' }).click()
  const jacks = page.getByRole('list', { name: 'Jacks under the work' })
  await expect(jacks.getByText('Jack under base')).toBeVisible()
  await accessible(page)
  await saved(page)
  // On the holding's own page it is moved like a contact, and taken away.
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-2`)
  const jack = page.getByRole('list', { name: 'Contacts' }).getByRole('button', { name: /^Jack 1/ })
  const before = await jack.innerText()
  await jack.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(jack).not.toHaveText(before)
  await jack.press('Delete')
  await expect(jack).toHaveCount(0)
  await saved(page)
})

test('the head is swung over work that stands level: zero with a ball, and what table and quill read', async ({
  page,
  request,
}) => {
  const job = await freshJob(request, OILER)
  const way = `/jobs/${job.id}/ways/${job.ways[0]?.id}`
  await open(page, `${way}/holding?setup=s-1`)
  await page
    .getByRole('combobox', { name: 'Machine' })
    .selectOption({ label: 'Manual mill with DRO' })
  await page
    .getByRole('combobox', { name: 'Stands' })
    .selectOption({ label: 'level, the head swung' })
  await page.getByLabel('Head swung by').fill('30°')
  await page.getByLabel('Head swung by').press('Tab')
  await expect(page.getByText('swings to the left and right only').first()).toBeVisible()
  await page.getByRole('combobox', { name: 'Spindle leans' }).selectOption({ label: 'to the left' })
  await expect(page.getByText('swings to the left and right only')).toHaveCount(0)
  await expect(page.getByText(/head 30° to the left/).first()).toBeVisible()
  await accessible(page)
  await saved(page)

  await open(page, `${way}/zero?setup=s-1`)
  await page.getByRole('button', { name: 'X: a ball in the spindle' }).click()
  await expect(page.getByLabel('Quill at the floor')).toBeVisible()
  for (const [label, typed] of [
    ['Tip diameter', '6'],
    ['Quill at the floor', '-40'],
    ['X at the wall', '12.5'],
    ['Quill at the wall', '-30'],
    ['Ball’s length', '0'],
    ['Who', 'A. Fell'],
  ] as const)
    await page.getByLabel(label).fill(typed)
  await page.getByLabel('Who').press('Tab')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(
    page.getByRole('listitem').filter({ hasText: 'corner, a ball in the swung spindle' }),
  ).toContainText(/X .* ±.* Z .* ±/)
  await accessible(page)
})

test('contacts are drawn to where they are wanted, by pointer and by key, and taken back', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-2`)
  const rest = page.getByRole('list', { name: 'Contacts' }).getByRole('button', { name: /^Rest 3/ })
  const before = await rest.innerText()
  const dot = await page
    .getByRole('img', { name: /^From above/ })
    .locator('[data-ref="rest3"]')
    .boundingBox()
  if (!dot) throw new Error('no rest')
  await page.mouse.move(dot.x + dot.width / 2, dot.y + dot.height / 2)
  await page.mouse.down()
  await page.mouse.move(dot.x + 40, dot.y + 4, { steps: 6 })
  await page.mouse.up()
  await expect(rest).not.toHaveText(before)
  await saved(page)
  await page.keyboard.press('Control+z')
  await expect(rest).toHaveText(before)

  await rest.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(rest).not.toHaveText(before)
  await accessible(page)
  await rest.press('Delete')
  await expect(rest).toHaveText(before)
})

test('a strap is drawn to where it is out of the way, and told where nothing lies under it', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-2`)
  await page.getByLabel('Held in').selectOption({ label: 'Strapped to the table' })
  const strap = page.getByRole('button', { name: /^Strap 1/ })
  const before = await strap.innerText()
  const above = page.getByRole('img', { name: /^From above/ })
  const [from, to] = [
    await above.locator('[data-ref="strap1"]').boundingBox(),
    await above.locator('[data-ref="strap2"]').boundingBox(),
  ]
  if (!from || !to) throw new Error('no straps')
  const told = page.getByText(/Nothing lies under a strap\./)
  await expect(told).toHaveCount(0)
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  // To the middle between both, in front of the work.
  const middle = (from.x + to.x + to.width) / 2
  await page.mouse.move(middle, from.y + from.height + 60, { steps: 6 })
  await page.mouse.up()
  await expect(strap).not.toHaveText(before)
  await expect(told.first()).toBeVisible()
  await saved(page)
  await strap.press('Delete')
  await expect(strap).toHaveText(before)
  await expect(told).toHaveCount(0)
  await strap.press('Shift+ArrowUp')
  await expect(strap).not.toHaveText(before)
  // Typed, to the hundredth; what is no length is refused, and it stays where it was.
  await strap.press('Enter')
  const typed = page.getByRole('group', { name: 'Strap 1' })
  await typed.getByLabel('Y').fill('12 quite')
  await page.keyboard.press('Enter')
  await expect(typed.getByRole('alert')).toBeVisible()
  await typed.getByLabel('Y').fill('-22.25')
  await page.keyboard.press('Enter')
  await expect(strap).toHaveText(/, -22\.25$/)
  await saved(page)
})

test('clamps of an angle plate are put along the work, by type and by pointer', async ({
  page,
  request,
}) => {
  const job = await freshWorm(request)
  await open(page, `/jobs/${job.id}/ways/${job.ways[0]?.id}/holding?setup=s-2`)
  await page.getByLabel('Held in').selectOption({ label: 'Angle plate' })
  const clamp = page.getByRole('button', { name: /^Clamp 2/ })
  await clamp.press('Enter')
  await page.getByRole('group', { name: 'Clamp 2' }).getByLabel('X').fill('21.5')
  await page.getByRole('button', { name: 'Put it there' }).click()
  await expect(clamp).toHaveText(/^Clamp 2 21\.5, /)
  const drawn = page.getByRole('img', { name: /^From above/ }).locator('[data-ref="clamp2"]')
  const from = await drawn.boundingBox()
  if (!from) throw new Error('no clamp')
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(from.x - 40, from.y + from.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect(clamp).not.toHaveText(/^Clamp 2 21\.5, /)
  await clamp.press('Delete')
  await saved(page)
})
