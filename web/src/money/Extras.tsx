import { useQueryClient } from '@tanstack/react-query'
import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import { api, Problem, type ExtraInput, type Ledger, type Piece } from '../api/client'
import { pieceChanged } from '../api/queries'
import { useSave } from '../api/saving'
import { Field, MeasureInput } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { TextField } from '../ui/TypedFields'
import { Tick } from '../ui/Tick'
import { whole } from '../ui/units'

const blank: ExtraInput = { name: '', cost: '', minutes: 0, price: '', taken: false }

/** What may be added to a piece for a price of its own: each says what it leaves, and whether it pays. */
export function Extras({ ledger, piece }: { ledger: Ledger; piece: Piece }) {
  const client = useQueryClient()
  const kept = ledger.extras.map((e) => e.input)
  const [draft, setDraft] = useState<ExtraInput[]>()
  const all = draft ?? kept
  const save = useSave({
    send: (extras: ExtraInput[], headers) =>
      api.PUT('/pieces/{id}/extras', {
        params: { path: { id: piece.id } },
        headers,
        body: { version: ledger.version, extras },
      }),
    onSuccess: async () => {
      await pieceChanged(client, piece.id)
      setDraft(undefined)
    },
  })
  const wrong = (field: string) => (save.error instanceof Problem ? save.error.at(field) : undefined)
  const change = (i: number, part: Partial<ExtraInput>) => {
    if (save.error) save.reset()
    setDraft(all.map((e, k) => (k === i ? { ...e, ...part } : e)))
  }
  return (
    <section aria-labelledby="extras">
      <h2 id="extras" className="mb-1">
        Extras, and whether they pay
      </h2>
      <p className="mb-2 text-sm opacity-85">
        A seat pad, a painted motif, new handles: what each adds to the price, against what it costs and the hours it
        takes.
      </p>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {all.map((e, i) => (
          <li key={i} className="py-3">
            <ExtraFields
              extra={e}
              at={i}
              set={(part) => change(i, part)}
              remove={() => setDraft(all.filter((_, k) => k !== i))}
              wrong={(field) => wrong(`/extras/${i}/${field}`)}
            />
            {draft === undefined && ledger.extras[i] && <Pays extra={ledger.extras[i]} />}
          </li>
        ))}
      </ul>
      {save.error && !(save.error instanceof Problem && save.error.fields.length > 0) && (
        <ProblemNote problem={save.error} />
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <button type="button" className="btn btn-outline" onClick={() => setDraft([...all, blank])}>
          <Plus size={16} aria-hidden="true" /> Another extra
        </button>
        {draft && (
          <button type="button" className="btn btn-primary" disabled={save.isPending} onClick={() => save.mutate(all)}>
            Keep the extras
          </button>
        )}
      </div>
    </section>
  )
}

function ExtraFields({
  extra,
  at,
  set,
  remove,
  wrong,
}: {
  extra: ExtraInput
  at: number
  set: (part: Partial<ExtraInput>) => void
  remove: () => void
  wrong: (field: string) => string | undefined
}) {
  return (
    <div
      role="group"
      aria-label={`Extra ${at + 1}`}
      className="grid grid-cols-2 items-start gap-2 sm:grid-cols-[minmax(0,2fr)_1fr_1fr_1fr_auto_auto]"
    >
      <TextField label="What" value={extra.name} error={wrong('name')} onChange={(name) => set({ name })} />
      <TextField label="Costs" value={extra.cost} error={wrong('cost')} onChange={(cost) => set({ cost })} />
      <Field label="Takes" error={wrong('minutes')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={whole('min')}
            value={extra.minutes}
            onChange={(minutes) => set({ minutes: minutes ?? 0 })}
          />
        )}
      </Field>
      <TextField label="Adds" value={extra.price} error={wrong('price')} onChange={(price) => set({ price })} />
      <div className="pt-7">
        <Tick label="in the price" checked={extra.taken} set={(taken) => set({ taken })} />
      </div>
      <button
        type="button"
        className="btn btn-ghost btn-square mt-7"
        aria-label={`Leave out: extra ${at + 1}`}
        onClick={remove}
      >
        <X size={18} aria-hidden="true" />
      </button>
    </div>
  )
}

function Pays({ extra }: { extra: Ledger['extras'][number] }) {
  const show = useShow()
  const hour = extra.perHour === undefined ? '' : ` An hour on it brings ${show.price(extra.perHour)}.`
  return (
    <p className={`mt-1 font-semibold ${extra.pays ? 'text-success' : 'text-error'}`}>
      {extra.pays
        ? `It pays: ${show.price(extra.gain)} are left once its cost and hours are off.`
        : `It does not pay: ${show.price(extra.gain.replace('-', ''))} are missing once its cost and hours are off.`}
      {hour}
    </p>
  )
}
