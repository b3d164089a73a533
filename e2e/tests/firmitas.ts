import axe from 'axe-core'
import { expect, test as base, type Browser, type BrowserContext, type Page } from '@playwright/test'
import { covered } from '../covered'
import { zone } from '../moment'

/** How far the clock of all tests is ahead of the machine's. */
const ahead = Number(process.env.CLOCK_AHEAD)

/** The moment that server and browser have. */
export const now = () => Date.now() + ahead

const DAY = 86_400_000

/** A day of the workshop, so many days from its today: YYYY-MM-DD. */
export function inDays(days: number): string {
  const today = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short' }).format(now())
  return new Date(Date.parse(`${today}T12:00Z`) + days * DAY).toISOString().slice(0, 10)
}

/** Sets the clock of a browser's pages: it runs on from there. */
export const setClock = (context: BrowserContext) =>
  context.addInitScript((ms) => {
    const Real = Date
    class Ahead extends Real {
      constructor(...at: []) {
        if (at.length === 0) super(Real.now() + ms)
        else super(...at)
      }
      static override now() {
        return Real.now() + ms
      }
    }
    globalThis.Date = Ahead as DateConstructor
  }, ahead)

/** Every page must be free of script errors and of accessibility faults where it is asked. */
export const test = base.extend<{ errors: string[] }, { browser: Browser }>({
  browser: [
    async ({ browser }, use) => {
      const open = browser.newContext.bind(browser)
      browser.newContext = async (options) => {
        const context = await open(options)
        await setClock(context)
        if (process.env.COVERAGE) covered(context)
        return context
      }
      await use(browser)
    },
    { scope: 'worker' },
  ],
  baseURL: async ({}, use) => use(process.env.BASE_URL),
  errors: [
    async ({ page }, use) => {
      const errors: string[] = []
      page.on('pageerror', (e) => errors.push(e.message))
      await use(errors)
      expect(errors).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }

/** What of WCAG's level AA a page does not keep. Only faults are worked out: what holds is not listed, which takes longer. */
const faultsOf = (page: Page) =>
  page.evaluate(async () => {
    const asked: axe.RunOptions = {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'],
      resultTypes: ['violations'],
    }
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, asked)
    return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)
  })

/** Asked until the page has come to rest: a button that has just come back still fades in, and is too pale meanwhile. */
export async function accessible(page: Page) {
  await page.evaluate(axe.source)
  await expect.poll(() => faultsOf(page)).toEqual([])
}

/** Opens what happened at a piece, on its plan: other screens, which a click may still meet, have a field of that name. */
export const openHappened = (page: Page) => page.locator('summary', { hasText: 'What happened' }).click()

export async function noSidewaysScroll(page: Page) {
  const beyond = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  await expect.poll(beyond).toBeLessThanOrEqual(0)
}

/** A phone in the finisher's hand. */
export const onPhone = (
  browser: Browser,
  colorScheme: 'light' | 'dark' = 'light',
  serviceWorkers: 'allow' | 'block' = 'block',
) =>
  browser.newContext({
    serviceWorkers,
    viewport: { width: 390, height: 844 },
    colorScheme,
    hasTouch: true,
    baseURL: process.env.BASE_URL,
    locale: 'en-GB',
  })

export interface Wanted {
  name: string
  endUse: string
  material: string
  look: string
  area: string
  start?: string // a day; the work begins in its morning
}

/**
 * The Monday after the coming one, or so many weeks later, as it is typed. All tests share one workshop and its hands:
 * one that asks for a whole week of them takes a week of its own.
 */
export function aMonday(weeksLater = 0): string {
  const weekday = new Date(`${inDays(0)}T12:00Z`).getUTCDay()
  return inDays(7 * (1 + weeksLater) + ((8 - weekday) % 7))
}

export async function fillTakeIn(page: Page, w: Wanted) {
  await page.goto('/take-in')
  await page.getByLabel('Name').fill(w.name)
  await page.getByLabel('End use').selectOption({ label: w.endUse })
  await page.getByLabel('Material').selectOption({ label: w.material })
  await page.getByRole('radio', { name: w.look }).check()
  await page.getByLabel('Area').fill(w.area)
  if (w.start) {
    await page.getByLabel('Start', { exact: true }).fill(w.start)
    await page.getByLabel('Start, time of day').fill('8:00')
  }
}

/** Takes in what was filled and finds its only zone bare; ends where a system is chosen. */
export async function takenInBare(page: Page) {
  await page.getByRole('button', { name: 'Take it in' }).click()
  await page.waitForURL(/inspect/)
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await page.waitForURL(/choose/)
}

/** Takes a piece in and chooses the first system; ends on its plan. */
export async function planned(page: Page, w: Wanted) {
  await fillTakeIn(page, w)
  await takenInBare(page)
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByText('Light use', { exact: false }).first()).toBeVisible()
}

/** Opens the layers by hand and takes out what lies there; by keyboard, as it must go without a pointer too. */
export async function nothingLaid(page: Page) {
  await page
    .getByRole('button', { name: 'Put one together by hand' })
    .or(page.getByRole('button', { name: 'Change it by hand' }))
    .first()
    .focus()
  await page.keyboard.press('Enter')
  const out = page.getByRole('list', { name: 'Layers, the last coat first' }).getByRole('button', { name: /^Take out/ })
  await expect(out.first()).toBeVisible()
  for (let left = await out.count(); left > 0; left--) {
    await out.first().focus()
    await page.keyboard.press('Enter')
    await expect(out).toHaveCount(left - 1)
  }
}

/** How many pages a PDF has. */
export const pagesOf = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0
