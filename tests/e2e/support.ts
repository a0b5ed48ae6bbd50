import AxeBuilder from '@axe-core/playwright'
import { type APIRequestContext, expect, type Page, test as base } from '@playwright/test'
import { readFileSync } from 'node:fs'

/** Every test fails on an error that the page throws or logs, unless it says that it expects some. */
export const test = base.extend<{ quiet: { expectErrors: boolean } }>({
  quiet: [
    async ({ page }, use) => {
      const quiet = { expectErrors: false }
      const errors: string[] = []
      page.on('pageerror', (error) => errors.push(error.message))
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()))
      await use(quiet)
      if (!quiet.expectErrors) expect(errors).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }

export const WORM = readFileSync('docs/examples/worm-block.foothold.json', 'utf8')

export interface Job {
  readonly id: string
  readonly ways: readonly { readonly id: string }[]
}

/** A fresh copy of the worm block, so that tests do not disturb each other. */
export const freshWorm = (request: APIRequestContext, name = 'Worm block'): Promise<Job> =>
  freshJob(request, WORM.replace('"name": "Worm block"', `"name": "${name}"`))

/** A job of a document as text. */
export async function freshJob(request: APIRequestContext, data: string): Promise<Job> {
  const { id } = (await (
    await request.post('/api/jobs/import', {
      data,
      headers: { 'content-type': 'application/json' },
    })
  ).json()) as { id: string }
  return jobNow(request, id)
}

export const SADDLE = readFileSync('docs/examples/saddle.foothold.json', 'utf8')

/** A fresh copy of the saddle casting with what was measured of it, or another text of it. */
export const freshSaddle = (
  request: APIRequestContext,
  name: string,
  text = SADDLE,
): Promise<Job> => freshJob(request, text.replace('"name": "Saddle casting"', `"name": "${name}"`))

/** The worm block as STEP: to a page that has not seen it, a stranger's file. */
export async function wormStep(request: APIRequestContext): Promise<Buffer> {
  const answer = await request.post('/api/export?as=part-step', {
    data: WORM,
    headers: { 'content-type': 'application/json' },
  })
  if (!answer.ok()) throw new Error(await answer.text())
  return answer.body()
}

/** Asks until something long is done. */
export async function whenDone<Result>(request: APIRequestContext, path: string): Promise<Result> {
  for (let i = 0; i < 300; i++) {
    const now = (await (await request.get(path)).json()) as { state: string; result: Result }
    if (now.state === 'done') return now.result
    if (now.state !== 'working') throw new Error(JSON.stringify(now))
    await new Promise((wait) => setTimeout(wait, 200))
  }
  throw new Error(`${path} is still at it`)
}

/** A job whose part came from a file. */
export async function jobFromFile(request: APIRequestContext, name: string): Promise<string> {
  const data = await wormStep(request)
  const sent = (await (
    await request.post(`/api/solids?name=${encodeURIComponent(name)}.step`, { data })
  ).json()) as { id: string }
  const { digest } = await whenDone<{ digest: string }>(request, `/api/solids/${sent.id}`)
  const made = await request.post(`/api/solids/kept/${digest}/job`, { data: { body: 0, name } })
  return ((await made.json()) as { id: string }).id
}

/** A job as the server has it. */
export async function jobNow(request: APIRequestContext, id: string): Promise<Job> {
  const answer = await request.get(`/api/jobs/${id}`)
  if (!answer.ok()) throw new Error(`job ${id}: ${answer.status()} ${await answer.text()}`)
  return (await answer.json()) as Job
}

export async function newJob(request: APIRequestContext, name: string): Promise<string> {
  const response = await request.post('/api/jobs', { data: { name } })
  return ((await response.json()) as { id: string }).id
}

/** Opens a page and waits until it answers to keys. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await awake(page)
}

/** The page again, as after F5. */
export async function again(page: Page): Promise<void> {
  await page.reload()
  await awake(page)
}

/** Answering to keys and clicks, not only painted by the server. */
const awake = (page: Page): Promise<void> =>
  expect(page.locator('html')).toHaveAttribute('data-awake', '', { timeout: 30_000 })

/** Saved, and nothing more under way. */
export const saved = (page: Page): Promise<void> =>
  expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved')

/**
 * No violation of WCAG A and AA that the automatic checker finds; or only of contrast, for another theme
 * of a page that was checked.
 */
export async function accessible(page: Page, only?: 'contrast'): Promise<void> {
  const checker = new AxeBuilder({ page }).exclude('svg > *')
  const { violations } = await (
    only === 'contrast'
      ? checker.withRules(['color-contrast'])
      : checker.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
  ).analyze()
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.html.slice(0, 140))
          .join(' | ')}`,
    ),
  ).toEqual([])
}

export interface MillHands {
  readonly id: string
  readonly act: (action: object) => Promise<void>
  /** Waits until nothing moves; the figures of the readout. */
  readonly still: () => Promise<readonly number[]>
}

/** Waits for the page to switch its mill on, and drives it from outside as a hand would. */
export async function hands(
  page: Page,
  request: APIRequestContext,
  begin: () => Promise<unknown>,
): Promise<MillHands> {
  const answer = page.waitForResponse(
    (r) => r.url().endsWith('/api/mill/mills') && r.request().method() === 'POST',
  )
  await begin()
  const { mill } = (await (await answer).json()) as { mill: string }
  await expect(page.locator('[data-readout="live"]')).toBeVisible()
  const act = async (action: object): Promise<void> => {
    const done = await request.post(`/api/mill/mills/${mill}/do`, { data: action })
    expect(done.ok()).toBe(true)
  }
  const figures = async (): Promise<readonly number[]> =>
    (await page.locator('[data-readout] dd').allTextContents()).map(Number)
  const still = async (): Promise<readonly number[]> => {
    let before: readonly number[] = []
    await expect(async () => {
      const now = await figures()
      const same = before.length > 0 && now.every((v, i) => v === before[i])
      before = now
      expect(same).toBe(true)
    }).toPass({ intervals: [150] })
    return before
  }
  return { id: mill, act, still }
}
