import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, Problem, type Piece, type Quote, type Quoting } from '../api/client'
import { useServerNow } from '../api/clock'
import { quotingQuery, pieceChanged } from '../api/queries'
import { useSave } from '../api/saving'
import { useWho } from '../log/who'
import { Answered, ProblemNote } from '../ui/Problem'
import { anyChosen } from '../ui/PieceFrame'
import { useShow, type Show } from '../ui/show'
import { dayAfter, hourOf, todayIn } from '../ui/time'
import { StoryField, TextField } from '../ui/TypedFields'
import { Tick } from '../ui/Tick'
import { Field } from '../ui/Field'
import { DayInput } from '../ui/When'
import { Offer } from '../plan/Offer'
import { useWorkWords } from './words'

/** What the work may cost as a range, the quotes that were given, and how the accepted one stands against the log. */
export function Quotes({ piece }: { piece: Piece }) {
  const chosen = anyChosen(piece)
  const query = useQuery({ ...quotingQuery(piece.id), enabled: chosen })
  return (
    <section aria-labelledby="quote">
      <h2 id="quote" className="mb-2">
        Quote
      </h2>
      {chosen ? (
        <Answered query={query} what="what the work may cost">
          {(quoting) => (
            <div className="space-y-4">
              {quoting.watch && <Watching watch={quoting.watch} />}
              <Estimate quoting={quoting} />
              {quoting.quotes.map((q) => (
                <Given key={q.id} quote={q} piece={piece} open={!quoting.watch} />
              ))}
              {piece.stage !== 'handed_over' && <Give piece={piece} quoting={quoting} />}
            </div>
          )}
        </Answered>
      ) : (
        <p>
          No coating system is chosen yet, so nothing can be counted.{' '}
          <Link className="link" to="../choose">
            Choose one
          </Link>
        </p>
      )}
    </section>
  )
}

