import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { api, ask, Problem, type Catalogue, type Judged, type JudgeInput, type Product } from '../api/client'
import { catalogueQuery, productsQuery } from '../api/queries'
import { coatsNamed, StackDrawing } from '../ui/BuildUp'
import { CoatSelect, pickOf, type Pick } from '../ui/CoatSelect'
import { Field, MeasureInput } from '../ui/Field'
import { Reasons } from '../ui/JoinReason'
import { Options } from '../ui/Options'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { whole } from '../ui/units'
import { verdicts } from '../ui/verdict'
import { answerOf } from './answer'
import { blankGround, soilNames, type Ground } from './ground'
import { Ways } from './Ways'
import { WhenSlider } from './WhenSlider'

/** May I, now? What is on it, when, in what air; what is to go over it: the answer in one line, then the reasons. */
export function MayIView() {
  const catalogue = useQuery(catalogueQuery)
  const products = useQuery(productsQuery)
  return (
    <Answered query={catalogue} what="the kinds of coating">
      {(c) => (
        <Answered query={products} what="the shelf">
          {(p) => <Asking catalogue={c} products={p} />}
        </Answered>
      )}
    </Answered>
  )
}

function questionOf(g: Ground, over: Pick): JudgeInput {
  const layers = g.layers.filter((l) => l.pick !== '').map((l) => ({ ...pickOf(l.pick), coats: l.coats, sinceH: l.sinceH }))
  return {
    material: g.material,
    oldFinish: g.oldFinish || undefined,
    layers,
    coat: over === '' ? undefined : pickOf(over),
    air: { tempC: g.tempC, rh: g.rh },
    endUse: g.endUse || undefined,
    state: { key: g.key, cured: g.cured, unsound: g.unsound, distress: g.distress, heavy: g.heavy, soiled: g.soiled, moisturePct: g.moisturePct, mixedH: g.mixedH, sprayed: g.sprayed },
  }
}

