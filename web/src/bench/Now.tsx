import { Link } from 'react-router'
import type { Cause, RoomNow, Turn } from '../api/client'
import { Done } from '../log/Done'
import { useShow } from '../ui/show'
import { forWhat } from '../ui/causes'
import { actsOf, placeOf, type Act, type Planned } from './acts'

/** What the room asks for now: the most urgent act first, then what is wet, what closes, and what comes later. */
export function Now({ asked, pieces, now }: { asked: RoomNow; pieces: Planned[]; now: string }) {
  const show = useShow()
  const may = actsOf(asked.may, pieces)
  const tonight = actsOf(asked.tonight, pieces)
  const closing = actsOf(asked.closing, pieces)
  const later = actsOf(asked.later, pieces)
  const next = actsOf(asked.tomorrow, pieces)
  return (
    <section aria-labelledby="now" className="mb-6">
      <h2 id="now" className="mb-2">
        Now
      </h2>
      {may[0] ? (
        <First act={may[0]} now={now} />
      ) : (
        <p className="border-l-4 border-base-300 bg-base-200 px-4 py-3">
          {asked.home && asked.home > now
            ? 'Nothing may be begun just now.'
            : `Nobody is here; work goes on ${show.moment(asked.next, now)}.`}
        </p>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-2">
        <Acts name="May be begun too" acts={may.slice(1)} now={now} />
        <Acts name="Before going home" acts={tonight} now={now} urgent />
        <WetCoats asked={asked} pieces={pieces} now={now} />
        <Acts name="Windows that close" acts={closing} now={now} urgent />
        <Acts name="Later today" acts={later} now={now} shown={5} />
        <Acts name={`On ${show.day(asked.next)}`} acts={next} now={now} shown={3} />
      </div>
    </section>
  )
}

/** The most urgent act, readable from where one stands. */
function First({ act, now }: { act: Act; now: string }) {
  const { piece, plan } = act.entry
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-l-4 border-primary bg-base-200 px-4 py-3">
      <p className="min-w-0 text-xl leading-tight">
        <Link className="link-hover link block font-bold" to={`/pieces/${piece.id}/plan`}>
          {act.where}
        </Link>
        {act.step.title}
        <span className="block text-base">
          <When act={act} now={now} />
        </span>
      </p>
      <Done piece={piece} plan={plan} step={act.step} now={now} />
    </div>
  )
}

const DAY = 86_400_000 // ms

/** Whether its window leaves less than a day. */
const closesSoon = ({ at, by }: Turn) => by !== undefined && Date.parse(by) - Date.parse(at) < DAY

/** When it is planned, whose hands do it, and before when it must be done. */
function When({ act: { turn, step }, now }: { act: Act; now: string }) {
  const show = useShow()
  const due = turn.at <= now ? 'now' : `planned ${show.moment(turn.at, now)}`
  return (
    <>
      {due}
      {step.by && `, ${step.by}`}
      {turn.at > now && turn.waits && `, ${forWhat[turn.waits]}`}
      {turn.by && closesSoon(turn) && <b className="text-accent">, before {show.moment(turn.by, now)}</b>}
    </>
  )
}

function Acts({
  name,
  acts,
  now,
  urgent,
  shown = Infinity,
}: {
  name: string
  acts: Act[]
  now: string
  urgent?: boolean
  shown?: number // the rest opens with a press
}) {
  if (acts.length === 0) return null
  const rows = acts.map((act) => <ActRow key={`${act.turn.pieceId}-${act.turn.step}`} act={act} now={now} />)
  const more = rows.slice(shown)
  return (
    <section aria-label={name}>
      <h3 className={`font-bold ${urgent ? 'text-accent' : ''}`}>{name}</h3>
      <ul className="divide-y divide-base-300 border-y border-base-300">{rows.slice(0, shown)}</ul>
      {more.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2">{`and ${more.length} more`}</summary>
          <ul className="divide-y divide-base-300 border-b border-base-300">{more}</ul>
        </details>
      )}
    </section>
  )
}

function ActRow({ act, now }: { act: Act; now: string }) {
  return (
    <li className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1">
      <span className="min-w-0">
        <Link className="link-hover link font-bold" to={`/pieces/${act.turn.pieceId}/plan`}>
          {act.where}
        </Link>
        : {act.step.title} · <When act={act} now={now} />
      </span>
    </li>
  )
}

function WetCoats({ asked, pieces, now }: { asked: RoomNow; pieces: Planned[]; now: string }) {
  const show = useShow()
  if (asked.wet.length === 0) return null
  return (
    <section aria-label="Wet: hands off">
      <h3 className="font-bold">Wet: hands off</h3>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {asked.wet.map((w) => {
          const entry = pieces.find((p) => p.piece.id === w.pieceId)
          return (
            entry && (
              <li key={`${w.pieceId}-${w.zone}`} className="min-h-11 py-2">
                <b>{placeOf(entry, [w.zone])}</b>: {w.of}, until <b>{show.moment(w.until, now)}</b>
              </li>
            )
          )
        })}
      </ul>
    </section>
  )
}

/** What a piece waits for, in a line; nothing where its turn has come. */
export function WaitsFor({ waits, until, now }: { waits: Cause | undefined; until: string | undefined; now: string }) {
  const show = useShow()
  if (!waits || !until || until <= now) return null
  return (
    <span className="block opacity-85">
      waits until {show.moment(until, now)}: {forWhat[waits]}
    </span>
  )
}
