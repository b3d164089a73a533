import type { Inspection } from '../api/client'

/** Screen words for the ids of an inspection. */
export const conditions: Record<Inspection['condition'], string> = {
  intact: 'sound',
  worn: 'worn through',
  cracked: 'cracked',
  flaking: 'flaking',
  chalky: 'chalky',
}

export const contaminations: Record<string, string> = {
  wax: 'wax or wax polish',
  silicone: 'silicone polish',
  grease: 'grease',
  nicotine: 'smoke',
  adhesive: 'tape or glue',
  mildew: 'mildew',
  bitumen: 'bitumen, creosote',
}

export const ages: Record<Inspection['age'], string> = {
  unknown: 'not known',
  before_1978: 'before 1978',
  later: '1978 or later',
}

export const leads: Record<Inspection['lead'], string> = {
  not_tested: 'not tested',
  negative: 'no lead found',
  positive: 'lead found',
}

export const actions: Record<Inspection['action'], string> = {
  nothing: 'Nothing to remove',
  keep: 'Keep it and key it',
  dewax: 'Take the wax off',
  scrape: 'Scrape it off',
  sand_off: 'Sand it off',
  strip: 'Strip it',
}

export const outcomes: Record<string, string> = {
  clear: 'The wood shows',
  hides: 'It hides the wood',
  sinks: 'The drop sinks in',
  beads: 'The drop stands',
  comes_away: 'Yellow-brown comes away',
  dissolves: 'It dissolves',
  softens: 'It softens or wrinkles',
  no_change: 'Nothing happens',
}

export const blankInspection: Inspection = {
  finish: 'bare',
  condition: 'intact',
  contaminations: [],
  repairs: [],
  age: 'unknown',
  lead: 'not_tested',
  answers: {},
  action: 'nothing',
}
