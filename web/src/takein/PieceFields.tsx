import { Plus } from 'lucide-react'
import { Link } from 'react-router'
import type { Catalogue, Part } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { useShow, type Show } from '../ui/show'
import { StoryField } from '../ui/TypedFields'
import { Tick } from '../ui/Tick'
import { whole } from '../ui/units'
import type { Draft } from './draft'

export type Wrong = (pointer: string, typed: boolean) => string | undefined

/** What the piece is, and the few measurements from which its zones follow. */
export function PieceFields({
  draft,
  catalogue,
  wrong,
  set,
  measure,
  measureFault,
  fresh,
}: {
  draft: Draft
  catalogue: Catalogue
  wrong: Wrong
  set: (change: Partial<Draft>) => void
  measure: (kind: string, measures: Draft['measures']) => void
  measureFault: (id: string) => string | undefined
  fresh: boolean
}) {
  const show = useShow()
  const kind = catalogue.kinds.find((k) => k.id === draft.kind)
  return (
    <fieldset className="grid gap-4 sm:grid-cols-2">
      <legend className="mb-2 text-lg font-bold">The piece</legend>
      <Field label="Name" hint="such as: kitchen island" error={wrong('/name', false)}>
        {(ids) => (
          <input {...ids} className="input w-full" value={draft.name} onChange={(e) => set({ name: e.target.value })} />
        )}
      </Field>
      <Field label="Kind of piece" error={wrong('/kind', true)} hint={fresh ? 'gives its usual zones' : undefined}>
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={draft.kind}
            onChange={(e) => (fresh ? measure(e.target.value, {}) : set({ kind: e.target.value }))}
          >
            {catalogue.kinds.map((k) => (
              <option key={k.id} value={k.id}>
                {k.name}
              </option>
            ))}
          </select>
        )}
      </Field>
      {fresh && kind && kind.measures.length > 0 && (
        <div role="group" aria-label="Measure it" className="grid grid-cols-2 gap-4 sm:col-span-2 sm:grid-cols-4">
          {kind.measures.map((m) => (
            <Field
              key={m.id}
              label={m.name}
              error={measureFault(m.id)}
              hint={draft.measures[m.id] === undefined ? 'usual, not measured' : undefined}
            >
              {(ids) => (
                <label className="input w-full">
                  <input
                    {...ids}
                    autoComplete="off"
                    value={draft.measures[m.id] ?? usual(m, show)}
                    onChange={(e) => measure(draft.kind, { ...draft.measures, [m.id]: e.target.value })}
                  />
                  {!m.count && <span className="opacity-80">{show.measures.side.unit}</span>}
                </label>
              )}
            </Field>
          ))}
        </div>
      )}
    </fieldset>
  )
}

const usual = (m: { usual: number; count: boolean }, show: Show) =>
  show.number(m.count ? m.usual : show.measures.side.fromSI(m.usual), 1)

