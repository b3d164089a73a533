import { useState } from 'react'
import { Link } from 'react-router'
import type { BenchPiece, Strip, Turn } from '../api/client'
import { ClockStrip } from '../ui/ClockStrip'
import { lanesOf } from '../ui/lanes'
import { PieceHead, way } from './PieceHead'

const DAY = 86_400_000 // ms
const DAYS = [10, 40] as const
const LEAST = { 10: 7, 40: 2.4 } // px for an hour that somebody works

/** Up to a moment, what a strip holds. */
function upTo(strip: Strip, days: number): Strip {
  const end = Math.min(Date.parse(strip.to), Date.parse(strip.now) + days * DAY)
  const before = (t: string) => Date.parse(t) < end
  return {
    ...strip,
    to: new Date(end).toISOString(),
    open: strip.open.filter((o) => before(o.from)),
    midnights: strip.midnights.filter(before),
  }
}

/** Whether a piece asks for hands by tomorrow: it lies open until somebody folds it. */
function soon({ piece, plan }: BenchPiece, now: string) {
  const first = plan?.steps[0]?.work[0]?.from
  const began = first !== undefined && Date.parse(first) < Date.parse(now) + DAY
  return piece.stage !== 'plan' || began || plan?.zones.some((z) => z.held || z.doubts.length > 0)
}

/** All pieces on one strip: those that ask for hands soon opened, the others a lane each. */
export function RoomStrip({ strip, planned, first }: { strip: Strip; planned: BenchPiece[]; first?: Turn }) {
  const [turned, setTurned] = useState<Record<number, boolean>>({})
  const [days, setDays] = useState<(typeof DAYS)[number]>(DAYS[0])
  const entryOf = (id: number) => planned.find((p) => p.piece.id === id)!
  const opened = (id: number) => turned[id] ?? soon(entryOf(id), strip.now) ?? false
  const anyOpen = planned.some((p) => opened(p.piece.id))
  const all = (open: boolean) => setTurned(Object.fromEntries(planned.map((p) => [p.piece.id, open])))
  return (
    <>
      <div className="no-print mb-2 flex flex-wrap items-center gap-2">
        <div className="join" role="group" aria-label="How far the strip looks ahead">
          {DAYS.map((d) => (
            <button
              key={d}
              type="button"
              className={`btn join-item ${d === days ? 'btn-primary' : ''}`}
              aria-pressed={d === days}
              onClick={() => setDays(d)}
            >
              {d} days
            </button>
          ))}
        </div>
        <button type="button" className="btn" onClick={() => all(!anyOpen)}>
          {anyOpen ? 'Fold all pieces' : 'Open all pieces'}
        </button>
      </div>
      <ClockStrip
        strip={upTo(strip, days)}
        least={LEAST[days]}
        lanes={planned.flatMap((p) => lanesOf(p.piece, p.plan!))}
        pieces={{
          head: (lane) => <PieceHead entry={entryOf(lane.pieceId)} now={strip.now} first={first} />,
          name: (lane) => (
            <Link
              to={way(entryOf(lane.pieceId))}
              className="line-clamp-2 py-1 pr-1 text-sm font-semibold leading-tight hover:underline"
            >
              {lane.piece}
            </Link>
          ),
          opened,
          toggle: (id) => setTurned((was) => ({ ...was, [id]: !opened(id) })),
        }}
      />
    </>
  )
}
