import { Link } from 'react-router'
import type { Inspected, Inspection } from '../api/client'
import type { Show } from '../ui/show'
import { Jobs } from '../ui/Jobs'
import { actions } from './words'
import { picked } from '../ui/picked'

const standings: Record<Inspected['options'][number]['standing'], { word: string; colour: string }> = {
  possible: { word: 'possible', colour: 'text-success' },
  doubtful: { word: 'try a spot first', colour: 'text-warning' },
  ruled_out: { word: 'ruled out', colour: 'text-error' },
}

const STUBBORN = 1.5 // practice: estimates of removal double more often than anything else; half as long again is the rule

/** What may stay and what must go, and the ordered work that follows from the choice. */
export function Decision({
  pieceId,
  inspected,
  action,
  error,
  choose,
  material,
  show,
}: {
  pieceId: number
  inspected: Inspected
  action: Inspection['action']
  error?: string
  choose: (a: Inspection['action']) => void
  material: string
  show: Show
}) {
  const minutes = inspected.jobs.reduce((sum, t) => sum + t.minutes, 0)
  return (
    <div className="space-y-6">
      <section aria-labelledby="what-to-do">
        <h2 id="what-to-do" className="mb-2">
          What to do with it
        </h2>
        {inspected.leadOpen && (
          <p role="alert" className="mb-3 border-l-4 border-error bg-base-200 p-3">
            <b>Caution.</b> It may hold lead. Test before any sanding, scraping or heat; nothing is planned until the
            answer is entered. Local law and licensed trades decide what follows.
          </p>
        )}
        <div role="radiogroup" aria-labelledby="what-to-do" className="space-y-2">
          {inspected.options.map((o) => (
            <label
              key={o.action}
              className={`flex min-h-12 gap-3 rounded-field border p-3 ${picked(o.action === action)}`}
            >
              <input
                type="radio"
                name="action"
                className="radio radio-sm mt-1"
                checked={o.action === action}
                disabled={o.standing === 'ruled_out' && !inspected.leadOpen}
                onChange={() => choose(o.action)}
              />
              <span>
                <b>{actions[o.action]}</b>,{' '}
                <span className={`font-semibold ${standings[o.standing].colour}`}>{standings[o.standing].word}</span>
                {o.minutes > 0 &&
                  `, about ${show.minutes(o.minutes)}, ${show.minutes(STUBBORN * o.minutes)} if it is stubborn`}
                <span className="block">{o.why}</span>
                {o.standing !== 'ruled_out' && o.risk && (
                  <span className="block text-sm">
                    Risk: {o.risk} Opens: {o.opens}.
                  </span>
                )}
              </span>
            </label>
          ))}
        </div>
        {error && <p className="mt-1 font-semibold text-error">{error}</p>}
      </section>
      <section aria-labelledby="preparation">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h2 id="preparation">Preparation, in order</h2>
          <Link className="no-print btn btn-ghost" to={`/pieces/${pieceId}/prepare`}>
            Of the whole piece
          </Link>
        </div>
        <p className="mb-2">
          {show.minutes(minutes)} by hand on {material}
          {inspected.moisturePct !== undefined &&
            `; wood at ${show.number(inspected.moisturePct, 1)} %${inspected.moistureEstimate ? ' (estimate)' : ''}`}
          . <i className="text-sm">Minutes are practice; a stubborn finish takes half as long again.</i>
        </p>
        <Jobs jobs={inspected.jobs} zones={[]} />
      </section>
    </div>
  )
}
