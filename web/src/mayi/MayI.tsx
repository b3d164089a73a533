import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link, useSearchParams } from 'react-router'
import { Problem, type Catalogue, type JudgeInput, type Product } from '../api/client'
import { CoatSelect, pickOf, type Pick } from '../ui/CoatSelect'
import { Field } from '../ui/Field'
import { Answered, ProblemNote } from '../ui/Problem'
import { TheAnswer } from './TheAnswer'
import { blankGround, later, type Ground } from './ground'
import { OnIt } from './OnIt'
import { RoomNow } from './RoomNow'
import { GroundState } from './State'
import { SeenAndFelt } from './SeenAndFelt'
import { catalogueQuery, judgeQuery, productsQuery } from '../api/queries'
import { useKept } from '../ui/useKept'
import { useSettled } from '../ui/useSettled'

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
  const layers = g.layers
    .filter((l) => l.pick !== '')
    .map((l) => ({ ...pickOf(l.pick), coats: l.coats, sinceH: l.sinceH, wash: l.wash, partly: l.partly }))
  return {
    material: g.material,
    oldFinish: g.oldFinish || undefined,
    layers,
    coat: over === '' ? undefined : pickOf(over),
    air: { tempC: g.tempC, rh: g.rh },
    endUse: g.endUse || undefined,
    state: {
      key: g.key,
      cured: g.cured,
      unsound: g.unsound,
      distress: g.distress,
      heavy: g.heavy,
      soiled: g.soiled,
      moisturePct: g.moisturePct,
      mixedH: g.mixedH,
      sprayed: g.sprayed,
      seen: g.seen,
      hoursUnknown: g.hoursUnknown && g.layers.at(-1)?.sinceH === undefined, // an hour that is typed is known
      coatsToday: g.coatsToday,
      treated: layers.length === 0 && g.oldFinish === '' ? g.treated || undefined : undefined,
      treatedH: g.treatedH,
      rinsed: g.rinsed,
      warmingH: g.warmingH,
    },
    now: true,
    night: g.byNight ? { tempC: g.nightTempC, rh: g.nightRh } : undefined,
    workC: g.workC,
  }
}

/** A question as it stands, and when it was asked so. */
interface Asked {
  ground: Ground
  over: Pick
  at: number
}

const HOUR = 3_600_000

function Asking({ catalogue, products }: { catalogue: Catalogue; products: Product[] }) {
  const [params] = useSearchParams()
  const kept = useKept<Asked>(`may-i-${params.toString()}`, () => ({
    ground: blankGround((params.get('ground') ?? '') as Pick),
    over: (params.get('coat') ?? '') as Pick,
    at: 0,
  }))
  const { restored, set: keep } = kept
  useEffect(() => {
    if (restored) keep((was) => ({ ...was, ground: later(was.ground, (Date.now() - was.at) / HOUR), at: Date.now() }))
  }, [restored, keep])
  const { ground: g, over } = kept.value
  const change = (part: (was: Asked) => Partial<Asked>) => keep((was) => ({ ...was, ...part(was), at: Date.now() }))
  const setOver = (pick: Pick) => change(() => ({ over: pick }))
  const set = (ground: Partial<Ground>) => change((was) => ({ ground: { ...was.ground, ...ground } }))
  const body = questionOf(g, over)
  const query = useQuery({ ...judgeQuery(useSettled(body)), enabled: over !== '' })
  const problem = query.error instanceof Problem ? query.error : undefined
  const setLayer = (i: number, change: Partial<Ground['layers'][number]>) =>
    set({ layers: g.layers.map((l, k) => (k === i ? { ...l, ...change } : l)) })
  const judged = over === '' || query.error ? undefined : query.data
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-x-6">
        <h1>May I, now?</h1>
        {kept.restored && (
          <p role="status">
            As you left it, the hours moved on.{' '}
            <button type="button" className="btn btn-ghost" onClick={kept.afresh}>
              Ask afresh
            </button>
          </p>
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-5 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)] lg:grid-rows-[auto_1fr]">
        <div className="space-y-4">
          <OnIt g={g} set={set} setLayer={setLayer} catalogue={catalogue} products={products} problem={problem} />
          <fieldset>
            <Field label="What is to go over it" error={problem?.at('/coat/family') ?? problem?.at('/coat/productId')}>
              {(ids) => (
                <CoatSelect
                  {...ids}
                  value={over}
                  onChange={setOver}
                  products={products}
                  families={catalogue.families}
                  empty="Choose one"
                />
              )}
            </Field>
          </fieldset>
        </div>
        <div className="order-last space-y-5 lg:order-none lg:col-start-1 lg:row-start-2">
          <RoomNow g={g} set={set} problem={problem} />
          <SeenAndFelt g={g} set={set} catalogue={catalogue} />
          <GroundState g={g} set={set} catalogue={catalogue} />
        </div>
        <section aria-label="The answer" className="min-w-0 lg:col-start-2 lg:row-span-2 lg:row-start-1">
          {over === '' && <p className="bg-base-200 p-4">Say what is to go over it, and the answer stands here.</p>}
          {over !== '' && query.isPending && <p role="status">Judging…</p>}
          {query.error && !problem?.fields.length && <ProblemNote problem={query.error} />}
          {problem && problem.fields.length > 0 && (
            <p className="font-semibold text-error">Mend the marked fields to get an answer.</p>
          )}
          {judged && (
            <TheAnswer judged={judged} ground={g} last={(sinceH) => setLayer(g.layers.length - 1, { sinceH })} />
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
