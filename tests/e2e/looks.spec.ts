import { type Page } from '@playwright/test'
import {
  accessible,
  expect,
  freshSaddle,
  freshWorm,
  type Job,
  jobFromFile,
  open,
  test,
} from './support'

/** Every page, as it is reached in a job, in the shop and at the machine. */
function pagesOf(
  { id, ways: [way] }: Job,
  fromFile: string,
  cast: string,
): readonly (readonly [name: string, path: string])[] {
  const first = `/jobs/${id}/ways/${way?.id}`
  return [
    ['jobs', '/'],
    ['part', `/jobs/${id}/part`],
    ['ways', `${first}?setup=s-4`],
    ['import', '/import'],
    ['file', `/jobs/${fromFile}/file`],
    ['casting', `/jobs/${cast}/casting`],
    ['points', `/jobs/${cast}/casting?show=points`],
    ['bench', `/jobs/${cast}/casting?show=bench`],
    ['layout', `/jobs/${cast}/casting/layout`],
    ['holes', `${first}/holes`],
    ['zero', `${first}/zero`],
    ['sheet', `${first}/sheet`],
    ['ticks', `${first}/ticks?setup=s-5`],
    ['fixtures', '/fixtures'],
    ['workshop', '/workshop'],
    ['practice', '/practice'],
  ]
}

const LEAST_PX = 12

/** Words that are smaller than can be read at arm's length. */
const tooSmall = (page: Page): Promise<readonly string[]> =>
  page.evaluate((least) => {
    const found: string[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement
      if (!element || !node.textContent?.trim() || !element.checkVisibility()) continue
      if (element.closest('script, style, noscript')) continue
      const svg = element.closest('svg')
      const box = svg?.viewBox.baseVal
      const scale = svg && box && box.width > 0 ? svg.getBoundingClientRect().width / box.width : 1
      const px = parseFloat(getComputedStyle(element).fontSize) * scale
      if (px < least - 0.6)
        found.push(`${px.toFixed(1)} px: ${node.textContent.trim().slice(0, 40)}`)
    }
    return found
  }, LEAST_PX)

/** How far a page runs out of the window to the right, px. */
const overRight = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)

test.describe.configure({ mode: 'parallel' })

for (const [look, size] of [
  ['on the bench screen, also in the dark', { width: 1280, height: 800 }],
  ['on a phone', { width: 390, height: 844 }],
] as const)
  test(`every page ${look}: readable, in the window, open to all`, async ({ page, request }) => {
    test.setTimeout(180_000)
    const job = await freshWorm(request, `Looked at ${look}`)
    await page.setViewportSize(size)
    const fromFile = await jobFromFile(request, `From a file ${look}`)
    const cast = await freshSaddle(request, `Cast ${look}`)
    for (const [name, path] of pagesOf(job, fromFile, cast.id)) {
      await open(page, path)
      expect.soft(await tooSmall(page), `${name} ${look}`).toEqual([])
      expect.soft(await overRight(page), `${name} ${look}`).toBeLessThanOrEqual(0)
      await accessible(page)
      if (size.width < 1000) continue
      await page.evaluate(() => (document.documentElement.dataset.theme = 'dark'))
      await accessible(page, 'contrast')
    }
  })

test('what is printed stays readable on paper', async ({ page, request }) => {
  const { id, ways } = await freshWorm(request, 'Printed')
  await page.emulateMedia({ media: 'print' })
  for (const path of ['sheet', 'ticks?setup=s-5']) {
    await open(page, `/jobs/${id}/ways/${ways[0]?.id}/${path}`)
    await accessible(page)
  }
})
