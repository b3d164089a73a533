import type { Request } from '@playwright/test'
import { accessible, expect, fillTakeIn, noSidewaysScroll, nothingLaid, onPhone, takenInBare, test } from './firmitas'

const systems = /systems? of different kind|One system suits/

test('a café counter: three systems compared, wishes that show at once, and kept with the zone', async ({ page }) => {
  await page.goto('/pieces/4/choose')
  const row = page.getByRole('region', { name: systems }).getByRole('button')
  for (const i of [0, 1, 2]) {
    await row.nth(i).click()
    await page.getByRole('checkbox', { name: /^Compare/ }).check()
  }
  const table = page.getByRole('region', { name: 'Compared' })
  await expect(table.getByRole('columnheader')).toHaveCount(4)
  await expect(table.getByRole('row', { name: /^Light use/ })).toContainText(/\d\d:\d\d/)
  await expect(table.getByRole('row', { name: /^New to us/ })).toBeVisible()
  await accessible(page)

  await page.getByText('What is wanted').click()
  await expect(row.filter({ hasText: 'Mizzen Duo' })).toHaveCount(1)
  await page.getByRole('checkbox', { name: 'Nothing to mix' }).check()
  await expect(row.filter({ hasText: 'Mizzen Duo' })).toHaveCount(0)
  await page.getByText(/Left out, and why/).click()
  await expect(page.getByText('It has to be mixed from two parts, and you want none such.').first()).toBeVisible()
  await page.getByRole('checkbox', { name: 'Nothing to mix' }).uncheck()
  await page.getByRole('checkbox', { name: 'Buy nothing' }).check()
  await expect(page.getByText('There is no tin of it in stock, and you want to buy nothing.').first()).toBeVisible()
  await page.getByRole('checkbox', { name: 'Buy nothing' }).uncheck()
  await row.filter({ hasText: 'Amber Reach' }).click()
  await expect(page.getByText(/Mizzen Duo over it/)).toBeVisible()
  const best = await row.first().innerText()
  await page.getByRole('slider', { name: 'Hard wear' }).fill('0')
  await page.getByRole('slider', { name: 'Easy to mend and keep' }).fill('4')
  await expect(row.first()).not.toHaveText(best)
  await page.getByLabel('Where it will stand').selectOption({ label: 'outdoors, by the sea or in full sun' })
  await expect(page.getByText(/Exterior: passed|Nothing on the shelf suits/).first()).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Want nothing special' }).click()
  await page.getByRole('checkbox', { name: 'No spray gun' }).check()
  await page.getByRole('button', { name: 'Keep these wishes with the zone' }).click()
  await expect(page.getByRole('button', { name: /^(Keep these wishes|Saving)/ })).toBeHidden()
  await page.reload()
  await expect(page.getByText('in a heated room · no spray gun')).toBeVisible()
})

