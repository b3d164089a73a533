import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, Problem, type Brief, type Catalogue, type Inspection, type Piece, type ZoneInput } from '../api/client'
import { Kept } from '../log/Kept'
import { usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { useZone, ZoneTabs } from '../ui/ZoneTabs'
import { zonesOf, type ZoneOf } from '../ui/zones'
import { Decision } from './Decision'
import { FingerTests } from './FingerTests'
import { Photos } from './Photos'
import { Measured, OldFinish } from './Seen'
import { blankInspection, contaminations } from './words'
import { catalogueQuery, inspectQuery, pieceSaved } from '../api/queries'
import { useSave } from '../api/saving'
import { useKept } from '../ui/useKept'
import { useSettled } from '../ui/useSettled'
import { WouldUndo } from '../ui/WouldUndo'

export function InspectView() {
  const piece = usePiece()
  const here = useZone(piece, (z) => !z.zone.inspection)
  const catalogue = useQuery(catalogueQuery)
  return (
    <Answered query={catalogue} what="the list of old finishes">
      {(c) => (
        <>
          <ZoneTabs
            piece={piece}
            view="inspect"
            open={here}
            state={(z) => (z.zone.inspection ? 'seen' : 'taken as bare')}
          />
          <Inspecting key={here.zone.id} piece={piece} here={here} catalogue={c} />
        </>
      )}
    </Answered>
  )
}

type Asked = Omit<Brief, 'zone'> & { zone: ZoneInput & { inspection: Inspection } }

/** The zones of a piece with what was seen on one, and likewise, but for its damage, on others. */
function zonesSeen(piece: Piece, here: ZoneOf, seen: Inspection, alsoOn: number[], catalogue: Catalogue): ZoneInput[] {
  const veneered = (id: string) => catalogue.materials.find((m) => m.id === id)?.kind === 'veneer'
  const likewise = (z: ZoneInput) => ({
    ...z,
    inspection: {
      ...seen,
      repairs: z.inspection?.repairs ?? [],
      veneerMm: veneered(z.material) ? seen.veneerMm : undefined,
    },
  })
  return piece.input.zones.map((z, i) =>
    i === here.at ? { ...z, inspection: seen } : alsoOn.includes(i) ? likewise(z) : z,
  )
}

/** Where a piece wants to go once a zone was seen: to the next that was not, to one without a system, to its plan. */
function nextOf(piece: Piece): string {
  const zones = zonesOf(piece)
  const unseen = zones.find((z) => !z.zone.inspection)
  if (unseen) return `inspect/${unseen.zone.id}`
  const unchosen = zones.find((z) => z.layers.length === 0)
  return unchosen ? `choose/${unchosen.zone.id}` : 'plan'
}

/**
 * Keeps what was seen on a zone, and likewise on others; then goes where the piece wants to go next. What is done about
 * it is what the core says of this very state, not of the one that the screen last had an answer for.
 */
function useSeen(piece: Piece, here: ZoneOf, asked: Asked, alsoOn: number[], catalogue: Catalogue, saved: () => void) {
  const navigate = useNavigate()
  const client = useQueryClient()
  return useSave({
    send: async (_: void, headers) => {
      const { action } = await client.fetchQuery({ ...inspectQuery(asked), retry: false })
      const zones = zonesSeen(piece, here, { ...asked.zone.inspection, action }, alsoOn, catalogue)
      return api.PUT('/pieces/{id}', {
        headers,
        params: { path: { id: piece.id } },
        body: { version: piece.version, piece: { ...piece.input, zones } },
      })
    },
    onSuccess: async (kept) => {
      saved()
      await pieceSaved(client, kept)
      await navigate(`/pieces/${kept.id}/${nextOf(kept)}`)
      window.scrollTo(0, 0)
    },
  })
}

function Inspecting({ piece, here, catalogue }: { piece: Piece; here: ZoneOf; catalogue: Catalogue }) {
  const show = useShow()
  const was = here.zone
  const kept = useKept<Inspection>(
    `seen-${piece.id}-${was.id}-${piece.version}`,
    () => was.inspection ?? blankInspection,
  )
  const { value: seen, set: setSeen } = kept
  const [alsoOn, setAlsoOn] = useState<number[]>([])
  const zone = { ...was, inspection: seen }
  const { air, start, promised, alike, site } = piece.input
  const body = { zone, alike, air, start, promised, site }
  const query = useQuery(inspectQuery(useSettled(body)))
  const save = useSeen(piece, here, body, alsoOn, catalogue, kept.forget)
  const problem = query.error instanceof Problem ? query.error : save.error instanceof Problem ? save.error : undefined
  const wrong = (field: string) =>
    problem?.at(`/zone/inspection/${field}`) ?? problem?.at(`/piece/zones/${here.at}/inspection/${field}`)
  const beside = ['/zone/inspection', `/piece/zones/${here.at}/inspection`] // asked, and saved
  const elsewhere =
    save.error instanceof Problem
      ? save.error.fields.filter((f) => !beside.some((pointer) => f.field.startsWith(pointer)))
      : []
  const set = (change: Partial<Inspection>) => {
    save.reset()
    setSeen({ ...seen, ...change })
  }
  const toggle = (list: 'contaminations' | 'repairs', id: string) =>
    set({ [list]: seen[list].includes(id) ? seen[list].filter((x) => x !== id) : [...seen[list], id] })
  const material = catalogue.materials.find((m) => m.id === was.material)
  const asSeen = { ...seen, action: query.data?.action ?? seen.action }
  const handed = piece.stage === 'handed_over'
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,30rem)]">
      <form
        noValidate
        className="no-print space-y-7"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <OldFinish seen={seen} set={set} wrong={wrong} finishes={catalogue.finishes} />
        <FingerTests seen={seen} inspected={query.data} tests={catalogue.tests} set={set} />
        <Chips
          legend="On the surface"
          names={catalogue.contaminations.map((id) => ({ id, name: contaminations[id] ?? id }))}
          chosen={seen.contaminations}
          toggle={(id) => toggle('contaminations', id)}
          error={wrong('contaminations')}
        />
        <Chips
          legend="Damage"
          names={catalogue.repairs}
          chosen={seen.repairs}
          toggle={(id) => toggle('repairs', id)}
          error={wrong('repairs')}
        />
        <Places repairs={seen.repairs} names={catalogue.repairs} set={(repairs) => set({ repairs })} />
        <Measured seen={seen} set={set} wrong={wrong} inspected={query.data} veneered={material?.kind === 'veneer'} />
        <Photos pieceId={piece.id} zone={was} locked={handed} />
        <Kept piece={piece} zone={was} of={['sample', 'patch']} title="Samples and patches" locked={handed} />
        {piece.input.zones.length > 1 && !handed && (
          <Chips
            legend="The same, but for damage, was seen on"
            names={piece.input.zones
              .map((z, i) => ({ id: String(i), name: z.name }))
              .filter((n) => n.id !== String(here.at))}
            chosen={alsoOn.map(String)}
            toggle={(id) =>
              setAlsoOn(alsoOn.includes(Number(id)) ? alsoOn.filter((i) => i !== Number(id)) : [...alsoOn, Number(id)])
            }
          />
        )}
        {problem && (problem.fields.length === 0 || elsewhere.length > 0) && <ProblemNote problem={problem} />}
        <WouldUndo piece={piece} input={{ ...piece.input, zones: zonesSeen(piece, here, asSeen, alsoOn, catalogue) }} />
        {handed ? (
          <p className="border-l-4 border-base-300 bg-base-200 p-4">
            This piece has been handed over; its record no longer changes.
          </p>
        ) : (
          <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
            {save.isPending ? 'Saving…' : 'Keep what was seen'}
          </button>
        )}
      </form>
      <div>
        {query.data && (
          <Decision
            pieceId={piece.id}
            inspected={query.data}
            action={query.data.action}
            error={wrong('action')}
            choose={(action) => set({ action })}
            material={material?.name ?? ''}
            show={show}
          />
        )}
      </div>
    </div>
  )
}

