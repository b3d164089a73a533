import { Plus, X } from 'lucide-react'
import type { MoneyRate } from '../api/client'
import { Field } from '../ui/Field'
import { TextField } from '../ui/TypedFields'
import { Tick } from '../ui/Tick'
import { useShow } from '../ui/show'
import { todayIn } from '../ui/time'
import { DayInput } from '../ui/When'

/** What an hour costs, and what goes off a price: each line from its day on, so that what is past keeps its own. */
export function Rates({
  rates,
  set,
  wrong,
}: {
  rates: MoneyRate[]
  set: (rates: MoneyRate[]) => void
  wrong: Record<string, string>
}) {
  const zone = useShow().workshop?.timeZone
  const change = (i: number, part: Partial<MoneyRate>) => set(rates.map((r, k) => (k === i ? { ...r, ...part } : r)))
  const add = () => {
    const from = todayIn(zone)
    const last = rates.at(-1) ?? { hour: '', overhead: '', feePct: '', taxPct: '', taxShown: false }
    set([...rates, { ...last, from }])
  }
  return (
    <fieldset>
      <legend className="text-lg font-bold">Rates</legend>
      <p className="mb-2 opacity-85">
        Each line holds from its day on. A price is told with its tax included; fees are what a card, a market or an
        agent takes of every price.
      </p>
      {rates.map((r, i) => (
        <div
          key={i}
          role="group"
          aria-label={`Rate ${i + 1}`}
          className="mb-3 grid grid-cols-2 items-start gap-2 border-t border-base-300 pt-3 sm:grid-cols-[15rem_1fr_1fr_5rem_5rem_auto]"
        >
          <Field label="From" error={wrong[`/rates/${i}/from`]}>
            {(ids) => <DayInput {...ids} value={r.from} onChange={(from) => change(i, { from })} />}
          </Field>
          <TextField
            label="An hour"
            value={r.hour}
            error={wrong[`/rates/${i}/hour`]}
            onChange={(hour) => change(i, { hour })}
          />
          <TextField
            label="Overhead"
            hint="room, heat, tools: by the hour"
            value={r.overhead}
            error={wrong[`/rates/${i}/overhead`]}
            onChange={(overhead) => change(i, { overhead })}
          />
          <TextField
            label="Fees, %"
            value={r.feePct}
            error={wrong[`/rates/${i}/feePct`]}
            onChange={(feePct) => change(i, { feePct })}
          />
          <TextField
            label="Tax, %"
            value={r.taxPct}
            error={wrong[`/rates/${i}/taxPct`]}
            onChange={(taxPct) => change(i, { taxPct })}
          />
          <button
            type="button"
            className="btn btn-ghost btn-square mt-7"
            aria-label={`Remove rate ${i + 1}`}
            onClick={() => set(rates.filter((_, k) => k !== i))}
          >
            <X size={18} aria-hidden="true" />
          </button>
          <div className="col-span-2 sm:col-span-6">
            <Tick label="Quotes show the tax within" checked={r.taxShown} set={(taxShown) => change(i, { taxShown })} />
          </div>
        </div>
      ))}
      <button type="button" className="btn btn-outline" onClick={add}>
        <Plus size={16} aria-hidden="true" /> {rates.length === 0 ? 'Tell a rate' : 'Another from a later day'}
      </button>
    </fieldset>
  )
}
