import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { api, ask, Problem, type Catalogue, type Piece } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { Tick } from '../ui/Tick'
import { useShow } from '../ui/show'
import { useKept } from '../ui/useKept'
import { WhenField } from '../ui/When'
import { whole } from '../ui/units'
import { WouldUndo } from '../ui/WouldUndo'
import { Consequences, ConsequencesLine, useConsequences } from './Consequences'
import { blankDraft, draftOf, inputOf, laidOut, type Draft } from './draft'
import { MoreFields, PieceFields, type Wrong } from './PieceFields'
import { Zones } from './Zones'
import { againQuery, catalogueQuery, pieceGone, pieceSaved } from '../api/queries'
import { useSave } from '../api/saving'

type SetDraft = (change: Draft | ((d: Draft) => Draft)) => void

export function TakeInNew() {
  const [search] = useSearchParams()
  const again = search.get('again')
  return (
    <>
      <h1 className="mb-4">{again ? 'Take in once more' : 'Take in a piece'}</h1>
      {again ? <TakeInAgain id={Number(again)} /> : <Fresh />}
    </>
  )
}

function Fresh() {
  const kept = useKept('take-in', blankDraft)
  return (
    <>
      {kept.restored && (
        <p role="status" className="mb-4 flex flex-wrap items-center gap-3 bg-base-200 px-4 py-2">
          What you had typed is still here.
          <button type="button" className="btn btn-ghost" onClick={kept.afresh}>
            Start afresh
          </button>
        </p>
      )}
      <TakeInForm draft={kept.value} setDraft={kept.set} taken={kept.forget} />
    </>
  )
}

/** Starts from our own record of a piece: its zones, and what we put on them. */
function TakeInAgain({ id }: { id: number }) {
  const query = useQuery(againQuery(id))
  return (
    <Answered query={query} what="its record">
      {(input) => <Drafted initial={draftOf(input)} />}
    </Answered>
  )
}

export function TakeInEdit() {
  const piece = usePiece()
  return <Drafted initial={draftOf(piece.input)} piece={piece} />
}

function Drafted({ initial, piece }: { initial: Draft; piece?: Piece }) {
  const [draft, setDraft] = useState(initial)
  return <TakeInForm draft={draft} setDraft={setDraft} piece={piece} />
}

interface Drafting {
  draft: Draft
  setDraft: SetDraft
  piece?: Piece
  taken?: () => void // once it is saved
}

function TakeInForm({ draft, setDraft, piece, taken }: Drafting) {
  const catalogue = useQuery(catalogueQuery)
  return (
    <Answered query={catalogue} what="the list of end uses and woods">
      {(c) => <Form catalogue={c} draft={draft} setDraft={setDraft} piece={piece} taken={taken} />}
    </Answered>
  )
}

/** Lays a kind of piece out at every keystroke in its measurements; what cannot be is told beside the measurement. */
function useLayOut(setDraft: SetDraft) {
  const inches = useShow().units === 'us'
  const layOut = useMutation({
    mutationFn: (body: { kind: string; measures: Record<string, string>; inches: boolean }) =>
      ask(api.POST('/lay-out', { body })),
  })
  const measure = (kind: string, measures: Draft['measures']) => {
    setDraft((d) => ({ ...d, kind, measures }))
    layOut.mutate(
      { kind, measures, inches },
      { onSuccess: (out) => setDraft((d) => (d.kind === kind && d.measures === measures ? laidOut(d, out) : d)) },
    )
  }
  const fault = (id: string) => (layOut.error instanceof Problem ? layOut.error.at(`/measures/${id}`) : undefined)
  return { measure, fault }
}

