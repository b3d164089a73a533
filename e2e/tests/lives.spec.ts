import {
  accessible,
  aMonday,
  expect,
  fillTakeIn,
  noSidewaysScroll,
  onPhone,
  planned,
  takenInBare,
  test,
} from './firmitas'

test('a sauna bench is left bare: chosen, planned, and with a card of its own', async ({ page }) => {
  await fillTakeIn(page, {
    name: 'Bench for a sauna',
    endUse: 'Sauna bench, back rest',
    material: 'Lime or basswood',
    look: 'Natural',
    area: '1.2',
  })
  await takenInBare(page)
  await page.getByText('To say before choosing').click()
  await expect(page.getByText('screws from below')).toBeVisible()
  await expect(page.getByRole('heading', { name: /Left bare/ }).or(page.getByText('Left bare').first())).toBeVisible()
  await expect(page.getByText('Nothing goes on, and nothing in the trade’s rules speaks against that.')).toBeVisible()
  await expect(page.getByText(/price is missing|only has to be dry enough|Last coat/)).toHaveCount(0)
  await accessible(page)
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await page.getByRole('button', { name: 'Open every step' }).click() // other pieces may put it on a later day
  await expect(page.getByText('Run a bare hand over it')).toBeVisible()
  await expect(page.getByText(/fully hardened|Touch-dry|In pot and tool/)).toHaveCount(0) // paper and cloths, and no coat
  await expect(page.getByText(/Abrasive, quarter sheet/).first()).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByText('no splinter, no nail head, no resin')).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await expect(page.getByText('Every coat may go on')).toHaveCount(0)
  await page.getByRole('link', { name: /Hand over/ }).click()
  await expect(page.getByText('It may stay as it is: nothing goes on.')).toBeVisible()
  await expect(page.getByLabel('The work was done', { exact: true })).toBeVisible()
  const card = page.frameLocator('iframe[title="The buyer’s page"]')
  await expect(card.getByText('Wood without a finish, on purpose')).toBeVisible()
  await expect(card.getByText('Lay a towel under you')).toBeVisible()
  await accessible(page)
})

test('an old piece of value is kept: nothing goes on that cannot come off again', async ({ page }) => {
  await fillTakeIn(page, {
    name: 'Barometer case',
    endUse: 'Dining or coffee table top',
    material: 'Mahogany',
    look: 'Natural',
    area: '0.3',
    start: aMonday(2), // all of it on one day, whatever the hour of the test
  })
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.waitForURL(/inspect/)
  await page.getByLabel('What is on it').selectOption({ label: 'Shellac (French polish)' })
  await page.getByLabel('From when').selectOption('later')
  await page.getByRole('checkbox', { name: /Old, signed or of value/ }).check()
  await expect(page.getByText('Its skin is part of its value').first()).toBeVisible()
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.waitForURL(/choose/)
  await expect(page.getByText('What is there, kept').first()).toBeVisible()
  await page.getByText('To say before choosing').click()
  await expect(page.getByText('Photograph it first')).toBeVisible()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByText('dry smoke sponge')).toBeVisible()
})

test('40 m² of café floor: sanded by machine, laid by roller, three days by hand, walked on on the fourth', async ({
  page,
}) => {
  await planned(page, {
    name: 'Café floor',
    endUse: 'Floor in shop or hall, stair tread',
    material: 'Oak',
    look: 'Natural',
    area: '40',
    start: aMonday(4),
  })
  const days = page.locator('section[aria-label] > h2')
  await expect(days).toHaveCount(3)
  for (const [i, day] of ['Monday', 'Tuesday', 'Wednesday'].entries()) await expect(days.nth(i)).toContainText(day)
  await expect(page.getByText(/^Light use Thu/)).toBeVisible()
  await page.getByRole('button', { name: 'Open every step' }).click()
  await expect(page.getByText('board by board').first()).toBeVisible()
  const hands = await page
    .getByText(/by hand\./)
    .first()
    .innerText()
  expect(Number(/(\d+) h/.exec(hands)![1])).toBeLessThan(20)
})

