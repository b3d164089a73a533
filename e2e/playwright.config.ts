import { defineConfig } from '@playwright/test'
import { zone } from './moment'

// One throwaway demo serves all tests, one after the other: they share its database.
export default defineConfig({
  testDir: 'tests',
  globalSetup: './server.ts',
  workers: 1,
  timeout: 600_000, // a machine that is busy with others is not wrong for it
  expect: { timeout: 90_000 },
  reporter: [['list']],
  forbidOnly: !!process.env.CI,
  use: {
    actionTimeout: 180_000, // what hangs is told before its test is over
    navigationTimeout: 180_000,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    serviceWorkers: 'block', // but where a test is about them
    timezoneId: zone,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
})
