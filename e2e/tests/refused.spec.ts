import { accessible, expect, noSidewaysScroll, test } from './firmitas'

// What was refused is drawn beside its field, can be read, and fits, from the narrowest phone to a laptop.
for (const width of [320, 1280]) {
  test(`refused saves can be read and fit at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 800 })
    await page.goto('/take-in')
    await page.getByRole('button', { name: 'Take it in' }).click()
    await expect(page.getByLabel('Name', { exact: true })).toHaveAttribute('aria-invalid', 'true')
    await accessible(page)
    await noSidewaysScroll(page)

    await page.goto('/shelf/boards')
    await page.getByRole('button', { name: 'Keep this board' }).click()
    await expect(page.getByLabel('Who made it')).toHaveAttribute('aria-invalid', 'true')
    await accessible(page)
    await noSidewaysScroll(page)

    await page.goto('/settings')
    await page.getByLabel('Monday closes').fill('06:00')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.locator('.text-error').first()).toBeVisible()
    await accessible(page)
    await noSidewaysScroll(page)

    await page.goto('/may-i?ground=fvarnish_oil_pu&coat=flacquer_cab')
    await expect(page.getByRole('region', { name: 'The answer' })).toContainText('No.')
    await accessible(page)
    await noSidewaysScroll(page)
  })
}
