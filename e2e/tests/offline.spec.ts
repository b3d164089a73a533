import { readdirSync, readFileSync } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { accessible, expect, inDays, noSidewaysScroll, onPhone, planned, setClock, test, now } from './firmitas'
import { zone } from '../moment'

const daysAgo = (n: number) => inDays(-n)
const begun = () => daysAgo(8) // so that every step's time has come

const desk = (name: string) => ({
  name,
  endUse: 'Desk or work top',
  material: 'Beech',
  look: 'Natural',
  area: '0.6',
  start: begun(),
})

/** Waits until this device could open the bench and a piece's plan by itself, as they are from now on. */
async function keptForLater(page: Page, piece: string) {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  const since = now()
  await page.goto('/')
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
  const kept = () =>
    page.evaluate(
      (since) =>
        new Promise<string[]>((resolve) => {
          const open = indexedDB.open('firmitas')
          open.onsuccess = () => {
            const get = open.result.transaction('screens').objectStore('screens').get('screens')
            get.onsuccess = () => {
              type Kept = { queryHash: string; state: { dataUpdatedAt: number } }
              const screens = get.result as { clientState: { queries: Kept[] } } | undefined
              const fresh = screens?.clientState.queries.filter((q) => q.state.dataUpdatedAt > since) ?? []
              resolve(fresh.map((q) => q.queryHash))
            }
          }
        }),
      since,
    )
  const opens = async () => {
    const all = await kept()
    return all.includes('["bench"]') && all.some((hash) => hash.startsWith(`["plan",${piece},`))
  }
  await expect.poll(opens).toBe(true)
}

/** All presses that this device still keeps, refused ones with the reason. */
const keptPresses = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<unknown[]>((resolve) => {
        const open = indexedDB.open('firmitas')
        open.onsuccess = () => {
          const get = open.result.transaction('presses').objectStore('presses').getAll()
          get.onsuccess = () => resolve(get.result as unknown[])
        }
      }),
  )

const sheet = (page: Page) => page.getByRole('dialog')
const waits = (page: Page) => page.getByRole('button', { name: /on this device; sent/ })

/** Tells the step that the bench offers next of a piece. */
async function doneOnTheBench(page: Page, piece: string, step: RegExp) {
  await page.getByRole('button', { name: new RegExp(`^Done: ${piece}, .*${step.source}`) }).click()
  await sheet(page).getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet(page).getByText('Kept: done just now')).toBeVisible()
}

const close = (page: Page) => sheet(page).getByRole('button', { name: 'Close' }).click()

interface Fact {
  kind: string
  coat?: number
  job?: string
}

const facts = async (page: Page, id: string) =>
  (await page.request.get(`/api/pieces/${id}/events`)).json() as Promise<Fact[]>

