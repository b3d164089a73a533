import type { FoundingInput } from '../api/client'
import { FREE, WORKDAY } from '../settings/week'

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
