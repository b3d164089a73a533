import { useQueryClient } from '@tanstack/react-query'
import { Check, X } from 'lucide-react'
import { api, type Piece, type Step } from '../api/client'
import { pieceChanged } from '../api/queries'
import { useSave } from '../api/saving'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { lastWho } from './who'

/** A look that opens a coat: whether it was passed, told in a press. */
export function Look({
  piece,
  look,
  now,
}: {
  piece: Piece
  look: Pick<Step, 'title' | 'check' | 'zones' | 'looked'>
  now: string
}) {
  const show = useShow()
  const client = useQueryClient()
  const zone = piece.input.zones[look.zones[0] ?? 0]?.id
  const tell = useSave({
    send: (passed: boolean, headers) =>
      api.POST('/pieces/{id}/events', {
        headers,
        params: { path: { id: piece.id } },
        body: { kind: 'checked', zoneId: zone, check: look.check, passed, who: lastWho() },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  const { looked } = look
  const Mark = looked?.passed ? Check : X
  return (
    <div className="mt-2">
      {looked && (
        <p className="font-semibold">
          <Mark size={16} className="mr-1 inline" aria-hidden="true" />
          {looked.passed ? 'Passed' : 'Not passed'} {show.moment(looked.happenedAt, now)}
          {looked.who && `, ${looked.who}`}
        </p>
      )}
      {piece.stage !== 'handed_over' && !looked?.passed && (
        <div className="no-print mt-1 flex flex-wrap gap-2">
          <button
            type="button"
            className="btn btn-outline"
            disabled={tell.isPending}
            onClick={() => tell.mutate(true)}
            aria-label={`${look.title}: passed`}
          >
            Passed
          </button>
          <button
            type="button"
            className="btn btn-ghost"
            disabled={tell.isPending}
            onClick={() => tell.mutate(false)}
            aria-label={`${look.title}: not passed`}
          >
            Not passed
          </button>
        </div>
      )}
      {tell.error && <ProblemNote problem={tell.error} />}
    </div>
  )
}
