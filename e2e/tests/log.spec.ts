import { accessible, expect, inDays, noSidewaysScroll, onPhone, openHappened, planned, test } from './firmitas'

test('a day at the bench, on a phone: told in two presses, undone at once, and an early coat is tested', async ({
  browser,
}) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  const begun = inDays(-8) // so that every step's time has come
  await planned(page, {
    name: 'Logged desk',
    endUse: 'Desk or work top',
    material: 'Beech',
    look: 'Natural',
    area: '0.6',
    start: begun,
  })
  const done = (step: RegExp) => page.getByRole('button', { name: step })
  const sheet = page.getByRole('dialog')
  await page.getByRole('button', { name: 'Open every step' }).click()

  await page.getByText('How it is laid').first().click()
  await expect(page.getByText('Tool and tin')).toBeVisible()
  await done(/^Done: Logged desk, .*coat 1 of 3/).click()
  await accessible(page)
  await sheet.getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet.getByText('Kept: done just now')).toBeVisible()
  await sheet.getByRole('button', { name: 'Undo' }).click()
  await expect(sheet.getByRole('button', { name: 'Done just now' })).toBeVisible()
  await sheet.getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet.getByText('Kept: done just now')).toBeVisible()
  await sheet.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByText(/^Done today/)).toBeVisible()

  await done(/^Done: Logged desk, .*coat 2 of 3/).click()
  await sheet.getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet.getByText('Kept: done just now')).toBeVisible()
  await sheet.getByRole('button', { name: 'Close' }).click()
  const doubt = page.getByRole('status').filter({ hasText: 'before it should have' })
  await expect(doubt).toContainText('then pull a tape in a hidden place')
  await accessible(page)
  await noSidewaysScroll(page)
  await page.reload()
  await expect(doubt).toBeVisible()

  await page.goto('/')
  await page.getByRole('link', { name: /^Logged desk.*Tape pull/ }).click()
  await doubt.getByRole('button', { name: 'Tape pull: passed' }).click()
  await expect(page.getByText('It was tested since.')).toBeVisible()
  await openHappened(page)
  await expect(page.getByText('coat 2 of 3: laid.', { exact: false })).toBeVisible()
  await expect(page.getByText('Tape pull: passed.')).toBeVisible()
  await page.getByLabel('Note, in words').fill('Light in the room: one lamp from the left')
  await page.getByRole('button', { name: 'Keep the note' }).click()
  await expect(page.getByLabel('Note, in words')).toHaveValue('')
  await expect(page.getByText('Light in the room: one lamp from the left')).toBeVisible()
  await accessible(page)
  await phone.close()
})

test('something looks wrong, on a phone: what is seen, why by the record, what would tell more, what to do', async ({
  browser,
}) => {
  const phone = await onPhone(browser, 'dark')
  const page = await phone.newPage()
  await page.goto('/pieces/8/plan')
  await page.getByRole('link', { name: 'Something looks wrong' }).click()
  const faults = page.locator('button[aria-pressed]')
  await expect(faults).toHaveCount(81)
  await expect(faults.locator('svg > *').first()).toBeAttached()
  expect(await faults.evaluateAll((all) => all.filter((f) => !f.querySelector('svg > *')).length)).toBe(0) // each is drawn
  await page.getByLabel('What is seen').fill('holes')
  await page.getByRole('button', { name: /^fish-eyes/ }).click()
  const found = page.getByRole('region', { name: 'Why, and what to do' })
  await expect(found.getByRole('status').first()).toContainText(/Either|Most likely|cannot be told/)
  await page.getByRole('button', { name: /^Yes: .*polish from a spray can/ }).click()
  await expect(found.getByRole('status').first()).toContainText('Most likely: polish from a can')
  await expect(found.getByText('as you said').first()).toBeVisible()
  await expect(found.getByText('wipe all off now', { exact: false })).toBeVisible()
  await accessible(page)
  await noSidewaysScroll(page)
  await page.reload()
  await expect(found.getByRole('status').first()).toContainText('Most likely: polish from a can')
  await page.getByLabel('Fault, in words').fill('Fish-eyes. Wiped off and washed twice.')
  await page.getByRole('button', { name: 'Keep the fault' }).click()
  await expect(page.getByText('Kept with the piece')).toBeVisible()
  await page.getByRole('button', { name: 'Something else is seen' }).click()
  await expect(page.getByRole('button', { name: /^wrinkles/ })).toBeVisible()
  await phone.close()
})
