import type { Catalogue } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { Options } from '../ui/Options'
import { useShow } from '../ui/show'
import { BasisMark } from '../ui/verdict'
import type { ZoneDraft } from './draft'
import { firstShape, Measuring } from './Measuring'
import { Ruler } from 'lucide-react'
import { useState } from 'react'
import { faceNames, lookNames } from './words'
import { picked } from '../ui/picked'

interface ZonePart {
  zone: ZoneDraft
  wrong: (field: string, typed: boolean) => string | undefined
  set: (change: Partial<ZoneDraft>) => void
}

/** What is told of one zone: its life, its material, how big it is, how it is to look. */
export function ZoneFields({ catalogue, ...part }: ZonePart & { catalogue: Catalogue }) {
  return (
    <div className="space-y-5">
      <LifeFields {...part} catalogue={catalogue} />
      <SizeFields {...part} catalogue={catalogue} />
      <LookFields {...part} catalogue={catalogue} />
    </div>
  )
}

function LifeFields({ zone, wrong, set, catalogue }: ZonePart & { catalogue: Catalogue }) {
  const material = catalogue.materials.find((m) => m.id === zone.material)
  const use = catalogue.endUses.find((u) => u.id === zone.endUse)
  const groups = [...new Set(catalogue.endUses.map((u) => u.group))]
  return (
    <div className="grid gap-4 sm:grid-cols-2">
      <Field
        label="End use"
        error={wrong('endUse', zone.endUse !== '')}
        hint={use?.gates.length ? `Gates: ${use.gates.map((g) => g.name).join(', ')}` : 'how this zone will live'}
      >
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={zone.endUse}
            onChange={(e) => set({ endUse: e.target.value })}
          >
            <option value="" disabled>
              Choose one
            </option>
            {groups.map((g) => (
              <optgroup key={g} label={g}>
                {catalogue.endUses
                  .filter((u) => u.group === g)
                  .map((u) => (
                    <option key={u.id} value={u.id}>
                      {u.name}
                    </option>
                  ))}
              </optgroup>
            ))}
          </select>
        )}
      </Field>
      <Field
        label="Material"
        error={wrong('material', zone.material !== '')}
        hint={material && <MaterialHint material={material} />}
      >
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={zone.material}
            onChange={(e) => set({ material: e.target.value })}
          >
            <option value="" disabled>
              Choose one
            </option>
            <Options of={catalogue.materials} />
          </select>
        )}
      </Field>
      <Field label="Zone" error={wrong('name', zone.name !== '')}>
        {(ids) => (
          <input {...ids} className="input w-full" value={zone.name} onChange={(e) => set({ name: e.target.value })} />
        )}
      </Field>
      <Field label="Where it lies" hint="hidden faces are worked first, the best face last" error={wrong('face', true)}>
        {(ids) => (
          <select {...ids} className="select w-full" value={zone.face} onChange={(e) => set({ face: e.target.value })}>
            {catalogue.faces.map((f) => (
              <option key={f} value={f}>
                {faceNames[f] ?? f}
              </option>
            ))}
          </select>
        )}
      </Field>
    </div>
  )
}

function areaHint(zone: ZoneDraft): string {
  if (zone.laid && zone.areaM2) return 'rough, from the measurements'
  return zone.measured?.length ? 'from its shapes' : 'or the area by itself'
}

function SizeFields({ zone, wrong, set, catalogue }: ZonePart & { catalogue: Catalogue }) {
  const show = useShow()
  const shapes = zone.measured?.length ?? 0
  const setSides = (lengthM: number | undefined, widthM: number | undefined) =>
    set({
      lengthM,
      widthM,
      measured: undefined,
      laid: false,
      ...(lengthM && widthM ? { areaM2: lengthM * widthM } : {}),
    })
  const [open, setOpen] = useState(false)
  if (open && shapes > 0) return <Measuring zone={zone} wrong={wrong} set={set} catalogue={catalogue} />
  const measure = () => {
    setOpen(true)
    if (shapes === 0) set(firstShape(show.units === 'us'))
  }
  return (
    <>
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
        <Field label="Length" error={wrong('lengthM', zone.lengthM !== undefined)}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={show.measures.side}
              value={zone.lengthM}
              onChange={(v) => setSides(v, zone.widthM)}
            />
          )}
        </Field>
        <Field label="Width" error={wrong('widthM', zone.widthM !== undefined)}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={show.measures.side}
              value={zone.widthM}
              onChange={(v) => setSides(zone.lengthM, v)}
            />
          )}
        </Field>
        <Field label="Area" hint={areaHint(zone)} error={wrong('areaM2', zone.areaM2 !== undefined)}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={show.measures.area}
              value={zone.areaM2}
              onChange={(v) =>
                set({ areaM2: v, lengthM: undefined, widthM: undefined, measured: undefined, laid: false })
              }
            />
          )}
        </Field>
      </div>
      <button type="button" className="btn btn-outline" onClick={measure}>
        <Ruler size={18} aria-hidden="true" />
        {shapes === 0 ? 'Measure it shape by shape' : `Its shapes (${shapes})`}
      </button>
    </>
  )
}

function LookFields({ zone, wrong, set, catalogue }: ZonePart & { catalogue: Catalogue }) {
  const gloss = catalogue.gloss60[catalogue.sheens.indexOf(zone.sheen)]
  return (
    <div>
      <div className="grid gap-2 sm:grid-cols-2" role="radiogroup" aria-label="Look">
        {catalogue.looks.map((l) => (
          <label
            key={l}
            className={`flex min-h-12 cursor-pointer items-center gap-3 rounded-field border px-3 ${picked(zone.look === l)}`}
          >
            <input
              type="radio"
              className="radio radio-sm"
              name={`look-${zone.key}`}
              checked={zone.look === l}
              onChange={() => set({ look: l })}
            />
            <span>
              <b>{lookNames[l].name}</b> <span className="text-sm opacity-85">{lookNames[l].hint}</span>
            </span>
          </label>
        ))}
      </div>
      {wrong('look', true) && <p className="mt-1 text-sm font-semibold text-error">{wrong('look', true)}</p>}
      <div className="mt-3 max-w-80">
        <Field
          label="Sheen"
          error={wrong('sheen', true)}
          hint={gloss && `usually ${gloss[0]} to ${gloss[1]} gloss units at 60° (published, ASTM D523 levels)`}
        >
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={zone.sheen}
              onChange={(e) => set({ sheen: e.target.value })}
            >
              {catalogue.sheens.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </select>
          )}
        </Field>
      </div>
    </div>
  )
}

/** What a finisher must mind of a material, and where that is known from. */
function MaterialHint({ material }: { material: Catalogue['materials'][number] }) {
  return (
    <>
      {material.note}
      {material.note && material.traits.length > 0 && ' '}
      {material.traits.map((t, i) => (
        <span key={t.name}>
          {i > 0 && ', '}
          {t.name}
          {(i === material.traits.length - 1 || material.traits[i + 1]!.basis !== t.basis) && (
            <>
              {' '}
              <BasisMark basis={t.basis} />
            </>
          )}
        </span>
      ))}
      {!material.note && material.traits.length === 0 && 'no peculiarities'}
    </>
  )
}
