import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, ask, type Choice, type Piece, type System } from '../api/client'
import { BuildUpColumn, bandHeight, coatsOf, ScaleBar, type Ground } from '../ui/BuildUp'
import { Fit } from '../ui/Fit'
import { OpeningsNote } from '../ui/OpeningsNote'
import { pieceKey, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { LeftOutList } from './LeftOut'
import { SystemDetail } from './SystemDetail'

const SECTION = 210 // px of the tallest build-up, ground included
const GROUND = 52

const characters: Record<System['characters'][number], string> = {
  best_fit: 'best fit',
  hardest_wearing: 'hardest wearing',
  soonest: 'soonest in use',
  fewest_coats: 'fewest coats',
  easiest_repair: 'easiest to repair',
}

const last = (s: System) => s.layers[s.layers.length - 1]!
const keyOf = (layers: { productId?: number; product?: { id: number }; coats: number }[]) => layers.map((l) => `${l.productId ?? l.product?.id}×${l.coats}`).join('+')

export function ChooseView() {
  const piece = usePiece()
  const { zone, air, start, promised } = piece
  const query = useQuery({ queryKey: ['choose', zone, air, start, promised], queryFn: () => ask(api.POST('/choose', { body: { zone, air, start, promised } })) })
  return (
    <Answered query={query} what="the systems that suit">
      {(choice) => <Choosing choice={choice} piece={piece} />}
    </Answered>
  )
}

function Choosing({ choice, piece }: { choice: Choice; piece: Piece }) {
  const chosen = keyOf(piece.layers)
  const standing = choice.systems.findIndex((s) => keyOf(s.layers) === chosen)
  const [open, setOpen] = useState(Math.max(0, standing))
  const system = choice.systems[open]
  const ground = useGround(piece)
  if (!system) {
    return (
      <>
        <OpeningsNote openings={choice.openings} />
        <LeftOutList leftOut={choice.leftOut} />
      </>
    )
  }
  return (
    <>
      <SystemRow systems={choice.systems} old={ground.old !== undefined} open={open} chosen={standing} press={setOpen} />
      <SystemDetail key={open} system={system} ground={ground} start={piece.start} take={<TakeButton system={system} piece={piece} isChosen={open === standing} />} />
      <LeftOutList leftOut={choice.leftOut} />
    </>
  )
}

/** What the first coat meets: the material, and the old finish if it is kept. */
function useGround(piece: Piece): Ground {
  const { data } = useQuery({ queryKey: ['catalogue'], queryFn: () => ask(api.GET('/catalogue')), staleTime: Infinity })
  const { material, inspection } = piece.zone
  const kept = inspection?.action === 'keep' && inspection.finish !== 'bare' ? inspection.finish : undefined
  const unknown = kept === 'unknown' ? 'An old finish nobody knows' : undefined
  return { material: data?.materials.find((m) => m.id === material)?.name ?? '', old: unknown ?? data?.finishes.find((f) => f.id === kept)?.name }
}

/** All systems side by side to one scale: how many coats, how thick, what kind, when in use. */
function SystemRow({ systems, old, open, chosen, press }: { systems: System[]; old: boolean; open: number; chosen: number; press: (i: number) => void }) {
  const thickest = Math.max(1, ...systems.map((s) => s.layers.reduce((sum, l) => sum + l.coats * l.dryUm, 0)))
  const pxPerUm = Math.min(1.6, (SECTION - GROUND) / thickest)
  const height = Math.max(...systems.map((s) => coatsOf(s).reduce((sum, c) => sum + bandHeight(c, pxPerUm), 0))) + GROUND
  return (
    <section aria-labelledby="systems">
      <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6">
        <h2 id="systems">{systems.length === 1 ? 'One system suits' : `${systems.length} systems of different kind`}</h2>
        <ScaleBar pxPerUm={pxPerUm} />
      </div>
      <div className="-mx-4 flex snap-x gap-3 overflow-x-auto px-4 pb-3">
        {systems.map((s, i) => (
          <SystemColumn key={keyOf(s.layers)} system={s} old={old} pxPerUm={pxPerUm} height={height} pressed={i === open} chosen={i === chosen} press={() => press(i)} />
        ))}
      </div>
    </section>
  )
}

function SystemColumn({ system, old, pxPerUm, height, pressed, chosen, press }: { system: System; old: boolean; pxPerUm: number; height: number; pressed: boolean; chosen: boolean; press: () => void }) {
  const show = useShow()
  const below = system.layers.slice(0, -1).map((l) => l.product.name)
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={press}
      className={`flex min-w-44 max-w-72 flex-1 snap-start flex-col rounded-box border-2 p-2 text-left ${pressed ? 'border-primary bg-base-200' : 'border-base-300 hover:border-base-content/40'}`}
    >
      <span className="min-h-10 text-sm font-semibold leading-tight text-accent">
        {chosen && <span className="mr-1 rounded-selector bg-primary px-1.5 py-0.5 text-primary-content">chosen</span>}
        {system.characters.map((c) => characters[c]).join(', ')}
      </span>
      <span className="flex items-end overflow-hidden" style={{ height }}>
        <BuildUpColumn system={system} old={old} pxPerUm={pxPerUm} height={height} width={272} label={`${system.coats} coats to scale`} />
      </span>
      <span className="mt-2 font-bold leading-tight">{last(system).product.name}</span>
      <span className="text-sm leading-tight opacity-90">{below.length > 0 ? `over ${below.join(', ')}` : old ? 'straight on the old finish' : 'straight on the material'}</span>
      <span className="mt-auto pt-2 text-sm leading-snug">
        {system.coats} coats · {show.minutes(system.handsOnMin)} by hand
        {system.lightUse && (
          <>
            <br />
            light use {show.moment(system.lightUse)}
          </>
        )}
        <br />
        <Fit system={system} />
      </span>
    </button>
  )
}

function TakeButton({ system, piece, isChosen }: { system: System; piece: Piece; isChosen: boolean }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const take = useMutation({
    mutationFn: () =>
      ask(
        api.PUT('/pieces/{id}/system', {
          params: { path: { id: piece.id } },
          body: { version: piece.version, layers: system.layers.map((l) => ({ role: l.role, productId: l.product.id, coats: l.coats })) },
        }),
      ),
    onSuccess: async (saved) => {
      client.setQueryData(pieceKey(saved.id), saved)
      await Promise.all([client.invalidateQueries({ queryKey: ['bench'] }), client.invalidateQueries({ queryKey: ['plan', saved.id] })])
      await navigate('../plan')
    },
  })
  if (piece.stage === 'handed_over') return <p className="font-semibold">Handed over; the record no longer changes.</p>
  return (
    <div>
      <button type="button" className="btn btn-primary btn-lg w-full" onClick={() => take.mutate()} disabled={take.isPending || !system.legal}>
        {take.isPending ? 'Saving…' : isChosen ? 'Keep this one, see its plan' : 'Take this system'}
      </button>
      {take.error && <ProblemNote problem={take.error} />}
    </div>
  )
}
