import { useQuery } from '@tanstack/react-query'
import { Plus, X } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Catalogue, ProductInput } from '../api/client'
import { kindsQuery } from '../api/queries'
import { Field } from '../ui/Field'
import { Options } from '../ui/Options'
import { depths, hues } from '../ui/tones'
import { TextField, WordField } from '../ui/TypedFields'
import { useSettled } from '../ui/useSettled'
import { typedAs } from './values'

interface Part {
  draft: ProductInput
  set: (change: Partial<ProductInput>) => void
  catalogue: Catalogue
  wrong: (pointer: string, typed?: boolean) => string | undefined
}

const without = <T,>(all: Record<string, T>, key: string) =>
  Object.fromEntries(Object.entries(all).filter(([k]) => k !== key))

type Family = Catalogue['families'][number]

/** What the tin is: its name, its kind, and what it does to the look. */
export function Identity({ draft, set, catalogue, wrong, family }: Part & { family: Family | undefined }) {
  const groups = [...new Set(catalogue.families.map((f) => f.groups[0]!))]
  return (
    <fieldset className="grid gap-4 sm:grid-cols-2">
      <legend className="mb-2 text-lg font-bold">What it is</legend>
      <TextField
        label="Name on the tin"
        error={wrong('/name', draft.name !== '')}
        value={draft.name}
        onChange={(text) => set({ name: text })}
      />
      <Field
        label="Kind of coating"
        error={wrong('/family', draft.family !== '')}
        hint={
          family?.notes ?? (
            <Offered called={draft.name} pick={(id) => set({ family: id })}>
              gives the typical values that the label then overrides
            </Offered>
          )
        }
      >
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={draft.family}
            onChange={(e) => set({ family: e.target.value })}
          >
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
      <TextField label="Maker" value={draft.maker} onChange={(text) => set({ maker: text })} />
      <TextField label="Colour, as the tin calls it" value={draft.colour} onChange={(text) => set({ colour: text })} />
      <Field label="What it does to the wood" error={wrong('/shade')}>
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={draft.shade}
            onChange={(e) => set({ shade: e.target.value })}
          >
            <option value="clear">clear: the wood shows</option>
            <option value="tone">tone: the wood shows through a colour</option>
            <option value="pale">pale: hides it in white, pale or grey</option>
            <option value="dark">dark: hides it in a deeper colour</option>
          </select>
        )}
      </Field>
      <Field label="Sheen" error={wrong('/sheen')}>
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={draft.sheen}
            onChange={(e) => set({ sheen: e.target.value })}
          >
            {catalogue.sheens.map((s) => (
              <option key={s}>{s}</option>
            ))}
          </select>
        )}
      </Field>
    </fieldset>
  )
}

/** The kinds that a tin's name may mean, each a press away. */
function Offered({ called, pick, children }: { called: string; pick: (id: string) => void; children: ReactNode }) {
  const near = useQuery(kindsQuery(useSettled(called))).data ?? []
  if (called.trim() === '' || near.length === 0) return children
  return (
    <span className="flex flex-wrap items-center gap-2">
      It may be:
      {near.map((k) => (
        <button key={k.id} type="button" className="btn btn-outline btn-sm" onClick={() => pick(k.id)}>
          {k.name}
        </button>
      ))}
    </span>
  )
}

/** What the label says, in its own words; what is typical stands below each field. */
export function LabelFields({ draft, set, catalogue, wrong, family }: Part & { family: Family }) {
  const setLabel = (field: string, words: string) =>
    set({ label: words === '' ? without(draft.label, field) : { ...draft.label, [field]: words } })
  return (
    <fieldset>
      <legend className="text-lg font-bold">What its label says</legend>
      <p className="mb-3 opacity-85">
        Type it as it stands there, with its units: 2–4 h, 400 ft²/gal, 50 °F. What you leave empty keeps the value that
        is typical for the kind, told below the field.
      </p>
      <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
        {catalogue.sheetFields.map((f) => (
          <TextField
            key={f.name}
            label={f.title}
            hint={typical(family, f)}
            error={wrong(`/label/${f.name}`)}
            value={draft.label[f.name] ?? ''}
            onChange={(text) => setLabel(f.name, text)}
          />
        ))}
      </div>
    </fieldset>
  )
}

function typical(family: Catalogue['families'][number], f: Catalogue['sheetFields'][number]): string | undefined {
  const v = family.values.find((o) => o.field === f.name)
  if (v) return `typical: ${typedAs(v)}`
  return f.units.length > 0 ? `in ${f.units.slice(0, 2).join(' or ')}` : undefined
}

export function Statements({ draft, set, catalogue, wrong }: Part) {
  const put = (kind: string, change: Partial<ProductInput['statements'][string]>) => {
    const next = { sense: '', source: 'data sheet', ...draft.statements[kind], ...change }
    set({ statements: next.sense === '' ? without(draft.statements, kind) : { ...draft.statements, [kind]: next } })
  }
  return (
    <details open={Object.keys(draft.statements).length > 0} className="border-y border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">What it states</b>{' '}
        <span className="opacity-85">children, food, floors, outdoors: only what stands there, never more</span>
      </summary>
      <div className="space-y-3 pb-4">
        {catalogue.statementKinds.map((k) => (
          <div key={k.id} className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_12rem]">
            <TextField
              label={k.name}
              error={wrong(`/statements/${k.id}`)}
              value={draft.statements[k.id]?.sense ?? ''}
              onChange={(text) => put(k.id, { sense: text })}
            />
            <Field label="Where it says so">
              {(ids) => (
                <input
                  {...ids}
                  className="input w-full"
                  disabled={!draft.statements[k.id]}
                  value={draft.statements[k.id]?.source ?? ''}
                  onChange={(e) => put(k.id, { source: e.target.value })}
                />
              )}
            </Field>
          </div>
        ))}
      </div>
    </details>
  )
}

