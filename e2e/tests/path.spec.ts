import {
  aMonday,
  accessible,
  expect,
  fillTakeIn,
  noSidewaysScroll,
  pagesOf,
  planned,
  takenInBare,
  test,
} from './firmitas'

test('from a cot’s end use to its care card', async ({ page }) => {
  await fillTakeIn(page, {
    name: 'Cot for the lighthouse',
    endUse: 'Cot, child’s bed, toy box'.replace('’', "'"),
    material: 'Pine',
    look: 'Opaque, pale',
    area: '3,2',
  })
  const aside = page.getByRole('complementary', { name: 'What this comes to' })
  await expect(aside).toContainText('may go on it')
  await expect(aside).toContainText('Fully hardened before it is used')
  await accessible(page)
  await takenInBare(page)

  await expect(page.getByRole('heading', { name: /systems of different kind/ })).toBeVisible()
  const columns = page.getByRole('region', { name: /systems of different kind/ }).getByRole('button')
  const count = await columns.count()
  expect(count).toBeGreaterThanOrEqual(3)
  expect(count).toBeLessThanOrEqual(8)
  await expect(page.getByText('Children: passed')).toBeVisible()
  await page.getByText(/Left out, and why/).click()
  await expect(page.getByText('Its label makes no statement for toys').first()).toBeVisible()
  await accessible(page)

  const second = columns.nth(1)
  await second.click()
  await expect(second).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByRole('region', { name: /Clock strip/ })).toBeVisible()
  await accessible(page)

  // A preview of the card, then the piece cannot leave before its last coat.
  await page.getByRole('link', { name: /Hand over/ }).click()
  const card = page.frameLocator('iframe[title="The buyer’s page"]')
  await expect(card.getByText('The child may not use it before')).toBeVisible()
  await page
    .getByRole('textbox', { name: /^Why it leaves all the same/ })
    .first()
    .fill('Its buyer was told.')
  await page.getByRole('button', { name: 'Hand over with this card' }).click()
  await expect(page.getByText('The last coat cannot lie ahead')).toBeVisible()
  await accessible(page)

  // It survives a reload, and stands on the bench.
  await page.reload()
  await expect(page.getByRole('heading', { name: /What its buyer will see/ })).toBeVisible()
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Cot for the lighthouse/ }).first()).toBeVisible()
})

test('damp air stretches the strip, too damp stops it, and only what is kept is saved', async ({ page }) => {
  await planned(page, {
    name: 'Desk for the harbour office',
    endUse: 'Desk or work top',
    material: 'Ash',
    look: 'Natural',
    area: '1.1',
  })
  const ready = page.locator('p', { hasText: 'Light use' }).first()
  const before = await ready.innerText()
  const humidity = page.getByRole('slider', { name: 'Humidity' })
  await humidity.fill('72')
  await expect(ready).not.toHaveText(before)
  await humidity.fill('95')
  await expect(page.getByText('Nothing may be coated as things stand.')).toBeVisible()
  await expect(page.getByText(/Too damp: it allows up to/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Back' }).click()
  await expect(ready).toHaveText(before)
  await humidity.fill('68')
  await page.getByRole('button', { name: 'Keep this air' }).click()
  await expect(page.getByRole('button', { name: 'Keep this air' })).toBeHidden()
  await page.reload()
  await expect(page.getByRole('slider', { name: 'Humidity' })).toHaveValue('68')
})

test('hand over a finished piece and read its card on a phone', async ({ page, browser }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Pieces that have been handed over' }).click()
  await expect(page).toHaveTitle('Archive: Handed over · Firmitas')
  await page.getByLabel('Find by name or number').fill('settle')
  await page.getByRole('link', { name: /Garden settle/ }).click()
  const link = await page.getByLabel('The buyer’s link').inputValue()
  expect(link).toMatch(/\/care\/[\w-]{43}$/)
  await page.getByLabel('Show the fact behind each sentence').check()
  const seen = page.frameLocator('iframe[title="The buyer’s page"]')
  await expect(seen.getByText('because: full cure of the slowest coat').first()).toBeVisible()
  await accessible(page)

  const phone = await browser.newContext({
    viewport: { width: 390, height: 844 },
  })
  const care = await phone.newPage()
  await care.goto(link)
  await expect(care.getByRole('heading', { name: 'Looking after: Garden settle' })).toBeVisible()
  await expect(care.getByText('on the quay')).toHaveCount(0) // the workshop's own name for it
  await noSidewaysScroll(care)
  await accessible(care)
  expect(pagesOf(await care.pdf({ format: 'A4' }))).toBe(1)
  await care.goto(link.slice(0, -5) + 'AAAAA')
  await expect(care.getByText('leads to no card')).toBeVisible()
  await phone.close()
})

test('a long plan prints on one or two pages', async ({ page }) => {
  await planned(page, {
    name: 'Long table',
    endUse: 'Bar or café counter, shared tables',
    material: 'Oak',
    look: 'Stained',
    area: '3',
    start: aMonday(8),
  })
  await expect(page.getByRole('region', { name: /Clock strip/ })).toBeVisible()
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready.then(() => true)) // another face is wider
  expect(pagesOf(await page.pdf({ format: 'A4' }))).toBeLessThanOrEqual(2)
})

test('everything by keyboard: choose another system and ask why a join holds', async ({ page }) => {
  await page.goto('/')
  const choose = page.getByRole('link', { name: 'Choose a coating system' }).first()
  await choose.focus()
  await page.keyboard.press('Enter')
  const second = page
    .getByRole('region', { name: /systems of different kind/ })
    .getByRole('button')
    .nth(1)
  await second.focus()
  await page.keyboard.press('Space')
  await expect(second).toHaveAttribute('aria-pressed', 'true')
  const coat = page
    .getByRole('region', { name: 'The system in full' })
    .getByRole('listitem')
    .getByRole('button')
    .first()
  await coat.focus()
  await page.keyboard.press('Enter')
  await expect(coat).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Take this system' }).focus()
  await page.keyboard.press('Enter')
  await page.waitForURL(/plan$/)
})
