import { defineConfig } from '@playwright/test'

// One throwaway demo serves all tests, one after the other: they share its database.
export default defineConfig({
  testDir: 'tests',
  globalSetup: './server.ts',
  workers: 1,
  timeout: 120_000,
  expect: { timeout: 20_000 }, // two halves share two cores
  reporter: [['list']],
  forbidOnly: !!process.env.CI,
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    serviceWorkers: 'block', // but where a test is about them
    timezoneId: 'Europe/London',
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
