import { accessible, aMonday, expect, inDays, noSidewaysScroll, now, onPhone, planned, test } from './firmitas'

const shelf = { endUse: 'Desk or work top', material: 'Ash', look: 'Natural', area: '6' }

test('two people, a holiday and a helper; a promise is asked for before it is given', async ({ page }) => {
  const start = aMonday(10)
  await planned(page, { ...shelf, name: 'Calendar one', start })
  await planned(page, { ...shelf, name: 'Calendar two', start })

  await page.getByText('Can it be ready for another day?').click()
  const soon = new Date(Date.parse(start) + 86_400_000).toISOString().slice(0, 10)
  await page.getByLabel('Ready for', { exact: true }).fill(soon)
  await expect(page.getByText(/^No: it is ready/)).toBeVisible()
  const late = new Date(Date.parse(start) + 90 * 86_400_000).toISOString().slice(0, 10)
  await page.getByLabel('Ready for', { exact: true }).fill(late)
  await expect(page.getByText('Yes, and no other piece has to wait for it.')).toBeVisible()
  await accessible(page)

  await page.goto('/settings')
  await page.getByRole('button', { name: 'Somebody works here' }).click()
  await page.getByRole('button', { name: 'Somebody works here' }).click()
  await page.getByLabel('Name or initials').nth(0).fill('KL')
  await page.getByLabel('Name or initials').nth(1).fill('KL')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Two people of one name cannot be told apart.')).toBeVisible()
  await page.getByLabel('Name or initials').nth(1).fill('MO')
  await page.getByRole('button', { name: 'A day of its own' }).click()
  await page.getByLabel('Day 1', { exact: true }).fill(start)
  await page.getByLabel('Day 1: what it is for').fill('Harbour day')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await accessible(page)

  await page.goto('/')
  await page
    .getByRole('link', { name: /^Calendar two/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Open every step' }).click()
  await expect(page.getByText(/^By (KL|MO)\.$/).first()).toBeVisible()

  await page.goto('/settings') // as it was, for whoever comes next
  for (const name of ['MO', 'KL']) await page.getByRole('button', { name: `Take ${name} off` }).click()
  await page.getByRole('button', { name: 'Strike day 1 out' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
})

test('the calendar is read elsewhere by a link, until it is withdrawn', async ({ page }) => {
  await planned(page, { ...shelf, name: 'Calendar three', start: aMonday(12) })
  await page.goto('/settings')
  await page.getByRole('button', { name: 'Make a link' }).click()
  await expect(page.getByText('Give it a name.')).toBeVisible()
  await page.getByLabel('A new link for').fill('phone')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = page.getByRole('link', { name: /\/calendar\/.*\.ics$/ })
  await expect(link).toBeVisible()
  const address = (await link.getAttribute('href'))!
  const read = await page.request.get(address)
  expect(read.status()).toBe(200)
  expect(await read.text()).toContain('Calendar three')
  await page.getByRole('button', { name: 'Withdraw the link phone' }).click()
  await expect(link).toBeHidden()
  expect((await page.request.get(address)).status()).toBe(404)
})

test('the bench says what is asked for now, on a phone', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await planned(page, { ...shelf, name: 'Calendar four', area: '0.5' })
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Now' })).toBeVisible()
  await accessible(page)
  await noSidewaysScroll(page)
  await phone.close()
})

test('the wall: no controls, what is asked for, and how old the picture is', async ({ page }) => {
  await planned(page, { ...shelf, name: 'Calendar five', area: '0.5' })
  await page.setViewportSize({ width: 1920, height: 1080 })
  await page.goto('/wall')
  await expect(page.getByText(/^as of \d/)).toBeVisible()
  await expect(page.getByRole('button')).toHaveCount(0)
  await accessible(page)
  await noSidewaysScroll(page)
})

test('the month: what a day asks of hands, and what falls on it, at a desk and on a phone', async ({ page }) => {
  await planned(page, { ...shelf, name: 'Calendar six', start: aMonday() })
  await page.goto('/month')
  await expect(page.getByText(/^[\d.]+ of 10 h$/).first()).toBeVisible()
  await expect(page.getByRole('link', { name: /^Calendar six/ }).first()).toBeVisible()
  await accessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
  await accessible(page)
})

/** A day so far from now, as it is typed. */

test('a start is dragged, its consequences are told, and it is dropped; by keyboard another is taken', async ({
  page,
}) => {
  await planned(page, { ...shelf, name: 'Dragged shelf', area: '0.3', start: inDays(4) })
  const api = page.url().replace(/\/pieces\/(\d+)\/plan$/, '/api/pieces/$1')
  const start = async () => ((await (await page.request.get(api)).json()) as { input: { start: string } }).input.start
  const before = await start()
  await page.goto('/')
  await page.getByRole('button', { name: 'Try a change' }).click()
  const trying = page.getByRole('region', { name: /^Trying a change/ })
  const grip = page.getByRole('button', { name: /^Move Dragged shelf/ })
  await grip.scrollIntoViewIfNeeded()
  const from = (await grip.boundingBox())!
  await page.mouse.move(from.x + 10, from.y + 10)
  await page.mouse.down()
  await page.mouse.move(from.x + 230, from.y + 12, { steps: 5 })
  await expect(trying.getByText(/^Dragged shelf is ready .* later/)).toBeVisible()
  await page.mouse.up()
  await expect(trying.getByLabel('Dragged shelf goes on no sooner than', { exact: true })).toBeVisible()
  await trying.getByLabel('A helper for a day', { exact: true }).fill(inDays(6))
  await trying.getByRole('button', { name: 'A helper for a day: try it' }).click()
  await expect(trying.getByText(/^A helper on/)).toBeVisible()
  await trying.getByLabel('A day off', { exact: true }).fill(inDays(5))
  await trying.getByRole('button', { name: 'A day off: try it' }).click()
  await expect(trying.getByText(/^Nobody works on/)).toBeVisible()
  await trying.getByLabel('and by night').fill('14')
  await expect(trying.getByText(/^Dragged shelf is ready .* later/)).toBeVisible()
  await accessible(page)
  await trying.getByRole('button', { name: 'Drop it' }).click()
  await expect(trying).toBeHidden()
  expect(await start()).toBe(before)

  await page.getByRole('button', { name: 'Try a change' }).click()
  await grip.focus()
  await page.keyboard.press('ArrowRight')
  await expect(trying.getByText(/^Dragged shelf is ready .* later/)).toBeVisible()
  await trying.getByRole('button', { name: 'Take it' }).click()
  await expect(trying).toBeHidden()
  expect(Date.parse(await start())).toBeGreaterThan(Date.parse(before))
  await page.getByRole('button', { name: '40 days' }).click()
  await page.getByRole('button', { name: 'Open Dragged shelf' }).click()
  await expect(page.getByRole('button', { name: 'Fold Dragged shelf' })).toBeVisible()
  await accessible(page)
})

test('a cold night in the readings moves the plan and says why', async ({ page }) => {
  await planned(page, { ...shelf, name: 'Cold shelf', area: '0.4', start: inDays(-3) })
  const id = Number(/pieces\/(\d+)\/plan/.exec(page.url())![1])
  const hoursAgo = (h: number) => new Date(now() - h * 3_600_000).toISOString()
  const send = async (path: string, data: object) =>
    expect((await page.request.post(path, { data })).status()).toBe(201)
  const piece = (await (await page.request.get(`/api/pieces/${id}`)).json()) as { input: { zones: { id: number }[] } }
  await send(`/api/pieces/${id}/events`, {
    kind: 'coat_laid',
    who: 'JT',
    zoneId: piece.input.zones[0]!.id,
    layer: 0,
    coat: 1,
    happenedAt: hoursAgo(10),
    air: { tempC: 21, rh: 50 },
  })
  await page.reload()
  await expect(page.getByText(/later than the air that is set would let it/)).toBeHidden()
  for (let h = 10; h >= 0; h--)
    await send('/api/air', {
      who: 'JT',
      pieceId: id,
      readAt: hoursAgo(h),
      air: h > 8.5 ? { tempC: 21, rh: 50 } : { tempC: 7, rh: 70 },
    })
  await page.reload()
  await expect(page.getByText(/later than the air that is set would let it: .* down to 7 °C/)).toBeVisible()
  await accessible(page)
  await page.goto('/')
  await expect(page.getByText(/later than the air that is set would let it: .* down to 7 °C/)).toBeVisible()
})

test('the air of the room is read, drawn, and a wrong reading is taken back', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: /Read the air|% RH, read/ }).click()
  const sheet = page.getByRole('dialog', { name: 'The air of the room' })
  await sheet.getByLabel('Air', { exact: true }).fill('19')
  await sheet.getByLabel('Humidity').fill('51')
  await sheet.getByRole('button', { name: 'Keep this reading' }).click()
  await expect(page.getByRole('button', { name: /^19 °C, 51 % RH, read today/ })).toBeVisible()
  await page.getByRole('button', { name: /^19 °C, 51 % RH, read today/ }).click()
  await expect(sheet.getByText(/^In the room 19 °C to 19 °C/)).toBeVisible()
  await accessible(page)
  await sheet
    .getByRole('button', { name: /^Take back/ })
    .first()
    .click()
  await expect(sheet.getByText('51 % RH')).toBeHidden()
})
