import { readdirSync, readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { accessible, expect, fillTakeIn, inDays, noSidewaysScroll, onPhone, test } from './firmitas'

const desk = {
  name: 'Chart table',
  endUse: 'Desk or work top',
  material: 'Oak',
  look: 'Natural',
  area: '1.2',
}

test('what is wrong stands beside its field, and nothing typed is lost', async ({ page }) => {
  await fillTakeIn(page, { ...desk, name: '', area: '-3' })
  await expect(page.getByText('The area must be more than 0.')).toBeVisible()
  await page.getByLabel('Humidity').fill('140')
  await expect(page.getByText('Relative humidity lies above 0')).toBeVisible()
  await page.getByLabel('Promised', { exact: true }).fill('1 Jan 2020')
  await expect(page.getByText('The promise lies before the start')).toBeVisible()
  await expect(page.getByLabel('Humidity')).toHaveAttribute('aria-invalid', 'true')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByText('Give it a name.').first()).toBeVisible()
  await expect(page).toHaveURL(/take-in$/)
  await expect(page.getByLabel('Area')).toHaveValue('-3')
  await accessible(page)
})

test('nothing suits: it says what stands in the way and what would open it', async ({ page }) => {
  await fillTakeIn(page, {
    ...desk,
    material: 'Hard laminate',
    look: 'Stained',
  })
  await expect(page.getByText('is not wood on its face, so stain has nothing to soak into')).toBeVisible()
  await page.getByRole('radio', { name: 'Natural' }).check()
  await expect(page.getByText('Nothing on the shelf suits.')).toBeVisible()
  await expect(page.getByText(/Choose the look “opaque, dark”/)).toBeVisible()
  await accessible(page)
})

test('all there is, in one file, by a press in the settings', async ({ page }) => {
  await page.goto('/settings')
  const downloading = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Back it all up' }).click()
  const file = await downloading
  expect(file.suggestedFilename()).toBe(`firmitas-${inDays(0)}.jsonl.gz`)
  const lines = gunzipSync(readFileSync(await file.path()))
    .toString()
    .trim()
    .split('\n')
  expect(JSON.parse(lines[0]!)).toMatchObject({ firmitas: 'backup', format: 1 })
  expect(lines.at(-1)).toMatch(/^{"sha256":"[0-9a-f]{64}"}$/)
  expect(lines.some((line) => line.includes('Rocking boat'))).toBe(true)
  await accessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
})

test('text that looks like markup stays text', async ({ page }) => {
  const name = '<img src=x onerror=alert(1)> & "quoted"'
  await fillTakeIn(page, { ...desk, name })
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
  await page.getByRole('link', { name: /Take in done/ }).click()
  await page.getByRole('button', { name: 'Remove this piece' }).click()
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible()
  await expect(page.getByText(name)).toHaveCount(0)
})

test('US units, a 12-hour clock and other hours are honoured everywhere', async ({ page }) => {
  await page.goto('/settings')
  await accessible(page)
  await page.getByLabel('Units').selectOption('us')
  await page.getByLabel('Clock').selectOption('h12')
  await page.getByLabel('Saturday', { exact: true }).uncheck()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await fillTakeIn(page, { ...desk, area: '12' })
  await expect(page.getByRole('complementary')).toContainText('°F')
  await expect(page.getByRole('complementary')).toContainText('mil')
  await expect(page.getByRole('complementary')).toContainText(/\b(am|pm|AM|PM)\b/)
  await page.goto('/settings')
  await page.getByLabel('Units').selectOption('metric')
  await page.getByLabel('Clock').selectOption('h24')
  await page.getByLabel('Saturday', { exact: true }).check()
  for (const day of ['Monday', 'Tuesday']) await page.getByLabel(`${day} closes`).fill('07:00')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('hours must run from an earlier to a later time')).toBeVisible()
  await expect(page.getByText('Monday: hours must run')).toBeVisible()
  for (const day of ['Monday', 'Tuesday']) await page.getByLabel(`${day} closes`).fill('18:00')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
})

test('a workshop that reckons in inches and gallons measures, works out and buys in them', async ({ page }) => {
  const units = async (of: 'us' | 'metric') => {
    await page.goto('/settings')
    await page.getByLabel('Units').selectOption(of)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Saved.')).toBeVisible()
  }
  await units('us')
  try {
    await page.goto('/take-in')
    await page.getByLabel('Kind of piece').selectOption({ label: 'Chest of drawers' })
    await page.getByLabel('Width', { exact: true }).first().fill('39 3/8')
    await expect(page.getByRole('button', { name: /^Top .* ft²$/ })).toBeVisible()

    await page.goto('/reckon?sum=pour')
    const sum = page.getByRole('region', { name: 'A pour, with its colours' })
    await sum.getByLabel('Length').fill(`3' 4"`)
    await sum.getByLabel('Width').fill('20')
    await sum.getByLabel('Depth').fill('1/8')
    await expect(sum.getByText('40 in × 20 in × 0.125 in = 55.411 fl oz; × 1.05')).toBeVisible()

    await page.goto('/shopping')
    await expect(page.getByText(/[\d.]+ (fl oz|qt|gal)/).first()).toBeVisible()
    await expect(page.getByRole('region', { name: 'Besides' }).getByText(/\d (mL|L|m²)/)).toHaveCount(0) // sizes of tins are as typed
    await page.goto('/pieces/2/plan')
    await page.getByRole('complementary').getByRole('group').first().click()
    await expect(page.getByText(/ ft² ÷ [\d,]+ ft²\/gal.* = /).first()).toBeVisible()
  } finally {
    await units('metric')
  }
})

