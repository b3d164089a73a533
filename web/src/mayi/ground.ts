import type { Pick } from '../ui/CoatSelect'

/** What is on a piece, as far as the next coat cares. */
export interface Ground {
  material: string
  oldFinish: string
  layers: { pick: Pick; coats: number; sinceH: number | undefined; wash: boolean; partly: boolean }[]
  tempC: number
  rh: number
  endUse: string
  key: '' | 'keyed' | 'steel_wool'
  cured: boolean
  unsound: boolean
  distress: '' | 'dry' | 'wet'
  heavy: number
  sprayed: boolean
  soiled: string[]
  moisturePct: number | undefined
  mixedH: number | undefined
  seen: string[]
  hoursUnknown: boolean
  coatsToday: number
  treated: string
  treatedH: number | undefined
  rinsed: boolean
  warmingH: number | undefined
  byNight: boolean
  nightTempC: number
  nightRh: number
  workC: number | undefined
}

const HEATED_C = 20
const HEATED_RH = 50

export const blankGround = (top: Pick): Ground => ({
  material: 'oak',
  oldFinish: '',
  layers: [{ pick: top, coats: 1, sinceH: undefined, wash: false, partly: false }],
  tempC: HEATED_C,
  rh: HEATED_RH,
  endUse: '',
  key: '',
  cured: false,
  unsound: false,
  distress: '',
  heavy: 1,
  sprayed: false,
  soiled: [],
  moisturePct: undefined,
  mixedH: undefined,
  seen: [],
  hoursUnknown: false,
  coatsToday: 0,
  treated: '',
  treatedH: undefined,
  rinsed: false,
  warmingH: undefined,
  byNight: false,
  nightTempC: HEATED_C,
  nightRh: HEATED_RH,
  workC: undefined,
})

/** The same ground some hours later: time passes while nobody asks. */
export function later(g: Ground, hours: number): Ground {
  const on = (h: number | undefined) => (h === undefined ? undefined : Math.round((h + hours) * 10) / 10)
  return {
    ...g,
    layers: g.layers.map((l) => ({ ...l, sinceH: on(l.sinceH) })),
    mixedH: on(g.mixedH),
    treatedH: on(g.treatedH),
    warmingH: on(g.warmingH),
  }
}

export const soilNames: Record<string, string> = {
  wax: 'wax',
  silicone: 'silicone polish',
  grease: 'grease',
  nicotine: 'smoke',
  adhesive: 'tape or glue',
  mildew: 'mildew',
  bitumen: 'bitumen, creosote',
  lye: 'cleaner residue',
  bleach: 'bleach residue',
}
