import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { KeptEvent, Ledger, LedgerLine, Piece } from '../api/client'
import { eventsQuery, ledgerQuery } from '../api/queries'
import { useServerNow } from '../api/clock'
import { anyChosen, usePiece } from '../ui/PieceFrame'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { BuyPart } from './BuyPart'
import { Extras } from './Extras'
import { Listing } from './Listing'
import { Quotes } from './Quotes'
import { TellMoney } from './TellMoney'
import { useWorkWords } from './words'

const NOW_EVERY = 60_000 // ms

/** What a piece costs and earns: every sum with the facts that it rests on. */
export function MoneyView() {
  const piece = usePiece()
  const query = useQuery(ledgerQuery(piece.id))
  return (
    <Answered query={query} what="its ledger">
      {(ledger) => (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
          <div className="space-y-6">
            {piece.input.owner === 'customer' && <Quotes piece={piece} />}
            <Costs ledger={ledger} piece={piece} />
            {ledger.wanted.length > 0 && <Wanted ledger={ledger} piece={piece} />}
            <TellMoney piece={piece} />
            <Extras ledger={ledger} piece={piece} />
            {piece.input.owner === 'own' && anyChosen(piece) && <Listing piece={piece} />}
          </div>
          <Earns ledger={ledger} piece={piece} />
        </div>
      )}
    </Answered>
  )
}

const kinds: Record<LedgerLine['kind'], string> = {
  bought: 'The piece itself',
  material: 'Out of tins',
  supply: 'Used up besides',
  part: 'Parts',
  hours: 'By hand',
  overhead: 'Overhead',
}

function Costs({ ledger, piece }: { ledger: Ledger; piece: Piece }) {
  const show = useShow()
  const events = useQuery(eventsQuery(piece.id)).data ?? []
  const groups = (Object.keys(kinds) as LedgerLine['kind'][]).filter((k) => ledger.lines.some((l) => l.kind === k))
  return (
    <section aria-labelledby="costs">
      <h2 id="costs" className="mb-2">
        What it cost so far
      </h2>
      {ledger.lines.length === 0 && <p>Nothing is told yet: coats, minutes and what is bought add up here.</p>}
      {groups.map((kind) => (
        <div key={kind} className="mb-3">
          <h3 className="text-base font-bold">{kinds[kind]}</h3>
          <ul className="divide-y divide-base-300 border-y border-base-300">
            {ledger.lines
              .filter((l) => l.kind === kind)
              .map((l) => (
                <CostLine key={`${l.title}-${l.estimate}-${l.facts[0] ?? 0}`} line={l} events={events} />
              ))}
          </ul>
        </div>
      ))}
      {ledger.unpriced.length > 0 && (
        <p className="font-semibold text-warning">
          Not counted, as nobody told a price: {ledger.unpriced.join(', ')}. A tin tells it, or its page on the shelf.
        </p>
      )}
      {ledger.lines.length > 0 && (
        <dl className="mt-3 grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 text-lg">
          <dt>Without hours</dt>
          <dd className="text-right font-bold">{show.price(ledger.without)}</dd>
          <dt>With {show.minutes(ledger.minutes)} by hand</dt>
          <dd className="text-right font-bold">{show.price(ledger.with)}</dd>
        </dl>
      )}
    </section>
  )
}

/** Parts that somebody wrote down to buy: they cost nothing yet, and stand on the shopping list. */
function Wanted({ ledger, piece }: { ledger: Ledger; piece: Piece }) {
  const show = useShow()
  return (
    <section aria-labelledby="wanted">
      <h2 id="wanted" className="mb-2">
        Still to buy for it
      </h2>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {ledger.wanted.map((w) => (
          <li key={w.fact} className="flex flex-wrap items-center justify-between gap-x-4 py-1">
            <span>
              <b>{show.part(w.qty, w.unit)}</b> {w.text}
            </span>
            <BuyPart piece={piece} part={w} />
          </li>
        ))}
      </ul>
    </section>
  )
}

/** A line of cost, opened down to the facts that it rests on. */
function CostLine({ line, events }: { line: LedgerLine; events: KeptEvent[] }) {
  const show = useShow()
  const facts = events.filter((e) => line.facts.includes(e.id))
  const workWords = useWorkWords()
  const name = line.kind === 'hours' ? workWords(line.title) : line.title
  return (
    <li className="py-1">
      <details>
        <summary className="grid min-h-11 cursor-pointer grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4">
          <span className="min-w-0">
            {name}
            {line.minutes > 0 && <span className="opacity-85">, {show.minutes(line.minutes)}</span>}
            {line.estimate && <i className="block text-sm">not told, so as planned: an estimate</i>}
          </span>
          <span className="text-right">{show.price(line.amount)}</span>
        </summary>
        <div className="mb-1 pl-4 text-sm">
          {line.note && <p>{line.note}.</p>}
          <ul>
            {facts.map((e) => (
              <li key={e.id}>
                {show.date(e.happenedAt)}
                {e.who && `, ${e.who}`}: {e.words}
              </li>
            ))}
          </ul>
        </div>
      </details>
    </li>
  )
}

