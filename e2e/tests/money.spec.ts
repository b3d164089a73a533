import { accessible, expect, inDays, noSidewaysScroll, openHappened, planned, test } from './firmitas'

test('what a piece costs and earns: sums with a comma, an extra that does not pay, a slip taken back', async ({
  page,
}) => {
  const start = inDays(300) // a week of its own
  const desk = { name: 'Priced desk', endUse: 'Desk or work top', material: 'Oak', look: 'Natural', area: '1.5', start }
  await planned(page, desk)
  await page.getByRole('link', { name: 'Money' }).click()
  await expect(page.getByText('Nothing is told yet')).toBeVisible()
  const form = page.getByRole('form', { name: 'Tell what was paid or done' })
  const tell = async (what: string, sum: string, why = '') => {
    await form.getByLabel('What happened').selectOption({ label: what })
    await form.getByLabel(what === 'Worked on it' ? 'Minutes' : 'Sum').fill(sum)
    if (why) await form.getByLabel('What for').fill(why)
    await form.getByRole('button', { name: 'Keep it' }).click()
  }
  await tell('The piece was bought for', 'a lot')
  await expect(form.getByText(/A sum such as 24.50/)).toBeVisible()
  await tell('The piece was bought for', '1.080,50')
  const costs = page.getByRole('region', { name: 'What it cost so far' })
  await expect(costs.getByText('€1,080.50').first()).toBeVisible()
  await tell('Worked on it', '90', 'fetched it')
  await expect(costs.getByText(/fetched it/).first()).toBeVisible()
  await expect(costs.getByText('With 1 h 30 min by hand')).toBeVisible()
  await tell('A price is asked', '1900')
  const earns = page.getByRole('complementary').filter({ hasText: 'What it earns' })
  await expect(earns.getByText('€1,900.00')).toBeVisible()
  await expect(earns.getByText(/Hours still to come/)).toBeVisible()

  await page.getByRole('button', { name: 'Another extra' }).click()
  const extra = page.getByRole('group', { name: 'Extra 1' })
  await extra.getByLabel('What').fill('Painted compass rose')
  await extra.getByLabel('Costs').fill('4,20')
  await extra.getByLabel('Takes').fill('120')
  await extra.getByLabel('Adds').fill('60')
  await page.getByRole('button', { name: 'Keep the extras' }).click()
  await expect(page.getByText(/It does not pay: €[\d.]+ are missing/)).toBeVisible()
  await extra.getByLabel('Takes').fill('20')
  await page.getByRole('button', { name: 'Keep the extras' }).click()
  await expect(page.getByText(/It pays: €[\d.]+ are left/)).toBeVisible()
  await accessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
  await page.setViewportSize({ width: 1280, height: 800 })

  await page.getByRole('link', { name: /^Plan and coat/ }).click()
  await openHappened(page)
  await page.getByRole('button', { name: 'Take back: Worked 90 minutes: fetched it.' }).click()
  await page.getByRole('link', { name: 'Money' }).click()
  await expect(costs.getByText('€1,080.50').first()).toBeVisible()
  await expect(costs.getByText(/fetched it/)).toHaveCount(0)
})

