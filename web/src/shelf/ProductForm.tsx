import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { api, Problem, type Catalogue, type Product, type ProductInput } from '../api/client'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Facts, Identity, LabelFields, Pairings, Statements } from './ProductParts'
import { SheetList } from './values'
import { catalogueQuery, judgedAnew, productsQuery, readQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { useSettled } from '../ui/useSettled'

const blank: ProductInput = {
  name: '',
  maker: '',
  family: '',
  colour: '',
  shade: 'clear',
  sheen: 'satin',
  label: {},
  statements: {},
  pairings: [],
  facts: { tools: '', thinner: '', cleanUp: '', hazards: '', vocBasis: '', depth: '', hue: '', soldIn: '' },
}

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
        return (
          <Fill
            initial={p ? { ...p.input, name: variant ? p.input.name : `${p.input.name} copy` } : blank}
            title={variant ? `${p?.ref.name ?? ''} in another sheen` : 'Add a product like it'}
          />
        )
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
        return p ? (
          <Fill initial={p.input} product={p} title={p.ref.name} />
        ) : (
          <p>There is no such product on the shelf.</p>
        )
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

function Form({ catalogue, initial, product }: { catalogue: Catalogue; initial: ProductInput; product?: Product }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [draft, setDraft] = useState(initial)
  const family = catalogue.families.find((f) => f.id === draft.family)
  const read = useQuery({ ...readQuery(useSettled(draft)), enabled: family !== undefined })
  const save = useSave({
    send: (_: void, headers) =>
      product
        ? api.PUT('/products/{id}', {
            headers,
            params: { path: { id: product.ref.id } },
            body: { version: product.version, product: draft, retired: product.retired },
          })
        : api.POST('/products', { headers, body: draft }),
    onSuccess: async (saved) => {
      await judgedAnew(client)
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
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
      <form
        noValidate
        className="space-y-7"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <Identity draft={draft} set={set} catalogue={catalogue} wrong={wrong} family={family} />
        {family && (
          <>
            <LabelFields draft={draft} set={set} catalogue={catalogue} wrong={wrong} family={family} />
            <Statements draft={draft} set={set} catalogue={catalogue} wrong={wrong} />
            <Pairings draft={draft} set={set} catalogue={catalogue} wrong={wrong} />
            <Facts draft={draft} set={set} wrong={wrong} family={family} />
          </>
        )}
        {save.error && <ProblemNote problem={save.error} />}
        <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
          {save.isPending ? 'Saving…' : product ? 'Save' : 'Put it on the shelf'}
        </button>
      </form>
      <aside aria-label="What this comes to" className="self-start bg-base-200 p-5 lg:sticky lg:top-4">
        <h2 className="mb-2">What this comes to</h2>
        {!family && (
          <p>
            Choose the kind of coating: what is typical for it stands here at once, and what you read off the tin
            replaces it.
          </p>
        )}
        {asked && asked.fields.length > 0 && (
          <p className="font-semibold text-error">Mend the marked fields to see it.</p>
        )}
        {read.data && !asked && <Comes product={read.data} />}
      </aside>
    </div>
  )
}

function Comes({ product }: { product: Product }) {
  const show = useShow()
  const labelled = product.values.filter((v) => v.basis === 'label')
  return (
    <div aria-live="polite" className="space-y-3">
      <p>
        {product.dryUm > 0 ? (
          <>
            One coat leaves <b>{show.measure(show.measures.film, product.dryUm)}</b> of dry film.
          </>
        ) : (
          'It goes into the wood and leaves no film.'
        )}
      </p>
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
