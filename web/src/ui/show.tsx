import { useQuery } from '@tanstack/react-query'
import { createContext, useContext, useMemo, type ReactNode } from 'react'
import type { PartUnit, Workshop } from '../api/client'
import { dayAfter, dayIn } from './time'
import { FT2_PER_GALLON, measures, TABLESPOON_ML, volume, type Measure, type Units } from './units'
import { workshopQuery } from '../api/queries'

/** Everything that turns values into words goes through here, so that units, clock and time zone are honoured once. */
export interface Show {
  workshop?: Workshop
  units: Units
  measures: (typeof measures)['metric']
  number: (v: number, digits?: number) => string
  measure: (m: Measure, si: number) => string
  volume: (litres: number) => string
  amount: (litres: number, product?: { kgPerL?: number }) => string // by weight where it is sold so
  part: (qty: number, unit: PartUnit) => string
  little: (litres: number) => string // measured out with a syringe or a spoon
  spread: (m2PerL: number) => string // how far it goes
  spoons: (ml: number) => string // a little of a liquid or powder, as it is measured out by hand
  clock: (iso: string) => string
  day: (iso: string) => string
  weekday: (iso: string) => string
  date: (iso: string) => string
  dateOf: (iso: string) => string // with its weekday, for headings
  dayNamed: (day: string) => string // YYYY-MM-DD likewise
  monthOf: (day: string) => string // YYYY-MM-DD
  moment: (iso: string, now?: string) => string
  minutes: (min: number) => string
  price: (amount: string | number) => string // in the workshop's currency
  dayTyped: (day: string) => string // YYYY-MM-DD as it is written into a field
  clockTyped: (clock: string) => string // HH:MM, likewise
  hours: (h: number) => string
}

const LONG_RUN_M = 3 // from here on it is told in metres or feet
const HEAVY_KG = 1 // and from here on in kilograms or pounds

export function makeShow(workshop?: Workshop): Show {
  const units = workshop?.units ?? 'metric'
  const words = units === 'us' ? 'en-US' : 'en-GB'
  // English words, with the decimals as the workshop writes them; Danish has a comma there, and a point for thousands.
  const figures = workshop?.numbers === 'comma' ? 'da' : words
  const timeZone = workshop?.timeZone
  const format = (options: Intl.DateTimeFormatOptions) => {
    const f = new Intl.DateTimeFormat(words, { timeZone, ...options })
    return (iso: string) => f.format(new Date(iso))
  }
  const number = (v: number, digits = 0) => v.toLocaleString(figures, { maximumFractionDigits: digits })
  const of = measures[units]
  const measured = (m: Measure, si: number) => `${number(m.fromSI(si), m.digits)} ${m.unit}`
  const volumeOf = (litres: number) => {
    const v = volume(units, litres)
    return `${number(v.amount, v.digits)} ${v.unit}`
  }
  const weight = (kg: number) => measured(kg < HEAVY_KG ? of.weight : of.heavy, kg)
  const hourAndMinute = {
    hour: workshop?.clock === 'h12' ? 'numeric' : '2-digit',
    minute: '2-digit',
    hourCycle: workshop?.clock === 'h12' ? 'h12' : 'h23',
  } as const
  const clock = format(hourAndMinute)
  const day = format({ weekday: 'short', day: 'numeric', month: 'short' })
  const money = new Intl.NumberFormat(figures, { style: 'currency', currency: workshop?.currency ?? 'EUR' })
  const utc = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(words, { timeZone: 'UTC', ...options })
  const typedDay = utc({ weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
  const typedClock = utc(hourAndMinute)
  const named = utc({ weekday: 'long', day: 'numeric', month: 'long' })
  const month = utc({ month: 'long', year: 'numeric' })
  const hours = (h: number) => {
    if (h < 1) return `${Math.round(h * 60)} min`
    if (h < 48) return `${number(h, h < 10 ? 1 : 0)} h`
    return `${number(h / 24, h < 240 ? 1 : 0)} days`
  }
  return {
    workshop,
    units,
    measures: of,
    number,
    measure: measured,
    volume: volumeOf,
    amount: (litres, product) => (product?.kgPerL === undefined ? volumeOf(litres) : weight(litres * product.kgPerL)),
    part: (qty, unit) => {
      if (unit === 'L') return volumeOf(qty)
      if (unit === 'kg') return weight(qty)
      if (unit === 'm') return measured(qty < LONG_RUN_M ? of.side : of.run, qty)
      return unit === 'm2' ? measured(of.area, qty) : `${number(qty)} ×`
    },
    little: (litres) =>
      units === 'us' ? `${number((litres * 1000) / TABLESPOON_ML, 2)} tbsp` : `${number(litres * 1000, 1)} mL`,
    spread: (rate) => (units === 'us' ? `${number(rate * FT2_PER_GALLON, 0)} ft²/gal` : `${number(rate, 1)} m²/L`),
    spoons: (ml) =>
      units === 'us' ? `${number(ml / TABLESPOON_ML, 1)} tbsp` : `${number(ml)} mL (about ${number(ml)} g)`,
    clock,
    day,
    weekday: format({ weekday: 'short' }),
    date: format({ day: 'numeric', month: 'long', year: 'numeric' }),
    dateOf: format({ weekday: 'long', day: 'numeric', month: 'long' }),
    dayNamed: (day) => named.format(new Date(day + 'T12:00Z')),
    monthOf: (day) => month.format(new Date(day + 'T12:00Z')),
    moment: (iso, now) => {
      const today = now && dayIn(now, timeZone)
      if (today === dayIn(iso, timeZone)) return `today ${clock(iso)}`
      if (today && dayAfter(today, 1) === dayIn(iso, timeZone)) return `tomorrow ${clock(iso)}`
      return `${day(iso)}, ${clock(iso)}`
    },
    minutes: (min) => {
      const whole = Math.round(min)
      return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${whole % 60} min`
    },
    price: (amount) => money.format(Number(amount)),
    dayTyped: (day) => typedDay.format(new Date(day + 'T12:00Z')),
    clockTyped: (time) => typedClock.format(new Date(`2000-01-01T${time}Z`)),
    hours,
  }
}

const ShowContext = createContext<Show>(makeShow())

export function ShowProvider({ children }: { children: ReactNode }) {
  const { data } = useQuery(workshopQuery)
  const show = useMemo(() => makeShow(data ?? undefined), [data])
  return <ShowContext value={show}>{children}</ShowContext>
}

export const useShow = () => useContext(ShowContext)
