import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, ask, Problem, type Catalogue, type Inspection, type Look, type Piece, type PieceInput } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { pieceKey, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { fromLocalInput, toLocalInput } from '../ui/time'
import { Consequences, ConsequencesLine, useConsequences } from './Consequences'

const lookNames: Record<Look, { name: string; hint: string }> = {
  natural: { name: 'Natural', hint: 'the wood as it is' },
  stained: { name: 'Stained', hint: 'wood shows through a colour' },
  opaque_pale: { name: 'Opaque, pale', hint: 'white, pale or grey that must stay so' },
  opaque_dark: { name: 'Opaque, dark', hint: 'a deeper colour' },
}

/** What is typed so far. Numbers are SI; undefined or NaN while they cannot be read. */
export interface Draft {
  name: string
  zoneName: string
  endUse: string
  material: string
  look: Look
  sheen: string
  areaM2?: number
  lengthM?: number
  widthM?: number
  tempC?: number
  rh?: number
  start?: string
  promised?: string
  inspection?: Inspection // carried along: it is told at the inspection
}

const HOUR = 3_600_000

function blank(): Draft {
  const start = new Date(Math.ceil(Date.now() / HOUR) * HOUR)
  return { name: '', zoneName: 'top', endUse: '', material: '', look: 'natural', sheen: 'satin', tempC: 20, rh: 50, start: start.toISOString() }
}

function draftOf(p: Piece): Draft {
  const z = p.zone
  return { name: p.name, zoneName: z.name, endUse: z.endUse, material: z.material, look: z.look, sheen: z.sheen, areaM2: z.areaM2, lengthM: z.lengthM, widthM: z.widthM, tempC: p.air.tempC, rh: p.air.rh, start: p.start, promised: p.promised, inspection: z.inspection }
}

/** The draft as the contract wants it; what cannot be read becomes 0 or empty, and the server says what would be right. */
export function inputOf(d: Draft): PieceInput {
  const n = (v: number | undefined) => (v === undefined || Number.isNaN(v) ? undefined : v)
  return {
    name: d.name,
    zone: { name: d.zoneName, endUse: d.endUse, material: d.material, look: d.look, sheen: d.sheen, areaM2: n(d.areaM2) ?? 0, lengthM: n(d.lengthM), widthM: n(d.widthM), inspection: d.inspection },
    air: { tempC: n(d.tempC) ?? -99, rh: n(d.rh) ?? -1 },
    start: d.start ?? '1970-01-01T00:00:00Z',
    promised: d.promised,
  }
}

export function TakeInNew() {
  const [draft, setDraft] = useState(blank)
  return (
    <>
      <h1 className="mb-4">Take in a piece</h1>
      <TakeInForm draft={draft} setDraft={setDraft} />
    </>
  )
}

export function TakeInEdit() {
  const piece = usePiece()
  const [draft, setDraft] = useState(() => draftOf(piece))
  return <TakeInForm draft={draft} setDraft={setDraft} piece={piece} />
}

function TakeInForm({ draft, setDraft, piece }: { draft: Draft; setDraft: (d: Draft) => void; piece?: Piece }) {
  const catalogue = useQuery({ queryKey: ['catalogue'], queryFn: () => ask(api.GET('/catalogue')), staleTime: Infinity })
  return (
    <Answered query={catalogue} what="the list of end uses and woods">
      {(c) => <Form catalogue={c} draft={draft} setDraft={setDraft} piece={piece} />}
    </Answered>
  )
}

function Form({ catalogue, draft, setDraft, piece }: { catalogue: Catalogue; draft: Draft; setDraft: (d: Draft) => void; piece?: Piece }) {
  const show = useShow()
  const navigate = useNavigate()
  const client = useQueryClient()
  const zone = show.workshop?.timeZone
  const consequences = useConsequences(draft)
  const save = useMutation({
    mutationFn: () => {
      const input = inputOf(draft)
      return piece
        ? ask(api.PUT('/pieces/{id}', { params: { path: { id: piece.id } }, body: { version: piece.version, piece: input } }))
        : ask(api.POST('/pieces', { body: input }))
    },
    onSuccess: async (saved) => {
      client.setQueryData(pieceKey(saved.id), saved)
      await client.invalidateQueries({ queryKey: ['bench'] })
      await navigate(`/pieces/${saved.id}/${saved.layers.length > 0 ? 'plan' : 'choose'}`)
    },
  })
  // What the server said on saving stands until the field changes; what it says of the draft stands beside it at once.
  const wrong = (pointer: string, typed: boolean) => (save.error instanceof Problem ? save.error.at(pointer) : undefined) ?? (typed ? consequences.problem?.at(pointer) : undefined)
  const set = (change: Partial<Draft>) => {
    if (save.error) save.reset()
    setDraft({ ...draft, ...change })
  }
  const setSides = (lengthM: number | undefined, widthM: number | undefined) =>
    set({ lengthM, widthM, ...(lengthM && widthM ? { areaM2: lengthM * widthM } : {}) })
  const material = catalogue.materials.find((m) => m.id === draft.material)
  const use = catalogue.endUses.find((u) => u.id === draft.endUse)
  const groups = [...new Set(catalogue.endUses.map((u) => u.group))]
  const handed = piece?.stage === 'handed_over'
  return (
    <div className="grid gap-8 pb-12 lg:pb-0 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <form
        noValidate
        className="space-y-7"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <fieldset className="grid gap-4 sm:grid-cols-2">
          <legend className="mb-2 text-lg font-bold">The piece</legend>
          <Field label="Name" error={wrong('/name', false)}>
            {(ids) => <input {...ids} className="input w-full" value={draft.name} onChange={(e) => set({ name: e.target.value })} placeholder="such as: kitchen island" />}
          </Field>
          <Field label="Zone" hint="the part you are choosing for" error={wrong('/zone/name', draft.zoneName !== '')}>
            {(ids) => <input {...ids} className="input w-full" value={draft.zoneName} onChange={(e) => set({ zoneName: e.target.value })} />}
          </Field>
          <Field label="End use" error={wrong('/zone/endUse', draft.endUse !== '')} hint={use?.gates.length ? `Gates: ${use.gates.map((g) => g.name.toLowerCase()).join(', ')}` : 'how this zone will live'}>
            {(ids) => (
              <select {...ids} className="select w-full" value={draft.endUse} onChange={(e) => set({ endUse: e.target.value })}>
                <option value="" disabled>
                  Choose one
                </option>
                {groups.map((g) => (
                  <optgroup key={g} label={g}>
                    {catalogue.endUses
                      .filter((u) => u.group === g)
                      .map((u) => (
                        <option key={u.id} value={u.id}>
                          {u.name}
                        </option>
                      ))}
                  </optgroup>
                ))}
              </select>
            )}
          </Field>
          <Field label="Material" error={wrong('/zone/material', draft.material !== '')} hint={material && (material.note || material.traits.join(', ') || 'no peculiarities')}>
            {(ids) => (
              <select {...ids} className="select w-full" value={draft.material} onChange={(e) => set({ material: e.target.value })}>
                <option value="" disabled>
                  Choose one
                </option>
                {catalogue.materials.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
                  </option>
                ))}
              </select>
            )}
          </Field>
        </fieldset>
        <fieldset className="grid grid-cols-2 gap-4 sm:grid-cols-3">
          <legend className="mb-2 text-lg font-bold">How big</legend>
          <Field label="Length" error={wrong('/zone/lengthM', draft.lengthM !== undefined)}>
            {(ids) => <MeasureInput {...ids} measure={show.measures.side} value={draft.lengthM} onChange={(v) => setSides(v, draft.widthM)} />}
          </Field>
          <Field label="Width" error={wrong('/zone/widthM', draft.widthM !== undefined)}>
            {(ids) => <MeasureInput {...ids} measure={show.measures.side} value={draft.widthM} onChange={(v) => setSides(draft.lengthM, v)} />}
          </Field>
          <Field label="Area" hint="or the area by itself" error={wrong('/zone/areaM2', draft.areaM2 !== undefined)}>
            {(ids) => <MeasureInput {...ids} measure={show.measures.area} value={draft.areaM2} onChange={(v) => set({ areaM2: v, lengthM: undefined, widthM: undefined })} />}
          </Field>
        </fieldset>
        <fieldset>
          <legend className="mb-2 text-lg font-bold">The look</legend>
          <div className="grid gap-2 sm:grid-cols-2" role="radiogroup" aria-label="Look">
            {catalogue.looks.map((l) => (
              <label key={l} className={`flex min-h-12 cursor-pointer items-center gap-3 rounded-field border px-3 ${draft.look === l ? 'border-primary bg-base-200' : 'border-base-300'}`}>
                <input type="radio" className="radio radio-sm" name="look" checked={draft.look === l} onChange={() => set({ look: l })} />
                <span>
                  <b>{lookNames[l].name}</b> <span className="text-sm opacity-85">{lookNames[l].hint}</span>
                </span>
              </label>
            ))}
          </div>
          <div className="mt-3 max-w-60">
            <Field label="Sheen" error={wrong('/zone/sheen', true)}>
              {(ids) => (
                <select {...ids} className="select w-full" value={draft.sheen} onChange={(e) => set({ sheen: e.target.value })}>
                  {catalogue.sheens.map((s) => (
                    <option key={s}>{s}</option>
                  ))}
                </select>
              )}
            </Field>
          </div>
        </fieldset>
        <fieldset className="grid grid-cols-2 gap-4 sm:grid-cols-[1fr_1fr_1.6fr_1.6fr]">
          <legend className="mb-2 text-lg font-bold">Room and dates</legend>
          <Field label="Air" error={wrong('/air/tempC', true)}>
            {(ids) => <MeasureInput {...ids} measure={show.measures.temp} value={draft.tempC} onChange={(v) => set({ tempC: v })} />}
          </Field>
          <Field label="Humidity" error={wrong('/air/rh', true)}>
            {(ids) => <MeasureInput {...ids} measure={{ unit: '% RH', digits: 0, fromSI: (v) => v, toSI: (v) => v }} value={draft.rh} onChange={(v) => set({ rh: v })} />}
          </Field>
          <div className="col-span-2 sm:col-span-1">
            <Field label="Start" error={wrong('/start', true)}>
              {(ids) => <input {...ids} type="datetime-local" className="input w-full" value={toLocalInput(draft.start, zone)} onChange={(e) => set({ start: fromLocalInput(e.target.value, zone) })} />}
            </Field>
          </div>
          <div className="col-span-2 sm:col-span-1">
            <Field label="Promised" hint="leave empty if not" error={wrong('/promised', draft.promised !== undefined)}>
              {(ids) => <input {...ids} type="datetime-local" className="input w-full" value={toLocalInput(draft.promised, zone)} onChange={(e) => set({ promised: fromLocalInput(e.target.value, zone) })} />}
            </Field>
          </div>
        </fieldset>
        {save.error && <ProblemNote problem={save.error} />}
        {handed ? (
          <p className="border-l-4 border-base-300 bg-base-200 p-4">This piece has been handed over; its record no longer changes.</p>
        ) : (
          <div className="flex flex-wrap gap-3">
            <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
              {save.isPending ? 'Saving…' : piece ? 'Save' : 'Take it in'}
            </button>
            {piece && <RemoveButton piece={piece} />}
          </div>
        )}
      </form>
      <Consequences consequences={consequences} use={use} demands={catalogue.demands} material={material?.name} />
      <ConsequencesLine consequences={consequences} />
    </div>
  )
}

function RemoveButton({ piece }: { piece: Piece }) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const [asked, setAsked] = useState(false)
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE('/pieces/{id}', { params: { path: { id: piece.id } } })),
    onSuccess: async () => {
      client.removeQueries({ queryKey: pieceKey(piece.id) })
      await client.invalidateQueries({ queryKey: ['bench'] })
      await navigate('/')
    },
  })
  if (!asked)
    return (
      <button type="button" className="btn btn-ghost btn-lg" onClick={() => setAsked(true)}>
        Remove this piece
      </button>
    )
  return (
    <div className="flex flex-wrap items-center gap-3" role="group" aria-label="Remove this piece">
      <span className="font-semibold">Gone for good, with its plan?</span>
      <button type="button" className="btn btn-error" onClick={() => remove.mutate()} disabled={remove.isPending}>
        Remove it
      </button>
      <button type="button" className="btn" onClick={() => setAsked(false)}>
        Keep it
      </button>
      {remove.error && <ProblemNote problem={remove.error} />}
    </div>
  )
}
