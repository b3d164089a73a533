import { useQuery } from '@tanstack/react-query'
import { catalogueQuery } from '../api/queries'
import type { PaceKind, SettingsInput } from '../api/client'
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
  return (
    <fieldset>
      <legend className="text-lg font-bold">Minutes by hand</legend>
      <p className="mb-2 opacity-85">
        Plans count with these. The small figure is practice; what you leave empty is planned so.
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
              </span>
            </summary>
            <ul className="mb-3 grid gap-x-6 sm:grid-cols-2">
              {rows.map((k) => (
                <Row
                  key={k.id}
                  kind={k}
                  own={pace[k.id]}
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
  set,
  wrong,
}: {
  kind: PaceKind
  own: number | undefined
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
    </li>
  )
}
