import { Plus } from 'lucide-react'
import type { Catalogue, Problem, Product } from '../api/client'
import { CoatSelect } from '../ui/CoatSelect'
import { WordField } from '../ui/TypedFields'
import { Field, MeasureInput } from '../ui/Field'
import { Options } from '../ui/Options'
import { whole } from '../ui/units'
import type { Ground } from './ground'

type Layer = Ground['layers'][number]

/** The ground, from its material up to the last coat. */
export function OnIt({
  g,
  set,
  setLayer,
  catalogue,
  products,
  problem,
}: {
  g: Ground
  set: (change: Partial<Ground>) => void
  setLayer: (i: number, change: Partial<Layer>) => void
  catalogue: Catalogue
  products: Product[]
  problem: Problem | undefined
}) {
  return (
    <fieldset className="space-y-3">
      <legend className="mb-1 text-lg font-bold">What is on it</legend>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Material" error={problem?.at('/material')}>
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={g.material}
              onChange={(e) => set({ material: e.target.value })}
            >
              <Options of={catalogue.materials} />
            </select>
          )}
        </Field>
        <Field label="Old finish below" error={problem?.at('/oldFinish')}>
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={g.oldFinish}
              onChange={(e) => set({ oldFinish: e.target.value })}
            >
              <option value="">none</option>
              {catalogue.finishes
                .filter((f) => f.id !== 'bare')
                .map((f) => (
                  <option key={f.id} value={f.id}>
                    {f.name}
                  </option>
                ))}
            </select>
          )}
        </Field>
      </div>
      {g.layers.map((l, i) => (
        <LayerRow
          key={i}
          layer={l}
          name={i === g.layers.length - 1 ? 'Last coat on it' : `Coat ${i + 1} below`}
          wrong={(field) => problem?.at(`/layers/${i}/${field}`)}
          set={(change) => setLayer(i, change)}
          products={products}
          families={catalogue.families}
        />
      ))}
      <button
        type="button"
        className="btn btn-ghost"
        onClick={() =>
          set({ layers: [{ pick: '', coats: 1, sinceH: undefined, wash: false, partly: false }, ...g.layers] })
        }
      >
        <Plus size={16} aria-hidden="true" /> A coat below that
      </button>
    </fieldset>
  )
}

function LayerRow({
  layer,
  name,
  wrong,
  set,
  products,
  families,
}: {
  layer: Layer
  name: string
  wrong: (field: string) => string | undefined
  set: (change: Partial<Layer>) => void
  products: Product[]
  families: Catalogue['families']
}) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_8rem] gap-3">
      <Field label={name} error={wrong('family') ?? wrong('productId')}>
        {(ids) => (
          <CoatSelect
            {...ids}
            value={layer.pick}
            onChange={(pick) => set({ pick })}
            products={products}
            families={families}
            empty="nothing"
          />
        )}
      </Field>
      <Field label="Hours ago" error={wrong('sinceH')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            aria-label={`Hours ago: ${name}`}
            measure={whole('h')}
            value={layer.sinceH}
            onChange={(sinceH) => set({ sinceH: sinceH === undefined || Number.isNaN(sinceH) ? undefined : sinceH })}
          />
        )}
      </Field>
      {layer.pick !== '' && (
        <div className="col-span-2 flex flex-wrap items-center gap-3">
          <WordField
            label={`Coats: ${name}`}
            words={coatWords}
            value={layer.wash ? 'wash' : layer.partly ? 'places' : String(layer.coats)}
            onChange={(told) => set({ wash: told === 'wash', partly: told === 'places', coats: Number(told) || 1 })}
          />
        </div>
      )}
    </div>
  )
}

const coatWords: Record<string, string> = {
  1: 'one coat',
  2: 'two coats',
  3: 'three coats',
  4: 'four coats',
  5: 'five coats',
  6: 'six coats',
  wash: 'a washcoat, thinned to a third',
  places: 'only in places, beside what lies open',
}
