import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Plus, X } from 'lucide-react'
import { useEffect } from 'react'
import { Problem, type Catalogue, type Measured, type Shape } from '../api/client'
import { measureQuery } from '../api/queries'
import { Field, MeasureInput } from '../ui/Field'
import { useShow } from '../ui/show'
import { whole } from '../ui/units'
import { useSettled } from '../ui/useSettled'
import { begun, type ZoneDraft } from './draft'
import { FlatShape } from './FlatShape'

interface Props {
  zone: ZoneDraft
  wrong: (field: string, typed: boolean) => string | undefined
  set: (change: Partial<ZoneDraft>) => void
  catalogue: Catalogue
}

const blankShape = (inches: boolean): Measured => ({ shape: 'panel', count: 1, both: false, inches, sizes: {} })

/** What a zone becomes that is measured by its shapes: its area follows them. */
const measuredAs = (measured: Measured[]): Partial<ZoneDraft> => ({
  measured: measured.length > 0 ? measured : undefined,
  areaM2: undefined,
  lengthM: undefined,
  widthM: undefined,
  laid: false,
})

export const firstShape = (inches: boolean) => measuredAs([blankShape(inches)])

/** A zone measured shape by shape with a tape: every surface is laid flat and drawn as soon as it is typed. */
export function Measuring({ zone, wrong, set, catalogue }: Props) {
  const show = useShow()
  const measured = zone.measured ?? []
  const told = measured.filter(begun)
  const settled = useSettled(told)
  const query = useQuery({
    ...measureQuery(settled),
    enabled: settled.length > 0,
    placeholderData: keepPreviousData,
  })
  const problem = query.error instanceof Problem ? query.error : undefined
  const isOf = JSON.stringify(settled) === JSON.stringify(told) && !query.isPlaceholderData
  const unfolded = query.data && isOf && !problem ? query.data : undefined
  useEffect(() => {
    if (unfolded && zone.areaM2 !== unfolded.areaM2) set({ areaM2: unfolded.areaM2 })
  })
  const inches = show.units === 'us'
  const change = (next: Measured[]) => set(measuredAs(next))
  const add = () => change([...measured, blankShape(inches)])
  const longest = Math.max(
    0.01,
    ...(unfolded?.shapes ?? []).flatMap((s) => s.flats.flatMap((f) => [f.lengthM, f.highM])),
  )
  return (
    <section aria-label={`Shapes of ${zone.name}`} className="border-l-4 border-secondary pl-3 sm:pl-4">
      <p className="mb-2 text-sm opacity-85">
        As the tape says it: {inches ? '30 1/2, 2′ 6 1/2″ or 76.5 cm' : '76.5, 765 mm, 1.2 m or 30 1/2″'}.
      </p>
      <ol className="divide-y divide-base-300">
        {measured.map((m, i) => {
          const nth = told.indexOf(m)
          const at = `measured/${nth}`
          const flat = unfolded?.shapes[nth]
          return (
            <li key={i} className="grid gap-x-6 gap-y-2 py-3 md:grid-cols-[minmax(0,1fr)_15rem]">
              <ShapeFields
                measured={m}
                shapes={catalogue.shapes}
                at={i + 1}
                wrong={(field) => problem?.at(`/${at}/${field}`) ?? wrong(`${at}/${field}`, true)}
                set={(part) => change(measured.map((o, k) => (k === i ? { ...o, ...part } : o)))}
                remove={() => change(measured.filter((_, k) => k !== i))}
              />
              {flat && <FlatShape shape={flat} longest={longest} />}
            </li>
          )
        })}
      </ol>
      {problem && problem.fields.length === 0 && <p className="font-semibold text-error">{problem.message}</p>}
      {problem?.at(`/measured/${told.length - 1}`) && (
        <p className="font-semibold text-error">{problem.at(`/measured/${told.length - 1}`)}</p>
      )}
      <div className="mt-2 flex flex-wrap items-center justify-between gap-3">
        <button type="button" className="btn btn-outline" onClick={add}>
          <Plus size={16} aria-hidden="true" /> Another shape
        </button>
        <output aria-label={`Area of ${zone.name}`} className="text-lg">
          {unfolded ? (
            <>
              Together <b>{show.measure(show.measures.area, unfolded.areaM2)}</b>
            </>
          ) : (
            'Together …'
          )}
        </output>
      </div>
    </section>
  )
}

function ShapeFields({
  measured,
  shapes,
  at,
  wrong,
  set,
  remove,
}: {
  measured: Measured
  shapes: Shape[]
  at: number
  wrong: (field: string) => string | undefined
  set: (part: Partial<Measured>) => void
  remove: () => void
}) {
  const shape = shapes.find((s) => s.id === measured.shape)
  if (!shape) return null
  return (
    <div role="group" aria-label={`Shape ${at}: ${shape.name}`} className="min-w-0 space-y-2">
      <div className="grid grid-cols-[minmax(0,1fr)_5rem_auto] items-end gap-2">
        <Field label={`Shape ${at}`}>
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={measured.shape}
              onChange={(e) => set({ shape: e.target.value, both: false })}
            >
              {shapes.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="How many" error={wrong('count')}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={whole('')}
              value={measured.count}
              onChange={(n) => set({ count: n === undefined || Number.isNaN(n) ? 0 : Math.round(n) })}
            />
          )}
        </Field>
        <button type="button" className="btn btn-ghost btn-square" aria-label={`Remove shape ${at}`} onClick={remove}>
          <X size={18} aria-hidden="true" />
        </button>
      </div>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {shape.sizes.map((size) => (
          <Field
            key={size.id}
            label={size.name}
            hint={size.may ? 'may be left out' : undefined}
            error={begun(measured) ? wrong(`sizes/${size.id}`) : undefined}
          >
            {(ids) => (
              <label className="input w-full">
                <input
                  {...ids}
                  autoComplete="off"
                  value={measured.sizes[size.id] ?? ''}
                  onChange={(e) => set({ sizes: { ...measured.sizes, [size.id]: e.target.value } })}
                />
                {!size.count && <span className="opacity-80">{measured.inches ? 'in' : 'cm'}</span>}
              </label>
            )}
          </Field>
        ))}
        {shape.oneSide && (
          <div className="col-span-2 sm:col-span-3">
            <Field label="What of it is coated">
              {(ids) => (
                <select
                  {...ids}
                  className="select w-full"
                  value={measured.both ? 'both' : 'one'}
                  onChange={(e) => set({ both: e.target.value === 'both' })}
                >
                  <option value="one">{shape.oneSide}</option>
                  <option value="both">{shape.twoSides}</option>
                </select>
              )}
            </Field>
          </div>
        )}
      </div>
      {shape.note && <p className="text-sm opacity-85">{shape.note}</p>}
    </div>
  )
}
