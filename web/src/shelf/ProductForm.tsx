import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { api, ask, Problem, type Catalogue, type Product, type ProductInput } from '../api/client'
import { catalogueQuery, productsQuery } from '../api/queries'
import { Field } from '../ui/Field'
import { Options } from '../ui/Options'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { SheetList, typedAs } from './values'

const blank: ProductInput = { name: '', maker: '', family: '', colour: '', shade: 'clear', sheen: 'satin', label: {}, statements: {}, pairings: [], facts: { tools: '', thinner: '', cleanUp: '', hazards: '', vocBasis: '' } }

/** A new product, or one like another: a variant keeps its name and waits for the other sheen. */
export function ProductNew() {
  const [params] = useSearchParams()
  const like = params.get('like')
  const variant = params.has('variant')
  const products = useQuery(productsQuery)
  if (!like) return <Fill initial={blank} title="Add a product" />
  return (
    <Answered query={products} what="the product">
      {(all) => {
        const p = all.find((o) => String(o.ref.id) === like)
        return <Fill initial={p ? { ...p.input, name: variant ? p.input.name : `${p.input.name} copy` } : blank} title={variant ? `${p?.ref.name ?? ''} in another sheen` : 'Add a product like it'} />
      }}
    </Answered>
  )
}

export function ProductEdit() {
  const { id = '' } = useParams()
  const products = useQuery(productsQuery)
  return (
    <Answered query={products} what="the product">
      {(all) => {
        const p = all.find((o) => String(o.ref.id) === id)
        return p ? <Fill initial={p.input} product={p} title={p.ref.name} /> : <p>There is no such product on the shelf.</p>
      }}
    </Answered>
  )
}

function Fill({ initial, product, title }: { initial: ProductInput; product?: Product; title: string }) {
  const catalogue = useQuery(catalogueQuery)
  return (
    <>
      <h1 className="mb-4">{title}</h1>
      <Answered query={catalogue} what="the kinds of coating">
        {(c) => <Form catalogue={c} initial={initial} product={product} />}
      </Answered>
    </>
  )
}

const without = <T,>(all: Record<string, T>, key: string) => Object.fromEntries(Object.entries(all).filter(([k]) => k !== key))

