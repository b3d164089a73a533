import { accessible, expect, noSidewaysScroll, planned, test } from './firmitas'

test('one list for three pieces: the shelf first, then packs with what they cost and leave; on paper and as a table', async ({
  page,
}) => {
  const table = { endUse: 'Desk or work top', material: 'Oak', look: 'Natural', area: '9', start: '' }
  const names = ['Bought table one', 'Bought table two', 'Bought table three']
  const start = new Date(Date.now() + 200 * 86_400_000).toISOString().slice(0, 10) // nobody else needs that week's hands
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
