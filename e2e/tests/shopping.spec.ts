import { accessible, expect, inDays, noSidewaysScroll, planned, test } from './firmitas'

test('one list for three pieces: the shelf first, then packs with what they cost and leave; on paper and as a table', async ({
  page,
}) => {
  const table = { endUse: 'Desk or work top', material: 'Oak', look: 'Natural', area: '9', start: '' }
  const names = ['Bought table one', 'Bought table two', 'Bought table three']
  const start = inDays(200) // nobody else needs that week's hands
  for (const name of names) await planned(page, { ...table, name, start })
  await page.goto('/')
  await page.getByRole('link', { name: 'What to buy' }).click()
  const line = page.getByRole('listitem').filter({ hasText: names.join(', ') })
  await expect(line.first()).toBeVisible()
  await expect(line.first().getByText(/^by /)).toBeVisible()
  const product = (await line.first().getByRole('link').first().textContent())!
  await accessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
  await page.setViewportSize({ width: 1280, height: 800 })

  await line.first().getByRole('link').first().click()
  await expect(page.getByRole('heading', { name: product })).toBeVisible()
  const id = /shelf\/(\d+)/.exec(page.url())![1]
  const tin = { size: '1 L', price: '31,50', lot: '', left: '0 %' }
  expect((await page.request.post(`/api/products/${id}/tins`, { data: tin })).status()).toBe(201)
  await page.goto('/shopping')
  await expect(line.first().getByText(/\d+ × (1|2\.5) L/)).toBeVisible()
  await expect(line.first().getByText(/left over/)).toBeVisible()
  await expect(page.getByText(/^Together €/)).toBeVisible()
  const table2 = await page.request.get('/api/shopping/export')
  expect(await table2.text()).toContain(names.join(', '))
})

test('a part that was worked out stands on the list until it is bought, and then in the ledger', async ({ page }) => {
  type Bench = { pieces: { piece: { id: number; input: { name: string } } }[] }
  const bench = (await (await page.request.get('/api/bench')).json()) as Bench
  const boat = bench.pieces.find((p) => p.piece.input.name === 'Rocking boat')!.piece.id
  await page.goto(`/pieces/${boat}/reckon?sum=centres`)
  const sum = page.getByRole('region', { name: 'Handles across a front' })
  await sum.getByLabel('Front').fill('80')
  await sum.getByLabel('Handles').fill('2')
  await sum.getByLabel('Between the holes').fill('96 mm')
  await sum.getByRole('button', { name: 'Put what it takes on the shopping list' }).click()
  await expect(sum.getByRole('button', { name: 'On the shopping list', exact: true })).toBeVisible()
  await page.goto('/shopping')
  const parts = page.getByRole('region', { name: 'Parts' })
  const handles = parts.getByRole('listitem').filter({ hasText: '2 × Handles, 96 mm between their holes' })
  await handles.getByRole('button', { name: /^Bought: Handles/ }).click()
  await handles.getByLabel('For how much').fill('two')
  await handles.getByRole('button', { name: 'Keep it' }).click()
  await expect(handles.getByText(/A sum such as/)).toBeVisible()
  await handles.getByLabel('For how much').fill('14,60')
  await accessible(page)
  await handles.getByRole('button', { name: 'Keep it' }).click()
  await expect(handles).toHaveCount(0)
  await parts.getByRole('link', { name: 'Rocking boat' }).first().click()
  await expect(page.getByText('€14.60').first()).toBeVisible()
  await expect(page.getByRole('region', { name: 'Still to buy for it' }).getByText('Brass ring')).toBeVisible()
})

test('a plan says what every coat takes with its sum, and what the work takes besides', async ({ page }) => {
  const start = inDays(250) // a week of its own
  const desk = { name: 'Counted desk', endUse: 'Desk or work top', material: 'Ash', look: 'Natural', area: '2', start }
  await planned(page, desk)
  const takes = page.getByRole('complementary').filter({ hasText: 'What it takes' })
  await takes.getByRole('group').first().getByText(/mL|L/).first().click()
  await expect(takes.getByText(/ × 2 m² ÷ [\d.]+ m²\/L.* = /).first()).toBeVisible()
  await expect(takes.getByText(/In pot and tool, \d+ sessions: \d+ mL/).first()).toBeVisible()
  await expect(takes.getByText(/Abrasive, quarter sheet or disc, P\d+/).first()).toBeVisible()
  await expect(takes.getByText(/^0 /)).toHaveCount(0)
  await accessible(page)
})