test('a system is put together by keyboard until its bad join is healed, and kept as a recipe', async ({ page }) => {
  await fillTakeIn(page, {
    name: 'Chart cupboard',
    endUse: 'Cabinet doors, drawer fronts',
    material: 'Oak',
    look: 'Opaque, pale',
    area: '1.4',
  })
  await takenInBare(page)
  await nothingLaid(page) // then paint straight on oak, which bleeds
  await expect(page.getByText('Nothing is laid yet')).toBeVisible()
  await page.getByLabel('Add a coat on top').selectOption({ label: 'Chalk Cove, Shell (Chalk-type paint)' })
  await expect(page.getByRole('status').filter({ hasText: 'Water wakes tannin' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take this system' })).toBeDisabled()
  await page.getByRole('button', { name: /^Mend it: Breakwater Block/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'made to be covered' })).toBeVisible() // unsealed chalk paint
  await page.getByLabel('Add a coat on top').selectOption({ label: 'Mizzen Clear (Waterborne polyurethane)' })
  await page.getByRole('button', { name: 'One coat more of Mizzen Clear' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Every join holds, and every gate is passed.')).toBeVisible()
  await accessible(page)

  // A wrong order is told at once, and taken back.
  await page.getByRole('button', { name: 'Lower: Mizzen Clear' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Every join holds, and every gate is passed.')).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Every join holds, and every gate is passed.')).toBeVisible()
  await page.getByText('Recipes of the workshop').click()
  await page.getByLabel('Name of the recipe').fill('Shell white on oak')
  await page.getByRole('button', { name: 'Keep it as a recipe' }).click()
  await expect(page.getByRole('button', { name: 'Use Shell white on oak' })).toBeVisible()
  await page.getByRole('button', { name: 'Take this system' }).focus()
  await page.keyboard.press('Enter')
  await page.waitForURL(/plan$/)

  // The recipe judges itself against another life: a floor.
  await fillTakeIn(page, {
    name: 'Landing',
    endUse: 'Floor at home',
    material: 'Oak',
    look: 'Opaque, pale',
    area: '6',
  })
  await takenInBare(page)
  await page
    .getByRole('button', { name: 'Put one together by hand' })
    .or(page.getByRole('button', { name: 'Change it by hand' }))
    .first()
    .click()
  await page.getByText('Recipes of the workshop').click()
  await page.getByRole('button', { name: 'Use Shell white on oak' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'does not say floors' })).toBeVisible()
})

const layersOf = (request: Request) => (request.postDataJSON() as { layers: unknown[] }).layers.length

test('a layer is dragged to its place with a finger, and taken back', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/pieces/4/choose')
  await page.getByRole('button', { name: 'Change it by hand' }).tap()
  const judged = page.waitForResponse((r) => r.url().endsWith('/api/assess') && layersOf(r.request()) === 2)
  await page.getByLabel('Add a coat on top').selectOption({ label: 'Gannet Blond (Shellac, dewaxed)' })
  const rows = page.getByRole('list', { name: 'Layers, the last coat first' }).locator('> li')
  await expect(rows.first()).toHaveAccessibleName('Gannet Blond')
  await judged // its reasons make the rows taller
  await rows.nth(1).evaluate((r) => r.scrollIntoView({ block: 'center' }))
  await rows.first().locator('[data-grip]').tap({ trial: true }) // stands still
  await rows.nth(1).locator('[data-grip]').tap({ trial: true })
  const from = (await rows.first().locator('[data-grip]').boundingBox())!
  const to = (await rows.nth(1).locator('[data-grip]').boundingBox())!
  const finger = await phone.newCDPSession(page)
  const at = (b: typeof from) => [{ x: b.x + b.width / 2, y: b.y + b.height / 2 }]
  await finger.send('Input.dispatchTouchEvent', {
    type: 'touchStart',
    touchPoints: at(from),
  })
  await finger.send('Input.dispatchTouchEvent', {
    type: 'touchMove',
    touchPoints: at(to),
  })
  await finger.send('Input.dispatchTouchEvent', {
    type: 'touchEnd',
    touchPoints: [],
  })
  await expect(rows.nth(1)).toHaveAccessibleName('Gannet Blond')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(rows.first()).toHaveAccessibleName('Gannet Blond')
  await accessible(page)
  await noSidewaysScroll(page)
  await phone.close()
})

test('zones of one piece: a tin that the neighbours need is said to be shared', async ({ page }) => {
  await page.goto('/pieces/5/choose/7')
  await expect(page.getByText(/Shares Mizzen Clear with Plinth and feet/)).toBeVisible()
  await expect(page.getByText('The tins in stock are enough.')).toBeVisible()
})

test('a stencilled border: its repeats are counted, it lies under the clear coat, and its wish goes to another zone', async ({
  page,
}) => {
  await page.goto('/pieces/7/choose/13')
  await page.getByText('What is wanted').click()
  const stencil = page.getByRole('region', { name: 'Stencil' })
  await expect(stencil.getByRole('status')).toContainText('In all7')
  await stencil.getByLabel('Motif’s length').fill('30')
  await expect(stencil.getByRole('status')).toContainText('In all5')
  await expect(stencil.getByRole('img', { name: 'Stencil: 5 across 180 cm' })).toBeVisible()
  await stencil.getByLabel('Motif’s length').fill('300')
  await expect(stencil.getByText('Longer than the surface.')).toBeVisible()
  await stencil.getByLabel('Motif’s length').fill('30')
  await page.getByLabel('Add a decoration').selectOption({ label: 'Gilding wax' })
  const build = page.getByRole('region', { name: 'The system in full' }).getByRole('list').first().getByRole('listitem')
  await expect(build.last()).toContainText('Figurehead Gilt Wax') // last of all
  await expect(build.nth(-2)).toContainText('over Mizzen') // a coat of clear, over another
  await expect(build.filter({ hasText: 'Ferryman Craft' }).first()).toBeVisible()
  await accessible(page)

  // A decoration that the look has no place for says so, and what would open it.
  await page.goto('/pieces/4/choose')
  await page.getByText('What is wanted').click()
  await page.getByLabel('Add a decoration').selectOption({ label: 'Crackle' })
  await expect(page.getByText(/Crackle wants a painted surface, and the look is natural/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Leave out: Crackle' }).click()
  await expect(page.getByRole('region', { name: systems })).toBeVisible()

  await page.goto('/pieces/5/choose/7')
  await page.getByText('What is wanted').click()
  await page.getByLabel('Add a decoration').selectOption({ label: 'Gilding wax' })
  await page.getByRole('checkbox', { name: 'Drawer fronts' }).check()
  await page.getByRole('button', { name: 'Keep these wishes with 2 zones' }).click()
  await expect(page.getByRole('button', { name: /^(Keep these wishes|Saving)/ })).toBeHidden()
  await page.goto('/pieces/5/choose/8')
  await expect(page.getByText('in a heated room · gilding wax')).toBeVisible()
})

test('a budget that is too small is named, on a phone', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/pieces/4/choose')
  await page.getByText('What is wanted').tap()
  await page.getByLabel('Most for material').fill('2')
  await expect(page.getByText('The budget.')).toBeVisible()
  await page.getByLabel('Most for material').fill('lots')
  await expect(page.getByText('An amount such as 45 or 45.50.').first()).toBeVisible()
  await page.getByLabel('Most for material').fill('')
  await page.getByLabel('Add a decoration').selectOption({ label: 'Resin pour' })
  await page.getByRole('button', { name: 'Add a colour' }).tap()
  await page.getByLabel('Depth').fill('0.3')
  await accessible(page)
  await noSidewaysScroll(page)
  await phone.close()
})

test('another life: a garden settle that is to be a table indoors', async ({ page }) => {
  await page.goto('/pieces/1/hand-over')
  await page.getByRole('link', { name: 'See what another life asks of it' }).click()
  await page.getByLabel('It will now be').selectOption({ label: 'Dining or coffee table top' })
  await page.getByLabel('And stand').selectOption({ label: 'in a heated room' })
  await expect(page.getByText(/made for another life than this one/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'What would put it right' })).toBeVisible()
  await accessible(page)
  await page.getByLabel('It will now be').selectOption({ label: 'Outdoors, under cover' })
  await page.getByLabel('And stand').selectOption({ label: 'outdoors, under cover' })
  await expect(page.getByText('It may stay as it is.')).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
})

test('nothing suits: the nearest system, what it lacks, and a look at it by hand, on a phone', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await fillTakeIn(page, {
    name: 'Foil shelf',
    endUse: 'Shelf, bookcase',
    material: 'Melamine or foil-faced board',
    look: 'Natural',
    area: '1',
  })
  await takenInBare(page)
  await expect(page.getByText('Nothing on the shelf suits.')).toBeVisible()
  await expect(page.getByText(/^The nearest, .* lacks this:/).first()).toBeVisible()
  await page
    .getByRole('button', { name: /^Look at it by hand/ })
    .first()
    .tap()
  await expect(page.getByRole('heading', { name: 'By hand' })).toBeVisible()
  await accessible(page)
  await noSidewaysScroll(page)
  await phone.close()
})
