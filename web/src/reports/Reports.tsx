import { useQuery } from '@tanstack/react-query'
import { Download, Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import type { ReportsAnswer } from '../api/client'
import { reportsQuery } from '../api/queries'
import { methods } from '../log/steps'
import { useWorkWords } from '../money/words'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Bars, type Bar } from './Bars'

/** Answers for the owner at the desk, each with a drawing and the figures behind it. */
export function ReportsView() {
  const query = useQuery(reportsQuery)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1>What the record says</h1>
        <span className="no-print flex flex-wrap gap-2">
          <a className="btn btn-outline" href="/api/reports/bookings" download="bookings.csv">
            <Download size={18} aria-hidden="true" /> Sums for the bookkeeper (CSV)
          </a>
          <a className="btn btn-outline" href="/api/reports/everything" download="everything.json">
            <Download size={18} aria-hidden="true" /> Everything (JSON)
          </a>
          <button type="button" className="btn btn-outline" onClick={() => window.print()}>
            <Printer size={18} aria-hidden="true" /> Print
          </button>
        </span>
      </div>
      <Answered query={query} what="what the record says">
        {(r) => (
          <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-2">
            <ByTheHour of={r} />
            <Estimates of={r} />
            <Coverage of={r} />
            <TiedUp of={r} />
          </div>
        )}
      </Answered>
      <p className="mt-6 text-sm opacity-85">Only what was told counts: estimates are left out.</p>
    </>
  )
}

function Question({ id, title, children }: { id: string; title: string; children: ReactNode }) {
  return (
    <section aria-labelledby={id} className="print-whole">
      <h2 id={id} className="mb-2">
        {title}
      </h2>
      {children}
    </section>
  )
}

function ByTheHour({ of: { kinds } }: { of: ReportsAnswer }) {
  const show = useShow()
  const bars: Bar[] = kinds.map((k) => ({
    name: k.name,
    value: Number(k.perHour),
    text: `${show.price(k.perHour)} an hour`,
    more: `${show.price(k.margin)} in ${show.minutes(k.minutes)}, ${k.pieces === 1 ? 'one piece' : `${show.number(k.pieces)} pieces`}`,
    links: k.of.map((p) => ({ to: `/pieces/${p.id}/money`, name: p.name })),
  }))
  return (
    <Question id="by-the-hour" title="Which kinds of piece earn by the hour?">
      <Bars
        of={bars}
        head={['Kind', 'An hour brings']}
        empty="Nothing was sold or agreed yet of which hours were told: the money page of each piece takes both."
      />
    </Question>
  )
}

function Estimates({ of: { works } }: { of: ReportsAnswer }) {
  const show = useShow()
  const workWords = useWorkWords()
  const bars: Bar[] = works.map((w) => ({
    name: workWords(w.work),
    value: w.overPct,
    text: `${w.overPct > 0 ? '+' : ''}${show.number(w.overPct)} %`,
    more: `${show.minutes(w.took)} for ${show.minutes(w.planned)} planned, ${show.number(w.jobs)} jobs`,
    bad: w.overPct > 10,
  }))
  return (
    <Question id="estimates" title="Which estimates are wrong, and by how much?">
      <Bars
        of={bars}
        head={['Work', 'Over its plan']}
        empty="No kind of work has three told jobs yet: minutes are told with a step."
      />
    </Question>
  )
}

function Coverage({ of: { covered } }: { of: ReportsAnswer }) {
  const show = useShow()
  const bars: Bar[] = covered.flatMap((c) =>
    c.by.map((b) => ({
      name: c.product.name + (b.method ? `, ${methods[b.method] ?? b.method}` : ''),
      value: b.m2PerL,
      mark: c.labelM2PerL || undefined,
      text: show.spread(b.m2PerL),
      more: `${c.labelM2PerL > 0 ? `planned with ${show.spread(c.labelM2PerL)}, ` : ''}${b.jobs === 1 ? 'one coat' : `${show.number(b.jobs)} coats`}`,
      links: [{ to: `/shelf/${c.product.id}`, name: 'its page' }],
    })),
  )
  return (
    <Question id="coverage" title="What does each product really cover?">
      <Bars
        of={bars}
        head={['Product', 'Really went']}
        empty="No coat was told yet with what it really took: tell it with a coat, by volume or on the scale."
      />
    </Question>
  )
}

function TiedUp({ of: { tied, tiedUp } }: { of: ReportsAnswer }) {
  const show = useShow()
  const bars: Bar[] = tied.map((t) => ({
    name: t.name,
    value: Number(t.cost),
    text: show.price(t.cost),
    more: `${show.number(t.days)} days${t.reprice ? ': look at its price again' : ''}`,
    bad: t.reprice,
    links: [{ to: `/pieces/${t.id}/money`, name: 'its money' }],
  }))
  return (
    <Question id="tied-up" title="What is tied up?">
      {tied.length > 0 && (
        <p className="mb-2 text-lg">
          <b>{show.price(tiedUp)}</b> in {tied.length === 1 ? 'one piece' : `${show.number(tied.length)} pieces`} of own
          stock.
        </p>
      )}
      <Bars of={bars} head={['Piece', 'In it']} empty="No own stock stands unsold." />
    </Question>
  )
}
