import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, type Bench, type BenchPiece, type Strip, type Turn } from '../api/client'
import { trialTaken, tryQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { ClockStrip } from '../ui/ClockStrip'
import { lanesOf } from '../ui/lanes'
import { useShow } from '../ui/show'
import { useSettled } from '../ui/useSettled'
import { MoveHandle } from './MoveHandle'
import { PieceHead, way } from './PieceHead'
import { bodyOf, moved, nothingTried, triesSomething, type Trial } from './trial'
import { TrialPanel } from './TrialPanel'

const DAY = 86_400_000 // ms
const DAYS = [10, 40] as const
const MANY = 12 // pieces, from which forty days are looked over rather than read
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
export function RoomStrip({ bench, now, first }: { bench: Bench; now: string; first?: Turn }) {
  const [days, setDays] = useState<(typeof DAYS)[number]>(DAYS[0])
  const trying = useTrial(bench)
  const shown = trying.tried?.bench ?? bench
  const planned = shown.pieces.filter((p) => p.plan)
  const strip = { ...shown.strip, now }
  const entryOf = (id: number) => planned.find((p) => p.piece.id === id)!
  const folds = useFolds(planned, now)
  const dense = days === DAYS[1] && planned.length > MANY
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
        <button type="button" className="btn" onClick={() => folds.all(!folds.any)}>
          {folds.any ? 'Fold all pieces' : 'Open all pieces'}
        </button>
        {!trying.on && (
          <button type="button" className="btn" onClick={trying.begin}>
            Try a change
          </button>
        )}
      </div>
      {trying.on && <TrialPanel {...trying.panel} pieces={bench.pieces.filter((p) => p.plan)} now={now} />}
      <ClockStrip
        strip={upTo(strip, days)}
        least={LEAST[days]}
        lanes={planned.flatMap((p) => lanesOf(p.piece, p.plan!))}
        pieces={{
          head: (lane) => <PieceHead entry={entryOf(lane.pieceId)} now={now} first={first} />,
          name: (lane) => (
            <Link
              to={way(entryOf(lane.pieceId))}
              className={`flex items-center pr-1 font-semibold hover:underline ${dense ? 'h-6 text-xs' : 'min-h-11 text-sm'}`}
            >
              <span className={dense ? 'truncate' : 'line-clamp-3 leading-tight sm:line-clamp-2'}>{lane.piece}</span>
            </Link>
          ),
          dense,
          opened: folds.opened,
          toggle: folds.toggle,
        }}
        over={
          trying.on
            ? (lane, at, momentAt) => (
                <MoveHandle
                  key={lane.key}
                  lane={lane}
                  at={at}
                  momentAt={momentAt}
                  now={now}
                  move={(to) => trying.move(lane.pieceId, to)}
                />
              )
            : undefined
        }
      />
    </>
  )
}

/** Which pieces lie open. */
function useFolds(planned: BenchPiece[], now: string) {
  const [turned, setTurned] = useState<Record<number, boolean>>({})
  const entryOf = (id: number) => planned.find((p) => p.piece.id === id)!
  const opened = (id: number) => turned[id] ?? soon(entryOf(id), now) ?? false
  return {
    opened,
    any: planned.some((p) => opened(p.piece.id)),
    all: (open: boolean) => setTurned(Object.fromEntries(planned.map((p) => [p.piece.id, open]))),
    toggle: (id: number) => setTurned((was) => ({ ...was, [id]: !opened(id) })),
  }
}

/** What is tried on the calendar, what the server says to it, and how it is taken or dropped. */
function useTrial(bench: Bench) {
  const client = useQueryClient()
  const { workshop } = useShow()
  const [trial, set] = useState<Trial>()
  const settled = useSettled(trial ?? nothingTried)
  const body = bodyOf(settled, bench.pieces)
  const asked = trial !== undefined && triesSomething(settled)
  const query = useQuery({ ...tryQuery(body, bench.strip.now), enabled: asked })
  const take = useSave({
    send: (_: void, headers) =>
      api.POST('/calendar/take', {
        headers,
        body: { trial: bodyOf(trial ?? nothingTried, bench.pieces), version: workshop?.version ?? 0 },
      }),
    onSuccess: async () => {
      await trialTaken(client)
      set(undefined)
    },
  })
  const tried = asked ? query.data : undefined
  return {
    on: trial !== undefined,
    begin: () => set(nothingTried),
    move: (pieceId: number, at: string | undefined) => set((was) => moved(was ?? nothingTried, pieceId, at)),
    tried,
    panel: {
      trial: trial ?? nothingTried,
      set,
      workshop,
      tried,
      error: (asked ? query.error : null) ?? take.error,
      take: () => take.mutate(),
      taking: take.isPending,
      drop: () => {
        take.reset()
        set(undefined)
      },
    },
  }
}