function Form({ catalogue, draft, setDraft, piece, taken }: Drafting & { catalogue: Catalogue }) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const [pressed, setPressed] = useState(draft.zones[0]!.key)
  const open = draft.zones.find((z) => z.key === pressed) ?? draft.zones[0]!
  const consequences = useConsequences(draft, open)
  const layOut = useLayOut(setDraft)
  const save = useSave({
    send: (_: void, headers) => {
      const input = inputOf(draft)
      return piece
        ? api.PUT('/pieces/{id}', {
            headers,
            params: { path: { id: piece.id } },
            body: { version: piece.version, piece: input },
          })
        : api.POST('/pieces', { headers, body: input })
    },
    onSuccess: async (saved) => {
      taken?.()
      await pieceSaved(client, saved)
      const seen = saved.input.zones.every((z) => z.inspection)
      await navigate(
        `/pieces/${saved.id}/${!piece || !seen ? 'inspect' : saved.systems.every((s) => s.length > 0) ? 'plan' : 'choose'}`,
      )
    },
    onError: (e) => {
      const at =
        e instanceof Problem
          ? e.fields.map((f) => /\/zones\/(\d+)\//.exec(f.field)?.[1]).find((i) => i !== undefined)
          : undefined
      if (at !== undefined) setPressed(draft.zones[Number(at)]!.key)
    },
  })
  // What the server said on saving stands until the field changes; what it says of the draft stands beside it at once.
  const saved = (pointer: string) => (save.error instanceof Problem ? save.error.at(pointer) : undefined)
  const wrong = (pointer: string, typed: boolean) =>
    saved(pointer) ?? (typed ? consequences.problem?.at(pointer) : undefined)
  const zoneWrong = (zone: number, field: string, typed: boolean) =>
    saved(`/zones/${zone}/${field}`) ??
    (typed && draft.zones[zone] === open ? consequences.problem?.at(`/zone/${field}`) : undefined)
  const change: SetDraft = (next) => {
    if (save.error) save.reset()
    setDraft(next)
  }
  const set = (part: Partial<Draft>) => change({ ...draft, ...part })
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-8 pb-12 lg:pb-0 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <form
        noValidate
        className="space-y-7"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <PieceFields
          draft={draft}
          catalogue={catalogue}
          wrong={wrong}
          set={set}
          measure={layOut.measure}
          measureFault={layOut.fault}
          fresh={!piece}
        />
        <Zones
          draft={draft}
          setDraft={change}
          catalogue={catalogue}
          piece={piece}
          open={open.key}
          setOpen={setPressed}
          wrong={zoneWrong}
        />
        <MoreFields draft={draft} catalogue={catalogue} wrong={wrong} set={set} />
        <RoomFields draft={draft} wrong={wrong} set={set} />
        {save.error && <ProblemNote problem={save.error} />}
        {piece && <WouldUndo piece={piece} input={inputOf(draft)} />}
        {piece?.stage === 'handed_over' ? (
          <p className="border-l-4 border-base-300 bg-base-200 p-4">
            This piece has been handed over; its record no longer changes.
          </p>
        ) : (
          <div className="flex flex-wrap gap-3">
            <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
              {save.isPending ? 'Saving…' : piece ? 'Save' : 'Take it in'}
            </button>
            {piece && <RemoveButton piece={piece} />}
          </div>
        )}
      </form>
      <Consequences
        consequences={consequences}
        zone={draft.zones.length > 1 ? open.name : undefined}
        use={catalogue.endUses.find((u) => u.id === open.endUse)}
        demands={catalogue.demands}
        material={catalogue.materials.find((m) => m.id === open.material)?.name}
      />
      <ConsequencesLine consequences={consequences} />
    </div>
  )
}

/** The room's air by day and night, and when. */
function RoomFields({ draft, wrong, set }: { draft: Draft; wrong: Wrong; set: (part: Partial<Draft>) => void }) {
  const show = useShow()
  return (
    <>
      <fieldset className="grid grid-cols-2 gap-4 sm:grid-cols-2">
        <legend className="mb-2 text-lg font-bold">Room and dates</legend>
        <Field label="Air" error={wrong('/air/tempC', true)}>
          {(ids) => (
            <MeasureInput
              {...ids}
              measure={show.measures.temp}
              value={draft.tempC}
              onChange={(v) => set({ tempC: v })}
            />
          )}
        </Field>
        <Field label="Humidity" error={wrong('/air/rh', true)}>
          {(ids) => <MeasureInput {...ids} measure={whole('% RH')} value={draft.rh} onChange={(v) => set({ rh: v })} />}
        </Field>
        {draft.byNight && (
          <>
            <Field
              label="Air by night"
              hint="from eight in the evening to eight in the morning"
              error={wrong('/night/tempC', true)}
            >
              {(ids) => (
                <MeasureInput
                  {...ids}
                  measure={show.measures.temp}
                  value={draft.nightTempC}
                  onChange={(v) => set({ nightTempC: v })}
                />
              )}
            </Field>
            <Field label="Humidity by night" error={wrong('/night/rh', true)}>
              {(ids) => (
                <MeasureInput
                  {...ids}
                  measure={whole('% RH')}
                  value={draft.nightRh}
                  onChange={(v) => set({ nightRh: v })}
                />
              )}
            </Field>
          </>
        )}
        <div className="col-span-2 sm:col-span-1">
          <WhenField
            label="Start"
            error={wrong('/start', true)}
            value={draft.start}
            onChange={(start) => set({ start })}
          />
        </div>
        <div className="col-span-2 sm:col-span-1">
          <WhenField
            label="Promised"
            hint="leave empty if not"
            error={wrong('/promised', draft.promised !== undefined)}
            value={draft.promised}
            onChange={(promised) => set({ promised })}
          />
        </div>
      </fieldset>
      <Tick
        label="The room is colder or damper by night"
        checked={draft.byNight}
        set={(byNight) =>
          set({ byNight, nightTempC: draft.nightTempC ?? draft.tempC, nightRh: draft.nightRh ?? draft.rh })
        }
      />
    </>
  )
}

function RemoveButton({ piece }: { piece: Piece }) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const [asked, setAsked] = useState(false)
  const remove = useSave({
    send: (_: void, headers) =>
      api.DELETE('/pieces/{id}', { params: { path: { id: piece.id }, query: { version: piece.version } }, headers }),
    onSuccess: async () => {
      await pieceGone(client, piece.id)
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