test('a day at the bench, half of it without the network: nothing is lost, nothing counts twice', async ({
  browser,
}) => {
  test.slow()
  const phone = await onPhone(browser, 'light', 'allow')
  const page = await phone.newPage()
  await planned(page, desk('Signal desk'))
  const [, id] = /pieces\/(\d+)/.exec(page.url())!
  await page
    .getByRole('button', { name: /^Done: Signal desk, .*coat 1 of 3/ })
    .first()
    .click()
  await sheet(page).getByText('It was otherwise').click()
  await sheet(page).getByLabel('It was on', { exact: true }).fill(daysAgo(6))
  await sheet(page).getByLabel('It was on, time of day').fill('9:00')
  await sheet(page)
    .getByRole('button', { name: /^Done [A-Z]/ })
    .click()
  await expect(sheet(page).getByText('The plan goes on from there.')).toBeVisible()
  await close(page)
  await keptForLater(page, id!)

  await phone.setOffline(true)
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible()
  await page.getByRole('button', { name: /^Done: Signal desk, .*coat 2 of 3/ }).click()
  await sheet(page).getByText('It was otherwise').click()
  await sheet(page).getByLabel('Keyed right before').uncheck() // the plan asks for it, as the window has closed
  await sheet(page).getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet(page).getByText('It waits on this device')).toBeVisible()
  await accessible(page)
  await close(page)
  await expect(waits(page)).toHaveText(/One press waits/)
  await doneOnTheBench(page, 'Signal desk', /coat 3 of 3/)
  await sheet(page).getByRole('button', { name: 'Undo' }).click() // never sent, so it is simply dropped
  await expect(sheet(page).getByRole('button', { name: 'Done just now' })).toBeVisible()
  await sheet(page).getByRole('button', { name: 'Not yet' }).click()
  await expect(waits(page)).toHaveText(/One press waits/)
  await page.getByRole('button', { name: 'How does Signal desk feel?' }).click()
  await sheet(page)
    .getByRole('button', { name: /sticky/i })
    .click()
  await expect(sheet(page).getByText('wait till then')).toBeVisible()
  await sheet(page).getByRole('button', { name: 'Done', exact: true }).click()
  await page.reload() // it outlasts a reload, and the plan opens too
  await expect(waits(page)).toHaveText(/2 presses wait/)
  await page
    .getByRole('link', { name: /^Signal desk/ })
    .first() // its turn may be told above too, by the hour
    .click()
  await expect(page.getByText('it waits on this device').first()).toBeVisible()
  await accessible(page)
  await noSidewaysScroll(page)

  await phone.setOffline(false)
  await expect(waits(page)).toBeHidden()
  await expect(page.getByText('after the window had closed').first()).toBeVisible() // the second coat came too late
  expect((await facts(page, id!)).map((f) => `${f.kind} ${f.coat ?? ''}`.trim())).toEqual([
    'coat_laid 1',
    'coat_laid 2',
    'sign',
  ])
  await phone.close()
})

test('a press whose answer is lost counts once; one that can no longer be is told, not lost', async ({ page }) => {
  await planned(page, desk('Lamp desk'))
  const [, id] = /pieces\/(\d+)/.exec(page.url())!
  let lost = 0
  await page.route('**/events', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.continue()
    lost++
    await route.fetch() // the server has it
    await route.abort('connectionreset') // and nobody hears of it
  })
  await page
    .getByRole('button', { name: /^Done: Lamp desk, .*coat 1 of 3/ })
    .first()
    .click()
  await sheet(page).getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet(page).getByText('It waits on this device')).toBeVisible()
  await expect(waits(page)).toBeHidden()
  await sheet(page).getByRole('button', { name: 'Undo' }).click() // by the press, whose event is known by now
  await expect(sheet(page).getByRole('button', { name: 'Done just now' })).toBeVisible()
  await sheet(page).getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet(page).getByText('Kept: done just now')).toBeVisible()
  await close(page)
  expect(lost).toBe(1)
  expect((await facts(page, id!)).filter((f) => f.kind === 'coat_laid')).toHaveLength(1)

  await page.context().setOffline(true)
  await page
    .getByRole('button', { name: /^Done: Lamp desk, .*coat 2 of 3/ })
    .first()
    .click()
  await sheet(page).getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet(page).getByText('It waits on this device')).toBeVisible()
  await close(page)
  // Meanwhile somebody else tells the same coat.
  const zone = ((await (await page.request.get(`/api/pieces/${id}`)).json()) as { input: { zones: { id: number }[] } })
    .input.zones[0]!.id
  const body = { kind: 'coat_laid', zoneId: zone, layer: 0, coat: 2, who: 'MO' }
  expect((await page.request.post(`/api/pieces/${id}/events`, { data: body })).status()).toBe(201)
  await page.context().setOffline(false)
  const clash = page.getByRole('alert').filter({ hasText: 'It was told already' })
  await expect(clash).toContainText('Lamp desk')
  await accessible(page)
  await clash.getByRole('button', { name: 'Let it go' }).click()
  await expect(clash).toBeHidden()
})