/** Whose it is, how many alike, where the work is done, what comes off, what was on it before. Said in a line while closed. */
export function MoreFields({
  draft,
  catalogue,
  wrong,
  set,
}: {
  draft: Draft
  catalogue: Catalogue
  wrong: Wrong
  set: (change: Partial<Draft>) => void
}) {
  const { site, parts } = draft
  return (
    <details className="border-y border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">Whose, where, what comes off</b> <span className="opacity-85">{summary(draft)}</span>
      </summary>
      <div className="space-y-5 pb-5">
        <div className="grid gap-4 sm:grid-cols-3">
          <Field label="Whose it is" error={wrong('/owner', true)}>
            {(ids) => (
              <select
                {...ids}
                className="select w-full"
                value={draft.owner}
                onChange={(e) => set({ owner: e.target.value as Draft['owner'] })}
              >
                <option value="own">own stock</option>
                <option value="customer">a customer’s</option>
              </select>
            )}
          </Field>
          <Field label="How many alike" hint="areas are of one; all are planned together" error={wrong('/alike', true)}>
            {(ids) => (
              <MeasureInput {...ids} measure={whole('')} value={draft.alike} onChange={(alike) => set({ alike })} />
            )}
          </Field>
          <Field label="Where the work is done">
            {(ids) => (
              <select
                {...ids}
                className="select w-full"
                value={site.onSite ? 'site' : 'bench'}
                onChange={(e) =>
                  set({ site: { ...site, onSite: e.target.value === 'site', coverFloors: e.target.value === 'site' } })
                }
              >
                <option value="bench">at the bench</option>
                <option value="site">on site</option>
              </select>
            )}
          </Field>
        </div>
        {site.onSite && (
          <div className="flex flex-wrap gap-2" role="group" aria-label="On site">
            <Tick
              label="Floors to cover"
              checked={site.coverFloors}
              set={(coverFloors) => set({ site: { ...site, coverFloors } })}
            />
            <Tick
              label="People live there meanwhile"
              checked={site.livedIn}
              set={(livedIn) => set({ site: { ...site, livedIn } })}
            />
            <Tick
              label="Airs poorly"
              checked={site.poorlyAired}
              set={(poorlyAired) => set({ site: { ...site, poorlyAired } })}
            />
          </div>
        )}
        <ComesOff parts={parts} catalogue={catalogue} wrong={wrong} set={(parts) => set({ parts })} />
        <StoryField
          label="What was on it before, as told"
          error={wrong('/history', true)}
          hint={draft.fromPieceId && <EarlierLink id={draft.fromPieceId} />}
          value={draft.history}
          onChange={(text) => set({ history: text })}
        />
      </div>
    </details>
  )
}

function ComesOff({
  parts,
  catalogue,
  wrong,
  set,
}: {
  parts: Part[]
  catalogue: Catalogue
  wrong: Wrong
  set: (parts: Part[]) => void
}) {
  const setPart = (i: number, change: Partial<Part>) => set(parts.map((p, j) => (j === i ? { ...p, ...change } : p)))
  return (
    <div role="group" aria-label="What comes off first">
      <p className="mb-1 font-semibold">What comes off first, and back on last</p>
      {parts.map((p, i) => (
        <div key={i} className="mb-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_6rem_auto] items-start gap-2">
          <select
            className="select w-full"
            aria-label="Kind of part"
            value={p.kind}
            onChange={(e) => setPart(i, { kind: e.target.value })}
          >
            {catalogue.partKinds.map((k) => (
              <option key={k.id} value={k.id}>
                {k.name}
              </option>
            ))}
          </select>
          <div>
            <input
              className="input w-full"
              aria-label="What it is"
              value={p.name}
              onChange={(e) => setPart(i, { name: e.target.value })}
            />
            {wrong(`/parts/${i}/name`, p.name !== '') && (
              <p className="text-sm font-semibold text-error">{wrong(`/parts/${i}/name`, true)}</p>
            )}
          </div>
          <div>
            <MeasureInput
              aria-label="How many"
              id={`part-${i}`}
              measure={whole('')}
              value={p.count}
              onChange={(count) => setPart(i, { count: count ?? NaN })}
            />
            {wrong(`/parts/${i}/count`, true) && (
              <p className="text-sm font-semibold text-error">{wrong(`/parts/${i}/count`, true)}</p>
            )}
          </div>
          <button
            type="button"
            className="btn btn-ghost"
            onClick={() => set(parts.filter((_, j) => j !== i))}
            aria-label={`Leave on: ${p.name}`}
          >
            Leave on
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn btn-outline"
        onClick={() => set([...parts, { kind: 'hardware', name: 'Handles', count: 1 }])}
      >
        <Plus size={16} aria-hidden="true" /> Add a part
      </button>
    </div>
  )
}

function EarlierLink({ id }: { id: number }) {
  return (
    <Link className="link" to={`/pieces/${id}/plan`}>
      Our own earlier work on it
    </Link>
  )
}

function summary(d: Draft): string {
  const parts = d.parts.map((p) => `${p.count} × ${p.name}`)
  return [
    d.owner === 'own' ? 'own stock' : 'a customer’s',
    (d.alike ?? 1) > 1 && `${d.alike} alike`,
    d.site.onSite ? 'on site' : 'at the bench',
    parts.length > 0 && `off first: ${parts.join(', ')}`,
  ]
    .filter(Boolean)
    .join(' · ')
}
