import { NavLink, useParams } from 'react-router'
import type { Piece } from '../api/client'
import { picked } from './picked'

/** Which zone of the piece a view is about: the one in its address, or the first that still waits for this view. */
export function useZone(piece: Piece, waits: (index: number) => boolean): number {
  const { zoneId } = useParams()
  const named = piece.input.zones.findIndex((z) => String(z.id) === zoneId)
  if (named >= 0) return named
  return Math.max(
    0,
    piece.input.zones.findIndex((_, i) => waits(i)),
  )
}

const tab = 'min-h-12 whitespace-nowrap rounded-field border-2 px-3 py-1 leading-tight'

/** The zones of a piece side by side, each with how far it is in this view. */
export function ZoneTabs({
  piece,
  view,
  open,
  state,
}: {
  piece: Piece
  view: string
  open: number
  state: (index: number) => string
}) {
  if (piece.input.zones.length < 2) return null
  return (
    <nav aria-label="Zones" className="no-print -mx-4 mb-5 flex gap-2 overflow-x-auto px-4">
      {piece.input.zones.map((z, i) => (
        <NavLink
          key={z.id}
          to={`/pieces/${piece.id}/${view}/${z.id}`}
          aria-current={i === open ? 'page' : undefined}
          className={`${tab} ${picked(i === open)} ${i === open ? 'font-bold' : ''}`}
        >
          {z.name}
          <span className="block text-sm font-normal opacity-85">{state(i)}</span>
        </NavLink>
      ))}
    </nav>
  )
}
