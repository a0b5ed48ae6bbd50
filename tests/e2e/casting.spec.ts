import { accessible, expect, freshSaddle, open, SADDLE, saved, test } from './support'

const json = { 'content-type': 'application/json' }

test('a casting: measured, fitted, set on the bench, and its first cut set up', async ({
  page,
  request,
}) => {
  const { id } = await freshSaddle(request, 'Saddle to be set')
  await open(page, `/jobs/${id}/casting`)
  await expect(page.getByText('● Cleans up, least')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText('not under the skin (0.50)')).toBeVisible()
  const faces = page.getByRole('region', { name: 'Every face' })
  // Foot and pad have the same to a hair: either may be named first.
  await expect(faces.getByRole('row').first()).toContainText(/foot|left pad/)
  const why = page.getByRole('region', { name: 'Why' })
  await expect(why).toContainText('As it lies it does not')
  await expect(why).toContainText('What binds:')
  await expect(page.getByText('set the casting: right end down')).toBeVisible()

  // Three points held, there is less to choose.
  await page.getByRole('button', { name: 'three points' }).click()
  await expect(why).toContainText('What holding costs:')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('● Cleans up, least')).toBeVisible()

  // Points as they are written down; what cannot be read stays in the field, said why.
  await page.getByRole('button', { name: /^Points/ }).click()
  await page.getByLabel('Taken on').selectOption({ label: 'flange' })
  await page.getByLabel(/^X Y Z/).fill('202.3 45 25\nlid 1 2 3')
  await page.getByRole('button', { name: 'Take these points' }).click()
  await expect(page.getByText('“lid” is no face of the casting')).toBeVisible()
  await expect(page.getByLabel(/^X Y Z/)).toHaveValue('lid 1 2 3')
  await expect(page.getByRole('button', { name: 'Points 43' })).toBeVisible()
  await saved(page)

  await page.getByRole('button', { name: 'At the bench' }).click()
  const set = page.getByRole('region', { name: 'How it is set' })
  await expect(set).toContainText('jack 1')
  await expect(set).toContainText('middle of trunnion bores')
  await expect(page.getByRole('region', { name: 'First footing' })).toContainText(
    'Carrier, glued on',
  )
  await accessible(page)
  await page.getByRole('link', { name: 'Layout sheet' }).click()
  await expect(page.getByRole('region', { name: 'Stand 3' })).toContainText('angle plate')
  await page.getByRole('link', { name: 'Back to the casting' }).click()

  await page.getByRole('button', { name: 'Set up the first cut on jacks' }).click()
  await page.waitForURL(/\/ways\//)
  await expect(page.getByText('First cut, on jacks').first()).toBeVisible()
})

test('another casting of the job begins empty and says what is needed', async ({
  page,
  request,
}) => {
  const { id } = await freshSaddle(request, 'Saddle with a third')
  await open(page, `/jobs/${id}/casting`)
  await page.getByLabel('Which casting').selectOption({ label: 'another casting …' })
  await page.waitForURL(/show=points/)
  await expect(page.getByText('No point is measured')).toBeVisible({ timeout: 20_000 })
})

test('a fit over HTTP is that of the command line; what is wrong is said', async ({ request }) => {
  const answer = await request.post('/api/fit', { data: SADDLE, headers: json })
  const fit = (await answer.json()) as { cleansUp: boolean; footing: { id: string }[] }
  expect([answer.status(), fit.cleansUp]).toEqual([200, true])
  expect(fit.footing.map(({ id }) => id)).toEqual(['jack 1', 'jack 2', 'jack 3'])
  const lost = await request.post('/api/fit?casting=Casting%202', { data: SADDLE, headers: json })
  expect(((await lost.json()) as { cleansUp: boolean }).cleansUp).toBe(false)
  const none = await request.post('/api/fit?casting=Casting%209', { data: SADDLE, headers: json })
  expect(none.status()).toBe(422)
  const points = await request.post('/api/fit-points', { data: { surfaces: [] }, headers: json })
  expect(points.status()).toBe(422)
})