test('a sample is kept with its recipe, half typed over a reload; another life tells what it undoes', async ({
  page,
}) => {
  await planned(page, {
    name: 'Sampled desk',
    endUse: 'Desk or work top',
    material: 'Oak',
    look: 'Natural',
    area: '1',
    start: aMonday(6),
  })
  const id = /pieces\/(\d+)/.exec(page.url())![1]
  await page.goto(`/pieces/${id}/inspect`)
  const words = page.getByLabel('Sample colour, in words')
  await words.fill('Two parts walnut to one of water')
  await page.reload()
  await expect(words).toHaveValue('Two parts walnut to one of water')
  await page.getByLabel('Who').fill('JT')
  await page.getByRole('button', { name: 'Keep the sample colour' }).click()
  await expect(page.getByText('Sample colour. Two parts walnut to one of water')).toBeVisible()
  await expect(words).toHaveValue('')
  await accessible(page)
  await page.goto(`/pieces/${id}/take-in`)
  await page.getByLabel('End use').selectOption('outdoors_covered')
  const undone = page.getByRole('status').filter({ hasText: 'Saved so, what was chosen goes' })
  await expect(undone).toContainText(' × ')
})

test('the workshop tells its tools and its minutes once, and every plan counts with them', async ({ page }) => {
  await page.goto('/settings')
  await page.getByRole('checkbox', { name: /^Spray gun/ }).uncheck()
  await page.getByText('Laying a coat').click()
  await page.getByLabel('Brush on', { exact: true }).first().fill('0')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('From 0.1 to 600 minutes.')).toBeVisible()
  await page.getByLabel('Brush on', { exact: true }).first().fill('40')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('1 of your own')).toBeVisible()
  await accessible(page)
  await page.goto('/pieces/4/choose')
  await page.getByText(/^Left out, and why/).click()
  await expect(page.getByText('there is no gun for it').first()).toBeVisible()
  await page.goto('/settings')
  await page.getByRole('checkbox', { name: /^Spray gun/ }).check()
  await page.getByText('Laying a coat').click()
  await page.getByLabel('Brush on', { exact: true }).first().fill('')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
})

test('knots are said before a dark door is begun', async ({ page }) => {
  await planned(page, {
    name: 'Harbour office door',
    endUse: 'Inside door, panelling',
    material: 'Pine',
    look: 'Opaque, dark',
    area: '3.4',
  })
  await page.getByText('To say before starting').click()
  await expect(page.getByText('Each knot gets two coats of shellac first')).toBeVisible()
})

test('on a phone, from take-in to plan: typing survives a reload, layers by hand too, and the day that is next stands open', async ({
  browser,
}) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await fillTakeIn(page, {
    name: 'Flag box',
    endUse: 'Shelf, bookcase',
    material: 'Beech',
    look: 'Natural',
    area: '0.6',
  })
  await page.reload()
  await expect(page.getByLabel('Name')).toHaveValue('Flag box')
  await expect(page.getByText('What you had typed is still here.')).toBeVisible()
  await takenInBare(page)
  await page.getByRole('button', { name: 'Change it by hand' }).click()
  const layers = page.getByRole('list', { name: 'Layers, the last coat first' })
  await page.getByLabel('Add a coat on top').selectOption({ label: "Bosun's Wax (Furniture wax, clear)" })
  await expect(layers.getByRole('listitem', { name: "Bosun's Wax" })).toBeVisible()
  await page.reload()
  await expect(layers.getByRole('listitem', { name: "Bosun's Wax" })).toBeVisible()
  await page.getByRole('button', { name: 'Back to what was found' }).click()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: /Sand|Take off all dust/ })
      .first(),
  ).toBeVisible()
  await noSidewaysScroll(page)
  await accessible(page)
  await page.goto('/take-in')
  await expect(page.getByLabel('Name')).toHaveValue('')
  await phone.close()
})

test('what one zone has is given to another in a press, and judged there', async ({ page }) => {
  await page.goto('/pieces/2/choose/3')
  const systems = page.getByRole('region', { name: /systems of different kind/ }).getByRole('button')
  const had = systems.filter({ hasText: 'chosen' })
  await expect(had).toHaveCount(1)
  await expect(page.getByRole('button', { name: /^As on/ })).toHaveCount(0)
  await systems.filter({ hasNotText: 'chosen' }).first().click()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await page.goto('/pieces/2/choose/3')
  await page.getByRole('button', { name: 'As on Rails and slats' }).click()
  await expect(page.getByRole('heading', { name: 'By hand' })).toBeVisible()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await page.goto('/pieces/2/choose/3')
  await expect(had).toHaveCount(1)
  await expect(page.getByRole('button', { name: /^As on/ })).toHaveCount(0)
})
