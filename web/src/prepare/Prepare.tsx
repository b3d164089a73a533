import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Printer } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, Problem, type Piece, type Preparation } from '../api/client'
import { actions } from '../inspect/words'
import { Jobs } from '../ui/Jobs'
import { usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { AnswerLine } from '../ui/verdict'
import { pieceChanged, preparationQuery } from '../api/queries'
import { useSave } from '../api/saving'

/** The preparation of the whole piece, for the bench and for paper. */
export function PrepareView() {
  const piece = usePiece()
  const query = useQuery(preparationQuery(piece))
  return (
    <Answered query={query} what="the preparation">
      {(preparation) => <Preparing piece={piece} preparation={preparation} />}
    </Answered>
  )
}

function Preparing({ piece, preparation }: { piece: Piece; preparation: Preparation }) {
  const client = useQueryClient()
  const show = useShow()
  const [moved, setMoved] = useState('')
  const { jobs } = preparation
  const keep = useSave({
    send: (order: string[], headers) =>
      api.PUT('/pieces/{id}/preparation', {
        headers,
        params: { path: { id: piece.id } },
        body: { version: piece.version, order },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  const move = (from: number, to: number) => {
    const keys = jobs.map((j) => j.key)
    keys.splice(to, 0, ...keys.splice(from, 1))
    setMoved(jobs[from]!.key)
    keep.mutate(keys)
  }
  const fault = keep.error instanceof Problem ? keep.error.at('/order') : undefined
  const waits = jobs.filter((j) => !j.after).reduce((sum, j) => sum + j.waitH, 0)
  return (
    <section aria-label="Preparation of the whole piece">
      <div className="mb-3 flex flex-wrap items-start justify-between gap-4">
        <div>
          <p className="text-xl">
            <b>{show.minutes(preparation.handsOnMin)}</b> by hand in {jobs.length} steps
            {waits > 0 && `, up to ${show.hours(waits)} of drying between`}.
          </p>
          <p>
            Shared work is done once; hidden faces first, the best face last. Numbers as in the plan.{' '}
            <i className="text-sm">Minutes are practice; a stubborn finish takes half as long again.</i>
          </p>
        </div>
        <div className="no-print flex flex-wrap gap-2">
          {!preparation.usualOrder && (
            <button type="button" className="btn btn-ghost" onClick={() => keep.mutate([])} disabled={keep.isPending}>
              Back to the usual order
            </button>
          )}
          <button type="button" className="btn btn-outline" onClick={() => window.print()}>
            <Printer size={18} aria-hidden="true" /> Print the preparation
          </button>
        </div>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_20rem] print:block">
        <div>
          <Jobs
            jobs={jobs}
            zones={preparation.zones.map((z) => z.name)}
            fault={fault ? { key: moved, why: fault } : undefined}
            move={piece.stage === 'handed_over' ? undefined : move}
          />
          {keep.error && !fault && <ProblemNote problem={keep.error} />}
        </div>
        <aside className="self-start bg-base-200 p-4 print-whole print:mt-4" aria-labelledby="zones-prepared">
          <h2 id="zones-prepared" className="mb-2">
            What was decided
          </h2>
          <ul className="space-y-2">
            {preparation.zones.map((z, i) => (
              <li key={z.name}>
                <b>{z.name}</b>, {z.material}
                <span className="block text-sm">
                  {z.oldFinish === '' ? (
                    <>
                      not inspected, taken as bare.{' '}
                      <Link className="no-print link font-semibold" to={`../inspect/${piece.input.zones[i]?.id}`}>
                        Inspect it
                      </Link>
                    </>
                  ) : (
                    `${z.oldFinish}: ${actions[z.action]}`
                  )}
                </span>
                <span className="block text-sm">
                  {z.firstCoat
                    ? `first coat: ${z.firstCoat}`
                    : 'no system chosen: prepared for a water-carried clear, which asks the most'}
                </span>
                {z.answer && <AnswerLine answer={z.answer} />}
              </li>
            ))}
          </ul>
        </aside>
      </div>
    </section>
  )
}
