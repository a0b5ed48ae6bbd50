import { type Locator, type Page } from '@playwright/test'
import { expect, saved, test } from './support'

/** The next thing that can be reached by Tab, as somebody without a mouse would go. */
async function tabTo(page: Page, target: Locator, most = 120): Promise<void> {
  const isThere = (): Promise<boolean> =>
    target.evaluate((element) => element === document.activeElement).catch(() => false)
  for (let step = 0; step < most; step++) {
    if (await isThere()) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`Tab does not reach ${target}`)
}

async function choose(page: Page, target: Locator): Promise<void> {
  await tabTo(page, target)
  await page.keyboard.press('Enter')
}

const awake = (page: Page): Promise<void> =>
  expect(page.locator('html')).toHaveAttribute('data-awake', '', { timeout: 30_000 })

/** Turns the part with the pictures, and takes all that is in reach. */
async function setup(page: Page, stand: string): Promise<void> {
  await page.keyboard.press('n')
  await choose(page, page.getByRole('button', { name: stand }))
  await choose(page, page.getByRole('button', { name: /^Cuts/ }))
  await choose(page, page.getByRole('button', { name: /^Take all in reach/ }))
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: /^Take all in reach/ })).toBeHidden()
}

const LINES = [
  'block 4 x 2.5 x 1.25 in',
  'bore .5 thru on front, .5 above base, centred left to right',
  '4 holes 10-32 1/2 deep on top 3 x 1.5 centred',
  'slot 1/2 wide 3/8 deep on top along front, centred',
  'hold bore to base 0.5 ±0.003',
  'hold bore parallel to base .004',
]

test('the newcomer’s hour in short, by keyboard alone', async ({ page }) => {
  test.setTimeout(150_000)
  await page.goto('/')
  await awake(page)
  await tabTo(page, page.getByLabel('New part'))
  await page.keyboard.type('Hinge block')
  await page.keyboard.press('Enter')
  await page.waitForURL(/\/part$/)
  await awake(page)

  // Six lines, the first with its unit.
  await page.keyboard.press('s')
  for (const line of LINES) {
    await page.keyboard.type(line)
    await expect(page.getByText('drawn below in blue')).toBeVisible()
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText('2 requirements')).toBeVisible()
  await saved(page)

  // Two ways.
  await page.keyboard.press('Escape')
  await choose(page, page.getByRole('link', { name: 'Ways', exact: true }))
  await page.waitForURL(/\/ways\//)
  await awake(page)
  const ways = page.getByRole('navigation', { name: 'Ways' })
  await setup(page, 'top up, back to fixed jaw')
  await setup(page, 'base up, back to fixed jaw')
  await setup(page, 'front up, base to fixed jaw')
  await saved(page)
  const first = page.url()
  await choose(page, page.getByRole('button', { name: '+ another way' }))
  await page.waitForURL((url) => url.pathname.includes('/ways/') && !first.includes(url.pathname))
  await awake(page)
  await setup(page, 'base up, back to fixed jaw')
  await setup(page, 'front up, base to fixed jaw')
  await setup(page, 'top up, back to fixed jaw')
  await saved(page)
  await expect(ways.getByText(/located 3×/)).toHaveCount(2)

  // The weakest link improved by what is offered, with what it gains.
  const predicted = page.locator('[data-predicted]')
  const figure = async (): Promise<number> => Number((await predicted.innerText()).replace('±', ''))
  const before = await figure()
  await choose(page, page.getByRole('button', { name: /^Try / }).first())
  await expect(page.getByText(/^Tried:/)).toBeVisible()
  await expect.poll(figure).toBeLessThan(before)
  await saved(page)

  // Holes ticked.
  await choose(page, page.getByRole('link', { name: 'Holes', exact: true }))
  await page.waitForURL(/\/holes/)
  await awake(page)
  await page.keyboard.press(']')
  await page.keyboard.press(']')
  await expect(page.getByText('4 holes made here')).toBeVisible()
  await choose(page, page.getByRole('link', { name: /Tick list/ }))
  await page.waitForURL(/\/ticks/)
  await awake(page)
  for (let i = 0; i < 4; i++) await page.keyboard.press('Enter')
  await expect(page.getByText(/All 4 holes of this tool done/)).toBeVisible()

  // The sheet printed.
  await choose(page, page.getByRole('link', { name: 'Holes' }))
  await page.waitForURL(/\/holes/)
  await awake(page)
  await choose(page, page.getByRole('link', { name: 'Sheet', exact: true }))
  await page.waitForURL(/\/sheet/)
  await awake(page)
  await page.evaluate(() => {
    window.print = () => document.documentElement.setAttribute('data-printed', '')
  })
  await choose(page, page.getByRole('button', { name: 'Print' }))
  await expect(page.locator('html')).toHaveAttribute('data-printed', '')
  await expect(page.locator('.paper')).toHaveCount(4)
})
