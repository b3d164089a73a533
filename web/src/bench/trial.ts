import type { BenchPiece, OwnDay, Trial as Body } from '../api/client'

/** What is tried on the calendar before anything is saved. */
export interface Trial {
  moves: { pieceId: number; at: string }[]
  off: OwnDay[]
  helpers: OwnDay[]
  leastDayC?: number
  leastNightC?: number
}

export const nothingTried: Trial = { moves: [], off: [], helpers: [] }

export const triesSomething = (t: Trial) =>
  t.moves.length + t.off.length + t.helpers.length > 0 ||
  readable(t.leastDayC) !== undefined ||
  readable(t.leastNightC) !== undefined

/** A piece goes on no sooner than at a moment; undefined = it is not moved. */
export const moved = (t: Trial, pieceId: number, at: string | undefined): Trial => ({
  ...t,
  moves: [...t.moves.filter((m) => m.pieceId !== pieceId), ...(at === undefined ? [] : [{ pieceId, at }])],
})

const readable = (n: number | undefined) => (n === undefined || Number.isNaN(n) ? undefined : n)

/** A trial as the server takes it, with the pieces as they were seen. */
export const bodyOf = (t: Trial, seen: BenchPiece[]): Body => ({
  ...t,
  leastDayC: readable(t.leastDayC),
  leastNightC: readable(t.leastNightC),
  moves: t.moves.flatMap((m) => {
    const piece = seen.find((p) => p.piece.id === m.pieceId)?.piece
    return piece ? [{ ...m, version: piece.version }] : []
  }),
})
