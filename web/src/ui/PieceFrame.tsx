import { useQuery } from '@tanstack/react-query'
import { Calculator as CalculatorIcon, Coins } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { NavLink, Outlet, useLocation, useMatch, useOutletContext, useParams } from 'react-router'
import type { Piece } from '../api/client'
import { Answered } from './Problem'
import { pieceQuery } from '../api/queries'

const order = ['take_in', 'inspect', 'choose', 'prepare', 'plan', 'hand_over'] as const
const stations: Record<(typeof order)[number], { to: string; name: string }> = {
  take_in: { to: 'take-in', name: 'Take in' },
  inspect: { to: 'inspect', name: 'Inspect' },
  choose: { to: 'choose', name: 'Choose' },
  prepare: { to: 'prepare', name: 'Prepare' },
  plan: { to: 'plan', name: 'Plan and coat' },
  hand_over: { to: 'hand-over', name: 'Hand over' },
}

const edges = { done: 'border-primary', here: 'border-accent', ahead: 'border-base-300' }

/** How far along the work a piece is: the index of the station it stands at. */
function station(piece: Piece): number {
  switch (piece.stage) {
    case 'choose':
      return 2
    case 'plan':
      return 3
    case 'coat':
    case 'wait':
      return 4
    default:
      return 5
  }
}

/** The order of the work as a line; done to the left, ahead to the right. */
function WorkLine({ piece }: { piece: Piece }) {
  const line = useRef<HTMLElement>(null)
  const { pathname } = useLocation()
  useEffect(() => {
    line.current
      ?.querySelector('[aria-current=page]')
      ?.scrollIntoView({ block: 'nearest', inline: 'center', behavior: 'instant' })
  }, [pathname])
  const at = station(piece)
  const zones = piece.input.zones.length
  const seen = piece.input.zones.filter((z) => z.inspection).length
  return (
    <nav ref={line} aria-label="Order of the work" className="no-print mb-5 flex overflow-x-auto">
      {order.map((key, i) => {
        const closed = i > 3 && !anyChosen(piece)
        const unseen = key === 'inspect' && seen < zones
        const done = !unseen && (piece.stage === 'handed_over' || i < at)
        const here = !unseen && i === at ? 'here' : 'ahead'
        const mark = done ? 'done' : here
        const look = `flex min-h-12 flex-1 flex-col justify-center whitespace-nowrap border-t-[5px] px-2 pt-1 ${edges[mark]}`
        const label = (
          <>
            {stations[key].name}
            <span className="text-sm opacity-85">
              {unseen
                ? seen === 0
                  ? 'taken as bare'
                  : `${seen} of ${zones} zones seen`
                : mark === 'done'
                  ? 'done'
                  : mark === 'here'
                    ? 'now'
                    : closed
                      ? 'choose first'
                      : '\u00a0'}
            </span>
          </>
        )
        return closed ? (
          <span key={key} className={`${look} opacity-75`}>
            {label}
          </span>
        ) : (
          <NavLink
            key={key}
            to={stations[key].to}
            className={({ isActive }) => `${look} ${isActive ? 'bg-base-200 font-bold' : 'hover:bg-base-200'}`}
          >
            {label}
          </NavLink>
        )
      })}
    </nav>
  )
}

export const anyChosen = (piece: Piece) => piece.systems.some((s) => s.length > 0)

export const usePieceQuery = (id: string) => useQuery(pieceQuery(Number(id)))

export const usePiece = () => useOutletContext<Piece>()

function about({ input, number }: Piece): string {
  const zones = input.zones.length === 1 ? input.zones[0]!.name : `${input.zones.length} zones`
  return [
    zones,
    input.alike > 1 && `${input.alike} alike`,
    input.owner === 'customer' && 'a customer’s',
    input.site.onSite && 'on site',
    `no. ${number}`,
  ]
    .filter(Boolean)
    .join(' · ')
}

/** What every view of one piece shares: its name and where it stands. */
export function PieceFrame() {
  const { id = '' } = useParams()
  const query = usePieceQuery(id)
  const card = useMatch('/pieces/:id/hand-over') // the card prints with a heading of its own
  return (
    <Answered query={query} what="the piece">
      {(piece) => (
        <>
          <header className={`mb-3 flex flex-wrap items-baseline gap-x-4 ${card ? 'no-print' : ''}`}>
            <h1>{piece.input.name}</h1>
            <p className="opacity-85">{about(piece)}</p>
            <span className="no-print flex flex-wrap sm:ml-auto">
              <NavLink to="reckon" className="btn btn-ghost">
                <CalculatorIcon size={18} aria-hidden="true" /> Work out
              </NavLink>
              <NavLink to="money" className="btn btn-ghost">
                <Coins size={18} aria-hidden="true" /> Money
              </NavLink>
            </span>
          </header>
          <WorkLine piece={piece} />
          <Outlet context={piece} />
        </>
      )}
    </Answered>
  )
}
