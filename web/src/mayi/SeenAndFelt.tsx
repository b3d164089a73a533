import type { Catalogue } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { Tick } from '../ui/Tick'
import { whole } from '../ui/units'
import type { Ground } from './ground'

const known = (v: number | undefined) => (v !== undefined && Number.isNaN(v) ? undefined : v)

/** What the last coat shows to eye, hand and nose; or, on bare wood, what was done to it. Both outrank the clock. */
export function SeenAndFelt({
  g,
  set,
  catalogue,
}: {
  g: Ground
  set: (change: Partial<Ground>) => void
  catalogue: Catalogue
}) {
  const bare = g.oldFinish === '' && g.layers.every((l) => l.pick === '')
  const told = bare
    ? catalogue.treatments.find((t) => t.id === g.treated)?.name
    : [...catalogue.signs.filter((s) => g.seen.includes(s.id)).map((s) => s.name), g.hoursUnknown && 'age unknown']
        .filter(Boolean)
        .join(', ')
  return (
    <details className="border-t border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">{bare ? 'What was done to the wood' : 'Seen and felt on it'}</b>{' '}
        <span className="opacity-85">{told || (bare ? 'only sanded' : 'nothing told')}</span>
      </summary>
      {bare ? (
        <Treated g={g} set={set} catalogue={catalogue} />
      ) : (
        <>
          <p className="mb-2 text-sm opacity-85">
            Try where it is thickest and coolest. A bad sign stops, whatever the clock says.
          </p>
          <div className="flex flex-wrap gap-2">
            {catalogue.signs.map((s) => (
              <Tick
                key={s.id}
                label={s.name}
                checked={g.seen.includes(s.id)}
                set={(on) => set({ seen: on ? [...g.seen, s.id] : g.seen.filter((x) => x !== s.id) })}
              />
            ))}
            <Tick
              label="nobody knows when it went on"
              checked={g.hoursUnknown}
              set={(hoursUnknown) => set({ hoursUnknown })}
            />
          </div>
        </>
      )}
      <div className="grid grid-cols-2 gap-3 py-3">
        <Field label="In from the cold" hint="leave empty if it was not">
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={whole('h ago')}
              value={g.warmingH}
              onChange={(v) => set({ warmingH: known(v) })}
            />
          )}
        </Field>
        {!bare && (
          <Field label="Its coats today">
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={whole('')}
                value={g.coatsToday || undefined}
                onChange={(v) => set({ coatsToday: known(v) ?? 0 })}
              />
            )}
          </Field>
        )}
      </div>
    </details>
  )
}

function Treated({ g, set, catalogue }: { g: Ground; set: (change: Partial<Ground>) => void; catalogue: Catalogue }) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="It was">
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={g.treated}
            onChange={(e) => set({ treated: e.target.value })}
          >
            <option value="">only sanded</option>
            {catalogue.treatments.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </select>
        )}
      </Field>
      {g.treated && (
        <>
          <Field label="How long ago">
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={whole('h ago')}
                value={g.treatedH}
                onChange={(v) => set({ treatedH: known(v) })}
              />
            )}
          </Field>
          <Tick label="rinsed or neutralised" checked={g.rinsed} set={(rinsed) => set({ rinsed })} />
        </>
      )}
    </div>
  )
}
