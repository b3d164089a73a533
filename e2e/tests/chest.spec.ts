import { accessible, expect, noSidewaysScroll, pagesOf, test } from './firmitas'

test('a chest of five zones, from take-in to its printed preparation', async ({ page }) => {
  await page.goto('/take-in')
  await page.getByLabel('Name').fill('Chest from the sail loft')
  await page.getByLabel('Kind of piece').selectOption({ label: 'Chest of drawers' })
  const zones = page.getByRole('group', { name: /Zones, each/ })
  await expect(zones.getByRole('button', { name: /Drawer insides/ })).toBeVisible()
  const caseArea = await zones.getByRole('button', { name: /^Case/ }).innerText()
  await page.getByLabel('Height').fill('120')
  await expect(zones.getByRole('button', { name: /^Case/ })).not.toHaveText(caseArea) // the area follows the measurement
  await page.getByLabel('Width').first().fill('-4')
  await expect(page.getByText(/Width: “-4” is no length/)).toBeVisible()
  await page.getByLabel('Width').first().fill('90')
  await page.getByLabel('Material').selectOption({ label: 'Pine' })
  await page.getByRole('button', { name: 'Same material and look for all' }).click()

  // A zone is split, and one goes and comes back.
  await zones.getByRole('button', { name: /^Drawer fronts/ }).click()
  await page.getByRole('button', { name: 'Remove this zone' }).click()
  await page.getByRole('button', { name: 'Put Drawer fronts back' }).click()
  await expect(zones.getByRole('button', { name: /^Drawer fronts/ })).toHaveAttribute('aria-expanded', 'true')
  await expect(page.getByRole('complementary')).toContainText(/What this comes to: Drawer fronts.*may go on it/s)
  await accessible(page)
  await page.getByRole('button', { name: 'Take it in' }).click()

  // Wax all over, but not inside; a loose joint in the case.
  await page.waitForURL(/inspect/)
  await page.getByLabel('What is on it').selectOption({ label: 'Wax' })
  for (const zone of ['Case', 'Drawer fronts', 'Plinth and feet'])
    await page
      .getByRole('group', { name: /The same/ })
      .getByRole('checkbox', { name: zone })
      .check()
  await expect(page.getByText('Nothing but wax holds on wax: take it off.')).toBeVisible()
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await expect(page.getByRole('link', { name: /Drawer insides/ })).toHaveAttribute('aria-current', 'page') // the one not seen yet
  await page.getByRole('checkbox', { name: 'Sticking runner' }).check()
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.waitForURL(/choose/)
  await page.getByRole('link', { name: /Inspect/ }).click()
  await page.waitForURL(/inspect/) // both screens have their zones
  await page.getByRole('navigation', { name: 'Zones' }).getByRole('link', { name: /Case/ }).click()
  await page.getByRole('checkbox', { name: 'Loose joint' }).check()
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.waitForURL(/choose/)

  for (const zone of ['Top', 'Case', 'Drawer fronts', 'Drawer insides', 'Plinth and feet']) {
    await expect(
      page.getByRole('navigation', { name: 'Zones' }).getByRole('link', { name: new RegExp(zone) }),
    ).toHaveAttribute('aria-current', 'page')
    await page.getByRole('button', { name: 'Take this system' }).click()
  }
  await page.waitForURL(/plan$/)
  await page
    .getByRole('navigation', { name: 'Order of the work' })
    .getByRole('link', { name: /Prepare/ })
    .click()

  // One order over the whole piece; what several zones share stands once.
  const steps = page
    .getByRole('region', { name: 'Preparation of the whole piece' })
    .getByRole('listitem')
    .filter({ hasText: /^[\d–][\d and]*\./ })
  await expect(steps.first()).toContainText('Take off: ')
  await expect(steps.filter({ hasText: 'wash off the wax' })).toHaveCount(1)
  await expect(steps.filter({ hasText: 'wash off the wax' })).toContainText(
    'On: Drawer fronts, Case, Plinth and feet, Top',
  )
  await expect(steps.filter({ hasText: 'Glue and clamp the joint' })).toContainText('On: Case')
  await expect(steps.filter({ hasText: 'Degrease' })).toContainText('of cleaner')
  await expect(steps.last()).toContainText('Refit')
  await accessible(page)

  // An order that spoils work is refused with its reason; one that spoils nothing is kept.
  await page.getByRole('button', { name: /^Earlier: Damp the wood/ }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'cannot come before' })).toBeVisible()
  await page.getByRole('button', { name: /^Earlier: Glue and clamp/ }).click()
  await expect(steps.first()).toContainText('Glue and clamp')
  await expect(page.getByRole('button', { name: 'Back to the usual order' })).toBeVisible()
  expect(pagesOf(await page.pdf({ format: 'A4' }))).toBeLessThanOrEqual(3)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
})