/** What a label may say of a pair. */
const senses = [
  { over: true, may: true, words: 'this may go over' },
  { over: true, may: false, words: 'this may not go over' },
  { over: false, may: true, words: 'over this may go' },
  { over: false, may: false, words: 'over this may not go' },
]

export function Pairings({ draft, set, catalogue, wrong }: Part) {
  const put = (i: number, change: Partial<ProductInput['pairings'][number]>) =>
    set({ pairings: draft.pairings.map((p, k) => (k === i ? { ...p, ...change } : p)) })
  return (
    <details open={draft.pairings.length > 0} className="border-b border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">Over and under what, by its label</b>{' '}
        <span className="opacity-85">outweighs the rules, save physics and safety</span>
      </summary>
      <div className="space-y-4 pb-4">
        {draft.pairings.map((p, i) => (
          <div key={i} className="grid items-end gap-3 border-l-4 border-base-300 pl-3 sm:grid-cols-2">
            <label>
              <span className="mb-1 block font-semibold">The label says</span>
              <select
                className="select w-full"
                value={senses.findIndex((s) => s.over === p.over && s.may === p.may)}
                onChange={(e) => {
                  const { over, may } = senses[Number(e.target.value)]!
                  put(i, { over, may })
                }}
              >
                {senses.map((s, k) => (
                  <option key={s.words} value={k}>
                    {s.words}
                  </option>
                ))}
              </select>
            </label>
            <Field label="What" error={wrong(`/pairings/${i}/what`)}>
              {(ids) => (
                <select
                  {...ids}
                  className="select w-full"
                  value={p.what}
                  onChange={(e) => put(i, { what: e.target.value })}
                >
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
            <TextField label="In its sense" value={p.sense} onChange={(text) => put(i, { sense: text })} />
            <div className="flex items-end gap-2">
              <TextField label="Where it says so" value={p.source} onChange={(text) => put(i, { source: text })} />
              <button
                type="button"
                className="btn btn-ghost btn-square"
                aria-label="Take this pair out"
                onClick={() => set({ pairings: draft.pairings.filter((_, k) => k !== i) })}
              >
                <X size={18} aria-hidden="true" />
              </button>
            </div>
          </div>
        ))}
        <button
          type="button"
          className="btn btn-outline"
          onClick={() =>
            set({ pairings: [...draft.pairings, { over: true, what: 'oil', may: false, sense: '', source: 'tin' }] })
          }
        >
          <Plus size={16} aria-hidden="true" /> A pair
        </button>
      </div>
    </details>
  )
}

export function Facts({
  draft,
  set,
  wrong,
  family,
}: {
  draft: ProductInput
  set: (change: Partial<ProductInput>) => void
  wrong: (pointer: string) => string | undefined
  family: Catalogue['families'][number]
}) {
  const put = (change: Partial<ProductInput['facts']>) => set({ facts: { ...draft.facts, ...change } })
  const text = (field: 'tools' | 'thinner' | 'cleanUp' | 'hazards', label: string) => (
    <TextField
      label={label}
      hint={family.facts[field] && `typical: ${family.facts[field]}`}
      value={draft.facts[field]}
      onChange={(text) => put({ [field]: text })}
    />
  )
  return (
    <fieldset className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
      <legend className="mb-2 text-lg font-bold">Tools, thinner, hazards</legend>
      {text('tools', 'Tools')}
      {text('thinner', 'Thinner')}
      {text('cleanUp', 'Clean-up')}
      {text('hazards', 'Hazards on the label')}
      <TextField
        label="Sold in"
        hint="sizes, each with its price: 750 mL 24.50; 2.5 L 62"
        error={wrong('/facts/soldIn')}
        value={draft.facts.soldIn}
        onChange={(soldIn) => put({ soldIn })}
      />
      {draft.shade === 'tone' && (
        <>
          <WordField
            label="How deep it colours wood"
            words={depths}
            value={draft.facts.depth}
            onChange={(depth) => put({ depth })}
          />
          <WordField
            label="The colour it gives"
            words={hues}
            value={draft.facts.hue}
            onChange={(hue) => put({ hue })}
          />
        </>
      )}
      <Field label="VOC is counted" hint="the two are not comparable">
        {(ids) => (
          <select
            {...ids}
            className="select w-full"
            value={draft.facts.vocBasis}
            onChange={(e) => put({ vocBasis: e.target.value as ProductInput['facts']['vocBasis'] })}
          >
            <option value="">not told</option>
            <option value="ready_to_use">of the product ready to use, its water included (as EU 2004/42)</option>
            <option value="less_water">less water and exempt solvents (as US 40 CFR 59)</option>
          </select>
        )}
      </Field>
    </fieldset>
  )
}