/** The browser of a folder: its first process. */
function browserIn(folder: string): number {
  const of = readdirSync('/proc').filter((name) => {
    if (!/^\d+$/.test(name)) return false
    try {
      const line = readFileSync(`/proc/${name}/cmdline`, 'utf8')
      return line.includes(`--user-data-dir=${folder}`) && !line.includes('--type=')
    } catch {
      return false // gone meanwhile
    }
  })
  return Number(of[0])
}

test('the browser is killed between presses, without the network: what was kept is sent, once', async () => {
  test.slow()
  const folder = await mkdtemp(join(tmpdir(), 'firmitas-phone-'))
  const open = async () => {
    const context = await chromium.launchPersistentContext(folder, {
      executablePath: '/usr/bin/chromium', // the whole browser: the small one forgets its service worker when it is killed
      timezoneId: zone,
      baseURL: process.env.BASE_URL,
      viewport: { width: 390, height: 844 },
      locale: 'en-GB',
      serviceWorkers: 'allow',
    })
    await setClock(context)
    return context
  }
  let phone: BrowserContext = await open()
  try {
    let page = await phone.newPage()
    await planned(page, desk('Killed desk'))
    const [, id] = /pieces\/(\d+)/.exec(page.url())!
    await page
      .getByRole('button', { name: /^Done: Killed desk/ })
      .first()
      .click()
    await sheet(page).getByRole('button', { name: 'Done just now' }).click()
    await expect(sheet(page).getByText('The plan goes on from there.')).toBeVisible()
    await keptForLater(page, id!)
    await phone.setOffline(true)
    await page.goto(`/pieces/${id}/plan`)
    const next = () => page.getByRole('button', { name: /^Done: Killed desk/ }).first()
    await expect(next()).toBeVisible()
    let told = 0
    for (let kill = 0; kill < 2; kill++) {
      for (let n = 0; n < 2; n++) {
        const step = (await next().getAttribute('aria-label'))!
        await next().click()
        await sheet(page).getByRole('button', { name: 'Done just now' }).click()
        await expect(sheet(page).getByText('Kept: done just now')).toBeVisible()
        told++
        await close(page)
        await expect(page.getByRole('button', { name: step, exact: true })).toHaveCount(0) // it is not told twice
      }
      process.kill(browserIn(folder), 'SIGKILL')
      phone = await open()
      await phone.setOffline(true)
      page = await phone.newPage()
      await page.goto(`/pieces/${id}/plan`)
      await expect(waits(page)).toHaveText(new RegExp(`^${told} presses wait`))
    }
    await phone.setOffline(false)
    await expect(waits(page)).toBeHidden()
    await page.reload()
    expect(await keptPresses(page), 'what the server would not have').toEqual([])
    await expect.poll(async () => (await facts(page, id!)).length).toBe(1 + told)
  } finally {
    await phone.close().catch(() => undefined)
    await rm(folder, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 })
  }
})

