import type { BenchPiece, Step, Turn } from '../api/client'
import { namesOf } from '../ui/zones'

export type Planned = Required<Pick<BenchPiece, 'piece' | 'plan'>>

/** A turn with the piece and the step that it is of. */
export interface Act {
  turn: Turn
  entry: Planned
  step: Step
  where: string
}

export function actsOf(turns: Turn[], pieces: Planned[]): Act[] {
  return turns.flatMap((turn) => {
    const entry = pieces.find((p) => p.piece.id === turn.pieceId)
    const step = entry?.plan.steps[turn.step]
    return entry && step ? [{ turn, entry, step, where: placeOf(entry, step.zones) }] : []
  })
}

/** The piece, with its zones where it has several and not all are meant. */
export function placeOf({ piece, plan }: Planned, zones: number[]): string {
  const some = plan.zones.length > 1 && zones.length > 0
  return some ? `${piece.input.name}, ${namesOf(plan.zones, zones)}` : piece.input.name
}