const prices = { sold: 'Sold for', agreed: 'Agreed', asked: 'Asked' }

function Earns({ ledger, piece }: { ledger: Ledger; piece: Piece }) {
  const show = useShow()
  const now = useServerNow(NOW_EVERY)
  const ahead: [string, string | undefined][] =
    ledger.aheadMinutes > 0
      ? [
          ['Material still to come, by the plan', `−${show.price(ledger.aheadMaterial)}`],
          [`Hours still to come: ${show.minutes(ledger.aheadMinutes)}`, `−${show.price(ledger.aheadHours)}`],
        ]
      : []
  const rows: [string, string | undefined, boolean?][] = [
    [ledger.priceIs ? prices[ledger.priceIs] : 'Price', ledger.price, true],
    ['Tax within it', ledger.price && isSome(ledger.tax) ? `−${show.price(ledger.tax)}` : undefined],
    ['Fees', isSome(ledger.fees) ? `−${show.price(ledger.fees)}` : undefined],
    ...ahead,
    ['Left over its cost without hours', ledger.margin],
    ['Left with hours and overhead', ledger.profit],
    ['An hour brings', ledger.perHour, true],
  ]
  return (
    <aside className="space-y-4 self-start bg-base-200 p-4 max-lg:order-first">
      <h2>What it earns</h2>
      {ledger.price === undefined ? (
        <p>{piece.input.owner === 'own' ? 'No price is asked yet.' : 'No price is agreed yet.'}</p>
      ) : (
        <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 gap-y-1">
          {rows.map(
            ([name, value, strong]) =>
              value !== undefined && (
                <Row key={name} name={name} value={value} strong={strong} loss={value.startsWith('-')} />
              ),
          )}
        </dl>
      )}
      {isSome(ledger.extrasPrice) && (
        <p>
          With the extras taken {ledger.price && <b>{show.price(Number(ledger.price) + Number(ledger.extrasPrice))}</b>}
          : they add {show.price(ledger.extrasPrice)} and leave {show.price(ledger.extrasGain)}.
        </p>
      )}
      {ledger.soldAt && <p>Sold {show.moment(ledger.soldAt, now)}.</p>}
      {ledger.standingDays > 0 && (
        <p className={ledger.reprice ? 'font-semibold text-warning' : ''}>
          It has stood at a price for {show.number(ledger.standingDays)} days, with {show.price(ledger.without)} tied up
          in it.
          {ledger.reprice && ' Look at its price again.'}
        </p>
      )}
      {ledger.alike > 1 && !ledger.soldAt && (
        <p className="border-l-4 border-accent pl-3">
          {show.number(ledger.alike)} alike: a set is worth more than its pieces one by one. All sums are of the set.
        </p>
      )}
      {ledger.matches.length > 0 && (
        <p className="border-l-4 border-accent pl-3">
          It goes with{' '}
          {ledger.matches.map((m, i) => (
            <span key={m.id}>
              {i > 0 && ', '}
              <Link className="link" to={`/pieces/${m.id}/money`}>
                {m.name}
              </Link>
            </span>
          ))}
          : the same kind in the same finish. Offer them together before one is sold alone.
        </p>
      )}
      <p className="text-sm opacity-85">
        {isSome(ledger.rate.hour)
          ? `An hour at ${show.price(ledger.rate.hour)}${isSome(ledger.rate.overhead) ? `, overhead ${show.price(ledger.rate.overhead)}` : ''}.`
          : 'No rate by the hour is told, so hours cost nothing here.'}{' '}
        <Link className="link" to="/settings">
          Rates
        </Link>
      </p>
    </aside>
  )
}

function Row({ name, value, strong, loss }: { name: string; value: string; strong?: boolean; loss: boolean }) {
  const show = useShow()
  const text = /^-?\d/.test(value) ? show.price(value) : value
  return (
    <>
      <dt>{name}</dt>
      <dd className={`text-right ${strong ? 'font-bold' : ''} ${loss ? 'font-bold text-error' : ''}`}>{text}</dd>
    </>
  )
}

const isSome = (amount: string) => Number(amount) !== 0
