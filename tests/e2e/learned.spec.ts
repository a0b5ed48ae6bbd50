import { accessible, expect, freshWorm, open, test, WORM } from './support'

test('what pieces teach: honest or not, piece by piece, capability, and a figure that only a person takes over', async ({
  page,
  request,
}) => {
  test.setTimeout(120_000)
  const headers = { 'content-type': 'application/json' }
  const post = async <Answer>(path: string, data: object): Promise<Answer> =>
    (await (await request.post(path, { headers, data })).json()) as Answer
  const job = await freshWorm(request, 'Worm block, learned')
  const way = job.ways[0]?.id ?? ''
  const base = `/jobs/${job.id}/ways/${way}/run`
  await open(page, `${base}/learned`)
  await expect(page.getByText(/^Nothing (of this way|made) was measured yet/)).toBeVisible()
  const list = (await (await request.get(`/api/ways/${way}/releases`)).json()) as {
    forbids: { code: string; setup?: number }[]
  }
  const { releases } = await post<{ releases: { id: string }[] }>(`/api/ways/${way}/releases`, {
    who: 'AB',
    overrides: list.forbids.map(({ code, setup }) => ({ code, setup, why: 'seen' })),
  })
  const run = await post<{ id: string }>(`/api/ways/${way}/runs`, {
    release: releases[0]?.id,
    who: 'AB',
    pieces: 26,
    every: 1,
  })
  // A shop that bores twice as wide as its book says.
  const worm = JSON.parse(WORM) as {
    workshop: { capabilities: { bore: { sizeMm: number } } }
  }
  worm.workshop.capabilities.bore.sizeMm *= 2
  const made = await post<{ pieces: { values: { requirement?: string }[] }[] }>('/api/make', {
    document: worm,
    making: { pieces: 26, seed: 5 },
  })
  for (const [p, { values }] of made.pieces.entries())
    for (const [v, value] of values.entries())
      if (value.requirement === 'bore-size')
        await post(`/api/runs/${run.id}/entries`, {
          id: `learned-${run.id}-${p}-${v}`,
          piece: p + 1,
          who: 'AB',
          at: 60_000 * p,
          body: { kind: 'measured', step: 's-4 check', value },
        })
  await open(page, base)
  await page.getByRole('link', { name: 'What the pieces teach' }).click()
  await expect(page.locator('[data-honesty="too narrow"]')).toBeVisible()
  await accessible(page)
  const size = page.getByRole('button', { name: /^[●◆▲] Worm bore, size/ })
  await expect(size).toContainText('26 pieces')
  await expect(size).toContainText(/Cpk \d\.\d\d \(/)
  await expect(page.getByRole('img', { name: /^Worm bore, size: piece 1 22\.0/ })).toBeVisible()
  const figure = page.locator('[data-figure="capabilities/bore/sizeMm"]')
  await expect(figure).toContainText('the book says 0.0080')
  await expect(figure).toContainText('wider than the book')
  await page.getByLabel('Taken over by').fill('CD')
  let asked = ''
  page.once('dialog', (dialog) => {
    asked = dialog.message()
    void dialog.dismiss()
  })
  await figure.getByRole('button', { name: /^Take 0\.01\d+ over$/ }).click()
  expect(asked).toContain('into the workshop instead of 0.0080')
  await expect(figure).not.toContainText('taken over')
  await page.setViewportSize({ width: 390, height: 844 })
  await expect(size).toBeVisible()
  const wide = await page.evaluate(() => document.documentElement.scrollWidth)
  expect(wide).toBeLessThanOrEqual(390)
})
