import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, ask, Problem, type Catalogue, type Inspection, type Piece, type ZoneInput } from '../api/client'
import { catalogueQuery } from '../api/queries'
import { Field, MeasureInput } from '../ui/Field'
import { Options } from '../ui/Options'
import { pieceKey, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { useZone, ZoneTabs } from '../ui/ZoneTabs'
import { Decision } from './Decision'
import { FingerTests } from './FingerTests'
import { Photos } from './Photos'
import { ages, blankInspection, conditions, contaminations, leads } from './words'

export function InspectView() {
  const piece = usePiece()
  const at = useZone(piece, (i) => !piece.input.zones[i]!.inspection)
  const catalogue = useQuery(catalogueQuery)
  return (
    <Answered query={catalogue} what="the list of old finishes">
      {(c) => (
        <>
          <ZoneTabs piece={piece} view="inspect" open={at} state={(i) => (piece.input.zones[i]!.inspection ? 'seen' : 'taken as bare')} />
          <Inspecting key={piece.input.zones[at]!.id} piece={piece} at={at} catalogue={c} />
        </>
      )}
    </Answered>
  )
}

const HEATED_C = 20
const HEATED_RH = 50

function Inspecting({ piece, at, catalogue }: { piece: Piece; at: number; catalogue: Catalogue }) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const show = useShow()
  const was = piece.input.zones[at]!
  const [seen, setSeen] = useState<Inspection>(was.inspection ?? blankInspection)
  const [alsoOn, setAlsoOn] = useState<number[]>([])
  const zone = { ...was, inspection: seen }
  const { air, start, promised, alike } = piece.input
  const body = { zone, alike, air, start, promised }
  const query = useQuery({
    queryKey: ['inspect', body],
    queryFn: () => ask(api.POST('/inspect', { body })),
    placeholderData: keepPreviousData,
  })
  const save = useMutation({
    mutationFn: () => {
      const inspection = { ...seen, action: query.data?.action ?? seen.action }
      const veneered = (id: string) => catalogue.materials.find((m) => m.id === id)?.kind === 'veneer'
      const likewise = (z: ZoneInput) => ({ ...z, inspection: { ...inspection, repairs: z.inspection?.repairs ?? [], veneerMm: veneered(z.material) ? inspection.veneerMm : undefined } })
      const zones = piece.input.zones.map((z, i) => (i === at ? { ...z, inspection } : alsoOn.includes(i) ? likewise(z) : z))
      return ask(api.PUT('/pieces/{id}', { params: { path: { id: piece.id } }, body: { version: piece.version, piece: { ...piece.input, zones } } }))
    },
    onSuccess: async (saved) => {
      client.setQueryData(pieceKey(saved.id), saved)
      await client.invalidateQueries({ queryKey: ['bench'] })
      const unseen = saved.input.zones.find((z) => !z.inspection)
      const unchosen = saved.systems.findIndex((s) => s.length === 0)
      const to = unseen ? `inspect/${unseen.id}` : unchosen >= 0 ? `choose/${saved.input.zones[unchosen]!.id}` : 'plan'
      await navigate(`/pieces/${saved.id}/${to}`)
      window.scrollTo(0, 0)
    },
  })
  const problem = query.error instanceof Problem ? query.error : save.error instanceof Problem ? save.error : undefined
  const wrong = (field: string) => problem?.at(`/zone/inspection/${field}`) ?? problem?.at(`/zones/${at}/inspection/${field}`)
  const elsewhere = save.error instanceof Problem ? save.error.fields.filter((f) => !f.field.startsWith(`/piece/zones/${at}/inspection`)) : []
  const set = (change: Partial<Inspection>) => {
    save.reset()
    setSeen({ ...seen, ...change })
  }
  const toggle = (list: 'contaminations' | 'repairs', id: string) => set({ [list]: seen[list].includes(id) ? seen[list].filter((x) => x !== id) : [...seen[list], id] })
  const film = catalogue.finishes.find((f) => f.id === seen.finish)?.film ?? false
  const material = catalogue.materials.find((m) => m.id === was.material)
  const handed = piece.stage === 'handed_over'
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,30rem)]">
      <form
        noValidate
        className="no-print space-y-7"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <fieldset>
          <legend className="mb-2 text-lg font-bold">The old finish</legend>
          <div className="grid gap-4 sm:grid-cols-2">
            <Field label="What is on it" error={wrong('finish')} hint="not sure? the finger tests below tell">
              {(ids) => (
                <select {...ids} className="select w-full" value={seen.finish} onChange={(e) => set({ finish: e.target.value })}>
                  <Options of={catalogue.finishes} />
                </select>
              )}
            </Field>
            {seen.finish !== 'bare' && (
              <Field label="Condition" error={wrong('condition')}>
                {(ids) => (
                  <select {...ids} className="select w-full" value={seen.condition} onChange={(e) => set({ condition: e.target.value as Inspection['condition'] })}>
                    {Object.entries(conditions).map(([id, word]) => (
                      <option key={id} value={id}>
                        {word}
                      </option>
                    ))}
                  </select>
                )}
              </Field>
            )}
            {film && (
              <>
                <Field label="From when" error={wrong('age')} hint="paint or varnish from before 1978 may hold lead; other countries, other years">
                  {(ids) => (
                    <select {...ids} className="select w-full" value={seen.age} onChange={(e) => set({ age: e.target.value as Inspection['age'] })}>
                      {Object.entries(ages).map(([id, word]) => (
                        <option key={id} value={id}>
                          {word}
                        </option>
                      ))}
                    </select>
                  )}
                </Field>
                {(seen.age !== 'later' || seen.lead !== 'not_tested') && (
                  <Field label="Lead test" error={wrong('lead')} hint="nothing is sanded, scraped or heated before the answer">
                    {(ids) => (
                      <select {...ids} className="select w-full" value={seen.lead} onChange={(e) => set({ lead: e.target.value as Inspection['lead'] })}>
                        {Object.entries(leads).map(([id, word]) => (
                          <option key={id} value={id}>
                            {word}
                          </option>
                        ))}
                      </select>
                    )}
                  </Field>
                )}
              </>
            )}
          </div>
        </fieldset>
        <FingerTests seen={seen} inspected={query.data} tests={catalogue.tests} set={set} />
        <Chips legend="On the surface" names={catalogue.contaminations.map((id) => ({ id, name: contaminations[id] ?? id }))} chosen={seen.contaminations} toggle={(id) => toggle('contaminations', id)} />
        <Chips legend="Damage" names={catalogue.repairs} chosen={seen.repairs} toggle={(id) => toggle('repairs', id)} />
        <fieldset className="grid grid-cols-2 gap-4 sm:grid-cols-3">
          <legend className="mb-2 text-lg font-bold">Measured</legend>
          <Field label="Wood moisture" error={wrong('moisturePct')} hint="by the meter">
            {(ids) => <MeasureInput {...ids} measure={percent} value={seen.moisturePct} onChange={(moisturePct) => set({ moisturePct })} />}
          </Field>
          {seen.moisturePct === undefined && (
            <>
              <Field label="It stood in" error={wrong('stoodIn')} hint="no meter? air it stood in for weeks">
                {(ids) => <MeasureInput {...ids} measure={show.measures.temp} value={seen.stoodIn?.tempC} onChange={(tempC) => set({ stoodIn: tempC === undefined ? undefined : { rh: HEATED_RH, ...seen.stoodIn, tempC } })} />}
              </Field>
              <Field label="at a humidity of" hint={query.data?.moistureEstimate ? `wood at about ${show.number(query.data.moisturePct ?? 0, 1)} % (estimate)` : undefined}>
                {(ids) => <MeasureInput {...ids} measure={percent} value={seen.stoodIn?.rh} onChange={(rh) => set({ stoodIn: rh === undefined ? undefined : { tempC: HEATED_C, ...seen.stoodIn, rh } })} />}
              </Field>
            </>
          )}
          {material?.kind === 'veneer' && (
            <Field label="Veneer" error={wrong('veneerMm')} hint="thickness at an edge">
              {(ids) => <MeasureInput {...ids} measure={millimetres} value={seen.veneerMm} onChange={(veneerMm) => set({ veneerMm })} />}
            </Field>
          )}
        </fieldset>
        <Photos pieceId={piece.id} zone={was} locked={handed} />
        {piece.input.zones.length > 1 && !handed && (
          <Chips
            legend="The same, but for damage, was seen on"
            names={piece.input.zones.map((z, i) => ({ id: String(i), name: z.name })).filter((n) => n.id !== String(at))}
            chosen={alsoOn.map(String)}
            toggle={(id) => setAlsoOn(alsoOn.includes(Number(id)) ? alsoOn.filter((i) => i !== Number(id)) : [...alsoOn, Number(id)])}
          />
        )}
        {problem && (problem.fields.length === 0 || elsewhere.length > 0) && <ProblemNote problem={problem} />}
        {handed ? (
          <p className="border-l-4 border-base-300 bg-base-200 p-4">This piece has been handed over; its record no longer changes.</p>
        ) : (
          <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
            {save.isPending ? 'Saving…' : 'Keep what was seen'}
          </button>
        )}
      </form>
      <div>
        {query.data && <Decision pieceId={piece.id} inspected={query.data} action={query.data.action} error={wrong('action')} choose={(action) => set({ action })} material={material?.name ?? ''} show={show} />}
      </div>
    </div>
  )
}

const percent = { unit: '%', digits: 1, fromSI: (v: number) => v, toSI: (v: number) => v }
const millimetres = { unit: 'mm', digits: 1, fromSI: (v: number) => v, toSI: (v: number) => v }

function Chips({ legend, names, chosen, toggle }: { legend: string; names: { id: string; name: string }[]; chosen: string[]; toggle: (id: string) => void }) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">{legend}</legend>
      <div className="flex flex-wrap gap-2">
        {names.map((n) => (
          <Tick key={n.id} label={n.name} checked={chosen.includes(n.id)} set={() => toggle(n.id)} />
        ))}
      </div>
    </fieldset>
  )
}

