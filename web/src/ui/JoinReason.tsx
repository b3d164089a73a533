import type { Finding, Judgement } from '../api/client'
import type { Coat } from './BuildUp'
import { useShow } from './show'
import { BasisMark, VerdictMark, verdicts } from './verdict'

const speakers = {
  label: 'Its label says:',
  board: 'Our test board:',
  finisher: 'Decided on this piece:',
} as const

/** Why a join is judged as it is: when, what to prepare, what fails if not, and on what basis. */
export function JoinReason({
  coat,
  join,
  ground,
}: {
  coat: Pick<Coat, 'product' | 'nothing'>
  join: Judgement
  ground: string
}) {
  return (
    <div
      className="border-l-4 bg-base-200 p-4"
      style={{ borderColor: verdicts[join.verdict].colour }}
      aria-live="polite"
    >
      <p className="font-bold">{coat.nothing ? coat.product.name : `${coat.product.name} over ${ground}`}</p>
      <p className="my-1 flex flex-wrap items-center gap-x-2">
        <VerdictMark verdict={join.verdict} /> {!coat.nothing && `${verdicts[join.verdict].meaning}.`}
      </p>
      {coat.nothing && join.findings.length === 0 ? (
        <p>Nothing goes on, and nothing in the trade’s rules speaks against that.</p>
      ) : (
        <Reasons join={join} />
      )}
    </div>
  )
}

/** The wait, the preparation unless it is told already, and every rule that spoke; what a label or a board said, and what it overrode. */
export function Reasons({ join, worked = false }: { join: Judgement; worked?: boolean }) {
  const show = useShow()
  const early = join.findings[0]?.rule === 'T1' || join.findings[0]?.rule === 'T1h'
  const useful = join.verdict !== 'refuse' || early // when and how says nothing of what is refused for good
  return (
    <>
      {useful && join.earliestH > 0 && (
        <p>
          {join.soonestH < join.earliestH && (
            <>
              Where the hand finds it hard, from <b>{show.hours(join.soonestH)}</b>;{' '}
            </>
          )}
          {join.soonestH < join.earliestH ? 'surely after ' : 'Not before '}
          <b>{show.hours(join.earliestH)}</b> <BasisMark basis={join.waitBasis} />
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
      {useful && !worked && join.preparations.length > 0 && (
        <ul className="my-2 list-disc pl-5" aria-label="To prepare">
          {[...new Set(join.preparations)].map((p) => (
            <li key={p}>{p}.</li>
          ))}
        </ul>
      )}
      {join.words.map((w) => (
        <p key={w.sense + w.who} className="mt-2 border-l-4 border-primary pl-3">
          <b>{speakers[w.by]}</b> {w.sense}{' '}
          <span className="text-sm opacity-85">
            {w.who}
            {w.when && `, ${show.date(w.when)}`}
          </span>
        </p>
      ))}
      {join.findings.length === 0 && join.words.length === 0 && (
        <p className="mt-2">
          Nothing in the trade’s rules speaks against it: the coat below only has to be dry enough.
        </p>
      )}
      <ul className="mt-2 space-y-2">
        {join.findings.map((f) => (
          <Said key={f.rule} finding={f} />
        ))}
      </ul>
      {join.quieted.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">What was overridden by that</summary>
          <ul className="space-y-2">
            {join.quieted.map((f) => (
              <Said key={f.rule} finding={f} />
            ))}
          </ul>
        </details>
      )}
    </>
  )
}

function Said({ finding: f }: { finding: Finding }) {
  return (
    <li>
      {f.reason} {f.failure && <span>If ignored: {f.failure}.</span>} {f.wayOut && <span>Instead: {f.wayOut}</span>}{' '}
      <span className="whitespace-nowrap text-sm opacity-85">
        rule{' '}
        <a className="link" href={`/handbook#${f.rule}`}>
          {f.rule}
        </a>
        , <BasisMark basis={f.basis} />
      </span>
    </li>
  )
}
