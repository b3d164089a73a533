import { NavLink, useParams } from 'react-router'
import type { Piece } from '../api/client'
import { picked } from './picked'
import { zonesOf, type ZoneOf } from './zones'

/** Which zone of the piece a view is about: the one in its address, or the first that still waits for this view. */
export function useZone(piece: Piece, waits: (zone: ZoneOf) => boolean): ZoneOf {
  const { zoneId } = useParams()
  const zones = zonesOf(piece)
  return zones.find((z) => String(z.zone.id) === zoneId) ?? zones.find(waits) ?? zones[0]!
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
  open: ZoneOf
  state: (zone: ZoneOf) => string
}) {
  if (piece.input.zones.length < 2) return null
  return (
    <nav aria-label="Zones" className="no-print -mx-4 mb-5 flex gap-2 overflow-x-auto px-4">
      {zonesOf(piece).map((z) => (
        <NavLink
          key={z.zone.id}
          to={`/pieces/${piece.id}/${view}/${z.zone.id}`}
          aria-current={z.at === open.at ? 'page' : undefined}
          className={`${tab} ${picked(z.at === open.at)} ${z.at === open.at ? 'font-bold' : ''}`}
        >
          {z.zone.name}
          <span className="block text-sm font-normal opacity-85">{state(z)}</span>
        </NavLink>
      ))}
    </nav>
  )
}
