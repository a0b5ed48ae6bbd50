import { accessible, again, expect, freshWorm, open, saved, test } from './support'

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

test('gear for other holdings is kept in the workshop', async ({ page }) => {
  await page.goto('/workshop')
  for (const [tab, name] of [
    ['Straps', 'Straps 30'],
    ['Plates', 'Pin plate'],
    ['Angle plates', 'Angle plate 150'],
  ] as const) {
    await page
      .getByRole('link', { name: new RegExp(`^${tab} \\d`) })
      .or(page.getByRole('button', { name: new RegExp(`^${tab} \\d`) }))
      .first()
      .click()
    await expect(page.getByRole('heading', { name })).toBeVisible()
  }
})
