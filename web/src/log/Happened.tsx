import { useQuery } from '@tanstack/react-query'
import type { KeptEvent, Piece } from '../api/client'
import { eventsQuery } from '../api/queries'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tell } from './Kept'
import { useTakingBack, useTell, useWaiting } from './tell'
import { lastWho } from './who'

/** What happened at a piece, the latest first: each fact may be taken back, and a note may be added. */
export function Happened({ piece, now }: { piece: Piece; now: string }) {
  const show = useShow()
  const events = useQuery(eventsQuery(piece.id)).data ?? []
  const waiting = useWaiting(piece)
  const takingBack = useTakingBack(piece)
  const { tell, undo, busy, problem } = useTell(piece)
  const locked = piece.stage === 'handed_over'
  return (
    <details className="no-print mt-6 border-t border-base-300">
      <summary className="min-h-12 cursor-pointer py-3 text-lg font-bold">
        What happened
        <span className="ml-2 text-base font-normal opacity-85">
          {events.length === 0 ? 'nothing is told yet: the plan is taken as kept' : `${events.length} told`}
        </span>
      </summary>
      {problem && <ProblemNote problem={problem} />}
      <ul className="divide-y divide-base-300">
        {waiting.toReversed().map((p) => (
          <li key={p.key} className="grid items-center gap-x-4 py-2 sm:grid-cols-[11rem_minmax(0,1fr)_auto]">
            <span className="text-sm opacity-85">{show.moment(p.body.happenedAt!, now)}</span>
            <span className="min-w-0 break-words">
              {p.what} <b>waits on this device</b>
            </span>
            <button
              type="button"
              className="btn btn-ghost justify-self-start"
              disabled={busy}
              aria-label={`Take back: ${p.what}`}
              onClick={() => void undo({ press: p.key })}
            >
              Take back
            </button>
          </li>
        ))}
        {events.toReversed().map((e) => (
          <li key={e.id} className="grid items-center gap-x-4 py-2 sm:grid-cols-[11rem_minmax(0,1fr)_auto]">
            <span className="text-sm opacity-85">
              {show.moment(e.happenedAt, now)}
              {e.who && `, ${e.who}`}
            </span>
            <span className="min-w-0 break-words">
              {e.zone && <b>{e.zone}. </b>}
              {e.words} <HowItWent event={e} />
              {e.note && <span className="block text-sm">{e.note}</span>}
            </span>
            {takingBack.includes(e.id) && <b>is taken back once the server answers</b>}
            {!locked && !takingBack.includes(e.id) && (
              <span className="flex flex-wrap">
                {e.kind === 'coat_laid' && (
                  <button
                    type="button"
                    className="btn btn-ghost"
                    disabled={busy}
                    aria-label={`It came off again: ${e.words}`}
                    onClick={() =>
                      void tell('A coat came off again', {
                        kind: 'taken_off',
                        zoneId: e.zoneId,
                        layer: e.layer,
                        coat: e.coat,
                        who: lastWho(),
                      })
                    }
                  >
                    Came off again
                  </button>
                )}
                <button
                  type="button"
                  className="btn btn-ghost"
                  disabled={busy}
                  aria-label={`Take back: ${e.words}`}
                  onClick={() => void undo({ event: e.id })}
                >
                  Take back
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {!locked && (
        <div className="mt-3 max-w-2xl">
          <Tell piece={piece} zone={undefined} of={['note', 'moved']} />
        </div>
      )}
    </details>
  )
}

const builds = { thin: 'went on thin', thick: 'went on thick' }

/** How a coat really went on, as far as it was told. */
function HowItWent({ event: e }: { event: KeptEvent }) {
  const show = useShow()
  const told = [
    e.instead && `in its place ${e.instead}`,
    e.share !== undefined && `${show.number(e.share * 100)} % of the zone`,
    e.litres !== undefined && `used ${show.volume(e.litres)}`,
    e.wetUm !== undefined && `gauged ${show.measure(show.measures.film, e.wetUm)} wet`,
    e.build && builds[e.build],
    e.amount !== undefined && show.price(e.amount),
    e.qty !== undefined && show.part(e.qty, e.unit ?? 'count'),
  ].filter(Boolean)
  return told.length > 0 && <span className="text-sm opacity-85">{told.join(' · ')}</span>
}