function Estimate({ quoting: q }: { quoting: Quoting }) {
  const show = useShow()
  const workWords = useWorkWords()
  return (
    <div className="border-y border-base-300 py-3">
      <p className="text-lg">
        Between <b>{show.price(q.low)}</b> and <b>{show.price(q.high)}</b>, most likely <b>{show.price(q.likely)}</b>:{' '}
        {show.minutes(q.lowMin)} to {show.minutes(q.highMin)} by hand, and {show.price(q.material)} of material.
      </p>
      <RangeBar quoting={q} />
      {q.risks.length > 0 && (
        <ul className="mt-2 list-disc space-y-1 pl-5">
          {q.risks.map((r) => (
            <li key={r.text}>
              {r.text} <span className="opacity-85">Up to {show.minutes(r.minutes)} more.</span>
            </li>
          ))}
        </ul>
      )}
      {q.wantPatch && (
        <p className="mt-2 border-l-4 border-accent pl-3 font-semibold">
          Ask for a test patch first: after it the range ends at {show.price(q.patched)}.
        </p>
      )}
      <details className="mt-2">
        <summary className="min-h-11 cursor-pointer py-2">By kind of work</summary>
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Work</th>
              <th className="text-right">planned</th>
              <th className="text-right">likely</th>
              <th className="text-right">from – to</th>
              <th>rests on</th>
            </tr>
          </thead>
          <tbody>
            {q.kinds.map((k) => (
              <tr key={k.work}>
                <td>{workWords(k.work)}</td>
                <td className="text-right">{show.minutes(k.planned)}</td>
                <td className="text-right">{show.minutes(k.likely)}</td>
                <td className="text-right whitespace-nowrap">
                  {show.minutes(k.low)} – {show.minutes(k.high)}
                </td>
                <td>{k.jobs > 0 ? `our own record, ${show.number(k.jobs)} jobs` : 'practice'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </div>
  )
}

/** The range on a line, with the likely price, and where it ends after a test patch. */
function RangeBar({ quoting: q }: { quoting: Quoting }) {
  const most = Number(q.high) * 1.05 || 1
  const at = (price: string) => `${(Number(price) / most) * 100}%`
  const width = (from: string, to: string) => `${((Number(to) - Number(from)) / most) * 100}%`
  return (
    <div className="relative mt-2 h-6 bg-base-200" aria-hidden="true">
      <span className="absolute inset-y-1 bg-base-300" style={{ left: at(q.low), width: width(q.low, q.high) }} />
      <span
        className="absolute inset-y-1 bg-secondary/50"
        style={{ left: at(q.low), width: width(q.low, q.patched) }}
      />
      <span className="absolute inset-y-0 w-1 bg-primary" style={{ left: at(q.likely) }} />
    </div>
  )
}

const tones = { within: 'border-success', amber: 'border-warning', over: 'border-error' }

function Watching({ watch: w }: { watch: NonNullable<Quoting['watch']> }) {
  const show = useShow()
  const workWords = useWorkWords()
  return (
    <div role="status" className={`border-l-4 bg-base-200 p-3 ${tones[w.state]}`}>
      <p className="text-lg font-bold">{headline(w, show)}</p>
      <p>
        Quoted {show.minutes(w.quoted)}; told so far {show.minutes(w.told)}, still to come {show.minutes(w.ahead)}.
      </p>
      {w.state !== 'within' && (
        <ul className="mt-1 list-disc pl-5">
          {w.where.map((o) => (
            <li key={o.work}>
              {workWords(o.work)}: quoted {show.minutes(o.quoted)}, told {show.minutes(o.told)}
              {o.ahead > 0 && `, ${show.minutes(o.ahead)} still to come`}.
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

function headline(w: NonNullable<Quoting['watch']>, show: Show): string {
  if (w.state === 'within') return 'Within the quote.'
  const over = show.number(Math.max(0, w.overPct))
  return w.state === 'over'
    ? `Over the quote by ${over} %.`
    : `It is going to run over the quote, by ${over} % as it goes.`
}

function Given({ quote: q, piece, open }: { quote: Quote; piece: Piece; open: boolean }) {
  const show = useShow()
  const address = new URL(q.link).pathname
  return (
    <article aria-label={`Quote ${q.number}`} className="border-t border-base-300 pt-3">
      <p>
        <b>Quote {q.number}</b>, {show.date(q.made)}: <b>{show.price(q.price)}</b>
        {q.low && q.high && `, between ${show.price(q.low)} and ${show.price(q.high)}`}. It stands until{' '}
        {show.date(q.until)}.
      </p>
      <p className="flex flex-wrap gap-2 py-1">
        <a className="btn btn-outline" href={address} target="_blank" rel="noreferrer">
          As its customer reads it
        </a>
        <a className="btn btn-outline" href={`${address}/sheet.pdf`} target="_blank" rel="noreferrer">
          As a PDF
        </a>
      </p>
      {q.accepted ? (
        <p className="font-semibold text-success">
          Accepted {show.date(q.accepted)}.{q.sample && ` ${q.sample}`}
        </p>
      ) : (
        open && piece.stage !== 'handed_over' && <Accept quote={q} piece={piece} />
      )}
    </article>
  )
}

function Accept({ quote: q, piece }: { quote: Quote; piece: Piece }) {
  const client = useQueryClient()
  const { who, keepWho } = useWho()
  const [sample, setSample] = useState('')
  const accept = useSave({
    send: (_: void, headers) =>
      api.POST('/pieces/{id}/quotes/{quoteId}/accept', {
        params: { path: { id: piece.id, quoteId: q.id } },
        headers,
        body: { sample, who },
      }),
    onSuccess: () => {
      keepWho()
      return pieceChanged(client, piece.id)
    },
  })
  return (
    <div className="flex flex-wrap items-end gap-2">
      <div className="min-w-64 flex-1">
        <TextField
          label="How colour and sheen were approved"
          hint="which sample, on what day"
          value={sample}
          onChange={setSample}
        />
      </div>
      <button
        type="button"
        className="btn btn-primary mb-6"
        disabled={accept.isPending}
        onClick={() => accept.mutate()}
      >
        It is accepted
      </button>
      {accept.error && <ProblemNote problem={accept.error} />}
    </div>
  )
}

const A_MONTH = 30 // days that a quote stands unless somebody says otherwise
const CLOSES = 18 // o'clock on its last day

const NOW_EVERY = 60_000 // ms

/** A quote is given; what a day that is promised with it would cost the other pieces is told before. */
function Give({ piece, quoting }: { piece: Piece; quoting: Quoting }) {
  const client = useQueryClient()
  const zone = useShow().workshop?.timeZone
  const [firm, setFirm] = useState('')
  const [scope, setScope] = useState('')
  const [until, setUntil] = useState(() => dayAfter(todayIn(zone), A_MONTH))
  const [patch, setPatch] = useState(quoting.wantPatch)
  const now = useServerNow(NOW_EVERY)
  const give = useSave({
    send: (_: void, headers) =>
      api.POST('/pieces/{id}/quotes', {
        params: { path: { id: piece.id } },
        headers,
        body: { firm, scope, until: hourOf(until, CLOSES, zone) ?? '', patch },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  const wrong = (field: string) => (give.error instanceof Problem ? give.error.at(field) : undefined)
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Give a quote as it stands now</summary>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="A fixed price"
          hint="empty = the range"
          value={firm}
          error={wrong('/firm')}
          onChange={setFirm}
        />
        <Field label="It stands until" error={wrong('/until')}>
          {(ids) => <DayInput {...ids} value={until} onChange={setUntil} />}
        </Field>
        <div className="sm:col-span-2">
          <StoryField
            label="What else is in it"
            hint="in your own words, as its customer will read them"
            value={scope}
            error={wrong('/scope')}
            onChange={setScope}
          />
        </div>
        <Tick label="A test patch comes first" checked={patch} set={setPatch} />
      </div>
      <Offer piece={piece} now={now} />
      <p className="my-2 text-sm opacity-85">
        Its numbers are kept as they stand now and no longer change: another quote may follow.
      </p>
      {give.error && !(give.error instanceof Problem && give.error.fields.length > 0) && (
        <ProblemNote problem={give.error} />
      )}
      <button type="button" className="btn btn-primary" disabled={give.isPending} onClick={() => give.mutate()}>
        Give this quote
      </button>
    </details>
  )
}
