import { serverNow } from '../api/clock'

/*
 * Moments as people type them. A wall time is "YYYY-MM-DDTHH:MM" in the workshop's zone; how one is written follows the
 * workshop's units and clock, never the browser's.
 */

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const HALF_YEAR = 183 * 86_400_000

/** The wall time of a moment in the workshop's zone; '' for none. */
export function toWall(iso: string | undefined, timeZone: string | undefined): string {
  if (!iso) return ''
  return wallOf(timeZone).format(new Date(iso)).replace(' ', 'T')
}

const walls = new Map<string | undefined, Intl.DateTimeFormat>()

/** How a zone's wall time is written; made once, as that takes longer than writing. */
function wallOf(timeZone: string | undefined) {
  const known = walls.get(timeZone)
  const made = known ?? new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' })
  if (!known) walls.set(timeZone, made)
  return made
}

/** The day of a moment in the workshop's zone. */
export const dayIn = (iso: string, timeZone: string | undefined) => toWall(iso, timeZone).slice(0, 10)

/** The weekday of a day, 0 for Sunday. */
export const weekdayOf = (day: string) => new Date(day + 'T12:00Z').getUTCDay()

/** The moment of a wall time in the workshop's zone; undefined when it is none. */
export function fromWall(wall: string, timeZone: string | undefined): string | undefined {
  const asUTC = Date.parse(wall + 'Z')
  if (Number.isNaN(asUTC)) return undefined
  // The zone's offset at that wall time, found by asking what wall time a first guess gives.
  const there = Date.parse(toWall(new Date(asUTC).toISOString(), timeZone) + 'Z')
  const guess = asUTC - (there - asUTC)
  const again = Date.parse(toWall(new Date(guess).toISOString(), timeZone) + 'Z')
  return new Date(guess + (asUTC - again)).toISOString()
}

const pad = (n: number) => String(n).padStart(2, '0')

function dayOf(year: number, month: number, day: number): string | undefined {
  const made = new Date(Date.UTC(year, month - 1, day))
  return made.getUTCMonth() === month - 1 && made.getUTCDate() === day ? made.toISOString().slice(0, 10) : undefined
}

export const dayAfter = (day: string, days: number) =>
  new Date(Date.parse(day + 'T00:00Z') + days * 86_400_000).toISOString().slice(0, 10)

/** Reads a day: 4 Mar, 4 March 2027, 4/3/27, 2027-03-04, today, tomorrow. Without a year it is the one that lies nearest. */
export function readDay(text: string, today: string, monthFirst: boolean): string | undefined {
  const words = text.toLowerCase().match(/[a-z]+|\d+/g) ?? []
  if (words[0] === 'today') return today
  if (words[0] === 'tomorrow') return dayAfter(today, 1)
  const numbers = words.filter((w) => /^\d/.test(w)).map(Number)
  const named = words.map((w) => MONTHS.indexOf(w.slice(0, 3))).find((m) => m >= 0)
  let [day, month, year] = numbers
  if (/^\s*\d{4}/.test(text)) [year, month, day] = numbers
  else if (named !== undefined) [day, month, year] = [numbers[0], named + 1, numbers[1]]
  else if (monthFirst) [month, day, year] = numbers
  if (day === undefined || month === undefined) return undefined
  if (year !== undefined) return dayOf(year < 100 ? 2000 + year : year, month, day)
  const thisYear = Number(today.slice(0, 4))
  const near = [thisYear - 1, thisYear, thisYear + 1]
    .map((y) => dayOf(y, month, day))
    .filter((d) => d !== undefined)
    .find((d) => Math.abs(Date.parse(d) - Date.parse(today)) <= HALF_YEAR)
  return near
}

/** Reads a time of day: 8, 8:30, 8.30, 0830, 8 pm. */
export function readClock(text: string): string | undefined {
  const parts = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm)?\s*$/i.exec(text)
  if (!parts) return undefined
  let hour = Number(parts[1])
  const minute = Number(parts[2] ?? 0)
  const half = parts[3]?.toLowerCase()
  if (half && (hour < 1 || hour > 12)) return undefined
  if (half) hour = (hour % 12) + (half === 'pm' ? 12 : 0)
  return hour < 24 && minute < 60 ? `${pad(hour)}:${pad(minute)}` : undefined
}

/** When it is fully hardened, where that comes after light use; what soaks in, or lies bare, does not harden. */
export const hardens = ({ lightUse, fullCure }: { lightUse?: string; fullCure?: string }) =>
  lightUse && fullCure && fullCure > lightUse ? fullCure : undefined

/** Today in a workshop's time zone by the server's clock, as a date. */
export const todayIn = (timeZone: string | undefined) => dayIn(serverNow(), timeZone)

/** An hour of a day in the workshop's zone, for what is told by the day. */
export const hourOf = (day: string, hour: number, timeZone: string | undefined) =>
  fromWall(`${day}T${pad(hour)}:00`, timeZone)

/** Noon of a day; undefined of today, when noon may still be to come: it is told of now. */
export const onDay = (day: string, today: string, timeZone: string | undefined) =>
  day === '' || day === today ? undefined : hourOf(day, 12, timeZone)
