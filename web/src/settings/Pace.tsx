import { useQuery } from '@tanstack/react-query'
import { catalogueQuery, learnedQuery } from '../api/queries'
import type { Learned, PaceKind, SettingsInput } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { useShow } from '../ui/show'
import { whole } from '../ui/units'

type Minutes = SettingsInput['pace']

const stages: Record<PaceKind['stage'], string> = {
  laying: 'Laying a coat',
  setting_up: 'Setting up and washing up, each session',
  preparing: 'Preparing a surface',
}

/** The workshop's own minutes; what it does not tell is planned as practice has it. */
export function Pace({
  pace,
  set,
  wrong,
}: {
  pace: Minutes
  set: (pace: Minutes) => void
  wrong: (kind: string) => string | undefined
}) {
  const kinds = useQuery(catalogueQuery).data?.paceKinds ?? []
  const learned = useQuery(learnedQuery).data ?? []
  return (
    <fieldset>
      <legend className="text-lg font-bold">Minutes by hand</legend>
      <p className="mb-2 opacity-85">
        Plans count with these. The small figure is practice; what you leave empty is planned so. Minutes that are told
        at the work teach: use what they come to when you think they are enough.
      </p>
      {Object.entries(stages).map(([stage, title]) => {
        const rows = kinds.filter((k) => k.stage === stage)
        const own = rows.filter((k) => k.id in pace).length
        const amiss = rows.some((k) => wrong(k.id))
        return (
          <details key={stage} className="border-t border-base-300" open={amiss || undefined}>
            <summary className="min-h-12 cursor-pointer py-3 font-semibold">
              {title}
              <span className="ml-2 font-normal opacity-85">
                {own === 0 ? 'as practice has it' : `${own} of your own`}
                {learned.some((l) => rows.some((k) => k.id === l.work)) && ', with minutes told at the work'}
              </span>
            </summary>
            <ul className="mb-3 grid gap-x-6 sm:grid-cols-2">
              {rows.map((k) => (
                <Row
                  key={k.id}
                  kind={k}
                  own={pace[k.id]}
                  learned={learned.find((l) => l.work === k.id)}
                  wrong={wrong(k.id)}
                  set={(minutes) => {
                    const rest = Object.entries(pace).filter(([id]) => id !== k.id)
                    set(Object.fromEntries(minutes === undefined ? rest : [...rest, [k.id, minutes]]))
                  }}
                />
              ))}
            </ul>
          </details>
        )
      })}
    </fieldset>
  )
}

function Row({
  kind,
  own,
  learned,
  set,
  wrong,
}: {
  kind: PaceKind
  own: number | undefined
  learned: Learned | undefined
  set: (minutes: number | undefined) => void
  wrong: string | undefined
}) {
  const show = useShow()
  const measure = kind.stage === 'setting_up' ? whole('min') : show.measures.pace
  return (
    <li className="py-2">
      <Field label={kind.name} hint={`practice: ${show.measure(measure, kind.minutes)}`} error={wrong}>
        {(ids) => <MeasureInput {...ids} measure={measure} value={own} onChange={set} />}
      </Field>
      {learned && <Taught learned={learned} use={() => set(learned.perM2)} used={own === learned.perM2} />}
    </li>
  )
}

/** What told minutes teach of a kind of work, and on how many jobs that rests. */
function Taught({ learned, use, used }: { learned: Learned; use: () => void; used: boolean }) {
  const show = useShow()
  const pace = (v: number) => show.measure(show.measures.pace, v)
  const parts = [...learned.who, ...learned.face]
  return (
    <div className="mt-1 text-sm">
      <p className="flex flex-wrap items-center gap-x-3">
        <span>
          Told at the work: <b>{pace(learned.perM2)}</b>, the middle of{' '}
          {learned.jobs === 1 ? 'one job' : `${learned.jobs} jobs`}
          {learned.jobs > 1 && ` (${pace(learned.least)} to ${pace(learned.most)})`}
        </span>
        {used ? (
          <b>used</b>
        ) : (
          <button type="button" className="btn btn-ghost" onClick={use}>
            Use it
          </button>
        )}
      </p>
      {parts.length > 0 && (
        <p className="opacity-85">
          {parts.map((p) => `${p.of === '' ? 'nobody said' : p.of}: ${pace(p.perM2)} (${p.jobs})`).join(' · ')}
        </p>
      )}
    </div>
  )
}
