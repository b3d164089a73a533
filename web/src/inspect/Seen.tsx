import type { Catalogue, Inspected, Inspection } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { Options } from '../ui/Options'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { WordField } from '../ui/TypedFields'
import { ages, conditions, leads } from './words'

interface Part {
  seen: Inspection
  set: (change: Partial<Inspection>) => void
  wrong: (field: string) => string | undefined
}

/** What lies on the zone, and how it is. Lead is asked for where an old film may hold it. */
export function OldFinish({ seen, set, wrong, finishes }: Part & { finishes: Catalogue['finishes'] }) {
  const film = finishes.find((f) => f.id === seen.finish)?.film ?? false
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">The old finish</legend>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="What is on it" error={wrong('finish')} hint="not sure? the finger tests below tell">
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={seen.finish}
              onChange={(e) => set({ finish: e.target.value })}
            >
              <Options of={finishes} />
            </select>
          )}
        </Field>
        {seen.finish !== 'bare' && (
          <WordField
            label="Condition"
            error={wrong('condition')}
            words={conditions}
            value={seen.condition}
            onChange={(condition) => set({ condition })}
          />
        )}
        {film && (
          <WordField
            label="From when"
            error={wrong('age')}
            hint="paint or varnish from before 1978 may hold lead; other countries, other years"
            words={ages}
            value={seen.age}
            onChange={(age) => set({ age })}
          />
        )}
        {film && (seen.age !== 'later' || seen.lead !== 'not_tested') && (
          <WordField
            label="Lead test"
            error={wrong('lead')}
            hint="nothing is sanded, scraped or heated before the answer"
            words={leads}
            value={seen.lead}
            onChange={(lead) => set({ lead })}
          />
        )}
      </div>
      <div className="mt-3">
        <Tick
          label="Old, signed or of value: nothing goes on that cannot come off again"
          checked={seen.valued ?? false}
          set={(valued) => set({ valued })}
        />
      </div>
    </fieldset>
  )
}

const percent = { unit: '%', digits: 1, fromSI: (v: number) => v, toSI: (v: number) => v }
const millimetres = { unit: 'mm', digits: 1, fromSI: (v: number) => v, toSI: (v: number) => v }

// The air of a heated room, where only half of it is told.
const HEATED_C = 20
const HEATED_RH = 50

/** What a meter or a caliper says; without a meter, the air that the wood stood in. */
export function Measured({
  seen,
  set,
  wrong,
  inspected,
  veneered,
}: Part & { inspected: Inspected | undefined; veneered: boolean }) {
  const show = useShow()
  return (
    <fieldset className="grid grid-cols-2 gap-4 sm:grid-cols-3">
      <legend className="mb-2 text-lg font-bold">Measured</legend>
      <Field label="Wood moisture" error={wrong('moisturePct')} hint="by the meter">
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={percent}
            value={seen.moisturePct}
            onChange={(moisturePct) => set({ moisturePct })}
          />
        )}
      </Field>
      {seen.moisturePct === undefined && (
        <>
          <Field label="It stood in" error={wrong('stoodIn')} hint="no meter? air it stood in for weeks">
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={show.measures.temp}
                value={seen.stoodIn?.tempC}
                onChange={(tempC) =>
                  set({ stoodIn: tempC === undefined ? undefined : { rh: HEATED_RH, ...seen.stoodIn, tempC } })
                }
              />
            )}
          </Field>
          <Field
            label="at a humidity of"
            hint={
              inspected?.moistureEstimate
                ? `wood at about ${show.number(inspected.moisturePct ?? 0, 1)} % (estimate)`
                : undefined
            }
          >
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={percent}
                value={seen.stoodIn?.rh}
                onChange={(rh) =>
                  set({ stoodIn: rh === undefined ? undefined : { tempC: HEATED_C, ...seen.stoodIn, rh } })
                }
              />
            )}
          </Field>
        </>
      )}
      {veneered && (
        <Field label="Veneer" error={wrong('veneerMm')} hint="thickness at an edge">
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={millimetres}
              value={seen.veneerMm}
              onChange={(veneerMm) => set({ veneerMm })}
            />
          )}
        </Field>
      )}
    </fieldset>
  )
}