const MOST_PLACES = 20

/** In how many places each damage was found: the minutes follow. */
function Places({
  repairs,
  names,
  set,
}: {
  repairs: string[]
  names: { id: string; name: string }[]
  set: (repairs: string[]) => void
}) {
  const found = names.filter((n) => repairs.includes(n.id))
  if (found.length === 0) return null
  const step = 'btn btn-outline btn-square'
  return (
    <ul className="space-y-2" aria-label="In how many places">
      {found.map(({ id, name }) => {
        const places = repairs.filter((r) => r === id).length
        return (
          <li key={id} className="flex items-center gap-3">
            <button
              type="button"
              className={step}
              aria-label={`One place less: ${name}`}
              disabled={places === 1}
              onClick={() => set(repairs.filter((_, i) => i !== repairs.lastIndexOf(id)))}
            >
              −
            </button>
            <span className="w-6 text-center font-semibold">{places}</span>
            <button
              type="button"
              className={step}
              aria-label={`One place more: ${name}`}
              disabled={places === MOST_PLACES}
              onClick={() => set([...repairs, id])}
            >
              +
            </button>
            {name}
          </li>
        )
      })}
    </ul>
  )
}

function Chips({
  legend,
  names,
  chosen,
  toggle,
  error,
}: {
  legend: string
  names: { id: string; name: string }[]
  chosen: string[]
  toggle: (id: string) => void
  error?: string
}) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">{legend}</legend>
      <div className="flex flex-wrap gap-2">
        {names.map((n) => (
          <Tick key={n.id} label={n.name} checked={chosen.includes(n.id)} set={() => toggle(n.id)} />
        ))}
      </div>
      {error && (
        <p role="alert" className="mt-1 font-semibold text-error">
          {error}
        </p>
      )}
    </fieldset>
  )
}
