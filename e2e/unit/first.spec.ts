import { expect, test } from '@playwright/test'
import { fromBrowser } from '../../web/src/first/fromBrowser'

test('what a browser is set to tells how its reader counts', () => {
  for (const [language, units, clock, numbers, currency] of [
    ['de-DE', 'metric', 'h24', 'comma', 'EUR'],
    ['de-CH', 'metric', 'h24', 'point', 'CHF'],
    ['en-US', 'us', 'h12', 'point', 'USD'],
    ['en-GB', 'metric', 'h24', 'point', 'GBP'],
    ['en-AU', 'metric', 'h12', 'point', 'AUD'],
    ['fr', 'metric', 'h24', 'comma', 'EUR'],
    ['da', 'metric', 'h24', 'comma', 'DKK'],
    ['en', 'us', 'h12', 'point', 'USD'],
  ] as const) {
    const got = fromBrowser(language, 'Europe/Berlin')
    expect([language, got.units, got.clock, got.numbers, got.currency]).toEqual([
      language,
      units,
      clock,
      numbers,
      currency,
    ])
    expect(got.timeZone).toBe('Europe/Berlin')
    expect(got.hours.filter((d) => d.close > d.open)).toHaveLength(5)
  }
})
