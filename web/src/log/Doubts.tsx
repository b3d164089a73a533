import type { Piece, Plan } from '../api/client'
import { useShow } from '../ui/show'
import { Look } from './Look'

/** Coats that should not have gone on as they did: what was amiss, until when they are left, and how they are tested. */
export function Doubts({ piece, plan, now }: { piece: Piece; plan: Plan; now: string }) {
  const show = useShow()
  return plan.zones.flatMap((z, i) =>
    z.doubts.map((d) => (
      <div key={d.event} role="status" className="mb-3 border-l-4 border-warning bg-base-200 px-3 py-2">
        <p className="font-bold">
          {plan.zones.length > 1 && `${z.name}, `}
          {d.step}
        </p>
        <p>
          {d.text} {d.open ? 'Leave it until' : 'It was tested since.'}
          {d.open && (
            <>
              {' '}
              <b>{show.moment(d.until, now)}</b>, then pull a tape in a hidden place.
            </>
          )}
        </p>
        {d.open && <Look piece={piece} look={{ title: 'Tape pull', check: 'tape_pull', zones: [i] }} now={now} />}
      </div>
    )),
  )
}
