import type { BoardInput } from '../api/client'

export const rubs: Record<BoardInput['solventRub'], string> = {
  not_tried: 'not tried',
  unmoved: 'leaves it unmoved',
  softened: 'softens it',
  dissolved: 'dissolves it',
}
export const drops: Record<BoardInput['waterDrop'], string> = {
  not_tried: 'not tried',
  no_mark: 'leaves no mark',
  mark_goes: 'leaves a mark that goes',
  mark_stays: 'leaves a mark that stays',
}

/** What the classes of ISO 2409 mean, and their counterparts in ASTM D3359 method B (values from memory). */
export const classes = [
  'edges smooth, nothing off (5B)',
  'small flakes at the crossings, up to 5 % (4B)',
  'along the cuts, up to 15 % (3B)',
  'in ribbons, up to 35 % (2B)',
  'large ribbons, up to 65 % (1B)',
  'worse than that (0B)',
]
