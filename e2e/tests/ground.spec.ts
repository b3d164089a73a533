import { accessible, expect, fillTakeIn, noSidewaysScroll, test } from './firmitas'

const stool = { name: 'Rope stool', endUse: 'Seat, chair arm, bench', material: 'Ash', look: 'Natural', area: '0.4' }

test('a press whose answer is lost on the way counts once', async ({ page }) => {
  const keys: (string | undefined)[] = []
  await page.route('**/api/pieces', async (route) => {
    if (route.request().method() !== 'POST') return route.fallback()
    keys.push(route.request().headers()['idempotency-key'])
    if (keys.length > 1) return route.continue()
    await route.fetch() // the server has done it
    await route.abort('connectionreset')
  })
  await fillTakeIn(page, stool)
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.waitForURL(/inspect/)
  expect(keys).toHaveLength(2)
  expect(keys[0]).toBe(keys[1])
  await page.goto('/')
  const waiting = page.getByRole('listitem').filter({ hasText: stool.name })
  await expect(waiting.filter({ has: page.getByRole('link', { name: 'Choose a coating system' }) })).toHaveCount(1)
})

test('what became of a press that nobody answers is not claimed to be known', async ({ page }) => {
  await page.route('**/api/pieces', (route) =>
    route.request().method() === 'POST' ? route.abort('connectionreset') : route.fallback(),
  )
  await fillTakeIn(page, { ...stool, name: 'Lost stool' })
  await page.getByRole('button', { name: 'Take it in' }).click()
  const said = page.getByRole('alert')
  await expect(said).toBeVisible()
  await expect(said).not.toContainText('Nothing was saved')
  await expect(page.getByLabel('Name')).toHaveValue('Lost stool')
  await accessible(page)
})

test('where one is: the title says it, and the heading has the focus', async ({ page }) => {
  await page.goto('/')
  await expect(page).toHaveTitle(/^Bench/)
  for (const view of ['Shelf', 'Workshop', 'Take in']) {
    await page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: view }).click()
    await expect(page).toHaveTitle(new RegExp(`^${view}: .* · Firmitas$`))
    await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  }
})

test('the archive keeps what has left, and finds it, on a narrow phone', async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 640 })
  await page.goto('/archive')
  await expect(page.getByRole('link', { name: /Garden settle on the quay/ })).toBeVisible()
  await page.getByLabel('Find by name or number').fill('no such thing')
  await expect(page.getByRole('link', { name: /Garden settle/ })).toHaveCount(0)
  await accessible(page)
  await page.getByLabel('Find by name or number').fill('settle')
  await expect(page.getByRole('link', { name: /Garden settle/ })).toBeVisible()
  await noSidewaysScroll(page)
})

test('a care link that leads nowhere says so, and asks nothing of the workshop', async ({ page }) => {
  const asked: string[] = []
  page.on('request', (r) => asked.push(new URL(r.url()).pathname))
  await page.goto(`/care/${'x'.repeat(43)}`)
  await expect(page.getByRole('alert')).toContainText('It leads to no card and to no quote')
  await accessible(page)
  expect(asked.filter((p) => p.startsWith('/api/') || p.startsWith('/assets/'))).toEqual([])
})

const sizes = {
  'narrow phone': {
    size: { width: 320, height: 640 },
    paths: ['/', '/shelf/1', '/may-i', '/pieces/2/choose', '/pieces/2/plan'],
  },
  laptop: { size: { width: 1280, height: 800 }, paths: ['/', '/archive', '/shelf', '/pieces/2/take-in'] },
}
for (const [name, { size, paths }] of Object.entries(sizes)) {
  test(`${name}: a screen whose answers fail says so, can be read, and everything on it can be opened`, async ({
    page,
  }) => {
    await page.setViewportSize(size)
    const failing = { status: 500, contentType: 'application/problem+json' }
    const body = JSON.stringify({ type: 'about:blank', status: 500, title: 'Our mistake', detail: 'It is logged.' })
    for (const path of paths) {
      await page.route(/\/api\/(?!workshop|catalogue)/, (route) => route.fulfill({ ...failing, body }))
      await page.goto(path)
      if (path !== '/may-i') await expect(page.getByRole('alert').first()).toContainText('Our mistake')
      await accessible(page)
      await page.unrouteAll()
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await page.waitForLoadState('networkidle')
      await page.locator('details').evaluateAll((all: HTMLDetailsElement[]) => all.forEach((d) => (d.open = true)))
      await accessible(page)
      await noSidewaysScroll(page)
    }
  })
}

test('what is kept is what was seen last, however quickly it is pressed', async ({ page }) => {
  await fillTakeIn(page, { ...stool, name: 'Waxed stool' })
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.waitForURL(/inspect/)
  await expect(page.getByText('Nothing to remove').first()).toBeVisible()
  await page.getByLabel('What is on it').selectOption('wax')
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.waitForURL(/choose/)
  const [, id] = /pieces\/(\d+)/.exec(page.url()) ?? []
  const piece = (await (await page.request.get(`/api/pieces/${id}`)).json()) as {
    input: { zones: { inspection: { finish: string; action: string } }[] }
  }
  expect(piece.input.zones[0]?.inspection).toMatchObject({ finish: 'wax', action: 'dewax' })
})
