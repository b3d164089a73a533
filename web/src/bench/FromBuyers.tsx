import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api } from '../api/client'
import { buyersQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'

/** What buyers told from their cards, until somebody has answered them. */
export function FromBuyers({ now }: { now: string }) {
  const show = useShow()
  const client = useQueryClient()
  const notes = useQuery(buyersQuery).data ?? []
  const answered = useSave({
    send: (id: number, headers) => api.POST('/buyers/{id}/answered', { params: { path: { id } }, headers }),
    onSuccess: () => client.invalidateQueries({ queryKey: buyersQuery.queryKey }),
  })
  if (notes.length === 0) return null
  return (
    <section aria-labelledby="from-buyers" className="mb-6">
      <h2 id="from-buyers" className="mb-1">
        From buyers
      </h2>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {notes.map((n) => (
          <li key={n.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
            <span className="min-w-0 flex-1 break-words">
              <Link className="link font-bold" to={`/pieces/${n.pieceId}/hand-over`}>
                {n.piece}
              </Link>{' '}
              <span className="opacity-85">
                no. {n.number}, {show.moment(n.at, now)}
              </span>
              <span className="block">{n.text}</span>
            </span>
            <button
              type="button"
              className="btn btn-outline"
              disabled={answered.isPending}
              aria-label={`Answered: ${n.piece}, ${n.text}`}
              onClick={() => answered.mutate(n.id)}
            >
              Answered
            </button>
          </li>
        ))}
      </ul>
      {answered.error && <ProblemNote problem={answered.error} />}
    </section>
  )
}