test('in and out of a tin, and a rate that holds from a day on', async ({ page }) => {
  await page.goto('/settings')
  await page.getByRole('button', { name: 'Another from a later day' }).click()
  const rate = page.getByRole('group', { name: 'Rate 2' })
  await rate.getByLabel('An hour').fill('forty')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(rate.getByText(/Write an amount such as/)).toBeVisible()
  await rate.getByLabel('An hour').fill('41,50')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await page.getByRole('button', { name: 'Remove rate 2' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await accessible(page)

  await page.goto('/shelf')
  await page.getByRole('link', { name: 'Chalk Cove, Shell' }).first().click()
  await page.getByRole('button', { name: 'Add a tin' }).click()
  await page.getByLabel('Size').fill('1 L')
  await page.getByLabel('Price').fill('31,50')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  const moves = page.getByRole('region', { name: 'In and out of the tins' })
  await moves.getByText(/\d+ told/).click()
  await expect(moves.getByText('A tin of 1 L was bought.').first()).toBeVisible()
  await expect(moves.getByText('€31.50')).toBeVisible()
  await page.getByRole('combobox', { name: 'Off the shelf: the tin of 1 L' }).selectOption('thrown')
  await page.getByRole('button', { name: 'Take it off' }).click()
  await expect(moves.getByText('What was left was thrown away.')).toBeVisible()
})

test('a quote is given and accepted, turns amber before it is overrun, and says where', async ({ page }) => {
  const start = inDays(340) // a week of its own
  const top = { name: 'Quoted top', endUse: 'Desk or work top', material: 'Oak', look: 'Natural', area: '2', start }
  await planned(page, top)
  const id = /pieces\/(\d+)/.exec(page.url())![1]!
  const piece = await (await page.request.get(`/api/pieces/${id}`)).json()
  const body = { version: piece.version, piece: { ...piece.input, owner: 'customer' } }
  expect((await page.request.put(`/api/pieces/${id}`, { data: body })).status()).toBe(200)

  await page.goto(`/pieces/${id}/money`)
  const quote = page.getByRole('region', { name: 'Quote' })
  await expect(quote.getByText(/^Between €\d/)).toBeVisible()
  await quote.getByText('Give a quote as it stands now').click()
  await quote.getByLabel('A fixed price').fill('dear')
  await quote.getByRole('button', { name: 'Give this quote' }).click()
  await expect(quote.getByText(/Write an amount such as/)).toBeVisible()
  await quote.getByLabel('A fixed price').fill('620,50')
  await quote.getByLabel('What else is in it').fill('With new feet.')
  await quote.getByRole('button', { name: 'Give this quote' }).click()
  const given = quote.getByRole('article')
  await expect(given.getByText('€620.50')).toBeVisible()
  await accessible(page)
  const address = (await given.getByRole('link', { name: 'As its customer reads it' }).getAttribute('href'))!
  await given.getByLabel('How colour and sheen were approved').fill('Board 2, last week.')
  await given.getByRole('button', { name: 'It is accepted' }).click()
  await expect(given.getByText(/^Accepted .*Board 2, last week\./)).toBeVisible()
  await expect(quote.getByText('Within the quote.')).toBeVisible()

  const jobs = (await (await page.request.get(`/api/pieces/${id}/preparation`)).json()).jobs
  const sand = jobs.find((j: { key: string }) => j.key === 'sand')
  const slow = { kind: 'job_done', job: sand.key, who: 'JT', tookMin: 215 } // planned with about half
  expect((await page.request.post(`/api/pieces/${id}/events`, { data: slow })).status()).toBe(201)
  await page.reload()
  await expect(quote.getByText(/It is going to run over the quote, by \d+ %/)).toBeVisible()
  await expect(quote.getByText(/^sand.*: quoted .* told/)).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)

  await page.goto(`${address}?lang=de`)
  await expect(page.getByRole('heading', { name: 'Angebot: Quoted top' })).toBeVisible()
  await expect(page.getByText(/^620,50\sEUR, Festpreis\.$/)).toBeVisible()
  await accessible(page)
  await noSidewaysScroll(page)
})

test('what the record says: questions with their answers drawn, a table and all of it to take away', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'What the record says' }).click()
  const tied = page.getByRole('region', { name: 'What is tied up?' })
  await expect(tied.getByRole('row', { name: /Rocking boat .*€[\d.]+/ })).toBeVisible()
  await accessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
  const csv = await (await page.request.get('/api/reports/bookings')).text()
  expect(csv).toContain('rope for the painter')
  const all = await (await page.request.get('/api/reports/everything')).json()
  expect(all.pieces.length).toBeGreaterThan(8)
})