function Form({ catalogue, initial, product }: { catalogue: Catalogue; initial: ProductInput; product?: Product }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [draft, setDraft] = useState(initial)
  const family = catalogue.families.find((f) => f.id === draft.family)
  const read = useQuery({ queryKey: ['read', draft], queryFn: () => ask(api.POST('/shelf/read', { body: draft })), enabled: family !== undefined, placeholderData: keepPreviousData })
  const save = useMutation({
    mutationFn: () => (product ? ask(api.PUT('/products/{id}', { params: { path: { id: product.ref.id } }, body: { version: product.version, product: draft, retired: product.retired } })) : ask(api.POST('/products', { body: draft }))),
    onSuccess: async (saved) => {
      await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'catalogue' && q.queryKey[0] !== 'rules' })
      await navigate(`/shelf/${saved.ref.id}`)
    },
  })
  const set = (change: Partial<ProductInput>) => {
    if (save.error) save.reset()
    setDraft({ ...draft, ...change })
  }
  const asked = read.error instanceof Problem ? read.error : undefined
  const saved = save.error instanceof Problem ? save.error : undefined
  const wrong = (pointer: string, typed = true) => saved?.at(pointer) ?? (typed ? asked?.at(pointer) : undefined)
  const setLabel = (field: string, words: string) => set({ label: words === '' ? without(draft.label, field) : { ...draft.label, [field]: words } })
  const groups = [...new Set(catalogue.families.map((f) => f.groups[0]!))]
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
      <form
        noValidate
        className="space-y-7"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <fieldset className="grid gap-4 sm:grid-cols-2">
          <legend className="mb-2 text-lg font-bold">What it is</legend>
          <Field label="Kind of coating" error={wrong('/family', draft.family !== '')} hint={family?.notes ?? 'gives the typical values that the label then overrides'}>
            {(ids) => (
              <select {...ids} className="select w-full" value={draft.family} onChange={(e) => set({ family: e.target.value })}>
                <option value="" disabled>
                  Choose one
                </option>
                {groups.map((g) => (
                  <optgroup key={g} label={g}>
                    {catalogue.families
                      .filter((f) => f.groups[0] === g)
                      .map((f) => (
                        <option key={f.id} value={f.id}>
                          {f.name}
                        </option>
                      ))}
                  </optgroup>
                ))}
              </select>
            )}
          </Field>
          <Field label="Name on the tin" error={wrong('/name', draft.name !== '')}>
            {(ids) => <input {...ids} className="input w-full" value={draft.name} onChange={(e) => set({ name: e.target.value })} />}
          </Field>
          <Field label="Maker">{(ids) => <input {...ids} className="input w-full" value={draft.maker} onChange={(e) => set({ maker: e.target.value })} />}</Field>
          <Field label="Colour, as the tin calls it">{(ids) => <input {...ids} className="input w-full" value={draft.colour} onChange={(e) => set({ colour: e.target.value })} />}</Field>
          <Field label="What it does to the wood" error={wrong('/shade')}>
            {(ids) => (
              <select {...ids} className="select w-full" value={draft.shade} onChange={(e) => set({ shade: e.target.value })}>
                <option value="clear">clear: the wood shows</option>
                <option value="tone">tone: the wood shows through a colour</option>
                <option value="pale">pale: hides it in white, pale or grey</option>
                <option value="dark">dark: hides it in a deeper colour</option>
              </select>
            )}
          </Field>
          <Field label="Sheen" error={wrong('/sheen')}>
            {(ids) => (
              <select {...ids} className="select w-full" value={draft.sheen} onChange={(e) => set({ sheen: e.target.value })}>
                {catalogue.sheens.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </select>
            )}
          </Field>
        </fieldset>
        {family && (
          <>
            <fieldset>
              <legend className="text-lg font-bold">What its label says</legend>
              <p className="mb-3 opacity-85">Type it as it stands there, with its units: 2–4 h, 400 ft²/gal, 50 °F. What you leave empty keeps the typical value shown in grey.</p>
              <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
                {catalogue.sheetFields.map((f) => (
                  <Field key={f.name} label={f.title} error={wrong(`/label/${f.name}`)}>
                    {(ids) => <input {...ids} className="input w-full" autoComplete="off" value={draft.label[f.name] ?? ''} placeholder={typical(family, f)} onChange={(e) => setLabel(f.name, e.target.value)} />}
                  </Field>
                ))}
              </div>
            </fieldset>
            <Statements draft={draft} set={set} catalogue={catalogue} wrong={wrong} />
            <Pairings draft={draft} set={set} catalogue={catalogue} wrong={wrong} />
            <Facts draft={draft} set={set} family={family} />
          </>
        )}
        {save.error && <ProblemNote problem={save.error} />}
        <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
          {save.isPending ? 'Saving…' : product ? 'Save' : 'Put it on the shelf'}
        </button>
      </form>
      <aside aria-label="What this comes to" className="self-start bg-base-200 p-5 lg:sticky lg:top-4">
        <h2 className="mb-2">What this comes to</h2>
        {!family && <p>Choose the kind of coating: what is typical for it stands here at once, and what you read off the tin replaces it.</p>}
        {asked && asked.fields.length > 0 && <p className="font-semibold text-error">Mend the marked fields to see it.</p>}
        {read.data && !asked && <Comes product={read.data} />}
      </aside>
    </div>
  )
}

function typical(family: Catalogue['families'][number], f: Catalogue['sheetFields'][number]): string {
  const v = family.values.find((o) => o.field === f.name)
  if (v) return typedAs(v)
  return f.units.length > 0 ? `in ${f.units.slice(0, 2).join(' or ')}` : ''
}

function Comes({ product }: { product: Product }) {
  const show = useShow()
  const labelled = product.values.filter((v) => v.basis === 'label')
  return (
    <div aria-live="polite" className="space-y-3">
      <p>{product.dryUm > 0 ? <>One coat leaves <b>{show.measure(show.measures.film, product.dryUm)}</b> of dry film.</> : 'It goes into the wood and leaves no film.'}</p>
      <p>
        <b>{labelled.length}</b> values from the label, {product.values.length - labelled.length} typical for the kind.
      </p>
      <SheetList values={labelled} narrow />
      {product.cautions.map((c) => (
        <p key={c} className="border-l-4 border-warning bg-base-100 px-3 py-1 text-sm">
          <b>Caution.</b> {c}
        </p>
      ))}
    </div>
  )
}

interface Part {
  draft: ProductInput
  set: (change: Partial<ProductInput>) => void
  catalogue: Catalogue
  wrong: (pointer: string, typed?: boolean) => string | undefined
}

