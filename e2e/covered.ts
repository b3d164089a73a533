import { mkdirSync, writeFileSync } from 'node:fs'
import type { BrowserContext, Page } from '@playwright/test'

/** Where what the pages of all tests ran is kept, for `make coverage`. */
export const folder = 'test-results/coverage'

let files = 0

/** Keeps what the pages of a browser's context run, until it is closed. */
export function covered(context: BrowserContext) {
  const pages = new Map<Page, Promise<void>>()
  context.on('page', (page) => pages.set(page, page.coverage.startJSCoverage({ resetOnNavigation: false })))
  const close = context.close.bind(context)
  context.close = async (options) => {
    for (const [page, started] of pages) {
      try {
        await started
        const ran = await page.coverage.stopJSCoverage()
        mkdirSync(folder, { recursive: true })
        writeFileSync(`${folder}/${process.pid}-${++files}.json`, JSON.stringify(ran))
      } catch {
        // a page that is gone already tells nothing
      }
    }
    await close(options)
  }
}
