import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useServerNow } from '../api/clock'
import { benchQuery } from '../api/queries'
import { actsOf, placeOf, type Act, type Planned } from '../bench/acts'
import type { Bench } from '../api/client'
import { forWhat } from '../ui/causes'
import { useLight } from '../ui/light'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'

const NOW_EVERY = 5_000 // ms
const ROWS = 7 // that can be read in a glance from three metres
const SOON = 300_000 // ms: as fine as a plan is
const OLD = 90_000 // ms after which the picture fades
const MOST_WET = 3
const MOST_CLOSING = 2

interface Row {
  key: string
  word: string
  shape: string // beside the colour, for whoever sees none
  tone: string
  what: string
  where: string
  when: string
}

/** The bench for a screen on the wall: no controls, letters for three metres, seven rows, and how old the picture is. */
export function WallView() {
  useLight()
  const query = useQuery(benchQuery)
  const now = useServerNow(NOW_EVERY)
  const show = useShow()
  useEffect(() => {
    document.title = 'Wall · Firmitas'
  }, [])
  const seen = query.data?.strip.now // by the server's own clock
  const old = seen !== undefined && Date.parse(now) - Date.parse(seen) > OLD
  return (
    <main
      className={`flex min-h-dvh flex-col gap-[1.5vh] p-[3vh] text-[min(2.6vw,3.2vh)] leading-tight ${old ? 'opacity-60' : ''}`}
    >
      <Answered query={query} what="the bench">
        {(bench) => (
          <>
            <header className="flex flex-wrap items-baseline justify-between gap-x-[3vw]">
              <h1 className="text-[1.5em] tabular-nums">{show.clock(now)}</h1>
              <span>{show.dateOf(now)}</span>
              <span>
                {bench.air
                  ? `${show.measure(show.measures.temp, bench.air.air.tempC)}, ${show.number(bench.air.air.rh)} % RH`
                  : 'air not read'}
              </span>
            </header>
            <Rows bench={bench} now={now} />
            <footer className="mt-auto flex flex-wrap justify-between gap-x-[3vw] text-[0.62em]">
              <Next bench={bench} />
              <span className={old ? 'font-bold text-error' : ''}>
                as of {show.clock(bench.strip.now)}
                {old && ': the server does not answer'}
              </span>
            </footer>
          </>
        )}
      </Answered>
    </main>
  )
}

const plannedOf = (bench: Bench): Planned[] =>
  bench.pieces.flatMap(({ piece, plan }) => (plan ? [{ piece, plan }] : []))

function Rows({ bench, now }: { bench: Bench; now: string }) {
  const show = useShow()
  const pieces = plannedOf(bench)
  const asked = bench.now
  const act = (a: Act, word: string, shape: string, tone: string, when: string): Row => ({
    key: `${word}-${a.turn.pieceId}-${a.turn.step}`,
    word,
    shape,
    tone,
    what: a.step.title,
    where: a.where,
    when: [when, a.step.by].filter(Boolean).join(', '),
  })
  const closing = actsOf(asked.closing, pieces)
    .slice(0, MOST_CLOSING)
    .map((a) => act(a, 'closes', '◣', 'text-accent', show.moment(a.turn.by!, now)))
  const wet = asked.wet.slice(0, MOST_WET).flatMap((w): Row[] => {
    const entry = pieces.find((p) => p.piece.id === w.pieceId)
    if (!entry) return []
    const where = placeOf(entry, [w.zone])
    const key = `wet-${w.pieceId}-${w.zone}`
    return [
      { key, word: 'wet', shape: '▨', tone: 'text-secondary', what: w.of, where, when: show.moment(w.until, now) },
    ]
  })
  const left = ROWS - closing.length - wet.length
  const soon = new Date(Date.parse(now) + SOON).toISOString()
  const may = actsOf(asked.may, pieces)
  const due = may.filter((a) => a.turn.at <= soon).map((a) => act(a, 'do now', '▶', 'text-primary', ''))
  const ahead = [...may.filter((a) => a.turn.at > soon), ...actsOf(asked.later, pieces)]
    .sort((a, b) => a.turn.at.localeCompare(b.turn.at))
    .map((a) => {
      const why = a.turn.waits && forWhat[a.turn.waits]
      return act(a, 'later', '▷', '', [show.moment(a.turn.at, now), why].filter(Boolean).join(', '))
    })
  const rows = [...[...due, ...ahead].slice(0, left), ...wet, ...closing]
  if (rows.length === 0) return <p className="my-[4vh]">Nothing is asked for just now.</p>
  return (
    <ul className="flex flex-col gap-[1.4vh]">
      {rows.map((r) => (
        <li key={r.key} className="grid grid-cols-[7em_minmax(0,1fr)] gap-x-[1.5vw] border-t border-base-300 pt-[1vh]">
          <b className={r.tone}>
            <span aria-hidden="true">{r.shape}</span> {r.word}
          </b>
          <span className="min-w-0">
            <b className="block truncate">{r.where}</b>
            <span className="block truncate text-[0.8em]">
              {r.what}
              {r.when && (
                <>
                  {' '}
                  · <b>{r.when}</b>
                </>
              )}
            </span>
          </span>
        </li>
      ))}
    </ul>
  )
}

/** What comes first on the next day, in a line. */
function Next({ bench }: { bench: Bench }) {
  const show = useShow()
  const first = actsOf(bench.now.tomorrow, plannedOf(bench))[0]
  return (
    <span>
      {show.day(bench.now.next)}:{' '}
      {first ? `${show.clock(first.turn.at)} ${first.where}, ${first.step.title}` : 'nothing is planned yet'}
    </span>
  )
}
