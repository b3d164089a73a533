import { useQuery } from '@tanstack/react-query'
import type { Piece, PieceInput } from '../api/client'
import { wouldUndoQuery } from '../api/queries'
import { useSettled } from './useSettled'

/** What saving would do to the systems that are chosen, said before it is saved. */
export function WouldUndo({ piece, input }: { piece: Piece; input: PieceInput }) {
  const settled = useSettled(input)
  const chosen = piece.systems.some((layers) => layers.length > 0) && piece.stage !== 'handed_over'
  const changed = JSON.stringify(settled) !== JSON.stringify(piece.input)
  const query = useQuery({ ...wouldUndoQuery(piece.id, settled), enabled: chosen && changed })
  const lost = chosen && changed ? (query.data ?? []) : []
  return (
    <div role="status">
      {lost.length > 0 && (
        <div className="border-l-4 border-warning bg-base-200 px-4 py-3">
          <p className="font-bold">Saved so, what was chosen goes, and is chosen again:</p>
          <ul className="list-disc pl-5">
            {lost.map((u) => (
              <li key={u.zoneId}>
                <b>{u.zone}</b>, {u.chosen}. {u.why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  )
}
