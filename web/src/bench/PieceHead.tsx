import { Link } from 'react-router'
import type { BenchPiece, Turn } from '../api/client'
import { Done } from '../log/Done'
import { Feels } from '../log/Feels'
import { nextToTell } from '../log/steps'
import { useWaiting } from '../log/tell'
import { useShow } from '../ui/show'
import { WaitsFor } from './Now'

/** Where pressing a piece leads: to the view of the work it stands at. */
export function way({ piece }: BenchPiece): string {
  const view = piece.stage === 'choose' ? 'choose' : piece.stage === 'hand_over' ? 'hand-over' : 'plan'
  return `/pieces/${piece.id}/${view}`
}

/** The next thing to do, in a line: what, from when, before when. */
function NextLine({ entry, now }: { entry: BenchPiece; now: string }) {
  const show = useShow()
  const { next } = entry.piece
  return (
    <span>
      {next.text}
      {next.at && (new Date(next.at) > new Date(now) ? ` from ${show.moment(next.at, now)}` : ' now')}
      {next.closes && <span className="font-semibold text-accent">, before {show.moment(next.closes, now)}</span>}
    </span>
  )
}

/** A piece in a line. The first act of the room is told where it stands, above. */
export function PieceHead({ entry, now, first }: { entry: BenchPiece; now: string; first?: Turn }) {
  const show = useShow()
  const { piece, plan } = entry
  const inWork = piece.stage === 'coat' || piece.stage === 'plan'
  const waiting = useWaiting(piece)
  const next = plan && inWork ? nextToTell(piece, plan, waiting, now) : undefined
  const above = next && first?.pieceId === piece.id && plan?.steps[first.step] === next
  return (
    <div className="flex w-full items-center justify-between gap-2 pr-2">
      <Link
        to={way(entry)}
        className="block max-h-[168px] min-w-0 overflow-hidden px-3 leading-tight hover:underline sm:flex sm:max-h-11 sm:flex-wrap sm:gap-x-3"
      >
        <span className="block font-bold">{piece.input.name}</span>
        {plan?.zones.map(
          (z) =>
            z.held &&
            z.held.until > now && (
              <span key={z.name} className="block font-semibold text-accent">
                {plan.zones.length > 1 && `${z.name}: `}
                {z.held.sign}
              </span>
            ),
        )}
        {plan?.zones.map(
          (z) =>
            z.answer &&
            z.doubts.some((d) => d.open) && (
              <span key={z.name} className="block font-semibold text-accent">
                {plan.zones.length > 1 && `${z.name}: `}
                {z.answer.headline}
              </span>
            ),
        )}
        {plan?.air.slice(0, 1).map((said) => (
          <span key={said} className="block text-sm text-warning">
            {said}
          </span>
        ))}
        <NextLine entry={entry} now={now} />
        <WaitsFor waits={plan?.standing?.waits} until={plan?.standing?.until} now={now} />
        {plan?.promise && !plan.promise.met && (
          <span className="block font-semibold text-error">{show.hours(plan.promise.marginH)} late</span>
        )}
      </Link>
      <span className="flex flex-wrap justify-end gap-2">
        {plan && next && !above && <Done piece={piece} plan={plan} step={next} now={now} />}
        {plan && <Feels piece={piece} plan={plan} now={now} />}
      </span>
    </div>
  )
}
