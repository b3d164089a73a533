import type {
  Air,
  Brief,
  Inspection,
  LayOut,
  Look,
  Measured,
  Part,
  Piece,
  PieceInput,
  Wants,
  ZoneInput,
} from '../api/client'
import { serverNow } from '../api/clock'
import { zonesOf } from '../ui/zones'

/** A zone as typed so far. Numbers are SI; undefined or NaN while they cannot be read. */
export interface ZoneDraft {
  key: number
  id?: number
  name: string
  face: string
  endUse: string
  material: string
  look: Look
  sheen: string
  areaM2?: number
  lengthM?: number
  widthM?: number
  measured?: Measured[] // shape by shape; its area follows them
  inspection?: Inspection // carried along: it is told at the inspection
  wants?: Wants // the same: told where a system is chosen
  laid: boolean // its area follows the measurements of the piece
}

/** A piece as typed so far. */
export interface Draft {
  name: string
  kind: string
  measures: Record<string, string> // as typed
  owner: PieceInput['owner']
  alike?: number
  site: PieceInput['site']
  parts: Part[]
  history: string
  fromPieceId?: number
  zones: ZoneDraft[]
  tempC?: number
  rh?: number
  byNight: boolean // the room's night is told apart from its day
  nightTempC?: number
  nightRh?: number
  start?: string
  promised?: string
}

const HOUR = 3_600_000

let lastKey = Date.now() // above those of a draft that was typed before a reload
const nextKey = () => ++lastKey

const blankZone = (): ZoneDraft => ({
  key: nextKey(),
  name: 'Top',
  face: 'best',
  endUse: '',
  material: '',
  look: 'natural',
  sheen: 'satin',
  laid: true,
})

export function blankDraft(): Draft {
  const start = new Date(Math.ceil(Date.parse(serverNow()) / HOUR) * HOUR)
  return {
    name: '',
    kind: 'other',
    measures: {},
    owner: 'own',
    alike: 1,
    site: { onSite: false, livedIn: false, poorlyAired: false, coverFloors: false },
    parts: [],
    history: '',
    zones: [blankZone()],
    tempC: 20,
    rh: 50,
    byNight: false,
    start: start.toISOString(),
  }
}

export const zoneDraft = (z: ZoneInput): ZoneDraft => ({ ...z, key: nextKey(), laid: false })

export function draftOf(p: PieceInput): Draft {
  return {
    ...p,
    measures: {},
    zones: p.zones.map(zoneDraft),
    tempC: p.air.tempC,
    rh: p.air.rh,
    byNight: p.night !== undefined,
    nightTempC: p.night?.tempC,
    nightRh: p.night?.rh,
  }
}

const told = (v: number | undefined) => (v === undefined || Number.isNaN(v) ? undefined : v)

const airOf = (d: Draft): Air => ({ tempC: told(d.tempC) ?? -99, rh: told(d.rh) ?? -1 })
const nightOf = (d: Draft): Air | undefined =>
  d.byNight ? { tempC: told(d.nightTempC) ?? -99, rh: told(d.nightRh) ?? -1 } : undefined
const startOf = (d: Draft) => d.start ?? '1970-01-01T00:00:00Z'

/** Whether anything was typed of a shape: before that it counts for nothing. */
export const begun = (m: Measured) => Object.values(m.sizes).some((s) => s.trim() !== '')

function zoneInput({
  id,
  name,
  face,
  endUse,
  material,
  look,
  sheen,
  areaM2,
  lengthM,
  widthM,
  measured,
  inspection,
  wants,
}: ZoneDraft): ZoneInput {
  return {
    id,
    name,
    face,
    endUse,
    material,
    look,
    sheen,
    areaM2: told(areaM2) ?? 0,
    lengthM: told(lengthM),
    widthM: told(widthM),
    measured: measured?.filter(begun),
    inspection,
    wants,
  }
}

/** The draft as the contract wants it; what cannot be read becomes 0 or empty, and the server says what would be right. */
export function inputOf(d: Draft): PieceInput {
  const { name, kind, owner, site, parts, history, fromPieceId, promised } = d
  return {
    name,
    kind,
    owner,
    site,
    history,
    fromPieceId,
    promised,
    parts: parts.map((p) => ({ ...p, count: told(p.count) ?? 0 })),
    alike: told(d.alike) ?? 0,
    zones: d.zones.map(zoneInput),
    air: airOf(d),
    night: nightOf(d),
    start: startOf(d),
  }
}

/** One zone of the draft, as what it comes to is asked for. */
export function briefOf(d: Draft, z: ZoneDraft): Brief {
  return {
    zone: zoneInput(z),
    alike: told(d.alike),
    air: airOf(d),
    night: nightOf(d),
    start: startOf(d),
    promised: d.promised,
    site: d.site,
  }
}

/**
 * Takes over what a kind of piece and its measurements come to. Zones that were only laid out follow the measurements or
 * go; those that somebody has measured or added stay as they are. New ones take material and look from the first.
 */
export function laidOut(d: Draft, out: LayOut): Draft {
  const like = d.zones[0] ?? blankZone()
  const own = d.zones.filter((z) => !z.laid)
  const zones = out.zones
    .filter((z) => !own.some((o) => o.name === z.name))
    .map((z) => {
      const old = d.zones.find((o) => o.name === z.name && o.endUse !== '')
      return old
        ? { ...old, areaM2: z.areaM2, measured: z.measured }
        : { ...blankZone(), material: like.material, look: like.look, sheen: like.sheen, ...z }
    })
  const all = [...zones, ...own]
  return { ...d, zones: all.length > 0 ? all : [like], parts: out.parts }
}

/** A name that no other zone has. */
function freeName(d: Draft, like: string): string {
  const stem = like.replace(/ \d+$/, '')
  for (let n = 2; ; n++) if (!d.zones.some((z) => z.name === `${stem} ${n}`)) return `${stem} ${n}`
}

const insertAfter = (d: Draft, z: ZoneDraft, more: ZoneDraft): Draft => ({
  ...d,
  zones: d.zones.flatMap((o) => (o.key === z.key ? [o, more] : [o])),
})

export function addedZone(d: Draft): Draft {
  const like = d.zones[d.zones.length - 1] ?? blankZone()
  const zone = {
    ...blankZone(),
    name: freeName(d, 'Zone'),
    face: 'body',
    material: like.material,
    look: like.look,
    sheen: like.sheen,
    laid: false,
  }
  return { ...d, zones: [...d.zones, zone] }
}

export function copiedZone(d: Draft, z: ZoneDraft): Draft {
  return insertAfter(d, z, { ...z, key: nextKey(), id: undefined, name: freeName(d, z.name), laid: false })
}

/** Two zones of half the area each, to be given lives of their own. */
export function splitZone(d: Draft, z: ZoneDraft): Draft {
  const half = {
    ...z,
    areaM2: z.areaM2 && z.areaM2 / 2,
    lengthM: undefined,
    widthM: undefined,
    measured: undefined,
    laid: false,
  }
  const halved = { ...d, zones: d.zones.map((o) => (o.key === z.key ? half : o)) }
  return insertAfter(halved, z, { ...half, key: nextKey(), id: undefined, name: freeName(d, z.name) })
}

/** Whether a zone of the stored piece has a chosen system. */
export const isPlanned = (piece: Piece | undefined, z: ZoneDraft): boolean =>
  piece !== undefined && zonesOf(piece).some((o) => o.zone.id === z.id && o.layers.length > 0)
