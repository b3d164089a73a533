import type { Problem } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { whole } from '../ui/units'
import type { Ground } from './ground'

/** The air of this moment, the night's where it differs, and how warm the work itself is. */
export function RoomNow({
  g,
  set,
  problem,
}: {
  g: Ground
  set: (change: Partial<Ground>) => void
  problem: Problem | undefined
}) {
  const show = useShow()
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 gap-3">
        <Field label="Air" error={problem?.at('/air/tempC')}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={show.measures.temp}
              value={g.tempC}
              onChange={(v) => set({ tempC: v ?? NaN })}
            />
          )}
        </Field>
        <Field label="Humidity" error={problem?.at('/air/rh')}>
          {(ids) => (
            <MeasureInput {...ids} measure={whole('% RH')} value={g.rh} onChange={(v) => set({ rh: v ?? NaN })} />
          )}
        </Field>
        <Field label="The work itself" hint="if it was measured" error={problem?.at('/workC')}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={show.measures.temp}
              value={g.workC}
              onChange={(v) => set({ workC: v !== undefined && Number.isNaN(v) ? undefined : v })}
            />
          )}
        </Field>
      </div>
      <Tick
        label="Colder or damper by night"
        checked={g.byNight}
        set={(byNight) => set({ byNight, nightTempC: g.tempC, nightRh: g.rh })}
      />
      {g.byNight && (
        <div className="grid grid-cols-2 gap-3">
          <Field label="Air by night" error={problem?.at('/night/tempC')}>
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={show.measures.temp}
                value={g.nightTempC}
                onChange={(v) => set({ nightTempC: v ?? NaN })}
              />
            )}
          </Field>
          <Field label="Humidity by night" error={problem?.at('/night/rh')}>
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={whole('% RH')}
                value={g.nightRh}
                onChange={(v) => set({ nightRh: v ?? NaN })}
              />
            )}
          </Field>
        </div>
      )}
    </div>
  )
}
