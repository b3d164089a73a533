import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Catalogue, Piece, System } from '../api/client'
import { noWants } from '../choose/wants'
import { DemandBars } from '../ui/DemandBars'
import { Field } from '../ui/Field'
import { Fit } from '../ui/Fit'
import { Options } from '../ui/Options'
import { usePiece } from '../ui/PieceFrame'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { hardens } from '../ui/time'
import { useZone, ZoneTabs } from '../ui/ZoneTabs'
import type { ZoneOf } from '../ui/zones'
import { catalogueQuery, changeUseQuery } from '../api/queries'

/** A piece is to lead another life: what falls short now, and the least that would put it right over what is there. */
export function AnotherLifeView() {
  const piece = usePiece()
  const catalogue = useQuery(catalogueQuery)
  const here = useZone(piece, (z) => z.layers.length > 0)
  return (
    <Answered query={catalogue} what="the end uses">
      {(c) => (
        <>
          <ZoneTabs
            piece={piece}
            view="another-life"
            open={here}
            state={(z) => (z.layers.length > 0 ? 'finished so' : 'no system yet')}
          />
          <Asking key={here.zone.id} piece={piece} here={here} catalogue={c} />
        </>
      )}
    </Answered>
  )
}

function Asking({ piece, here, catalogue }: { piece: Piece; here: ZoneOf; catalogue: Catalogue }) {
  const zone = here.zone
  const [endUse, setEndUse] = useState(zone.endUse)
  const [place, setPlace] = useState(zone.wants?.place ?? noWants.place)
  const query = useQuery({
    ...changeUseQuery(piece, zone.id!, endUse, place),
    placeholderData: keepPreviousData,
    enabled: here.layers.length > 0,
  })
  if (here.layers.length === 0)
    return <p className="bg-base-200 p-4">Nothing is on this zone yet: choose its system for the life it will lead.</p>
  return (
    <>
      <div className="mb-5 grid max-w-2xl gap-4 sm:grid-cols-2">
        <Field label="It will now be">
          {(ids) => (
            <select {...ids} className="select w-full" value={endUse} onChange={(e) => setEndUse(e.target.value)}>
              <Options of={catalogue.endUses} />
            </select>
          )}
        </Field>
        <Field label="And stand">
          {(ids) => (
            <select {...ids} className="select w-full" value={place} onChange={(e) => setPlace(e.target.value)}>
              <Options of={catalogue.places} />
            </select>
          )}
        </Field>
      </div>
      <Answered query={query} what="what that asks of it">
        {(change) => (
          <div className="grid gap-8 lg:grid-cols-2">
            <section aria-labelledby="now" aria-live="polite">
              <h2 id="now" className="mb-2">
                As it is now
              </h2>
              <p className={`mb-3 text-xl font-bold ${change.enough ? 'text-success' : 'text-error'}`}>
                {change.enough ? 'It may stay as it is.' : change.why || 'It may be used so, but it falls short.'}
              </p>
              <p className="mb-2">{change.now.layers.map((l) => `${l.product.name} × ${l.coats}`).join(', then ')}</p>
              <DemandBars demands={change.now.demands} />
              <ul className="mt-2">
                {change.now.gates
                  .filter((g) => !g.passed)
                  .map((g) => (
                    <li key={g.gate.id}>
                      <b>{g.gate.name}:</b> {g.why}
                    </li>
                  ))}
              </ul>
            </section>
            {!change.enough && (
              <section aria-labelledby="right">
                <h2 id="right" className="mb-2">
                  What would put it right
                </h2>
                {change.dewax.length > 0 && (
                  <p className="mb-2 border-l-4 border-warning bg-base-200 p-3">{change.dewax.join(' ')}</p>
                )}
                <Answers
                  title="Over what is there, cleaned and keyed"
                  systems={change.over}
                  none="Nothing on the shelf that would do goes over it."
                />
                <Answers
                  title="Once what is there has been taken off"
                  systems={change.anew}
                  none="Nothing on the shelf suits this life from bare wood either."
                />
                <p className="mt-3">
                  <Link className="btn btn-outline" to={`/take-in?again=${piece.id}`}>
                    Take it in once more for its new life
                  </Link>
                </p>
              </section>
            )}
          </div>
        )}
      </Answered>
    </>
  )
}

const MOST_TOLD = 3

function Answers({ title, systems, none }: { title: string; systems: System[]; none: string }) {
  const show = useShow()
  return (
    <div className="mb-4">
      <h3 className="font-semibold text-accent">{title}</h3>
      {systems.length === 0 && <p>{none}</p>}
      <ul className="divide-y divide-base-300">
        {systems.slice(0, MOST_TOLD).map((s, i) => (
          <li key={i} className="py-2">
            <b>{s.layers.map((l) => `${l.product.name} × ${l.coats}`).join(', then ')}</b>
            <span className="block text-sm">
              {show.minutes(s.handsOnMin)} by hand{hardens(s) && `, fully hardened ${show.day(hardens(s)!)}`}.{' '}
              <Fit system={s} />
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
