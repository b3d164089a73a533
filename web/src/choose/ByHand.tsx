import { useQuery, useQueryClient } from '@tanstack/react-query'
import { ArrowDown, ArrowUp, GripVertical, Minus, Plus, Redo2, Undo2, X } from 'lucide-react'
import { useState, type PointerEvent, type ReactNode } from 'react'
import {
  api,
  Problem,
  type Brief,
  type Decision,
  type LayerAsked,
  type Recipe,
  type Product,
  type System,
  type Way,
} from '../api/client'
import { coatCount, type Ground } from '../ui/BuildUp'
import { Decide } from './Decide'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { VerdictMark, verdicts } from '../ui/verdict'
import { SystemDetail } from './SystemDetail'
import { assessQuery, recipesChanged, recipesQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { useKept } from '../ui/useKept'
import { useSettled } from '../ui/useSettled'

const MOST_LAYERS = 12
const MOST_COATS = 12

interface History {
  past: LayerAsked[][]
  now: LayerAsked[]
  future: LayerAsked[][]
}

/** A system put together by hand, judged whole at every change; bad joins offer their way through. */
export function ByHand({
  start,
  brief,
  products,
  ground,
  decide,
  take,
  keptAs,
}: {
  start: LayerAsked[]
  keptAs: string // the key under which it survives a reload
  brief: Brief
  products: Product[]
  ground: Ground
  decide: (d: Decision) => void
  take: (system: System) => ReactNode
}) {
  const { value: history, set: setHistory } = useKept<History>(keptAs, () => ({ past: [], now: start, future: [] }))
  const layers = history.now
  const change = (next: LayerAsked[]) => setHistory({ past: [...history.past, layers], now: next, future: [] })
  const undo = () =>
    history.past.length > 0 &&
    setHistory({
      past: history.past.slice(0, -1),
      now: history.past[history.past.length - 1]!,
      future: [layers, ...history.future],
    })
  const redo = () =>
    history.future.length > 0 &&
    setHistory({ past: [...history.past, layers], now: history.future[0]!, future: history.future.slice(1) })
  const body = { brief, layers }
  const query = useQuery({ ...assessQuery(useSettled(body)), enabled: layers.length > 0 })
  const judged = layers.length > 0 && !query.isPlaceholderData && !query.error ? query.data : undefined
  const problem = query.error instanceof Problem ? query.error : undefined
  const move = (from: number, to: number) => {
    const next = [...layers]
    next.splice(to, 0, ...next.splice(from, 1))
    change(next)
  }
  const put = (i: number, part: Partial<LayerAsked>) => change(layers.map((l, k) => (k === i ? { ...l, ...part } : l)))
  const through = (i: number, way: Way) => {
    const steps = way.steps
      .filter((s) => s.productId !== undefined)
      .map((s) => ({ productId: s.productId!, coats: s.coat.coats }))
    change([...layers.slice(0, i), ...steps, ...layers.slice(i + 1)])
  }
  return (
    <section aria-labelledby="by-hand" className="mt-6 border-t-2 border-base-300 pt-4">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <div>
          <h2 id="by-hand">By hand</h2>
          <p className="opacity-85">
            From the last coat down to the ground. Move by the arrows or by dragging; everything is judged again at
            once.
          </p>
        </div>
        <div className="flex gap-2">
          <button type="button" className="btn btn-outline" onClick={undo} disabled={history.past.length === 0}>
            <Undo2 size={18} aria-hidden="true" /> Undo
          </button>
          <button type="button" className="btn btn-outline" onClick={redo} disabled={history.future.length === 0}>
            <Redo2 size={18} aria-hidden="true" /> Redo
          </button>
        </div>
      </div>
      <Recipes layers={layers} use={change} />
      <AddCoat
        products={products}
        add={(productId) => change([...layers, { productId, coats: 1 }])}
        disabled={layers.length >= MOST_LAYERS}
      />
      <ol reversed className="border-b border-base-300" aria-label="Layers, the last coat first">
        {layers
          .map((l, i) => ({ l, i }))
          .reverse()
          .map(({ l, i }) => (
            <LayerRow
              key={i}
              layer={l}
              at={i}
              count={layers.length}
              products={products}
              judged={judged?.system.layers[i]}
              ways={judged?.ways[i] ?? []}
              move={move}
              put={(part) => put(i, part)}
              remove={() => change(layers.filter((_, k) => k !== i))}
              through={(way) => through(i, way)}
              groundId={layers[i - 1]?.productId ?? 0}
              earlier={judged?.earlier ?? []}
              decide={decide}
            />
          ))}
      </ol>
      <p className="border-b-4 border-secondary py-2 font-semibold">{ground.old ?? ground.material}</p>
      {layers.length === 0 && <p className="mt-3 bg-base-200 p-4">Nothing is laid yet: add the first coat.</p>}
      {problem && <ProblemNote problem={problem} />}
      {judged && (
        <>
          <Standing why={judged.why} system={judged.system} />
          <SystemDetail
            key={JSON.stringify(layers)}
            system={judged.system}
            ground={ground}
            start={brief.start}
            take={take(judged.system)}
          />
        </>
      )}
    </section>
  )
}

/** The layer at a pointer, mouse or finger alike. */
function layerUnder(e: PointerEvent): number | undefined {
  const row = document.elementFromPoint(e.clientX, e.clientY)?.closest('[data-layer]')
  return row ? Number(row.getAttribute('data-layer')) : undefined
}

function LayerRow({
  layer,
  at,
  count,
  products,
  judged,
  ways,
  move,
  put,
  remove,
  through,
  groundId,
  earlier,
  decide,
}: {
  layer: LayerAsked
  at: number
  count: number
  products: Product[]
  judged?: System['layers'][number]
  ways: Way[]
  move: (from: number, to: number) => void
  put: (part: Partial<LayerAsked>) => void
  remove: () => void
  through: (way: Way) => void
  groundId: number
  earlier: Decision[]
  decide: (d: Decision) => void
}) {
  const show = useShow()
  const name = products.find((p) => p.ref.id === layer.productId)?.ref.name ?? 'a product no longer on the shelf'
  const bad =
    judged && !judged.below.legal ? judged.below : judged?.between && !judged.between.legal ? judged.between : undefined
  const doubt = judged && doubtOf(judged.below)
  const [dragged, setDragged] = useState<number>() // the layer whose place it would take
  const grip = {
    onPointerDown: (e: PointerEvent<HTMLElement>) => {
      e.preventDefault()
      e.currentTarget.setPointerCapture(e.pointerId)
      setDragged(at)
    },
    onPointerMove: (e: PointerEvent) => dragged !== undefined && setDragged(layerUnder(e) ?? dragged),
    onPointerUp: () => {
      if (dragged !== undefined && dragged !== at) move(at, dragged)
      setDragged(undefined)
    },
    onPointerCancel: () => setDragged(undefined),
  }
  return (
    <li
      data-layer={at}
      className={`border-t border-base-300 py-2 ${dragged !== undefined ? 'bg-base-200' : ''}`}
      aria-label={name}
    >
      <div className="flex flex-wrap items-center gap-2">
        <span
          {...grip}
          className="btn btn-ghost btn-square cursor-grab touch-none"
          title={dragged === undefined || dragged === at ? 'Drag it to its place' : `To layer ${dragged + 1}`}
          data-grip
        >
          <GripVertical size={18} aria-hidden="true" />
        </span>
        <select
          className="select min-w-44 flex-1"
          aria-label={`Layer ${at + 1}`}
          value={layer.productId}
          onChange={(e) => put({ productId: Number(e.target.value) })}
        >
          {products
            .filter((p) => !p.retired || p.ref.id === layer.productId)
            .map((p) => (
              <option key={p.ref.id} value={p.ref.id}>
                {p.ref.name}
              </option>
            ))}
        </select>
        <CoatCount coats={layer.coats} of={name} set={(coats) => put({ coats })} />
        <span className="flex">
          <button
            type="button"
            className="btn btn-ghost btn-square"
            disabled={at === count - 1}
            onClick={() => move(at, at + 1)}
            aria-label={`Higher: ${name}`}
          >
            <ArrowUp size={16} aria-hidden="true" />
          </button>
          <button
            type="button"
            className="btn btn-ghost btn-square"
            disabled={at === 0}
            onClick={() => move(at, at - 1)}
            aria-label={`Lower: ${name}`}
          >
            <ArrowDown size={16} aria-hidden="true" />
          </button>
          <button type="button" className="btn btn-ghost btn-square" onClick={remove} aria-label={`Take out ${name}`}>
            <X size={16} aria-hidden="true" />
          </button>
        </span>
      </div>
      {judged && (
        <p className="mt-1 flex flex-wrap items-baseline gap-x-3 text-sm">
          <VerdictMark verdict={(bad ?? judged.below).verdict} />
          {bad?.findings.find((f) => f.verdict === bad.verdict)?.reason ??
            (judged.below.earliestH > 0 ? `after ${show.hours(judged.below.earliestH)}` : '')}
        </p>
      )}
      {doubt && (
        <Decide finding={doubt} coatId={layer.productId} groundId={groundId} earlier={earlier} decide={decide} />
      )}
      {judged?.below.words
        .filter((w) => w.by === 'finisher')
        .map((w) => (
          <p key={w.sense} className="mt-1 border-l-4 border-primary pl-3 text-sm">
            <b>Decided on this piece:</b> {w.sense} {w.who}, {show.date(w.when)}
          </p>
        ))}
      {ways.length > 0 && <WaysThrough ways={ways} under={name} through={through} />}
    </li>
  )
}

/** What the whole comes to. Green only where nothing is left to be tested. */
function Standing({ why, system }: { why: string; system: System }) {
  const doubts = system.layers.filter((l) => l.below.verdict === 'test' || l.between?.verdict === 'test')
  if (why || doubts.length === 0)
    return (
      <p role="status" className={`mt-3 text-lg font-semibold ${why ? 'text-error' : 'text-success'}`}>
        {why || 'Every join holds, and every gate is passed.'}
      </p>
    )
  return (
    <p role="status" className="mt-3 text-lg font-semibold" style={{ color: verdicts.test.colour }}>
      {doubts.map((l) => l.product.name).join(', ')}: a test board decides. It stands in the plan, and the coat waits
      for it.
    </p>
  )
}

/** The finding that stops or questions a join, where a finisher may go past it. */
function doubtOf(join: System['layers'][number]['below']) {
  const doubtful = join.verdict === 'refuse' || join.verdict === 'test' || !join.legal
  return doubtful ? join.findings.find((f) => f.overridable && (f.verdict === join.verdict || !join.legal)) : undefined
}

function CoatCount({ coats, of, set }: { coats: number; of: string; set: (coats: number) => void }) {
  return (
    <span className="flex items-center">
      <button
        type="button"
        className="btn btn-ghost btn-square"
        disabled={coats <= 1}
        onClick={() => set(coats - 1)}
        aria-label={`One coat less of ${of}`}
      >
        <Minus size={16} aria-hidden="true" />
      </button>
      <span className="w-16 text-center">{coatCount(coats)}</span>
      <button
        type="button"
        className="btn btn-ghost btn-square"
        disabled={coats >= MOST_COATS}
        onClick={() => set(coats + 1)}
        aria-label={`One coat more of ${of}`}
      >
        <Plus size={16} aria-hidden="true" />
      </button>
    </span>
  )
}

function WaysThrough({ ways, under, through }: { ways: Way[]; under: string; through: (way: Way) => void }) {
  const show = useShow()
  return (
    <ul className="mt-1 flex flex-wrap gap-2" aria-label={`Ways through under ${under}`}>
      {ways.map((w, k) => {
        const steps = w.steps.map((s) => s.coat.name).join(', then ')
        return (
          <li key={k}>
            {w.toBuy ? (
              <span className="inline-block border border-base-300 px-3 py-2 text-sm">
                To buy: {steps} ({show.hours(w.waitH)})
              </span>
            ) : w.removal ? (
              <span className="inline-block border border-base-300 px-3 py-2 text-sm">
                Take it off: {w.removal.title}, then {steps} ({show.hours(w.waitH)})
              </span>
            ) : (
              <button type="button" className="btn btn-outline" onClick={() => through(w)}>
                {w.instead ? `Instead: ${steps}` : `Mend it: ${steps}`} ({show.hours(w.waitH)})
              </button>
            )}
          </li>
        )
      })}
    </ul>
  )
}

function AddCoat({
  products,
  add,
  disabled,
}: {
  products: Product[]
  add: (productId: number) => void
  disabled: boolean
}) {
  return (
    <select
      className="select mb-2 w-full max-w-md"
      aria-label="Add a coat on top"
      value=""
      disabled={disabled}
      onChange={(e) => add(Number(e.target.value))}
    >
      <option value="">Add a coat on top …</option>
      {products
        .filter((p) => !p.retired)
        .map((p) => (
          <option key={p.ref.id} value={p.ref.id}>
            {p.ref.name} ({p.ref.family})
          </option>
        ))}
    </select>
  )
}

/** Systems kept to use again. Using one judges it for the zone at hand. */
function Recipes({ layers, use }: { layers: LayerAsked[]; use: (layers: LayerAsked[]) => void }) {
  const client = useQueryClient()
  const [name, setName] = useState('')
  const recipes = useQuery(recipesQuery)
  const again = () => recipesChanged(client)
  const add = useSave({
    send: (_: void, headers) => api.POST('/recipes', { headers, body: { name, layers } }),
    onSuccess: () => {
      setName('')
      return again()
    },
  })
  const remove = useSave({
    send: ({ id, version }: Recipe, headers) =>
      api.DELETE('/recipes/{id}', { params: { path: { id }, query: { version } }, headers }),
    onSuccess: again,
  })
  const wrong = add.error instanceof Problem ? (add.error.at('/name') ?? add.error.message) : undefined
  return (
    <details className="mb-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Recipes of the workshop</summary>
      <ul className="divide-y divide-base-300">
        {recipes.data?.map((r) => (
          <li key={r.id} className="flex flex-wrap items-center gap-2 py-1">
            <b className="flex-1">{r.name}</b>
            <button
              type="button"
              className="btn btn-outline"
              onClick={() => use(r.layers)}
              aria-label={`Use ${r.name}`}
            >
              Use it here
            </button>
            <button
              type="button"
              className="btn btn-ghost"
              onClick={() => remove.mutate(r)}
              aria-label={`Forget ${r.name}`}
            >
              Forget
            </button>
          </li>
        ))}
      </ul>
      {recipes.data?.length === 0 && <p>None kept yet.</p>}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <input
          className="input w-full max-w-xs"
          aria-label="Name of the recipe"
          placeholder="name of this one"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <button
          type="button"
          className="btn btn-outline"
          disabled={layers.length === 0 || add.isPending}
          onClick={() => add.mutate()}
        >
          Keep it as a recipe
        </button>
        {wrong && <span className="font-semibold text-error">{wrong}</span>}
      </div>
    </details>
  )
}