function Asking({ catalogue, products }: { catalogue: Catalogue; products: Product[] }) {
  const show = useShow()
  const [params] = useSearchParams()
  const [g, setGround] = useState<Ground>(() => blankGround((params.get('ground') ?? '') as Pick))
  const [over, setOver] = useState<Pick>((params.get('coat') ?? '') as Pick)
  const set = (change: Partial<Ground>) => setGround({ ...g, ...change })
  const body = questionOf(g, over)
  const query = useQuery({ queryKey: ['judge', body], queryFn: () => ask(api.POST('/judge', { body })), placeholderData: keepPreviousData, enabled: over !== '' })
  const problem = query.error instanceof Problem ? query.error : undefined
  const setLayer = (i: number, change: Partial<Ground['layers'][number]>) => set({ layers: g.layers.map((l, k) => (k === i ? { ...l, ...change } : l)) })
  const top = g.layers[g.layers.length - 1]
  const judged = over === '' || query.error ? undefined : query.data
  return (
    <>
      <h1 className="mb-4">May I, now?</h1>
      <div className="grid gap-x-6 gap-y-5 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)] lg:grid-rows-[auto_1fr]">
        <div className="space-y-4">
          <fieldset className="space-y-3">
            <legend className="mb-1 text-lg font-bold">What is on it</legend>
            <div className="grid grid-cols-2 gap-3">
              <Field label="Material" error={problem?.at('/material')}>
                {(ids) => (
                  <select {...ids} className="select w-full" value={g.material} onChange={(e) => set({ material: e.target.value })}>
                    <Options of={catalogue.materials} />
                  </select>
                )}
              </Field>
              <Field label="Old finish below" error={problem?.at('/oldFinish')}>
                {(ids) => (
                  <select {...ids} className="select w-full" value={g.oldFinish} onChange={(e) => set({ oldFinish: e.target.value })}>
                    <option value="">none</option>
                    {catalogue.finishes
                      .filter((f) => f.id !== 'bare')
                      .map((f) => (
                        <option key={f.id} value={f.id}>
                          {f.name}
                        </option>
                      ))}
                  </select>
                )}
              </Field>
            </div>
            {g.layers.map((l, i) => {
              const last = i === g.layers.length - 1
              const name = last ? 'Last coat on it' : `Coat ${i + 1} below`
              return (
                <div key={i} className="grid grid-cols-[minmax(0,1fr)_8rem] gap-3">
                  <Field label={name} error={problem?.at(`/layers/${i}/family`) ?? problem?.at(`/layers/${i}/productId`)}>
                    {(ids) => <CoatSelect {...ids} value={l.pick} onChange={(pick) => setLayer(i, { pick })} products={products} families={catalogue.families} empty="nothing" />}
                  </Field>
                  <Field label="Hours ago" error={problem?.at(`/layers/${i}/sinceH`)}>
                    {(ids) => <MeasureInput {...ids} aria-label={`Hours ago: ${name}`} measure={whole('h')} value={l.sinceH} onChange={(sinceH) => setLayer(i, { sinceH: sinceH === undefined || Number.isNaN(sinceH) ? undefined : sinceH })} />}
                  </Field>
                </div>
              )
            })}
            <button type="button" className="btn btn-ghost" onClick={() => set({ layers: [{ pick: '', coats: 1, sinceH: undefined }, ...g.layers] })}>
              <Plus size={16} aria-hidden="true" /> A coat below that
            </button>
          </fieldset>
          <fieldset>
            <Field label="What is to go over it" error={problem?.at('/coat/family') ?? problem?.at('/coat/productId')}>
              {(ids) => <CoatSelect {...ids} value={over} onChange={setOver} products={products} families={catalogue.families} empty="Choose one" />}
            </Field>
          </fieldset>
        </div>
        <div className="order-last space-y-5 lg:order-none lg:col-start-1 lg:row-start-2">
          <div className="grid grid-cols-2 gap-3">
            <Field label="Air" error={problem?.at('/air/tempC')}>
              {(ids) => <MeasureInput {...ids} measure={show.measures.temp} value={g.tempC} onChange={(v) => set({ tempC: v ?? NaN })} />}
            </Field>
            <Field label="Humidity" error={problem?.at('/air/rh')}>
              {(ids) => <MeasureInput {...ids} measure={whole('% RH')} value={g.rh} onChange={(v) => set({ rh: v ?? NaN })} />}
            </Field>
          </div>
          <GroundState g={g} set={set} catalogue={catalogue} />
        </div>
        <section aria-label="The answer" className="min-w-0 lg:col-start-2 lg:row-span-2 lg:row-start-1">
          {over === '' && <p className="bg-base-200 p-4">Say what is to go over it, and the answer stands here.</p>}
          {over !== '' && query.isPending && <p role="status">Judging…</p>}
          {query.error && !problem?.fields.length && <ProblemNote problem={query.error} />}
          {problem && problem.fields.length > 0 && <p className="font-semibold text-error">Mend the marked fields to get an answer.</p>}
          {judged && (
            <>
              <div className="flex gap-4 border-l-4 bg-base-200 p-4" style={{ borderColor: verdicts[judged.join.verdict].colour }} aria-live="polite">
                <div className="min-w-0 flex-1">
                  <p className="text-2xl font-bold leading-tight" style={{ color: verdicts[judged.join.verdict].colour }}>
                    {answerOf(judged, top?.pick ? top.sinceH : undefined, show)}
                  </p>
                  <p className="mb-2 font-semibold">
                    {judged.coat?.name} over {judged.ground}
                  </p>
                  <Reasons join={judged.join} />
                </div>
                {judged.coat && <StackDrawing coats={coatsNamed([...judged.layers, judged.coat], [...judged.below.map((j) => j.verdict), judged.join.verdict])} old={g.oldFinish !== ''} width={84} label={`${judged.coat.name} over ${judged.ground}`} />}
              </div>
              {judged.when.length > 1 && top && <WhenSlider moments={judged.when} sinceH={top.sinceH} onChange={(sinceH) => setLayer(g.layers.length - 1, { sinceH })} />}
              <Below judged={judged} />
              {!judged.surface.legal && judged.join.legal && judged.surface.findings[0] && (
                <p className="mt-4 border-l-4 border-warning bg-base-200 p-3">
                  <b>Not as the last coat.</b> {judged.surface.findings[0].reason}
                </p>
              )}
              <Ways ways={judged.ways} asked={judged.join.verdict} />
            </>
          )}
          <p className="mt-6 text-sm">
            <Link className="link" to="/handbook">
              Every rule, with its reason
            </Link>{' '}
            ·{' '}
            <Link className="link" to="/shelf/grid">
              The whole shelf over itself
            </Link>
          </p>
        </section>
      </div>
    </>
  )
}

