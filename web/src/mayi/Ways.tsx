import type { Verdict, Way } from '../api/client'
import { useShow } from '../ui/show'
import { VerdictMark } from '../ui/verdict'

function head(w: Way): string {
  if (w.removal) return 'Take it off: '
  if (w.instead) return 'Instead: '
  return w.steps.length === 1 ? 'Wait: ' : 'Between: '
}

/** The cheapest ways past a join that is refused or doubtful. */
export function Ways({ ways, asked }: { ways: Way[]; asked: Verdict }) {
  const show = useShow()
  if (ways.length === 0) {
    return asked === 'refuse' ? (
      <p className="mt-5 border-l-4 border-base-300 p-3">
        No coat between and no other coat of this shelf makes it good: it has to come off, or stay as it is.
      </p>
    ) : null
  }
  return (
    <section aria-labelledby="ways" className="mt-6">
      <h2 id="ways" className="mb-2">
        The way through
      </h2>
      <ol className="space-y-3">
        {ways.map((w, i) => (
          <li key={i} className="border-l-4 border-base-300 pl-3">
            <p className="flex flex-wrap items-baseline gap-x-3">
              <b>{head(w)}</b>
              {w.removal && <span>{w.removal.title}, then </span>}
              <span>
                {w.steps.map((s, k) => (
                  <span key={k}>
                    {k > 0 && ', then '}
                    <b>{s.coat.name}</b>
                  </span>
                ))}
              </span>
              <VerdictMark verdict={w.verdict} />
              <span>{w.waitH > 0 ? `${show.hours(w.waitH)} of waiting` : 'no waiting'}</span>
              {w.toBuy && <span className="font-semibold text-accent">to buy</span>}
            </p>
            {w.removal && (
              <p className="text-sm">
                {show.number(w.removal.minutesPerM2)} min per m² on flat faces, twice that on moulded ones.{' '}
                {w.removal.risk}
              </p>
            )}
            {w.steps.some((s) => s.join.preparations.length > 0) && (
              <p className="text-sm">{[...new Set(w.steps.flatMap((s) => s.join.preparations))].join('; ')}.</p>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}
