import { useQuery, useQueryClient } from '@tanstack/react-query'
import { api, type Piece } from '../api/client'
import { eventsQuery, pieceChanged } from '../api/queries'
import { useSave } from '../api/saving'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tell } from './Kept'
import { lastWho } from './who'

/** What happened at a piece, the latest first: each fact may be taken back, and a note may be added. */
export function Happened({ piece, now }: { piece: Piece; now: string }) {
  const show = useShow()
  const client = useQueryClient()
  const events = useQuery(eventsQuery(piece.id)).data ?? []
  const locked = piece.stage === 'handed_over'
  const back = useSave({
    send: (of: number, headers) =>
      api.POST('/pieces/{id}/events', {
        headers,
        params: { path: { id: piece.id } },
        body: { kind: 'taken_back', of, who: lastWho() },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  return (
    <details className="no-print mt-6 border-t border-base-300">
      <summary className="min-h-12 cursor-pointer py-3 text-lg font-bold">
        What happened
        <span className="ml-2 text-base font-normal opacity-85">
          {events.length === 0 ? 'nothing is told yet: the plan is taken as kept' : `${events.length} told`}
        </span>
      </summary>
      {back.error && <ProblemNote problem={back.error} />}
      <ul className="divide-y divide-base-300">
        {events.toReversed().map((e) => (
          <li key={e.id} className="grid items-center gap-x-4 py-2 sm:grid-cols-[11rem_minmax(0,1fr)_auto]">
            <span className="text-sm opacity-85">
              {show.moment(e.happenedAt, now)}
              {e.who && `, ${e.who}`}
            </span>
            <span className="min-w-0 break-words">
              {e.zone && <b>{e.zone}. </b>}
              {e.words}
            </span>
            {!locked && (
              <button
                type="button"
                className="btn btn-ghost justify-self-start"
                disabled={back.isPending}
                aria-label={`Take back: ${e.words}`}
                onClick={() => back.mutate(e.id)}
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      {!locked && (
        <div className="mt-3 max-w-2xl">
          <Tell piece={piece} zone={undefined} of={['note']} />
        </div>
      )}
    </details>
  )
}