test('clocks run through a reload; a fault and its remedy move the plan; minutes teach', async ({ browser }) => {
  const phone = await onPhone(browser, 'dark')
  const page = await phone.newPage()
  await planned(page, desk('Clock desk'))
  const plan = page.url()
  await page.getByRole('button', { name: /^Begin: Clock desk, .*coat 1 of 3/ }).click()
  const clocks = page.getByRole('region', { name: 'Clocks that run' })
  const clock = clocks.getByRole('listitem').filter({ hasText: 'Clock desk' }).getByRole('timer')
  await expect(clock).toHaveText(/^\d:\d\d min$/)
  await accessible(page)
  await page.reload()
  await expect(clock).toHaveText(/^\d:\d\d min$/)
  await page.goto('/')
  await expect(clock).toHaveText(/^\d:\d\d min$/)
  await page.getByRole('button', { name: 'Read the air' }).click()
  await sheet(page).getByLabel('Air').fill('19')
  await sheet(page).getByLabel('Humidity').fill('52')
  await sheet(page).getByRole('button', { name: 'Keep this reading' }).click()
  await expect(page.getByRole('button', { name: /^19 °C, 52 % RH, read today/ })).toBeVisible()
  await noSidewaysScroll(page)

  await page.goto(plan)
  await page.getByRole('button', { name: /^Done: Clock desk, .*coat 1 of 3/ }).click()
  await sheet(page).getByText('It was otherwise').click()
  await sheet(page).getByLabel('It took').fill('25')
  await sheet(page).getByLabel('It went on', { exact: true }).selectOption({ label: 'thicker' })
  await accessible(page)
  await sheet(page).getByRole('button', { name: 'Done just now' }).click()
  await expect(sheet(page).getByText('Kept: done just now')).toBeVisible()
  await close(page)
  await expect(page.getByText('times as thick as its label means')).toBeVisible()

  await page.getByRole('link', { name: 'Something looks wrong' }).click()
  await page.getByRole('button', { name: /^drips and runs/i }).click()
  await page.getByLabel('It is set about').selectOption({ label: 'before the next coat' })
  await expect(page.getByText('It is left for 2 days first.')).toBeVisible()
  await page.getByLabel('Fault, in words').fill('Three below the front edge.')
  await accessible(page)
  await page.getByRole('button', { name: 'Put it into the plan' }).click()
  await page.getByRole('link', { name: 'To the plan' }).click()
  await expect(page.getByText('Mend: drips and runs').first()).toBeVisible()

  await page.goto('/settings')
  await page.getByText('Laying a coat').click()
  await expect(page.getByText('the middle of one job')).toBeVisible()
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(page.getByText('used', { exact: true })).toBeVisible()
  await phone.close()
})

// What a buyer is sent is the server's, also in a browser that has the workshop's screens: the finisher's own.
test('a browser that has opened the app opens cards, quotes and calendars as anybody does', async ({ browser }) => {
  const phone = await onPhone(browser, 'light', 'allow')
  const page = await phone.newPage()
  await page.goto('/')
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await page.goto('/')
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)

  const ask = async (path: string) => (await page.request.get(path)).json()
  const [left] = (await ask('/api/archive?search=settle')).pieces
  const open = (await ask('/api/bench')).pieces.find((p: { plan?: object }) => p.plan).piece
  const draft = { firm: '500', scope: 'All of it.', until: inDays(20) + 'T12:00:00Z', patch: false }
  const given = await page.request.post(`/api/pieces/${open.id}/quotes`, { data: draft })
  expect(given.status()).toBe(201)
  const quote = new URL((await given.json()).quotes[0].link).pathname
  const feed = await (await page.request.post('/api/calendar/feeds', { data: { name: 'My own phone' } })).json()

  const heading = page.getByRole('heading', { level: 1 })
  for (const [path, says] of [
    [quote, `Quote: ${open.input.name}`],
    [`${quote}?lang=de`, `Angebot: ${open.input.name}`],
    [`/care/${left.careToken}`, 'Looking after'],
    [`/preview/care/${open.id}`, 'Looking after'],
    ['/quote/of-nobody', 'Nothing stands under this link'],
  ] as const) {
    await page.goto(path)
    await expect(heading).toContainText(says)
    await expect(page.locator('#root')).toHaveCount(0) // none of the app's own pages
  }
  for (const path of [feed.path, `/care/${left.careToken}/sheet.pdf`, `${quote}/sheet.pdf`]) {
    const saved = page.waitForEvent('download')
    await page.goto(path).catch(() => undefined) // a file is saved, no page comes
    expect((await saved).url()).toContain(path)
  }

  await phone.setOffline(true)
  await page.goto('/month')
  await expect(page.locator('#root')).toHaveCount(1)
  expect(await page.goto(quote).catch((e: Error) => e.message)).toContain('ERR_INTERNET_DISCONNECTED')
  await phone.close()
})
