import { useQuery } from '@tanstack/react-query'
import type { Air, Plan, Problem, Step } from '../api/client'
import { productsQuery } from '../api/queries'
import { Field, MeasureInput } from '../ui/Field'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { TextField, WordField } from '../ui/TypedFields'
import { whole } from '../ui/units'
import { WhenField } from '../ui/When'
import { methods } from './steps'

/** How some work really went. What is undefined is as planned, or nobody said. */
export interface How {
  at?: string // none = now
  keyed: boolean
  productId?: number
  tinId?: number
  litres?: number // for the whole zone
  beforeKg?: number // the tin on the scale
  afterKg?: number
  wetUm?: number
  build?: '' | 'thin' | 'thick'
  method?: string // '' = as planned
  tempC?: number
  rh?: number // with tempC, or neither: half an air is none
  tookMin?: number
  share: number // of the zone
}

/** The air as it was told; undefined where nobody did. */
export const airOf = ({ tempC, rh }: How): Air | undefined =>
  tempC === undefined || rh === undefined ? undefined : { tempC, rh }

/** Only half of the air is told. */
export const halfAnAir = ({ tempC, rh }: How) => (tempC === undefined) !== (rh === undefined)

const PERCENT = 100
const share = { unit: '%', digits: 0, fromSI: (v: number) => v * PERCENT, toSI: (v: number) => v / PERCENT }

/** Whatever went otherwise than planned, for a third press. */
export function Otherwise({
  plan,
  step,
  how,
  set,
  who,
  setWho,
  problem,
  leaveOut,
}: {
  plan: Plan
  step: Step
  how: How
  set: (how: How) => void
  who: string
  setWho: (who: string) => void
  problem: Problem | undefined
  leaveOut: (() => void) | undefined
}) {
  const coat = step.kind === 'coating'
  const change = (c: Partial<How>) => set({ ...how, ...c })
  return (
    <details open={(problem?.fields.length ?? 0) > 0 || undefined}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">It was otherwise</summary>
      <div className="grid gap-3 sm:grid-cols-2">
        <div className="sm:col-span-2">
          <WhenField
            label={coat ? 'It was on' : 'It was done'}
            hint="empty = just now"
            error={problem?.at('/happenedAt')}
            value={how.at}
            onChange={(at) => change({ at })}
          />
        </div>
        {coat && <WhatWentOn plan={plan} how={how} change={change} problem={problem} />}
        {coat && <HowThick how={how} change={change} problem={problem} />}
        <Field label="It took" hint="minutes by hand; they teach the next plan" error={problem?.at('/tookMin')}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={whole('min')}
              value={how.tookMin}
              onChange={(tookMin) => change({ tookMin })}
            />
          )}
        </Field>
        <TextField label="Who" value={who} onChange={setWho} hint="initials, kept on this device" />
        {leaveOut && (
          <button type="button" className="btn btn-ghost sm:col-span-2" onClick={leaveOut}>
            This coat is left out
          </button>
        )}
      </div>
    </details>
  )
}

interface Part {
  how: How
  change: (c: Partial<How>) => void
  problem: Problem | undefined
}

function WhatWentOn({ plan, how, change, problem }: Part & { plan: Plan }) {
  const show = useShow()
  const shelf = useQuery(productsQuery).data?.filter((p) => !p.retired) ?? []
  const tins = plan.tins.filter((t) => t.productId === how.productId)
  const toldAt = tins.find((t) => t.id === how.tinId)?.toldAt
  const before = how.at !== undefined && toldAt !== undefined && Date.parse(how.at) < Date.parse(toldAt)
  const products = Object.fromEntries(
    [
      ...plan.needs.map((n) => [n.product.id, n.product.name] as const),
      ...shelf.map((p) => [p.ref.id, p.ref.name] as const),
    ].map(([id, name]) => [String(id), name]),
  )
  const words = Object.fromEntries(
    tins.map((t) => [String(t.id), `${show.volume(t.leftL)} left${t.lot && `, lot ${t.lot}`}`]),
  )
  return (
    <>
      <WordField<string>
        label="What went on"
        words={products}
        value={String(how.productId)}
        error={problem?.at('/productId')}
        onChange={(id) => change({ productId: Number(id), tinId: undefined })}
      />
      <WordField<string>
        label="Tin"
        words={{ '': 'not told', ...words }}
        value={String(how.tinId ?? '')}
        error={problem?.at('/tinId')}
        onChange={(id) => change({ tinId: id === '' ? undefined : Number(id) })}
      />
      {before && (
        <p className="text-sm sm:col-span-2">
          That was before somebody last told what this tin holds: no litres leave it for this coat.
        </p>
      )}
      <Field
        label="Air"
        hint="empty = as read last, or planned"
        error={problem?.at('/air/tempC') ?? (halfAnAir(how) ? 'Tell both, or neither.' : undefined)}
      >
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.temp}
            value={how.tempC}
            onChange={(tempC) => change({ tempC })}
          />
        )}
      </Field>
      <Field label="Humidity" error={problem?.at('/air/rh')}>
        {(ids) => <MeasureInput {...ids} measure={whole('% RH')} value={how.rh} onChange={(rh) => change({ rh })} />}
      </Field>
    </>
  )
}

function HowThick({ how, change, problem }: Part) {
  const show = useShow()
  return (
    <>
      <Field label="Used" hint="out of the tin" error={problem?.at('/litres')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.little}
            value={how.litres === undefined ? undefined : how.litres * how.share}
            onChange={(litres) => change({ litres: litres === undefined ? undefined : litres / how.share })}
          />
        )}
      </Field>
      <Field label="Tin before, weighed" hint="in place of litres" error={problem?.at('/weighedBeforeKg')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.weight}
            value={how.beforeKg}
            onChange={(beforeKg) => change({ beforeKg })}
          />
        )}
      </Field>
      <Field label="Tin after" error={problem?.at('/weighedAfterKg')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.weight}
            value={how.afterKg}
            onChange={(afterKg) => change({ afterKg })}
          />
        )}
      </Field>
      <Field label="Wet film, gauged" error={problem?.at('/wetUm')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.film}
            value={how.wetUm}
            onChange={(wetUm) => change({ wetUm })}
          />
        )}
      </Field>
      <WordField<'' | 'thin' | 'thick'>
        label="It went on"
        words={{ '': 'as the label means', thick: 'thicker', thin: 'thinner' }}
        value={how.build ?? ''}
        onChange={(build) => change({ build, litres: build === '' ? how.litres : undefined })}
      />
      <WordField<string>
        label="With"
        words={{ '': 'as planned', ...methods }}
        value={how.method ?? ''}
        error={problem?.at('/method')}
        onChange={(method) => change({ method })}
      />
      <Field label="Part of the zone" hint="less than all: the rest stays to do" error={problem?.at('/share')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={share}
            value={how.share}
            onChange={(part) => change({ share: part === undefined || !(part > 0) ? 1 : Math.min(1, part) })}
          />
        )}
      </Field>
      <Tick label="Keyed right before" checked={how.keyed} set={(keyed) => change({ keyed })} />
    </>
  )
}
