import type { Covered, ProductRef, TinMove } from '../api/client'
import { methods } from '../log/steps'
import { useShow } from '../ui/show'
import { Link } from 'react-router'

/** How far a product really went, and what became of its tins, the newest first. */
export function Moves({
  product,
  moves,
  covered,
  label,
}: {
  product: ProductRef
  moves: TinMove[]
  covered: Covered[]
  label?: string
}) {
  const show = useShow()
  if (moves.length === 0) return null
  return (
    <section aria-labelledby="moves">
      <h2 id="moves" className="mb-2">
        In and out of the tins
      </h2>
      {covered.map((c) => (
        <p key={c.method} className="mb-1">
          {c.method === '' ? 'As planned' : (methods[c.method] ?? c.method)}, it really went{' '}
          <b>{show.spread(c.m2PerL)}</b>, by {c.jobs === 1 ? 'one coat' : `${show.number(c.jobs)} coats`}
          {label && ` (its label: ${label})`}.
        </p>
      ))}
      <details>
        <summary className="min-h-11 cursor-pointer py-2">{show.number(moves.length)} told</summary>
        <ul className="divide-y divide-base-300 border-y border-base-300">
          {moves.map((m) => (
            <li key={m.id} className="flex flex-wrap justify-between gap-x-4 py-2">
              <span className="min-w-0">
                {m.words}{' '}
                {m.pieceId !== undefined && (
                  <Link className="link" to={`/pieces/${m.pieceId}/plan`}>
                    {m.piece}
                  </Link>
                )}
                <span className="block text-sm opacity-85">
                  {show.date(m.at)}
                  {m.who && `, ${m.who}`}
                </span>
              </span>
              <span className="text-right">
                {m.litres !== undefined && `−${show.amount(m.litres, product)}`}
                {m.amount && show.price(m.amount)}
              </span>
            </li>
          ))}
        </ul>
      </details>
    </section>
  )
}