/** Joins further down that would not have been planned so: the whole stack stands on them. */
function Below({ judged }: { judged: Judged }) {
  const wrong = judged.below.map((join, i) => ({ join, coat: judged.layers[i]! })).filter(({ join }) => !join.legal)
  return wrong.map(({ join, coat }, i) => (
    <p key={i} className="mt-4 border-l-4 border-error bg-base-200 p-3">
      <b>Further down: {coat.name}.</b> {join.findings.find((f) => f.verdict === join.verdict)?.reason}
    </p>
  ))
}

/** What else may be so of the ground. Closed while nothing is told. */
function GroundState({ g, set, catalogue }: { g: Ground; set: (change: Partial<Ground>) => void; catalogue: Catalogue }) {
  const told = [g.key === 'keyed' && 'keyed', g.key === 'steel_wool' && 'steel wool', g.cured && 'fully hardened', g.unsound && 'does not hold', g.heavy > 1 && 'laid thick', g.distress && `distressed ${g.distress}`, g.sprayed && 'sprayed', ...g.soiled.map((s) => soilNames[s])].filter(Boolean)
  const toggleSoil = (s: string) => set({ soiled: g.soiled.includes(s) ? g.soiled.filter((x) => x !== s) : [...g.soiled, s] })
  return (
    <details className="border-y border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">Its state and its life</b> <span className="opacity-85">{told.join(', ') || 'clean, as it dried'}</span>
      </summary>
      <div className="space-y-4 pb-4">
        <Field label="How it was abraded">
          {(ids) => (
            <select {...ids} className="select w-full" value={g.key} onChange={(e) => set({ key: e.target.value as Ground['key'] })}>
              <option value="">not at all</option>
              <option value="keyed">keyed with paper or a synthetic pad</option>
              <option value="steel_wool">rubbed with steel wool</option>
            </select>
          )}
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="How thick it was laid">
            {(ids) => (
              <select {...ids} className="select w-full" value={g.heavy} onChange={(e) => set({ heavy: Number(e.target.value) })}>
                <option value={1}>as its label has it</option>
                <option value={1.5}>half as thick again</option>
                <option value={2}>twice as thick</option>
              </select>
            )}
          </Field>
          <Field label="Distressed">
            {(ids) => (
              <select {...ids} className="select w-full" value={g.distress} onChange={(e) => set({ distress: e.target.value as Ground['distress'] })}>
                <option value="">no</option>
                <option value="dry">dry, with paper</option>
                <option value="wet">wet, with a damp cloth</option>
              </select>
            )}
          </Field>
        </div>
        <div className="flex flex-wrap gap-2" role="group" aria-label="State">
          <Tick label="Fully hardened" checked={g.cured} set={(cured) => set({ cured })} />
          <Tick label="Flakes or lifts" checked={g.unsound} set={(unsound) => set({ unsound })} />
          <Tick label="The next coat is sprayed" checked={g.sprayed} set={(sprayed) => set({ sprayed })} />
        </div>
        <div className="flex flex-wrap gap-2" role="group" aria-label="What lies on it">
          {catalogue.soils.map((s) => (
            <Tick key={s} label={soilNames[s] ?? s} checked={g.soiled.includes(s)} set={() => toggleSoil(s)} />
          ))}
        </div>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Wood moisture">
            {(ids) => <MeasureInput {...ids} measure={whole('%')} value={g.moisturePct} onChange={(moisturePct) => set({ moisturePct: moisturePct && Number.isNaN(moisturePct) ? undefined : moisturePct })} />}
          </Field>
          <Field label="Mixed" hint="two-part coats">
            {(ids) => <MeasureInput {...ids} measure={whole('h ago')} value={g.mixedH} onChange={(mixedH) => set({ mixedH: mixedH && Number.isNaN(mixedH) ? undefined : mixedH })} />}
          </Field>
        </div>
        <Field label="End use">
          {(ids) => (
            <select {...ids} className="select w-full" value={g.endUse} onChange={(e) => set({ endUse: e.target.value })}>
              <option value="">whatever its life</option>
              <Options of={catalogue.endUses} />
            </select>
          )}
        </Field>
      </div>
    </details>
  )
}
