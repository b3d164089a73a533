import type { FoundingInput } from '../api/client'

// Money by region, where it is not the euro: those that the settings offer.
const moneyOf: Record<string, string> = {
  AU: 'AUD',
  CA: 'CAD',
  CH: 'CHF',
  DK: 'DKK',
  GB: 'GBP',
  LI: 'CHF',
  NO: 'NOK',
  NZ: 'NZD',
  PL: 'PLN',
  SE: 'SEK',
  US: 'USD',
}
const imperial = new Set(['US', 'LR', 'MM'])

/** A day's hours, in minutes after midnight, to begin with. */
export const WORKDAY = { open: 8 * 60, close: 17 * 60 }
export const FREE = { open: 0, close: 0 }

/** What a browser set to a language tells of how its reader counts: units, clock, decimals, money, time zone. */
export function fromBrowser(language: string, timeZone: string): FoundingInput {
  const region = new Intl.Locale(language).maximize().region ?? ''
  const hour12 = new Intl.DateTimeFormat(language, { hour: 'numeric' }).resolvedOptions().hour12
  const decimal = new Intl.NumberFormat(language).formatToParts(1.5).find((p) => p.type === 'decimal')?.value
  return {
    name: '',
    town: '',
    timeZone,
    units: imperial.has(region) ? 'us' : 'metric',
    clock: hour12 ? 'h12' : 'h24',
    numbers: decimal === ',' ? 'comma' : 'point',
    currency: moneyOf[region] ?? 'EUR',
    hours: [FREE, WORKDAY, WORKDAY, WORKDAY, WORKDAY, WORKDAY, FREE],
    usualTins: true,
  }
}
