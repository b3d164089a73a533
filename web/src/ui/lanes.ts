import type { Piece, Plan, Step } from '../api/client'
import { hardens } from './time'

/** One zone's part of a piece's plan, as the clock strip draws it. Steps keep the number they have in the whole plan. */
export interface Lane {
  key: string
  pieceId: number
  piece: string
  name: string // shown in the lane; empty for the only zone of a piece
  label: string // for those who do not see the drawing
  first: boolean // of its piece
  steps: (Step & { number: number })[]
  obstacles: string[]
  lastCoat?: string
  lightUse?: string
  fullCure?: string
  promised?: string
}

/** A lane for each zone that is coated; one for the whole piece when none is. */
export function lanesOf(piece: Piece, plan: Plan): Lane[] {
  const steps = plan.steps.map((s, i) => ({ ...s, number: i + 1 }))
  const { name, promised } = piece.input
  const whole = plan.zones.length === 1
  const lanes = plan.zones.flatMap((z, i): Lane[] => {
    if (!z.coated) return []
    return [
      {
        key: `${piece.id}-${i}`,
        pieceId: piece.id,
        piece: name,
        name: whole ? '' : z.name,
        label: `${name}, ${z.name}`,
        first: false,
        steps: steps.filter((s) => s.zones.length === 0 || s.zones.includes(i)),
        obstacles: z.obstacles,
        lastCoat: z.lastCoat,
        lightUse: z.lightUse,
        fullCure: hardens(z),
        promised,
      },
    ]
  })
  if (lanes.length === 0)
    return [
      {
        key: String(piece.id),
        pieceId: piece.id,
        piece: name,
        name: '',
        label: name,
        first: true,
        steps: [],
        obstacles: plan.obstacles,
        promised,
      },
    ]
  return lanes.map((l, i) => ({ ...l, first: i === 0 }))
}
