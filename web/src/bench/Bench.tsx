import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link } from 'react-router'
import type { BenchPiece } from '../api/client'
import { Timers } from '../log/Timers'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { useServerNow } from '../api/clock'
import { benchQuery, fetchAhead } from '../api/queries'
import { Now } from './Now'
import { FromBuyers } from './FromBuyers'
import { way } from './PieceHead'
import { RoomAirNow } from './RoomAirNow'
import { RoomStrip } from './RoomStrip'

const NOW_EVERY = 20_000 // ms

/** What lies on the bench is fetched ahead, so that it opens where there is no network. */
function useKeptForLater(pieces: BenchPiece[] | undefined) {
  const client = useQueryClient()
  useEffect(() => {
    if (!pieces) return
    const soon = setTimeout(
      () =>
        void fetchAhead(
          client,
          pieces.map((p) => p.piece),
        ),
      1500,
    )
    return () => clearTimeout(soon)
  }, [client, pieces])
}

export function BenchView() {
  const query = useQuery(benchQuery)
  const show = useShow()
  const now = useServerNow(NOW_EVERY)
  useKeptForLater(query.data?.pieces)
  return (
    <Answered query={query} what="the bench">
      {(bench) => {
        const { pieces, air, strip: seen, now: asked, lateH, boundH, proven } = bench
        const strip = { ...seen, now }
        const planned = pieces.filter((p) => p.plan)
        const waiting = pieces.filter((p) => !p.plan)
        return (
          <>
            <div className="mb-4 flex flex-wrap items-baseline justify-between gap-x-6">
              <h1>On the bench</h1>
              <RoomAirNow air={air} now={strip.now} />
            </div>
            <Timers of={planned.map((p) => ({ piece: p.piece, plan: p.plan! }))} />
            <FromBuyers now={strip.now} />
            {planned.length > 0 && (
              <Now asked={asked} pieces={planned.map((p) => ({ piece: p.piece, plan: p.plan! }))} now={strip.now} />
            )}
            {pieces.length === 0 && (
              <p className="my-6">
                Nothing is on the go.{' '}
                <Link className="link font-semibold" to="/take-in">
                  Take in a piece
                </Link>
                : say what it is for, and Firmitas finds what may go on it.
              </p>
            )}
            {waiting.length > 0 && (
              <section className="mb-6" aria-labelledby="to-choose">
                <h2 id="to-choose" className="mb-1">
                  Waiting for a choice
                </h2>
                <ul className="divide-y divide-base-300 border-y border-base-300">
                  {waiting.map((p) => (
                    <li key={p.piece.id} className="flex flex-wrap items-center gap-x-4 py-2">
                      <span className="min-w-0 flex-1 font-bold">{p.piece.input.name}</span>
                      {p.piece.input.promised && (
                        <span className="opacity-85">promised {show.moment(p.piece.input.promised, strip.now)}</span>
                      )}
                      <Link to={way(p)} className="btn btn-primary">
                        {p.piece.next.text}
                      </Link>
                    </li>
                  ))}
                </ul>
              </section>
            )}
            {planned.length > 0 && (
              <section aria-labelledby="planned" className="mb-6">
                <h2 id="planned" className="mb-2">
                  In hand, earliest promise first
                </h2>
                {lateH > 0 && (
                  <p className="mb-2 font-semibold text-error">
                    {proven || show.hours(lateH) === show.hours(boundH)
                      ? `Promises are missed by ${show.hours(lateH)} in all, and no other order of the work would make that less.`
                      : `Promises are missed by ${show.hours(lateH)} in all; no order of the work could make that less than ${show.hours(boundH)}.`}
                  </p>
                )}
                <RoomStrip bench={bench} now={strip.now} first={asked.may[0]} />
              </section>
            )}
            <p>
              <Link className="link inline-flex min-h-11 items-center font-semibold" to="/archive">
                Pieces that have been handed over
              </Link>{' '}
              <Link className="no-print link ml-6 inline-flex min-h-11 items-center font-semibold" to="/month">
                The month
              </Link>{' '}
              <Link className="no-print link ml-6 inline-flex min-h-11 items-center font-semibold" to="/shopping">
                What to buy
              </Link>
              <Link className="no-print link ml-6 inline-flex min-h-11 items-center font-semibold" to="/reckon">
                Work something out
              </Link>{' '}
              <Link className="no-print link ml-6 inline-flex min-h-11 items-center font-semibold" to="/reports">
                What the record says
              </Link>{' '}
              <Link className="no-print link ml-6 inline-flex min-h-11 items-center font-semibold" to="/wall">
                For a screen on the wall
              </Link>
            </p>
          </>
        )
      }}
    </Answered>
  )
}
