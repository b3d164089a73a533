import { useQuery } from '@tanstack/react-query'
import { ArrowLeft, ArrowRight, Printer } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { DayLoad } from '../api/client'
import { daysQuery } from '../api/queries'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { dayAfter, todayIn, weekdayOf } from '../ui/time'

const WEEKS = 5
const DAYS = 7 * WEEKS
const MOST_MARKS = 3
const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

type Mark = DayLoad['marks'][number]

const marks: Record<Mark['kind'], { word: string; shape: string; tone: string }> = {
  missed: { word: 'promise missed', shape: '✕', tone: 'font-bold text-error' },
  closes: { word: 'window closes', shape: '◣', tone: 'text-accent' },
  promised: { word: 'promised', shape: '◆', tone: '' },
  free: { word: 'free for use', shape: '○', tone: 'text-success' },
}

/** The Monday of a day's week; days are "YYYY-MM-DD". */
function mondayOf(day: string): string {
  return dayAfter(day, -((weekdayOf(day) + 6) % 7))
}

/** Five weeks as rows: what each day asks of hands against the hours open, and what falls on it. */
export function MonthView() {
  const show = useShow()
  const today = todayIn(show.workshop?.timeZone)
  const [from, setFrom] = useState(mondayOf(today))
  const query = useQuery(daysQuery(from, DAYS))
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1>{show.monthOf(dayAfter(from, 10))}</h1>
        <span className="no-print flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => setFrom(dayAfter(from, -28))}>
            <ArrowLeft size={18} aria-hidden="true" /> Earlier
          </button>
          <button type="button" className="btn" onClick={() => setFrom(mondayOf(today))}>
            This week
          </button>
          <button type="button" className="btn" onClick={() => setFrom(dayAfter(from, 28))}>
            Later <ArrowRight size={18} aria-hidden="true" />
          </button>
          <button type="button" className="btn btn-outline" onClick={() => window.print()}>
            <Printer size={18} aria-hidden="true" /> Print
          </button>
        </span>
      </div>
      <Answered query={query} what="the month">
        {(days) => (
          <>
            <Above days={days} />
            <Weeks days={days} today={today} />
            <Legend />
          </>
        )}
      </Answered>
    </>
  )
}

const overfull = (d: DayLoad) => d.handsMin > d.openMin + 1

/** What is missed, and days that ask for more than there is. */
function Above({ days }: { days: DayLoad[] }) {
  const show = useShow()
  const missed = days.flatMap((d) => d.marks.filter((m) => m.kind === 'missed'))
  const full = days.filter(overfull)
  if (missed.length + full.length === 0) return null
  return (
    <ul className="mb-4 border-l-4 border-error bg-base-200 px-4 py-2">
      {missed.map((m) => (
        <li key={m.pieceId}>
          <Link className="link font-bold" to={`/pieces/${m.pieceId}/plan`}>
            {m.piece}
          </Link>{' '}
          was promised {show.moment(m.at)}, and is later.
        </li>
      ))}
      {full.map((d) => (
        <li key={d.date}>
          {show.dayNamed(d.date)} asks for {show.minutes(d.handsMin)}, and {show.minutes(d.openMin)} are open.
        </li>
      ))}
    </ul>
  )
}

function Weeks({ days, today }: { days: DayLoad[]; today: string }) {
  return (
    <div className="print-whole">
      <div aria-hidden="true" className="hidden grid-cols-7 gap-px font-semibold md:grid">
        {weekdays.map((w) => (
          <span key={w} className="px-2">
            {w}
          </span>
        ))}
      </div>
      <ol className="grid gap-px border border-base-300 bg-base-300 md:grid-cols-7">
        {days.map((d) => (
          <Day key={d.date} day={d} today={today} />
        ))}
      </ol>
    </div>
  )
}

function Day({ day, today }: { day: DayLoad; today: string }) {
  const show = useShow()
  const more = day.marks.length - MOST_MARKS
  const nothing = day.handsMin === 0 && day.marks.length === 0
  const past = day.date < today
  return (
    <li
      className={`bg-base-100 p-2 md:min-h-24 ${nothing ? 'max-md:hidden' : ''} ${past ? 'bg-base-200' : ''}`}
      aria-label={show.dayNamed(day.date)}
    >
      <div className="flex items-baseline justify-between gap-2">
        <b className={day.date === today ? 'rounded-field bg-primary px-2 text-primary-content' : ''}>
          <span className="md:hidden">{show.dayNamed(day.date)}</span>
          <span className="hidden md:inline">{Number(day.date.slice(8))}</span>
        </b>
        <span className={`whitespace-nowrap text-sm tabular-nums ${overfull(day) ? 'font-bold text-error' : ''}`}>
          {day.openMin === 0 && day.handsMin === 0
            ? 'closed'
            : `${show.number(day.handsMin / 60, 1)} of ${show.number(day.openMin / 60, 1)} h`}
        </span>
      </div>
      <div aria-hidden="true" className="my-1 h-1.5 bg-base-300">
        <div
          className={`h-full ${overfull(day) ? 'bg-error' : 'bg-primary'}`}
          style={{ width: `${Math.min(100, day.openMin === 0 ? 0 : (100 * day.handsMin) / day.openMin)}%` }}
        />
      </div>
      <ul className="text-sm leading-snug">
        {day.marks.slice(0, MOST_MARKS).map((m) => (
          <li key={`${m.kind}-${m.pieceId}`} className={marks[m.kind].tone}>
            <span aria-hidden="true">{marks[m.kind].shape}</span>{' '}
            <Link className="link-hover link" to={`/pieces/${m.pieceId}/plan`}>
              {m.piece}
              <span className="md:sr-only">, {marks[m.kind].word}</span>
            </Link>
          </li>
        ))}
        {more > 0 && <li>{`and ${more} more`}</li>}
      </ul>
    </li>
  )
}

function Legend() {
  return (
    <p className="mt-2 hidden flex-wrap gap-x-6 text-sm md:flex">
      {Object.entries(marks).map(([kind, { word, shape, tone }]) => (
        <span key={kind} className={tone}>
          <span aria-hidden="true">{shape}</span> {word}
        </span>
      ))}
    </p>
  )
}
