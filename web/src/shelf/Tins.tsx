import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, Problem, type ProductRef, type Tin, type TinInput } from '../api/client'
import { Field } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { DayInput } from '../ui/When'
import { shelfChanged } from '../api/queries'
import { useSave } from '../api/saving'

const blank: TinInput = { size: '', price: '', lot: '', left: '' }

/** What of it stands on the shelf, and what to mind of each tin. */
export function Tins({ product, tins }: { product: ProductRef; tins: Tin[] }) {
  const productId = product.id
  const show = useShow()
  const [open, setOpen] = useState<number | 'new'>()
  const { remove } = useTins(productId)
  return (
    <section aria-labelledby="tins">
      <h2 id="tins" className="mb-2">
        Tins
      </h2>
      {tins.length === 0 && open !== 'new' && <p className="mb-2">None entered: how much there is nobody knows.</p>}
      <ul className="divide-y divide-base-300">
        {tins.map((t) => (
          <li key={t.id} className="py-2">
            {open === t.id ? (
              <TinForm product={product} tin={t} done={() => setOpen(undefined)} />
            ) : (
              <div className="flex flex-wrap items-center justify-between gap-2">
                <span>
                  <b>{show.amount(t.leftL, product)}</b> of {t.input.size}
                  <span className="block text-sm opacity-85">
                    {[
                      t.input.lot && `lot ${t.input.lot}`,
                      t.input.openedOn && `opened ${show.date(t.input.openedOn)}`,
                      t.input.bestBefore && `best before ${show.date(t.input.bestBefore)}`,
                      t.input.price && show.price(t.input.price),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                  {t.warnings.map((w) => (
                    <span key={w} className="block text-sm font-semibold text-error">
                      {w}
                    </span>
                  ))}
                </span>
                <span className="no-print flex">
                  <button type="button" className="btn btn-ghost" onClick={() => setOpen(t.id)}>
                    Change
                  </button>
                  <Leaves tin={t} remove={(why) => remove.mutate({ tin: t, why })} />
                </span>
              </div>
            )}
          </li>
        ))}
      </ul>
      {remove.error && <ProblemNote problem={remove.error} />}
      {open === 'new' ? (
        <TinForm product={product} done={() => setOpen(undefined)} />
      ) : (
        <button type="button" className="no-print btn btn-outline mt-2" onClick={() => setOpen('new')}>
          Add a tin
        </button>
      )}
    </section>
  )
}

type Why = 'empty' | 'thrown' | 'slip'

const whys: Record<Why, string> = { empty: 'used up', thrown: 'thrown away', slip: 'a slip: it never was here' }

/** Why a tin leaves the shelf: what was laid from it keeps its share of the price. It is gone only once that is pressed. */
function Leaves({ tin, remove }: { tin: Tin; remove: (why: Why) => void }) {
  const [why, setWhy] = useState<Why>()
  return (
    <span className="flex flex-wrap">
      <select
        className="select w-36"
        aria-label={`Off the shelf: the tin of ${tin.input.size}`}
        value={why ?? ''}
        onChange={(e) => setWhy((e.target.value || undefined) as Why | undefined)}
      >
        <option value="">Off the shelf</option>
        {(Object.keys(whys) as Why[]).map((w) => (
          <option key={w} value={w}>
            {whys[w]}
          </option>
        ))}
      </select>
      {why && (
        <button type="button" className="btn btn-primary" onClick={() => remove(why)}>
          Take it off
        </button>
      )}
    </span>
  )
}

function useTins(productId: number) {
  const client = useQueryClient()
  const again = () => shelfChanged(client)
  const save = useSave({
    send: ({ tin, body }: { tin?: Tin; body: TinInput }, headers) =>
      tin === undefined
        ? api.POST('/products/{id}/tins', { params: { path: { id: productId } }, headers, body })
        : api.PUT('/tins/{id}', {
            params: { path: { id: tin.id } },
            headers,
            body: { version: tin.version, tin: body },
          }),
    onSuccess: again,
    onError: () => void again(), // a coat may have been laid from it meanwhile
  })
  const remove = useSave({
    send: ({ tin: { id, version }, why }: { tin: Tin; why: Why }, headers) =>
      api.DELETE('/tins/{id}', { params: { path: { id }, query: { version, why } }, headers }),
    onSuccess: again,
  })
  return { save, remove }
}

function TinForm({ product, tin, done }: { product: ProductRef; tin?: Tin; done: () => void }) {
  const byWeight = product.kgPerL !== undefined
  const [changes, change] = useState<Partial<TinInput>>({})
  const draft = { ...(tin?.input ?? blank), ...changes } // what nobody touched is as it stands now
  const { save } = useTins(product.id)
  const wrong = (pointer: string) => (save.error instanceof Problem ? save.error.at(pointer) : undefined)
  const set = (more: Partial<TinInput>) => change({ ...changes, ...more })
  return (
    <form
      noValidate
      className="my-2 grid grid-cols-2 gap-3 border-l-4 border-primary pl-3"
      onSubmit={(e) => {
        e.preventDefault()
        save.mutate({ tin, body: draft }, { onSuccess: done })
      }}
    >
      <Field label="Size" error={wrong('/size')} hint={byWeight ? '400 g, 1 lb, 250 mL' : '2.5 L, 750 mL, 1 qt'}>
        {(ids) => (
          <input {...ids} className="input w-full" value={draft.size} onChange={(e) => set({ size: e.target.value })} />
        )}
      </Field>
      <Field
        label="Left"
        error={wrong('/left')}
        hint={byWeight ? '40 % or 150 g; empty = full' : '40 %, 1.2 L or 1.3 kg; empty = full'}
      >
        {(ids) => (
          <input {...ids} className="input w-full" value={draft.left} onChange={(e) => set({ left: e.target.value })} />
        )}
      </Field>
      <Field label="Price" error={wrong('/price')}>
        {(ids) => (
          <input
            {...ids}
            className="input w-full"
            inputMode="decimal"
            value={draft.price}
            onChange={(e) => set({ price: e.target.value })}
          />
        )}
      </Field>
      <Field label="Lot">
        {(ids) => (
          <input {...ids} className="input w-full" value={draft.lot} onChange={(e) => set({ lot: e.target.value })} />
        )}
      </Field>
      <Field label="Opened on">
        {(ids) => (
          <DayInput {...ids} value={draft.openedOn ?? ''} onChange={(d) => set({ openedOn: d || undefined })} />
        )}
      </Field>
      <Field label="Best before">
        {(ids) => (
          <DayInput {...ids} value={draft.bestBefore ?? ''} onChange={(d) => set({ bestBefore: d || undefined })} />
        )}
      </Field>
      {save.error && !(save.error instanceof Problem && save.error.fields.length > 0) && (
        <ProblemNote problem={save.error} />
      )}
      <div className="col-span-2 flex gap-2">
        <button type="submit" className="btn btn-primary" disabled={save.isPending}>
          Keep
        </button>
        <button type="button" className="btn btn-ghost" onClick={done}>
          Leave it
        </button>
      </div>
    </form>
  )
}
