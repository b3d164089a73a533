import { Copy, Plus, Scissors, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Catalogue, Piece, ZoneInput } from '../api/client'
import { useShow } from '../ui/show'
import { addedZone, copiedZone, isPlanned, splitZone, zoneDraft, type Draft, type ZoneDraft } from './draft'
import { lookNames } from './words'
import { ZoneFields } from './ZoneFields'

interface Gone {
  zone: ZoneDraft
  at: number
}

/** The zones of a piece, one of them open: each with a life of its own. */
export function Zones({
  draft,
  setDraft,
  catalogue,
  piece,
  open,
  setOpen,
  wrong,
}: {
  draft: Draft
  setDraft: (d: Draft) => void
  catalogue: Catalogue
  piece?: Piece
  open: number // the key of the open zone
  setOpen: (key: number) => void
  wrong: (zone: number, field: string, typed: boolean) => string | undefined
}) {
  const [gone, setGone] = useState<Gone>()
  const set = (key: number, change: Partial<ZoneDraft>) =>
    setDraft({ ...draft, zones: draft.zones.map((z) => (z.key === key ? { ...z, ...change } : z)) })
  const grown = (next: Draft) => {
    setDraft(next)
    setOpen(next.zones.find((z) => !draft.zones.some((o) => o.key === z.key))!.key)
  }
  const remove = (zone: ZoneDraft) => {
    const at = draft.zones.indexOf(zone)
    const zones = draft.zones.filter((z) => z !== zone)
    setGone({ zone, at })
    setDraft({ ...draft, zones })
    setOpen(zones[Math.max(0, at - 1)]!.key)
  }
  const putBack = (zone: ZoneDraft, at: number) => {
    setGone(undefined)
    setDraft({ ...draft, zones: [...draft.zones.slice(0, at), zone, ...draft.zones.slice(at)] })
    setOpen(zone.key)
  }
  const away = (piece?.removed ?? []).filter((r) => !draft.zones.some((z) => z.id === r.id) && r.id !== gone?.zone.id)
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">Zones, each with a life of its own</legend>
      <ul className="border-b border-base-300">
        {draft.zones.map((z, i) => (
          <li key={z.key} className="border-t border-base-300">
            <ZoneHead
              zone={z}
              catalogue={catalogue}
              open={z.key === open}
              press={() => setOpen(z.key)}
              fault={[...faults].some((f) => wrong(i, f, z.key !== open))}
              planned={isPlanned(piece, z)}
            />
            {z.key === open && (
              <div className="border-l-4 border-primary py-3 pl-4">
                <ZoneFields
                  zone={z}
                  catalogue={catalogue}
                  wrong={(field, typed) => wrong(i, field, typed)}
                  set={(change) => set(z.key, change)}
                />
                <div className="mt-4 flex flex-wrap items-center gap-2">
                  <button type="button" className="btn btn-ghost" onClick={() => grown(copiedZone(draft, z))}>
                    <Copy size={16} aria-hidden="true" /> Copy
                  </button>
                  <button type="button" className="btn btn-ghost" onClick={() => grown(splitZone(draft, z))}>
                    <Scissors size={16} aria-hidden="true" /> Split in two
                  </button>
                  {draft.zones.length > 1 && <RemoveZone planned={isPlanned(piece, z)} remove={() => remove(z)} />}
                  {draft.zones.length > 1 && (
                    <button
                      type="button"
                      className="btn btn-ghost"
                      onClick={() =>
                        setDraft({
                          ...draft,
                          zones: draft.zones.map((o) => ({ ...o, material: z.material, look: z.look, sheen: z.sheen })),
                        })
                      }
                    >
                      Same material and look for all
                    </button>
                  )}
                </div>
              </div>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="btn btn-outline" onClick={() => grown(addedZone(draft))}>
          <Plus size={16} aria-hidden="true" /> Add a zone
        </button>
        <div role="status">
          {gone && (
            <span className="flex flex-wrap items-center gap-2">
              Removed: {gone.zone.name}.
              <button type="button" className="btn btn-outline" onClick={() => putBack(gone.zone, gone.at)}>
                Put {gone.zone.name} back
              </button>
            </span>
          )}
        </div>
        {away.map((r: ZoneInput) => (
          <button
            key={r.id}
            type="button"
            className="btn btn-ghost"
            onClick={() => putBack(zoneDraft(r), draft.zones.length)}
          >
            Put {r.name} back
          </button>
        ))}
      </div>
    </fieldset>
  )
}

const faults = [
  'name',
  'face',
  'endUse',
  'material',
  'look',
  'sheen',
  'areaM2',
  'lengthM',
  'widthM',
  'inspection/action',
  'inspection/repairs',
]

function ZoneHead({
  zone,
  catalogue,
  open,
  press,
  fault,
  planned,
}: {
  zone: ZoneDraft
  catalogue: Catalogue
  open: boolean
  press: () => void
  fault: boolean
  planned: boolean
}) {
  const show = useShow()
  const use = catalogue.endUses.find((u) => u.id === zone.endUse)
  const material = catalogue.materials.find((m) => m.id === zone.material)
  return (
    <button
      type="button"
      aria-expanded={open}
      onClick={press}
      className={`flex min-h-12 w-full flex-wrap items-baseline gap-x-3 px-2 py-2 text-left ${open ? 'bg-base-200' : 'hover:bg-base-200'}`}
    >
      <b>{zone.name || 'unnamed'}</b>
      <span className="min-w-0 flex-1">
        {use?.name ?? 'end use?'}, {material?.name ?? 'material?'}
        {!open && `, ${lookNames[zone.look].name}`}
      </span>
      {fault && <span className="font-semibold text-error">to be mended</span>}
      {planned && <span className="text-sm">system chosen</span>}
      <span className="whitespace-nowrap">{zone.areaM2 ? show.measure(show.measures.area, zone.areaM2) : 'size?'}</span>
    </button>
  )
}

/** Asks once where a chosen system goes with the zone. */
function RemoveZone({ planned, remove }: { planned: boolean; remove: () => void }) {
  const [asked, setAsked] = useState(false)
  if (!asked)
    return (
      <button type="button" className="btn btn-ghost" onClick={() => (planned ? setAsked(true) : remove())}>
        <Trash2 size={16} aria-hidden="true" /> Remove this zone
      </button>
    )
  return (
    <span className="flex flex-wrap items-center gap-2" role="group" aria-label="Remove this zone">
      <span className="font-semibold">Its system leaves the plan too.</span>
      <button type="button" className="btn btn-error" onClick={remove}>
        Remove the zone
      </button>
      <button type="button" className="btn" onClick={() => setAsked(false)}>
        Keep it
      </button>
    </span>
  )
}
