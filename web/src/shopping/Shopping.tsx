import { useQuery } from '@tanstack/react-query'
import { Download, Printer } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { ScarceProduct, ShoppingLine, ShoppingPart } from '../api/client'
import { insteadQuery, shoppingQuery } from '../api/queries'
import { usePresses } from '../offline/presses'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { BuyPart } from '../money/BuyPart'
import { SupplyNeed } from '../plan/Needs'

/** One list over all open pieces: what to buy by when, and what the shelf gives. */
export function ShoppingView() {
  const show = useShow()
  const query = useQuery(shoppingQuery)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1>What to buy</h1>
        <span className="no-print flex flex-wrap gap-2">
          <a className="btn btn-outline" href="/api/shopping/export" download="shopping.csv">
            <Download size={18} aria-hidden="true" /> As a table (CSV)
          </a>
          <button type="button" className="btn btn-outline" onClick={() => window.print()}>
            <Printer size={18} aria-hidden="true" /> Print
          </button>
        </span>
      </div>
      <Answered query={query} what="what to buy">
        {({ lines, cost, unpriced, supplies, suppliesCost, parts, low }) => {
          const lacking = lines.filter((l) => l.lacksL > 0)
          const enough = lines.filter((l) => l.lacksL === 0)
          return (
            <>
              <WaitingParts />
              {lines.length + parts.length === 0 && (
                <p>
                  No open piece takes anything: <Link to="/">the bench</Link> says what waits for a choice.
                </p>
              )}
              {lines.length > 0 && lacking.length === 0 && (
                <p className="text-lg font-semibold text-success">The shelf has enough for everything on the bench.</p>
              )}
              {lacking.length > 0 && (
                <section aria-labelledby="to-buy">
                  <h2 id="to-buy" className="mb-1">
                    To buy, the first needed first
                  </h2>
                  <ul className="divide-y divide-base-300 border-y border-base-300">
                    {lacking.map((l) => (
                      <ToBuy key={l.product.id} line={l} />
                    ))}
                  </ul>
                  {cost && (
                    <p className="mt-2 text-lg">
                      Together <b>{show.price(cost)}</b>.
                    </p>
                  )}
                  {unpriced > 0 && (
                    <p className="mt-2">
                      Without a price: {unpriced}. Its page on the shelf takes it, or a tin does, and it is counted.
                    </p>
                  )}
                </section>
              )}
              {enough.length > 0 && (
                <section aria-labelledby="on-the-shelf" className="mt-6">
                  <h2 id="on-the-shelf" className="mb-1">
                    On the shelf already
                  </h2>
                  <ul className="divide-y divide-base-300 border-y border-base-300">
                    {enough.map((l) => (
                      <li key={l.product.id} className="py-2">
                        <Named line={l} /> {show.amount(l.litres, l.product)} for {piecesOf(l)}
                        <FromShelf line={l} />
                      </li>
                    ))}
                  </ul>
                </section>
              )}
              {parts.length > 0 && <Parts parts={parts} />}
              {low.length > 0 && <Low products={low} />}
              {supplies.length > 0 && (
                <section aria-labelledby="besides" className="mt-6">
                  <h2 id="besides" className="mb-1">
                    Besides
                  </h2>
                  <ul className="grid gap-x-8 border-y border-base-300 sm:grid-cols-2">
                    {supplies.map((s) => (
                      <li
                        key={s.id + (s.grit ?? '')}
                        className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-b border-base-300 py-2"
                      >
                        <span>
                          <SupplyNeed supply={s} />
                          <span className="block text-sm opacity-85">for {s.for.map((f) => f.title).join(', ')}</span>
                        </span>
                        {s.cost && <span>{show.price(s.cost)}</span>}
                      </li>
                    ))}
                  </ul>
                  {suppliesCost && (
                    <p className="mt-2">
                      About <b>{show.price(suppliesCost)}</b> for those that have a price.
                    </p>
                  )}
                </section>
              )}
              <p className="mt-4 text-sm opacity-85">
                Litres by the label’s spreading rate, with what brush, roller or gun loses and what stays in the pot
                (practice). Tins are used up opened ones first, and only while they are good. Where only an amount is
                named, nobody has told in which tins it is sold: its page on the shelf takes that.
              </p>
            </>
          )
        }}
      </Answered>
    </>
  )
}

/** What was put on the list here, and the server does not have yet. */
function WaitingParts() {
  const show = useShow()
  const wanted = usePresses().flatMap(({ key, piece, body, refused }) =>
    refused === undefined && body.kind === 'part_wanted' ? [{ key, piece, body }] : [],
  )
  if (wanted.length === 0) return null
  return (
    <ul aria-label="Waits on this device" className="mb-4 border-l-4 border-info pl-3">
      {wanted.map((p) => (
        <li key={p.key}>
          {show.part(p.body.qty ?? 1, p.body.unit ?? 'count')} {p.body.text} for {p.piece.name}:{' '}
          <b>waits on this device, to be sent</b>
        </li>
      ))}
    </ul>
  )
}

