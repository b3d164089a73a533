import type { SettingsInput } from '../api/client'
import { ClockInput } from '../ui/When'
import { FREE, fromClock, mondayFirst, toClock, weekdays, WORKDAY } from './week'

export type Hours = SettingsInput['hours']

/** The hours of a week, Monday first; whose they are stands in the names of the fields, '' for everybody's. */
export function WeekHours({ hours, set, whose }: { hours: Hours; set: (h: Hours) => void; whose: string }) {
  const setDay = (i: number, change: Partial<Hours[number]>) =>
    set(hours.map((h, k) => (k === i ? { ...h, ...change } : h)))
  const named = (what: string) => (whose === '' ? what : `${whose}: ${what}`)
  return (
    <ul className="divide-y divide-base-300 border-y border-base-300">
      {mondayFirst.map((i) => {
        const day = hours[i]!
        const open = day.close !== day.open
        return (
          <li key={i} className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 py-1">
            <label className="flex min-h-11 w-40 items-center gap-3">
              <input
                type="checkbox"
                className="checkbox"
                aria-label={named(weekdays[i]!)}
                checked={open}
                onChange={(e) => setDay(i, e.target.checked ? WORKDAY : FREE)}
              />{' '}
              {weekdays[i]}
            </label>
            {open ? (
              <>
                <ClockInput
                  aria-label={named(`${weekdays[i]} opens`)}
                  value={toClock(day.open)}
                  onChange={(c) => setDay(i, { open: fromClock(c) })}
                />
                to
                <ClockInput
                  aria-label={named(`${weekdays[i]} closes`)}
                  value={toClock(day.close)}
                  onChange={(c) => setDay(i, { close: fromClock(c) })}
                />
              </>
            ) : (
              <span className="opacity-85">closed</span>
            )}
          </li>
        )
      })}
    </ul>
  )
}