function Statements({ draft, set, catalogue, wrong }: Part) {
  const put = (kind: string, change: Partial<ProductInput['statements'][string]>) => {
    const next = { sense: '', source: 'data sheet', ...draft.statements[kind], ...change }
    set({ statements: next.sense === '' ? without(draft.statements, kind) : { ...draft.statements, [kind]: next } })
  }
  return (
    <details open={Object.keys(draft.statements).length > 0} className="border-y border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">What it states</b> <span className="opacity-85">children, food, floors, outdoors: only what stands there, never more</span>
      </summary>
      <div className="space-y-3 pb-4">
        {catalogue.statementKinds.map((k) => (
          <div key={k.id} className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_12rem]">
            <Field label={k.name} error={wrong(`/statements/${k.id}`)}>
              {(ids) => <input {...ids} className="input w-full" placeholder="not stated" value={draft.statements[k.id]?.sense ?? ''} onChange={(e) => put(k.id, { sense: e.target.value })} />}
            </Field>
            <Field label="Where it says so">{(ids) => <input {...ids} className="input w-full" disabled={!draft.statements[k.id]} value={draft.statements[k.id]?.source ?? ''} onChange={(e) => put(k.id, { source: e.target.value })} />}</Field>
          </div>
        ))}
      </div>
    </details>
  )
}

function Pairings({ draft, set, catalogue, wrong }: Part) {
  const put = (i: number, change: Partial<ProductInput['pairings'][number]>) => set({ pairings: draft.pairings.map((p, k) => (k === i ? { ...p, ...change } : p)) })
  return (
    <details open={draft.pairings.length > 0} className="border-b border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">Over and under what, by its label</b> <span className="opacity-85">outweighs the rules, save physics and safety</span>
      </summary>
      <div className="space-y-4 pb-4">
        {draft.pairings.map((p, i) => (
          <div key={i} className="grid items-end gap-3 border-l-4 border-base-300 pl-3 sm:grid-cols-2">
            <label>
              <span className="mb-1 block font-semibold">The label says</span>
              <select className="select w-full" value={`${p.over}${p.may}`} onChange={(e) => put(i, { over: e.target.value.startsWith('true'), may: e.target.value.endsWith('etrue') })}>
                <option value="truetrue">this may go over</option>
                <option value="truefalse">this may not go over</option>
                <option value="falsetrue">over this may go</option>
                <option value="falsefalse">over this may not go</option>
              </select>
            </label>
            <Field label="What" error={wrong(`/pairings/${i}/what`)}>
              {(ids) => (
                <select {...ids} className="select w-full" value={p.what} onChange={(e) => put(i, { what: e.target.value })}>
                  <optgroup label="A group">
                    {catalogue.groups.map((g) => (
                      <option key={g} value={g}>
                        any {g}
                      </option>
                    ))}
                  </optgroup>
                  <optgroup label="A kind">
                    <Options of={catalogue.families} />
                  </optgroup>
                </select>
              )}
            </Field>
            <Field label="In its sense">{(ids) => <input {...ids} className="input w-full" value={p.sense} onChange={(e) => put(i, { sense: e.target.value })} />}</Field>
            <div className="flex items-end gap-2">
              <Field label="Where it says so">{(ids) => <input {...ids} className="input w-full" value={p.source} onChange={(e) => put(i, { source: e.target.value })} />}</Field>
              <button type="button" className="btn btn-ghost btn-square" aria-label="Take this pair out" onClick={() => set({ pairings: draft.pairings.filter((_, k) => k !== i) })}>
                <X size={18} aria-hidden="true" />
              </button>
            </div>
          </div>
        ))}
        <button type="button" className="btn btn-outline" onClick={() => set({ pairings: [...draft.pairings, { over: true, what: 'oil', may: false, sense: '', source: 'tin' }] })}>
          <Plus size={16} aria-hidden="true" /> A pair
        </button>
      </div>
    </details>
  )
}

function Facts({ draft, set, family }: { draft: ProductInput; set: (change: Partial<ProductInput>) => void; family: Catalogue['families'][number] }) {
  const put = (change: Partial<ProductInput['facts']>) => set({ facts: { ...draft.facts, ...change } })
  const text = (field: 'tools' | 'thinner' | 'cleanUp' | 'hazards', label: string) => (
    <Field label={label}>{(ids) => <input {...ids} className="input w-full" placeholder={family.facts[field]} value={draft.facts[field]} onChange={(e) => put({ [field]: e.target.value })} />}</Field>
  )
  return (
    <fieldset className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
      <legend className="mb-2 text-lg font-bold">Tools, thinner, hazards</legend>
      {text('tools', 'Tools')}
      {text('thinner', 'Thinner')}
      {text('cleanUp', 'Clean-up')}
      {text('hazards', 'Hazards on the label')}
      <Field label="VOC is counted" hint="the two are not comparable">
        {(ids) => (
          <select {...ids} className="select w-full" value={draft.facts.vocBasis} onChange={(e) => put({ vocBasis: e.target.value as ProductInput['facts']['vocBasis'] })}>
            <option value="">not told</option>
            <option value="ready_to_use">of the product ready to use, its water included (as EU 2004/42)</option>
            <option value="less_water">less water and exempt solvents (as US 40 CFR 59)</option>
          </select>
        )}
      </Field>
    </fieldset>
  )
}
