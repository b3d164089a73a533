import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Problem, type Offer as Offered, type Piece } from '../api/client'
import { offerQuery } from '../api/queries'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { useSettled } from '../ui/useSettled'
import { WhenField } from '../ui/When'

/** What a promise would cost the other pieces, before it is given. Nothing is saved by asking. */
export function Offer({ piece, now }: { piece: Piece; now: string }) {
  const [promised, setPromised] = useState('')
  const settled = useSettled(promised)
  const query = useQuery({ ...offerQuery(piece, settled), enabled: settled !== '', retry: false })
  const wrong = query.error instanceof Problem ? query.error.at('/promised') : undefined
  return (
    <details className="no-print mb-4 border-b border-base-300">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Can it be ready for another day?</summary>
      <div className="grid gap-x-8 gap-y-2 pb-4 sm:grid-cols-2">
        <WhenField
          label="Ready for"
          hint="what that costs the others is told before it is promised"
          value={promised || undefined}
          onChange={(iso) => setPromised(iso ?? '')}
          error={wrong}
        />
        <div aria-live="polite">
          {query.error && !wrong && <ProblemNote problem={query.error} />}
          {settled !== '' && query.data && <Answer offer={query.data} promised={settled} now={now} />}
        </div>
      </div>
    </details>
  )
}

function Answer({ offer, promised, now }: { offer: Offered; promised: string; now: string }) {
  const show = useShow()
  const around = offer.around <= promised
  const moved = offer.with <= promised
  const broken = offer.costs.filter((c) => c.lateH > 0)
  return (
    <>
      <p className={`text-lg font-semibold ${moved && broken.length === 0 ? 'text-success' : 'text-error'}`}>
        {around && 'Yes, and no other piece has to wait for it.'}
        {!around && moved && broken.length === 0 && 'Yes, if other pieces wait.'}
        {!around && moved && broken.length > 0 && 'Only if a promise to somebody else is broken.'}
        {!moved && `No: it is ready ${show.moment(offer.with, now)} at the earliest.`}
      </p>
      <p>
        With all others where they are it is ready <b>{show.moment(offer.around, now)}</b>
        {offer.alone < offer.around && <>; alone in the room it would be {show.moment(offer.alone, now)}</>}.
      </p>
      {!around && offer.costs.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {offer.costs.map((c) => (
            <li key={c.pieceId} className={c.lateH > 0 ? 'font-semibold text-error' : ''}>
              {c.piece} is ready {show.hours(c.laterH)} later, {show.moment(c.ready, now)}
              {c.lateH > 0 && `: ${show.hours(c.lateH)} beyond what was promised`}
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
