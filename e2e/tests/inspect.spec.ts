import { accessible, expect, fillTakeIn, noSidewaysScroll, onPhone, pagesOf, test } from './firmitas'

test('a waxed chest: what must go, in which order, and what that does to the plan', async ({ page }) => {
  await fillTakeIn(page, {
    name: 'Linen chest',
    endUse: 'Table base, legs, case sides',
    material: 'Pine',
    look: 'Stained',
    area: '2.2',
  })
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.waitForURL(/inspect/)
  await page.getByLabel('What is on it').selectOption({ label: 'Wax' })
  await expect(page.getByText('Nothing but wax holds on wax: take it off.')).toBeVisible()
  await expect(page.getByRole('radio', { name: /Keep it and key it/ })).toBeDisabled()
  await page.getByRole('checkbox', { name: 'Loose joint' }).check()
  const steps = page.getByRole('region', { name: 'Preparation, in order' }).getByRole('listitem')
  await expect(steps.first()).toContainText('Glue and clamp the joint')
  await expect(steps.nth(1)).toContainText('Degrease')
  await expect(steps.nth(2)).toContainText('wash off the wax')
  await page.getByLabel('at a humidity of').fill('80')
  // Wood Handbook, FPL-GTR-282 table 4-2: 16 % at 21 °C and 80 % (value from memory).
  await expect(page.getByText(/wood at about 16/)).toBeVisible()
  await page.getByLabel('Wood moisture').fill('60')
  await expect(page.getByText('is no reading of wood')).toBeVisible()
  await page.getByLabel('Wood moisture').fill('9')
  await accessible(page)
  expect(pagesOf(await page.pdf({ format: 'A4' }))).toBeLessThanOrEqual(2)
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByText('Scrape and wash off the wax')).toBeVisible()
  await page.reload()
  await expect(page.getByText('Glue and clamp the joint').first()).toBeVisible()
})

test('an old painted cot: nothing is planned before the lead test is answered', async ({ page }) => {
  await fillTakeIn(page, {
    name: 'Grandmother’s cot',
    endUse: "Cot, child's bed, toy box",
    material: 'Beech',
    look: 'Opaque, pale',
    area: '3',
  })
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.getByLabel('What is on it').selectOption({ label: 'Oil paint or enamel' })
  await expect(page.getByRole('alert')).toContainText('It may hold lead')
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await expect(page.getByText('Nothing may be coated as things stand.')).toBeVisible()
  await expect(page.getByText('The old finish may hold lead.').first()).toBeVisible()
  await page.getByRole('link', { name: /Inspect/ }).click()
  await page.getByLabel('Lead test', { exact: true }).selectOption({ label: 'no lead found' })
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByText('Key the old finish with P180–P220')).toBeVisible()
})

test('finger tests on a phone find the finish, and never claim too much', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/pieces/4/inspect')
  await page.getByLabel('What is on it').selectOption({ label: 'Nobody knows' })
  await page.getByText('Finger tests: what is it?').tap()
  await page.getByRole('button', { name: 'The wood shows' }).tap()
  await page.getByRole('button', { name: 'The drop stands' }).tap()
  await page.getByRole('button', { name: 'It dissolves' }).tap()
  await expect(page.getByRole('button', { name: /Take it as: Shellac/ })).toBeVisible()
  // A photo is sent without losing what was answered; what is none is refused with the reason.
  const photo = await page.screenshot()
  await page.getByLabel('Take or choose a photo').setInputFiles({
    name: 'before.png',
    mimeType: 'image/png',
    buffer: photo,
  })
  await expect(page.getByRole('img', { name: 'Counter top before the work' })).toBeVisible()
  await page.getByLabel('Take or choose a photo').setInputFiles({
    name: 'photo.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('<script>alert(1)</script>'),
  })
  await expect(page.getByText('only JPEG, PNG and WebP are taken').first()).toBeVisible()
  await expect(page.getByText('Denatured alcohol: It dissolves')).toBeVisible()
  await accessible(page)
  await noSidewaysScroll(page)
  await page.getByRole('button', { name: 'Take back: Denatured alcohol' }).tap()
  await page.getByRole('button', { name: 'Nothing happens' }).tap()
  await expect(page.getByRole('button', { name: /Take it as/ })).toHaveCount(0)
  await expect(page.getByText('A likelihood, never proof.')).toBeVisible()
  await phone.close()
})
