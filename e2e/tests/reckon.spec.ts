import { accessible, expect, noSidewaysScroll, openHappened, test } from './firmitas'

test('the small sums at the bench, on a phone, and one pinned to its piece', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Work something out' }).click()
  await page.getByRole('button', { name: 'A pour, with its colours' }).click()
  const sum = page.getByRole('region', { name: 'A pour, with its colours' })
  await sum.getByLabel('Length').fill('1200 mm')
  await sum.getByLabel('Width').fill('60')
  await sum.getByLabel('Depth').fill('deep')
  await expect(sum.getByText(/“deep” is no length/)).toBeVisible()
  await sum.getByLabel('Depth').fill('3 mm')
  await expect(sum.getByText('1200 mm × 600 mm × 3 mm = 2.16 L; × 1.05')).toBeVisible()
  await accessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)

  await page.goto('/')
  await page
    .getByRole('link', { name: /Rocking boat/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Work out' }).click()
  await page.getByRole('combobox', { name: 'What to work out' }).selectOption({ label: 'Shellac by the pound cut' })
  const cut = page.getByRole('region', { name: 'Shellac by the pound cut' })
  await cut.getByLabel('Pounds cut').fill('2')
  await cut.getByLabel('Alcohol').fill('500 mL')
  await expect(cut.getByText('239.6 g/L')).toBeVisible()
  await cut.getByRole('button', { name: 'Pin it to this piece' }).click()
  await expect(cut.getByRole('button', { name: 'Pinned to its log' })).toBeVisible()
  await page.getByRole('link', { name: /^Plan and coat/ }).click()
  await openHappened(page)
  await expect(page.getByText(/Shellac by the pound cut: Flakes 120 g/)).toBeVisible()
})

test('a page asks before it goes while a press is not yet kept on the device', async ({ page }) => {
  // The device's storage opens only when it is told to.
  await page.addInitScript(() => {
    const open = indexedDB.open.bind(indexedDB)
    const mayOpen = new Promise<void>((resolve) => Object.assign(window, { letOpen: resolve }))
    indexedDB.open = (...of) => {
      const request = open(...of)
      const listen = request.addEventListener.bind(request) as EventTarget['addEventListener']
      request.addEventListener = (type: string, then: EventListener) =>
        listen(type, (e) => (type === 'success' ? void mayOpen.then(() => then(e)) : then(e)))
      return request
    }
  })
  const asks = () => page.evaluate(() => !window.dispatchEvent(new Event('beforeunload', { cancelable: true })))
  const bench = (await (await page.request.get('/api/bench')).json()) as { pieces: { piece: { id: number } }[] }
  await page.goto(`/pieces/${bench.pieces[0]!.piece.id}/reckon`)
  await page.getByRole('button', { name: 'Shellac by the pound cut' }).click()
  const cut = page.getByRole('region', { name: 'Shellac by the pound cut' })
  await cut.getByLabel('Pounds cut').fill('3')
  await cut.getByLabel('Alcohol').fill('250 mL')
  expect(await asks()).toBe(false)
  await cut.getByRole('button', { name: 'Pin it to this piece' }).click()
  expect(await asks()).toBe(true)
  await page.evaluate(() => (window as unknown as { letOpen: () => void }).letOpen())
  await expect(cut.getByRole('button', { name: 'Pinned to its log' })).toBeVisible()
  expect(await asks()).toBe(false)
})
