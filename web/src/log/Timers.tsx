import { Bell, BellOff, Timer as Clock } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { Piece, Plan, Timer } from '../api/client'
import { useServerNow } from '../api/clock'
import type { Press } from '../offline/db'
import { usePresses } from '../offline/presses'
import { useShow } from '../ui/show'
import { isCoat } from '../ui/step'
import { ring, useBell } from './bell'
import { waitingToBegin } from './steps'

interface Planned {
  piece: Piece
  plan: Plan
}

interface Running extends Timer {
  key: string
  piece: string
  where: string // its zone, where the piece has several
}

const MINUTE = 60_000
const HOUR = 60 * MINUTE

const words: Record<Timer['kind'], { within: string; at: string; over: string }> = {
  open: { within: 'It can be levelled for', at: 'Until', over: 'Hands off: it can no longer be levelled.' },
  wipe_off: { within: 'It is wiped off in', at: 'It is wiped off', over: 'Wipe it off now.' },
  pot: {
    within: 'The pot goes off in',
    at: 'The pot goes off',
    over: 'The pot has gone off: a dead mix may still look fresh.',
  },
  opens: {
    within: 'The next coat may go on in',
    at: 'The next coat may go on',
    over: 'The next coat may go on, if it feels right.',
  },
  closes: {
    within: 'The window closes in',
    at: 'The window closes',
    over: 'The window has closed: key it first.',
  },
}

/** What a press that still waits on this device has started. */
function startedHere({ piece, plan }: Planned, presses: Press[]): Timer[] {
  return plan.steps.filter(isCoat).flatMap((step): Timer[] => {
    const zone = step.zones[0] ?? 0
    const from = (kind: 'begun' | 'mixed') => waitingToBegin(piece, step, kind, presses)?.body.happenedAt
    const { layer, coat } = step
    const timer = (kind: Timer['kind'], of: string, from: string | undefined, minutes: number | undefined) => {
      if (from === undefined || minutes === undefined) return []
      const until = new Date(Date.parse(from) + minutes * MINUTE).toISOString()
      return [{ kind, zone, of, from, until, event: 0, layer, coat }]
    }
    return [
      ...timer(step.wipedOff ? 'wipe_off' : 'open', step.title, from('begun'), step.openMin),
      ...timer('pot', step.product.name, from('mixed'), step.potH && step.potH * 60),
    ]
  })
}

/** Clocks that run from what was told: they go on through a reload, and without the network. */
export function Timers({ of }: { of: Planned[] }) {
  const presses = usePresses()
  const { on, turn } = useBell()
  const all: Running[] = of
    .flatMap(({ piece, plan }) =>
      [
        ...plan.timers,
        ...startedHere(
          { piece, plan },
          presses.filter((p) => p.piece.id === piece.id),
        ),
      ].map((t) => ({
        ...t,
        key: `${piece.id}-${t.kind}-${t.zone}-${t.from}`,
        piece: piece.input.name,
        where: plan.zones.length > 1 ? (plan.zones[t.zone]?.name ?? '') : '',
      })),
    )
    .sort((a, b) => a.until.localeCompare(b.until))
  const now = Date.parse(useServerNow(10_000))
  const soon = all.filter((t) => Date.parse(t.until) - now < HOUR)
  const later = all.filter((t) => !soon.includes(t))
  return (
    <>
      {soon.length > 0 && (
        <section
          aria-label="Clocks that run"
          className="no-print sticky top-0 z-10 mb-4 flex items-start gap-2 border-b-2 border-accent bg-base-200 px-4 py-1"
        >
          <ul className="min-w-0 flex-1 divide-y divide-base-300">
            {soon.map((t) => (
              <Row key={t.key} timer={t} loud={on} />
            ))}
          </ul>
          <button
            type="button"
            className="btn btn-square btn-ghost"
            aria-pressed={on}
            aria-label="A soft sound when one runs out"
            onClick={() => void turn()}
          >
            {on ? <Bell size={18} aria-hidden="true" /> : <BellOff size={18} aria-hidden="true" />}
          </button>
        </section>
      )}
      {later.length > 0 && (
        <details className="no-print mb-4 border-b border-base-300">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            {later.length === 1 ? 'One wait runs' : `${later.length} waits run`}
          </summary>
          <ul className="divide-y divide-base-300 pb-2 pl-4">
            {later.map((t) => (
              <Row key={t.key} timer={t} loud={on} />
            ))}
          </ul>
        </details>
      )}
    </>
  )
}

function Row({ timer, loud }: { timer: Running; loud: boolean }) {
  const show = useShow()
  const now = useServerNow(1000)
  const left = Date.parse(timer.until) - Date.parse(now)
  const over = left <= 0
  const rang = useRef(over) // what had run out before it was seen makes no sound
  const said = words[timer.kind]
  useEffect(() => {
    if (!over || rang.current) return
    rang.current = true
    if (loud) ring(`${timer.piece}: ${said.over}`)
  }, [over, loud, timer.piece, said.over])
  return (
    <li className="flex flex-wrap items-baseline justify-between gap-x-4 py-1">
      <span className="min-w-0">
        <Clock size={16} className="mr-1 inline" aria-hidden="true" />
        <b>{timer.piece}</b>
        {timer.where && `, ${timer.where}`}: {timer.of}
      </span>
      <span className={over ? 'font-bold text-accent' : ''}>
        {over ? (
          said.over
        ) : (
          <>
            {left < HOUR ? said.within : said.at}{' '}
            <b role="timer" className="tabular-nums">
              {left < HOUR ? countdown(left) : show.moment(timer.until, now)}
            </b>
          </>
        )}
      </span>
    </li>
  )
}

/** Minutes and seconds, counted up to the next whole one. */
function countdown(ms: number) {
  const s = Math.ceil(ms / 1000)
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')} min`
}