/** What single pieces want besides: handles, cloth, glass. */
function Parts({ parts }: { parts: ShoppingPart[] }) {
  const show = useShow()
  return (
    <section aria-labelledby="parts" className="mt-6">
      <h2 id="parts" className="mb-1">
        Parts
      </h2>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {parts.map((p) => (
          <li key={p.text + p.unit} className="py-2">
            <b>{show.part(p.qty, p.unit)}</b> {p.text}
            <ul>
              {p.for.map((f) => (
                <li key={f.fact} className="flex flex-wrap items-center justify-between gap-x-4">
                  <span className="text-sm opacity-85">
                    {p.for.length > 1 && show.part(f.qty, p.unit)} for{' '}
                    <Link className="link" to={`/pieces/${f.piece.id}/money`}>
                      {f.piece.name}
                    </Link>
                  </span>
                  <BuyPart piece={{ id: f.piece.id, input: f.piece }} part={{ fact: f.fact, text: p.text }} />
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What is in use, and would not do for one piece more. */
function Low({ products }: { products: ScarceProduct[] }) {
  const show = useShow()
  return (
    <section aria-labelledby="low" className="mt-6">
      <h2 id="low" className="mb-1">
        Running low
      </h2>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {products.map((l) => (
          <li key={l.product.id} className="py-2">
            <Named line={l} />
            <span className="block text-sm">
              <b>{l.leftL > 0 ? show.amount(l.leftL, l.product) : 'None'}</b> left once all that is on the bench is
              laid; a piece took about {show.amount(l.aPieceL, l.product)} so far.
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

const piecesOf = (l: ShoppingLine) => l.pieces.map((p) => p.name).join(', ')

function Named({ line }: { line: Pick<ShoppingLine, 'product'> }) {
  const { product } = line
  return (
    <>
      <Link className="font-bold hover:underline" to={`/shelf/${product.id}`}>
        {product.name}
      </Link>{' '}
      <span className="opacity-85">{[product.maker, product.colour].filter(Boolean).join(', ')}</span>
    </>
  )
}

function ToBuy({ line }: { line: ShoppingLine }) {
  const show = useShow()
  return (
    <li className="grid gap-x-6 py-2 sm:grid-cols-[minmax(0,1fr)_14rem]">
      <span className="min-w-0">
        <Named line={line} />
        <span className="block">
          {line.buy.length > 0 ? (
            <>
              <b>{line.buy.map((b) => `${b.count} × ${show.amount(b.sizeL, line.product)}`).join(' and ')}</b>, short by{' '}
              {show.amount(line.lacksL, line.product)}
            </>
          ) : (
            <b>{show.amount(line.lacksL, line.product)}</b>
          )}
        </span>
        <span className="block text-sm opacity-85">for {piecesOf(line)}</span>
        <FromShelf line={line} />
        {line.overL !== undefined && line.overL > 0 && (
          <span className="block text-sm opacity-85">
            {show.amount(line.overL, line.product)} left over
            {line.keepsMonths
              ? `: opened it keeps about ${show.number(line.keepsMonths)} months (practice)`
              : '; how long it keeps once it is opened, its label does not say'}
          </span>
        )}
        <Instead line={line} />
      </span>
      <span className="sm:text-right">
        by <b>{line.lacksBy && show.moment(line.lacksBy)}</b>
        {line.cost && <span className="block">{show.price(line.cost)}</span>}
      </span>
    </li>
  )
}

/** What else may be laid where a product cannot be had, asked only when somebody opens it. */
function Instead({ line }: { line: ShoppingLine }) {
  const show = useShow()
  const [open, setOpen] = useState(false)
  const query = useQuery({ ...insteadQuery(line.product.id), enabled: open })
  return (
    <details className="no-print" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 text-sm">It cannot be had</summary>
      {open && (
        <Answered query={query} what="what else may be laid">
          {(subs) =>
            subs.length === 0 ? (
              <p className="mb-2">
                Nothing on the shelf may take its place as it stands: the systems have to be chosen anew.
              </p>
            ) : (
              <ul className="mb-2 space-y-2 border-l-4 border-secondary pl-3">
                {subs.map((s) => (
                  <li key={s.product.id}>
                    <Link className="font-semibold hover:underline" to={`/shelf/${s.product.id}`}>
                      {s.product.name}
                    </Link>
                    : about {show.amount(s.litres, s.product)},{' '}
                    {s.leftL >= s.litres
                      ? `and the shelf has ${show.amount(s.leftL, s.product)}`
                      : s.leftL > 0
                        ? `of which the shelf has ${show.amount(s.leftL, s.product)}`
                        : 'none of it on the shelf'}
                    .
                    {s.not.length > 0 && (
                      <span className="block text-sm font-semibold text-warning">Not on {s.not.join('; ')}.</span>
                    )}
                  </li>
                ))}
              </ul>
            )
          }
        </Answered>
      )}
    </details>
  )
}

/** What the shelf gives, and what on it will not be good in time. */
function FromShelf({ line }: { line: ShoppingLine }) {
  const show = useShow()
  const left = line.from.reduce((sum, t) => sum + t.leftL - t.takesL, 0)
  const named = (t: { size: string; lot: string }) => `the tin of ${t.size}${t.lot && `, lot ${t.lot}`}`
  return (
    <>
      {line.from.length > 0 && (
        <span className="block text-sm opacity-85">
          From the shelf: {line.from.map((t) => `${show.amount(t.takesL, line.product)} of ${named(t)}`).join('; ')}.
          {line.lacksL === 0 &&
            ` After that ${show.amount(left, line.product)} are left in ${line.from.length === 1 ? 'it' : 'them'}.`}
        </span>
      )}
      {line.from.map((t) =>
        t.warnings.map((w) => (
          <span key={`${t.tinId} ${w}`} className="block text-sm font-semibold text-warning">
            {w}
          </span>
        )),
      )}
      {line.stale.map((t) => (
        <span key={t.tinId} className="block text-sm font-semibold text-warning">
          Not counted on: {named(t)}, with {show.amount(t.leftL, line.product)}. It is past its time when it is wanted:
          try it on a board first.
        </span>
      ))}
    </>
  )
}
