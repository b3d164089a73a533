import type { Coat } from './BuildUp'
import { useShow } from './show'
import { BasisMark, VerdictMark, verdicts } from './verdict'

/** Why a join is judged as it is: when, what to prepare, what fails if not, and on what basis. */
export function JoinReason({ coat, ground }: { coat: Coat; ground: string }) {
  const show = useShow()
  const { join } = coat
  return (
    <div className="border-l-4 bg-base-200 p-4" style={{ borderColor: verdicts[join.verdict].colour }} aria-live="polite">
      <p className="font-bold">
        {coat.product.name} over {ground}
      </p>
      <p className="my-1 flex flex-wrap items-center gap-x-2">
        <VerdictMark verdict={join.verdict} /> {verdicts[join.verdict].meaning}.
      </p>
      {join.earliestH > 0 && (
        <p>
          Not before <b>{show.hours(join.earliestH)}</b> <BasisMark basis={join.waitBasis} />
          {join.waitBasis === 'estimate' && join.labelH > 0 && `, ${show.hours(join.labelH)} in the label’s climate`}
          {join.latestH > 0 ? (
            <>
              ; keyed first after <b>{show.hours(join.latestH)}</b>.
            </>
          ) : (
            '; no latest time.'
          )}
        </p>
      )}
      {join.preparations.length > 0 && (
        <ul className="my-2 list-disc pl-5">
          {join.preparations.map((p) => (
            <li key={p}>{p}.</li>
          ))}
        </ul>
      )}
      {join.findings.length === 0 && <p className="mt-2">Nothing in the trade’s rules speaks against it: the coat below only has to be dry enough.</p>}
      <ul className="mt-2 space-y-2">
        {join.findings.map((f) => (
          <li key={f.rule}>
            {f.reason} {f.failure && <span>If ignored: {f.failure}.</span>} {f.wayOut && <span>Instead: {f.wayOut}</span>}{' '}
            <span className="whitespace-nowrap text-sm opacity-85">
              rule {f.rule}, <BasisMark basis={f.basis} />
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
