import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import {
  api,
  Problem,
  type Brief,
  type Catalogue,
  type Choice,
  type Decision,
  type LayerAsked,
  type Piece,
  type Product,
  type System,
  type Wants,
  type ZoneInput,
} from '../api/client'
import { BuildUpColumn, bandHeight, coatCount, coatsOf, drawnFilmOf, ScaleBar, type Ground } from '../ui/BuildUp'
import { Fit } from '../ui/Fit'
import { OpeningsNote } from '../ui/OpeningsNote'
import { usePiece } from '../ui/PieceFrame'
import { protection } from '../ui/protection'
import { Answered, ProblemNote } from '../ui/Problem'
import { Sayings } from '../ui/Sayings'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { forgetKept, useKept } from '../ui/useKept'
import { useZone, ZoneTabs } from '../ui/ZoneTabs'
import { zonesOf, type ZoneOf } from '../ui/zones'
import { ByHand } from './ByHand'
import { Compare } from './Compare'
import { LeftOutList } from './LeftOut'
import { SystemDetail } from './SystemDetail'
import { alsoFor, noWants, sameJoin, sameWants } from './wants'
import { WantsPanel } from './WantsPanel'
import { catalogueQuery, chooseQuery, pieceSaved, productsQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { useSettled } from '../ui/useSettled'
import { WouldUndo } from '../ui/WouldUndo'
import { picked } from '../ui/picked'

const SECTION = 210 // px of the tallest build-up, ground included
const GROUND = 52

const characters: Record<System['characters'][number], string> = {
  best_fit: 'best fit',
  hardest_wearing: 'hardest wearing',
  soonest: 'soonest in use',
  fewest_coats: 'fewest coats',
  easiest_repair: 'easiest to repair',
}

/** A layer as it was chosen, or as it is offered. */
type Picked = Piece['systems'][number][number] | System['layers'][number]

const productOf = (l: Picked) => ('product' in l ? l.product : { id: l.productId, nothingOn: l.nothingOn })

const keyOf = (layers: Picked[]) => layers.map((l) => `${productOf(l).id}×${l.coats}`).join('+')

/** What is laid of some layers: left bare is none to begin with. */
const laidOf = (layers: Picked[]): LayerAsked[] =>
  layers.filter((l) => !productOf(l).nothingOn).map((l) => ({ productId: productOf(l).id, coats: l.coats }))

export function ChooseView() {
  const piece = usePiece()
  const here = useZone(piece, (z) => z.layers.length === 0)
  const catalogue = useQuery(catalogueQuery)
  const products = useQuery(productsQuery)
  return (
    <>
      <ZoneTabs piece={piece} view="choose" open={here} state={(z) => (z.layers.length > 0 ? 'chosen' : 'to choose')} />
      <Answered query={catalogue} what="the end uses">
        {(c) => (
          <Answered query={products} what="the shelf">
            {(p) => <Wanting key={here.zone.id} piece={piece} here={here} catalogue={c} products={p} />}
          </Answered>
        )}
      </Answered>
    </>
  )
}

/** What is wanted of the zone, with the systems that answer it below: every change shows at once. */
function Wanting({
  piece,
  here,
  catalogue,
  products,
}: {
  piece: Piece
  here: ZoneOf
  catalogue: Catalogue
  products: Product[]
}) {
  const client = useQueryClient()
  const kept = here.zone
  const [wants, setWants] = useState<Wants>(kept.wants ?? noWants)
  const [also, setAlso] = useState<number[]>([]) // other zones that are to have the same wishes
  const { air, night, start, promised, alike, site } = piece.input
  const zone = { ...kept, wants }
  const body = { zone, alike, air, night, start, promised, site, pieceId: piece.id }
  const query = useQuery(chooseQuery(useSettled(body)))
  const wishing = (wishes: Wants, others: number[]) => ({
    ...piece.input,
    zones: piece.input.zones.map((z, i) =>
      i === here.at ? { ...kept, wants: wishes } : others.includes(i) ? { ...z, wants: alsoFor(wishes, z.wants) } : z,
    ),
  })
  const save = useSave({
    send: ({ wants: keep, also }: { wants: Wants; also: number[] }, headers) =>
      api.PUT('/pieces/{id}', {
        headers,
        params: { path: { id: piece.id } },
        body: { version: piece.version, piece: wishing(keep, also) },
      }),
    onSuccess: (saved) => {
      setAlso([])
      return pieceSaved(client, saved)
    },
  })
  const problem = query.error instanceof Problem ? query.error : save.error instanceof Problem ? save.error : undefined
  const changed = !sameWants(wants, kept.wants ?? noWants)
  const others = piece.input.zones.map((z, i) => ({ z, i })).filter(({ i }) => i !== here.at)
  const keep = (changed || also.length > 0) && piece.stage !== 'handed_over' && (
    <button
      type="button"
      className="btn btn-outline"
      onClick={() => save.mutate({ wants, also })}
      disabled={save.isPending}
    >
      {save.isPending
        ? 'Saving…'
        : also.length > 0
          ? `Keep these wishes with ${also.length + 1} zones`
          : 'Keep these wishes with the zone'}
    </button>
  )
  const several = others.length > 0 && piece.stage !== 'handed_over' && (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="The same wishes for other zones">
      <span>The same for</span>
      {others.map(({ z, i }) => (
        <Tick
          key={z.id}
          label={z.name}
          checked={also.includes(i)}
          set={(on) => setAlso(on ? [...also, i] : also.filter((k) => k !== i))}
        />
      ))}
    </div>
  )
  return (
    <>
      <WantsPanel
        zone={zone}
        wants={wants}
        set={setWants}
        catalogue={catalogue}
        products={products}
        wrong={(f) => problem?.at(`/zone/wants/${f}`)}
        keep={
          <>
            {several}
            {keep}
            {keep && <WouldUndo piece={piece} input={wishing(wants, also)} />}
          </>
        }
      />
      {save.error && <ProblemNote problem={save.error} />}
      <Answered query={query} what="the systems that suit">
        {(choice) => (
          <>
            <Sayings say={choice.say} due="choosing" />
            <Choosing
              choice={choice}
              piece={piece}
              here={here}
              brief={body}
              products={products}
              wants={wants}
              setWants={setWants}
              decide={(d) => {
                const decisions = [...wants.decisions.filter((o) => !sameJoin(o, d)), d]
                setWants({ ...wants, decisions })
                save.mutate({ wants: { ...(kept.wants ?? noWants), decisions }, also: [] }) // what is still tried stays so
              }}
            />
          </>
        )}
      </Answered>
    </>
  )
}

const MOST_COMPARED = 4

/** Where what is put together by hand for a zone survives a reload: its beginning, and all that was done since. */
const byHandKeys = (piece: Piece, here: ZoneOf) => {
  const begun = `by-hand-${piece.id}-${here.zone.id}`
  return { begun, history: `${begun}-history` }
}

/** The layers that were begun with by hand; undefined while nothing is. */
function useByHand(piece: Piece, here: ZoneOf) {
  const { begun, history } = byHandKeys(piece, here)
  const kept = useKept<{ layers?: LayerAsked[] }>(begun, () => ({}))
  const setHand = (layers: LayerAsked[] | undefined) => {
    forgetKept(history)
    kept.set({ layers })
  }
  return { hand: kept.value.layers, setHand, history }
}

/** What another zone of the piece has, to be judged on this one. */
function AsElsewhere({ piece, here, byHand }: { piece: Piece; here: ZoneOf; byHand: (layers: Picked[]) => void }) {
  const another = ({ at, layers }: ZoneOf) => {
    const laid = layers.length > 0 && !layers.some((l) => l.nothingOn)
    return at !== here.at && laid && keyOf(layers) !== keyOf(here.layers)
  }
  return zonesOf(piece)
    .filter(another)
    .map(({ at, zone, layers }) => (
      <button key={at} type="button" className="btn btn-outline" onClick={() => byHand(layers)}>
        As on {zone.name}
      </button>
    ))
}

function Choosing({
  choice,
  piece,
  here,
  brief,
  products,
  wants,
  setWants,
  decide,
}: {
  choice: Choice
  piece: Piece
  here: ZoneOf
  brief: Brief
  products: Product[]
  wants: Wants
  setWants: (w: Wants) => void
  decide: (d: Decision) => void
}) {
  const chosen = keyOf(here.layers)
  const standing = choice.systems.findIndex((s) => keyOf(s.layers) === chosen)
  const [pressed, press] = useState<string>()
  const [compared, setCompared] = useState<string[]>([])
  const { hand, setHand, history } = useByHand(piece, here)
  const ground = useGround(here.zone)
  const open = Math.max(
    0,
    choice.systems.findIndex((s) => keyOf(s.layers) === (pressed ?? chosen)),
  )
  const system = choice.systems[open]
  const byHand = (layers: Picked[]) => setHand(laidOf(layers))
  if (hand) {
    return (
      <>
        <button type="button" className="btn btn-ghost" onClick={() => setHand(undefined)}>
          Back to what was found
        </button>
        <ByHand
          start={hand}
          keptAs={history}
          brief={brief}
          products={products}
          ground={ground}
          decide={decide}
          take={(s) => <TakeButton system={s} piece={piece} here={here} isChosen={keyOf(s.layers) === chosen} />}
        />
      </>
    )
  }
  const elsewhere = <AsElsewhere piece={piece} here={here} byHand={byHand} />
  if (!system) {
    return (
      <>
        <OpeningsNote openings={choice.openings} byHand={byHand} />
        <div className="mt-4 flex flex-wrap gap-2">
          <button type="button" className="btn btn-outline" onClick={() => byHand(here.layers)}>
            Put one together by hand
          </button>
          {elsewhere}
        </div>
        <LeftOutList leftOut={choice.leftOut} />
      </>
    )
  }
  const key = keyOf(system.layers)
  const last = protection(system).product
  const beside = choice.systems.filter((s) => compared.includes(keyOf(s.layers)))
  return (
    <>
      <SystemRow
        systems={choice.systems}
        old={ground.old !== undefined}
        open={open}
        chosen={standing}
        press={(i) => press(keyOf(choice.systems[i]!.layers))}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <Tick
          label={`Compare ${last.name}`}
          checked={compared.includes(key)}
          set={(on) => setCompared(on ? [...compared, key].slice(-MOST_COMPARED) : compared.filter((k) => k !== key))}
        />
        <button type="button" className="btn btn-outline" onClick={() => byHand(system.layers)}>
          Change it by hand
        </button>
        {elsewhere}
        {standing < 0 && here.layers.some((l) => !l.nothingOn) && (
          <button type="button" className="btn btn-outline" onClick={() => byHand(here.layers)}>
            Change the chosen one by hand
          </button>
        )}
        {last.id > 0 && (
          <button
            type="button"
            className="btn btn-ghost"
            onClick={() => setWants({ ...wants, withoutIds: [...wants.withoutIds, last.id] })}
          >
            Leave out {last.name}
          </button>
        )}
        <button
          type="button"
          className="btn btn-ghost"
          onClick={() => setWants({ ...wants, without: [...wants.without, last.familyId] })}
        >
          Leave out this kind
        </button>
      </div>
      {beside.length > 1 && <Compare systems={beside} />}
      <SystemDetail
        key={key}
        system={system}
        ground={ground}
        start={piece.input.start}
        take={<TakeButton system={system} piece={piece} here={here} isChosen={open === standing} />}
      />
      <LeftOutList leftOut={choice.leftOut} pin={(withId) => setWants({ ...wants, withId })} />
    </>
  )
}

/** What the first coat meets: the material, and the old finish if it is kept. */
function useGround({ material, inspection }: ZoneInput): Ground {
  const { data } = useQuery(catalogueQuery)
  const kept = inspection?.action === 'keep' && inspection.finish !== 'bare' ? inspection.finish : undefined
  const unknown = kept === 'unknown' ? 'An old finish nobody knows' : undefined
  return {
    material: data?.materials.find((m) => m.id === material)?.name ?? '',
    old: unknown ?? data?.finishes.find((f) => f.id === kept)?.name,
  }
}

/** All systems side by side to one scale: how many coats, how thick, what kind, when in use. */
function SystemRow({
  systems,
  old,
  open,
  chosen,
  press,
}: {
  systems: System[]
  old: boolean
  open: number
  chosen: number
  press: (i: number) => void
}) {
  const thickest = Math.max(1, ...systems.map(drawnFilmOf))
  const pxPerUm = Math.min(1.6, (SECTION - GROUND) / thickest)
  const height =
    Math.max(...systems.map((s) => coatsOf(s).reduce((sum, c) => sum + bandHeight(c, pxPerUm), 0))) + GROUND
  return (
    <section aria-labelledby="systems">
      <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6">
        <h2 id="systems">
          {systems.length === 1 ? 'One system suits' : `${systems.length} systems of different kind`}
        </h2>
        <ScaleBar pxPerUm={pxPerUm} />
      </div>
      <div className="-mx-4 flex snap-x gap-3 overflow-x-auto px-4 pb-3">
        {systems.map((s, i) => (
          <SystemColumn
            key={keyOf(s.layers)}
            system={s}
            old={old}
            pxPerUm={pxPerUm}
            height={height}
            pressed={i === open}
            chosen={i === chosen}
            press={() => press(i)}
          />
        ))}
      </div>
    </section>
  )
}

const card = 'flex min-w-44 max-w-72 flex-1 snap-start flex-col rounded-box border-2 p-2 text-left'

function SystemColumn({
  system,
  old,
  pxPerUm,
  height,
  pressed,
  chosen,
  press,
}: {
  system: System
  old: boolean
  pxPerUm: number
  height: number
  pressed: boolean
  chosen: boolean
  press: () => void
}) {
  const show = useShow()
  const top = system.layers.indexOf(protection(system))
  const names = (layers: System['layers']) => layers.map((l) => l.product.name).join(', ')
  return (
    <button type="button" aria-pressed={pressed} onClick={press} className={`${card} ${picked(pressed)}`}>
      <span className="min-h-10 text-sm font-semibold leading-tight text-accent">
        {chosen && <span className="mr-1 rounded-selector bg-primary px-1.5 py-0.5 text-primary-content">chosen</span>}
        {system.characters.map((c) => characters[c]).join(', ')}
      </span>
      <span className="flex items-end overflow-hidden" style={{ height }}>
        <BuildUpColumn
          system={system}
          old={old}
          pxPerUm={pxPerUm}
          height={height}
          width={272}
          label={`${coatCount(system.coats)} to scale`}
        />
      </span>
      <span className="mt-2 font-bold leading-tight">{protection(system).product.name}</span>
      <span className="text-sm leading-tight opacity-90">
        {top < system.layers.length - 1 && `under ${names(system.layers.slice(top + 1))}, `}
        {top > 0
          ? `over ${names(system.layers.slice(0, top))}`
          : old
            ? 'straight on the old finish'
            : 'straight on the material'}
      </span>
      <span className="mt-auto pt-2 text-sm leading-snug">
        {coatCount(system.coats)} · {show.minutes(system.handsOnMin)} by hand
        {system.lightUse && (
          <>
            <br />
            light use {show.moment(system.lightUse)}
            {system.promise && !system.promise.met && (
              <span className="block font-semibold text-error">
                misses the promise by {show.hours(system.promise.marginH)}
              </span>
            )}
          </>
        )}
        <br />
        <Fit system={system} />
      </span>
    </button>
  )
}

function TakeButton({
  system,
  piece,
  here,
  isChosen,
}: {
  system: System
  piece: Piece
  here: ZoneOf
  isChosen: boolean
}) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const take = useSave({
    send: (_: void, headers) =>
      api.PUT('/pieces/{id}/zones/{zoneId}/system', {
        headers,
        params: { path: { id: piece.id, zoneId: here.zone.id! } },
        body: {
          version: piece.version,
          layers: system.layers.map((l) => ({ role: l.role, productId: l.product.id, coats: l.coats })),
        },
      }),
    onSuccess: async (saved) => {
      Object.values(byHandKeys(piece, here)).forEach(forgetKept)
      await pieceSaved(client, saved)
      const next = zonesOf(saved).find((z) => z.layers.length === 0)
      await navigate(`/pieces/${saved.id}/${next ? `choose/${next.zone.id}` : 'plan'}`)
    },
  })
  if (piece.stage === 'handed_over') return <p className="font-semibold">Handed over; the record no longer changes.</p>
  return (
    <div>
      <button
        type="button"
        className="btn btn-primary btn-lg w-full"
        onClick={() => take.mutate()}
        disabled={take.isPending || !system.legal}
      >
        {take.isPending ? 'Saving…' : isChosen ? 'Keep this one, see its plan' : 'Take this system'}
      </button>
      {take.error && <ProblemNote problem={take.error} />}
    </div>
  )
}
