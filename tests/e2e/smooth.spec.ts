import { type Page } from '@playwright/test'
import { expect, freshWorm, newJob, open, saved, test } from './support'

/** Puts text into what has the focus, as the clipboard would. */
const paste = (page: Page, text: string): Promise<void> =>
  page.evaluate((words) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', words)
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true })
    document.activeElement?.dispatchEvent(event)
  }, text)

test('several lines at once: what is understood is taken, the rest waits to be put right', async ({
  page,
  request,
}) => {
  await open(page, `/jobs/${await newJob(request, 'Pasted')}/part`)
  await page.locator('#say').focus()
  await paste(
    page,
    'block 120 x 80 x 40\n- 4 x M6 tapped 12 deep on top, 60 x 40, centred\nhole 6 thru on tpo centred\n',
  )
  await expect(page.getByText('2 lines taken, 1 not understood')).toBeVisible()
  await expect(page.getByRole('button', { name: /tapped hole M6/ })).toBeVisible()
  await page.getByRole('button', { name: /hole 6 thru on tpo centred/ }).click()
  const instead = page.getByRole('list', { name: 'Lines to say instead' })
  await instead.getByRole('button', { name: 'hole 6 through, on top, centred' }).click()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /⌀ hole 6/ })).toBeVisible()
  await saved(page)
  // Pasted lines were one change: one step takes all of them back.
  await page.keyboard.press('Escape')
  await page.locator('main').click({ position: { x: 4, y: 4 } })
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: /tapped hole M6/ })).toBeHidden()
})

test('a line that cannot be known asks; the drawing says its own faults and its dimensions', async ({
  page,
  request,
}) => {
  await open(page, `/jobs/${await newJob(request, 'Asked')}/part`)
  await page.keyboard.press('s')
  await page.keyboard.type('clearance hole for M6 through on top 4 from left 20 from front')
  await page.keyboard.press('Enter')
  const instead = page.getByRole('list', { name: 'Lines to say instead' })
  await expect(instead.getByRole('button')).toHaveCount(3)
  await instead.getByRole('button').first().click()
  await page.keyboard.press('Enter')
  // 6.4 in diameter and 4 from the edge: 0.8 is left.
  const faults = page.getByRole('region', { name: 'Wrong with the drawing' })
  await expect(faults.getByText('leaves 0.8 mm to the edge')).toBeVisible()
  const drawing = page.getByRole('region', { name: 'Drawing' })
  await expect(drawing.getByText('⌀6.4 through')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.locator('main').click({ position: { x: 4, y: 4 } })
  await page.keyboard.press('d')
  await expect(drawing.getByText('⌀6.4 through')).toBeHidden()
})

test('cuts are picked on the picture, and taken out again', async ({ page, request }) => {
  const { id, ways } = await freshWorm(request, 'Picked')
  await open(page, `/jobs/${id}/ways/${ways[0]?.id}?setup=s-4`)
  const cuts = page.getByRole('button', { name: /^Cuts/ })
  const before = await cuts.innerText()
  await cuts.click()
  await page.getByRole('button', { name: 'Pick on the picture' }).click()
  await expect(page.getByText(/Pick what is cut here/)).toBeVisible()
  const bore = page
    .getByRole('img', { name: /from above/ })
    .locator('polygon[data-ref="bore"]')
    .first()
  await bore.click({ force: true })
  await expect(cuts).not.toHaveText(before)
  await bore.click({ force: true })
  await expect(cuts).toHaveText(before)
  await page.keyboard.press('Escape')
  await expect(page.getByText(/Pick what is cut here/)).toBeHidden()
})

test('advice says what it would gain; it is tried and taken back by a click', async ({
  page,
  request,
}) => {
  const { id, ways } = await freshWorm(request, 'Advised')
  await open(page, `/jobs/${id}/ways/${ways[0]?.id}?setup=s-4`)
  const predicted = page.locator('[data-predicted]')
  const before = await predicted.innerText()
  const offer = page.getByRole('button', {
    name: /^Try Ground vise 125 in setups 1 to 6: ±0.018 → ±0.013/,
  })
  await offer.click()
  await expect(predicted).toHaveText('±0.013')
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect(predicted).toHaveText(before)
  await saved(page)
})

test('the measured table: Enter goes down, Tab across, a column is pasted', async ({
  page,
  request,
}) => {
  const { id, ways } = await freshWorm(request, 'Measured by keys')
  await open(page, `/jobs/${id}/ways/${ways[0]?.id}/holes?setup=s-5&pane=measured`)
  const cell = (row: number, column: 'x' | 'y') =>
    page.locator(`[data-row="${row}"][data-column="${column}"]`)
  await cell(0, 'x').focus()
  await page.keyboard.press('Enter')
  await expect(cell(1, 'x')).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(cell(1, 'y')).toBeFocused()
  await page.keyboard.press('Shift+Enter')
  await expect(cell(0, 'y')).toBeFocused()
  await cell(0, 'x').focus()
  await paste(page, '10.01\t20.02\n30.03\t40.04\n')
  await expect(cell(1, 'y')).toHaveValue('40.04')
  await expect(page.getByRole('region', { name: 'What it says' })).toBeVisible()
})

test('two fingers bring the face closer', async ({ page, request }) => {
  const { id, ways } = await freshWorm(request, 'Pinched')
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, `/jobs/${id}/ways/${ways[0]?.id}/holes?setup=s-5`)
  const map = page.getByRole('img', { name: /holes as they lie/ })
  const scale = async (): Promise<number> =>
    Number(
      /scale\(([\d.]+)/.exec((await map.locator('g').first().getAttribute('transform')) ?? '')?.[1],
    )
  const before = await scale()
  await map.scrollIntoViewIfNeeded()
  const box = await map.boundingBox()
  if (!box) throw new Error('no map')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const session = await page.context().newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', apart?: number) =>
    session.send('Input.dispatchTouchEvent', {
      type,
      touchPoints:
        apart === undefined
          ? []
          : [
              { x: x - apart / 2, y, id: 0 },
              { x: x + apart / 2, y, id: 1 },
            ],
    })
  await touch('touchStart', 60)
  for (const apart of [80, 100, 120]) await touch('touchMove', apart)
  await touch('touchEnd')
  await expect.poll(scale).toBeCloseTo(2 * before, 0)
})

test('the shop is reached from within a job, on a phone too', async ({ page, request }) => {
  const { id } = await freshWorm(request, 'Within a job')
  await open(page, `/jobs/${id}/part`)
  await page.getByRole('button', { name: 'Shop' }).click()
  await page
    .getByRole('navigation', { name: 'Shop, folded' })
    .getByRole('link', { name: 'Workshop' })
    .click()
  await page.waitForURL(/\/workshop/)
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, `/jobs/${id}/part`)
  const head = await page.getByRole('banner').boundingBox()
  expect(head?.height).toBeLessThan(60)
  await page.getByRole('button', { name: 'Shop' }).click()
  await page
    .getByRole('navigation', { name: 'This job, folded' })
    .getByRole('link', { name: 'Holes' })
    .click()
  await page.waitForURL(/\/holes/)
})
