import { accessible, expect, freshSaddle, hands, open, SADDLE, saved, test } from './support'

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

  // A fault of the skin is noted with what to do about it, and stands on the layout sheet.
  await page.getByText('Faults of the skin').click()
  await page.getByLabel('Fault', { exact: true }).selectOption('porosity')
  await page.getByLabel('Seen on').selectOption({ label: 'foot' })
  await page.getByLabel('Where, how large').fill('left corner, 8 across')
  await page.keyboard.press('Enter')
  await expect(page.getByText('porosity on foot')).toBeVisible()
  await saved(page)

  await page.getByRole('button', { name: 'At the bench' }).click()
  const set = page.getByRole('region', { name: 'How it is set' })
  await expect(set).toContainText('jack 1')
  await expect(set).toContainText('middle of trunnion bores')
  await expect(page.getByRole('region', { name: 'First footing' })).toContainText(
    'On a carrier or a dovetail',
  )
  await accessible(page)
  await page.getByRole('link', { name: 'Layout sheet' }).click()
  await expect(page.getByRole('region', { name: 'Stand 3' })).toContainText('angle plate')
  await expect(page.getByText('left corner, 8 across').first()).toBeVisible()
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

test('after the foot is cut it is touched in the stand-in mill, and the rest is fitted again on it', async ({
  page,
  request,
}) => {
  const { id } = await freshSaddle(request, 'Saddle in the mill', markedInMachine())
  await open(page, `/jobs/${id}/casting?show=points`)
  const pane = page.getByRole('region', { name: 'From the mill' })
  const touchAt = async (
    mill: Awaited<ReturnType<typeof hands>>,
    places: readonly (readonly [number, number])[],
  ): Promise<void> => {
    for (const [x, y] of places) {
      await mill.act({ do: 'go', x, y })
      await mill.still()
      await mill.act({ do: 'jog', axis: 'z', by: -60, feed: 1500 })
      await expect(pane.getByText('It touches.')).toBeVisible({ timeout: 20_000 })
      await pane.getByRole('button', { name: 'Keep this point' }).click()
      await mill.act({ do: 'jog', axis: 'z', by: 40, feed: 3000 })
      await mill.still()
    }
  }
  const begin = async (moment: RegExp) => {
    const label = await pane.getByRole('option', { name: moment }).textContent()
    await pane.getByLabel('The casting stands as in').selectOption({ label: label ?? '' })
    const mill = await hands(page, request, () =>
      pane.getByRole('button', { name: /Touch it/ }).click(),
    )
    await pane.getByRole('button', { name: 'Put the probe in' }).click()
    await pane.getByLabel('It touches').selectOption({ label: 'foot' })
    return mill
  }
  const [x, y] = [-250, -150]
  const mill = await begin(/Foot, on jacks, after its cuts/)
  await touchAt(mill, [
    [x - 60, y],
    [x + 60, y - 20],
  ])
  // Two points are no plane: said, with what would help, and the points are kept.
  await expect(page.getByText(/Foot is cut, and only 2 points were measured/i)).toBeVisible()
  await touchAt(mill, [[x, y + 25]])
  await page.getByRole('button', { name: 'Fit', exact: true }).click()
  await expect(page.getByText('foot is cut:', { exact: false }).first()).toBeVisible()
  await expect(page.getByText('lies on 3 points')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Every face' })).not.toContainText('foot')
  await saved(page)
})

/** The saddle with four marks measured in the machine too, before its foot is cut: where the stand-in mill has it, about. */
function markedInMachine(): string {
  const document = JSON.parse(SADDLE) as {
    castings: {
      stands: {
        points: { id: string; at: Record<'x' | 'y' | 'z', number>; mark?: string }[]
      }[]
    }[]
  }
  const first = document.castings[0]?.stands[0]
  if (!first) throw new Error('the saddle has no casting')
  const marked = first.points.filter(({ id }) => ['p18', 'p23', 'p26', 'p33'].includes(id))
  for (const one of marked) one.mark = one.id
  const before = {
    id: 'stand-2',
    name: 'Foot, on jacks, before its cuts',
    points: marked.map((one) => ({
      ...one,
      at: { x: one.at.x + 148.75, y: one.at.y - 193.75, z: one.at.z + 305 },
    })),
  }
  document.castings[0]?.stands.push(before)
  return JSON.stringify(document, undefined, 2)
}