test('two tabs: the later save is told', async ({ page, context }) => {
  await page.goto('/')
  await page
    .getByRole('link', { name: /Stair treads/ })
    .first() // its turn may be told above too, by the hour
    .click()
  await page.getByRole('link', { name: /Take in done/ }).click()
  await page.waitForURL(/take-in$/) // the view loads first, the address follows
  const other = await context.newPage()
  await other.goto(page.url())
  await other.getByLabel('Zone', { exact: true }).fill('sixteen treads')
  await other.getByRole('button', { name: 'Save' }).click()
  await other.waitForURL(/plan$/)
  await page.getByLabel('Zone', { exact: true }).fill('twelve treads')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Changed meanwhile')).toBeVisible()
  await expect(page.getByLabel('Zone', { exact: true })).toHaveValue('twelve treads')
})

const seenOnPhone: Record<string, string[]> = {
  'the work': [
    '/',
    '/take-in',
    '/settings',
    '/pieces/2/choose',
    '/pieces/5/prepare',
    '/pieces/2/plan',
    '/pieces/2/hand-over',
  ],
  'the shelf': ['/shelf', '/shelf/1', '/shelf/new?like=1', '/shelf/boards', '/shelf/import'],
  'may I': ['/may-i?ground=fclear_wb_pu&coat=fvarnish_oil_pu'],
  'the handbook': ['/handbook'],
  'the grid': ['/shelf/grid'],
}
for (const [what, paths] of Object.entries(seenOnPhone)) {
  test(`phone, by lamp light: ${what} fits and can be read`, async ({ browser }) => {
    const phone = await onPhone(browser, 'dark')
    const page = await phone.newPage()
    for (const path of paths) {
      await page.goto(path)
      await expect(page.getByRole('heading').first()).toBeVisible()
      if (path === '/shelf/grid') await page.getByLabel('Coats', { exact: true }).selectOption('wax') // a few thousand cells tell no more
      await accessible(page)
      await noSidewaysScroll(page)
    }
    await phone.close()
  })
}

test('phone: what is pressed is large enough, down to 360 px', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/')
  for (const link of await page.getByRole('navigation', { name: 'Main' }).getByRole('link').all()) {
    expect((await link.boundingBox())?.height).toBeGreaterThanOrEqual(44)
  }
  await page.setViewportSize({ width: 360, height: 700 })
  await page.goto('/pieces/2/choose')
  await expect(page.getByRole('heading', { name: 'What it must stand, and does' })).toBeVisible()
  await noSidewaysScroll(page)
  await phone.close()
})

test('the first page is light', async ({ page }) => {
  let bytes = 0
  page.on('response', async (r) => {
    const url = new URL(r.url())
    if (url.origin !== process.env.BASE_URL) return // the browser's own errands are not our page
    if (/\.(js|css)$/.test(url.pathname) || url.pathname === '/') {
      expect(`${r.url()}: ${r.headers()['content-encoding'] ?? 'plain page'}`).toMatch(/gzip|zstd|plain page/)
      bytes += Number(r.headers()['content-length'] ?? 0)
    }
  })
  await page.goto('/')
  await page.waitForLoadState('networkidle')
  expect(bytes).toBeGreaterThan(50_000)
  expect(bytes).toBeLessThan(250_000)
})

test('the database goes away and comes back; it is said and nothing is lost', async ({ page }) => {
  await fillTakeIn(page, { ...desk, name: 'Written in a storm' })
  process.kill(databaseOf(Number(process.env.DEMO_PID)), 'SIGKILL')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByRole('alert')).toContainText('The database is not answering')
  await expect(page.getByLabel('Name')).toHaveValue('Written in a storm')
  await page.goto('/')
  await expect(page.getByText('Nothing is lost; trying again')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible()
  await expect(page.getByText('Nothing is lost; trying again')).toBeHidden()
  await expect(page.getByText('Written in a storm')).toHaveCount(0)
})

/** The demo's database process, which any of its threads may have started. */
function databaseOf(parent: number): number {
  for (const entry of readdirSync('/proc')) {
    if (!/^\d+$/.test(entry)) continue
    try {
      const [, rest = ''] = readFileSync(`/proc/${entry}/stat`, 'utf8').split(') ')
      if (Number(rest.split(' ')[1]) === parent) return Number(entry)
    } catch {
      // it ended meanwhile
    }
  }
  throw new Error('the demo has no database process')
}
