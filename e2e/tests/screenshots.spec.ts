import type { Page } from '@playwright/test'
import { expect, test } from './firmitas'

// One current picture of each main view from the demo's data, for docs/screenshots. Run by `make screenshots`.
test.skip(!process.env.SCREENSHOTS, 'only when asked for')

const desktop = { width: 1280, height: 800 }
const phone = { width: 390, height: 844 }

async function shoot(page: Page, name: string, path: string, shows: string | RegExp, size = desktop) {
  await page.setViewportSize(size)
  await page.goto(path)
  await expect(page.getByText(shows).first()).toBeVisible()
  await page.waitForLoadState('networkidle')
  await page.screenshot({ path: `../docs/screenshots/${name}.png` })
}

test('pictures', async ({ page }) => {
  await shoot(page, 'bench', '/', 'On the bench')
  await shoot(page, 'take-in', '/pieces/4/take-in', /may go on it/)
  await shoot(page, 'inspect', '/pieces/3/inspect', 'Preparation, in order')
  await shoot(page, 'choose', '/pieces/4/choose', 'The build-up, and why it holds')
  await shoot(page, 'plan', '/pieces/2/plan', 'What it takes')
  await shoot(page, 'hand-over', '/pieces/1/hand-over', 'The buyer’s link')
  await shoot(page, 'shelf', '/shelf', 'Amber Reach')
  await shoot(page, 'bench-phone', '/', 'On the bench', phone)
  await page.goto('/pieces/1/hand-over')
  const care = await page.getByLabel('The buyer’s link').inputValue()
  await shoot(page, 'care-phone', care, 'How to look after it', phone)
  await page.emulateMedia({ colorScheme: 'dark' })
  await shoot(page, 'choose-lamplight', '/pieces/2/choose', 'The build-up, and why it holds')
})
