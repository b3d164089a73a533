import type { Catalogue } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { Options } from '../ui/Options'
import { Tick } from '../ui/Tick'
import { WordField } from '../ui/TypedFields'
import { whole } from '../ui/units'
import { soilNames, type Ground } from './ground'

const keyWords: Record<Ground['key'], string> = {
  '': 'not at all',
  keyed: 'keyed with paper or a synthetic pad',
  steel_wool: 'rubbed with steel wool',
}
const distressWords: Record<Ground['distress'], string> = {
  '': 'no',
  dry: 'dry, with paper',
  wet: 'wet, with a damp cloth',
}

/** What else may be so of the ground. Closed while nothing is told. */
export function GroundState({
  g,
  set,
  catalogue,
}: {
  g: Ground
  set: (change: Partial<Ground>) => void
  catalogue: Catalogue
}) {
  const told = [
    g.key === 'keyed' && 'keyed',
    g.key === 'steel_wool' && 'steel wool',
    g.cured && 'fully hardened',
    g.unsound && 'does not hold',
    g.heavy > 1 && 'laid thick',
    g.distress && `distressed ${g.distress}`,
    g.sprayed && 'sprayed',
    ...g.soiled.map((s) => soilNames[s]),
  ].filter(Boolean)
  const toggleSoil = (s: string) =>
    set({ soiled: g.soiled.includes(s) ? g.soiled.filter((x) => x !== s) : [...g.soiled, s] })
  return (
    <details className="border-y border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">Its state and its life</b>{' '}
        <span className="opacity-85">{told.join(', ') || 'clean, as it dried'}</span>
      </summary>
      <div className="space-y-4 pb-4">
        <WordField label="How it was abraded" words={keyWords} value={g.key} onChange={(key) => set({ key })} />
        <div className="grid grid-cols-2 gap-3">
          <Field label="How thick it was laid">
            {(ids) => (
              <select
                {...ids}
                className="select w-full"
                value={g.heavy}
                onChange={(e) => set({ heavy: Number(e.target.value) })}
              >
                <option value={1}>as its label has it</option>
                <option value={1.5}>half as thick again</option>
                <option value={2}>twice as thick</option>
              </select>
            )}
          </Field>
          <WordField
            label="Distressed"
            words={distressWords}
            value={g.distress}
            onChange={(distress) => set({ distress })}
          />
        </div>
        <div className="flex flex-wrap gap-2" role="group" aria-label="State">
          <Tick label="Fully hardened" checked={g.cured} set={(cured) => set({ cured })} />
          <Tick label="Flakes or lifts" checked={g.unsound} set={(unsound) => set({ unsound })} />
          <Tick label="The next coat is sprayed" checked={g.sprayed} set={(sprayed) => set({ sprayed })} />
        </div>
        <div className="flex flex-wrap gap-2" role="group" aria-label="What lies on it">
          {catalogue.soils.map((s) => (
            <Tick key={s} label={soilNames[s] ?? s} checked={g.soiled.includes(s)} set={() => toggleSoil(s)} />
          ))}
        </div>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Wood moisture">
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={whole('%')}
                value={g.moisturePct}
                onChange={(moisturePct) =>
                  set({ moisturePct: moisturePct && Number.isNaN(moisturePct) ? undefined : moisturePct })
                }
              />
            )}
          </Field>
          <Field label="Mixed" hint="two-part coats">
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={whole('h ago')}
                value={g.mixedH}
                onChange={(mixedH) => set({ mixedH: mixedH && Number.isNaN(mixedH) ? undefined : mixedH })}
              />
            )}
          </Field>
        </div>
        <Field label="End use">
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={g.endUse}
              onChange={(e) => set({ endUse: e.target.value })}
            >
              <option value="">whatever its life</option>
              <Options of={catalogue.endUses} />
            </select>
          )}
        </Field>
      </div>
    </details>
  )
}
