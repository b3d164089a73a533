import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { EventInput, Piece, Problem } from '../api/client'
import { serverNow } from '../api/clock'
import { pieceChanged } from '../api/queries'
import { keepNow } from '../offline/screens'
import { press, takeBack, usePresses, type Outcome } from '../offline/presses'
import type { Press } from '../offline/db'
import { lastWho } from './who'

/** What was told just now: by the event the server made of it, or by the press that waits on this device. */
export type Told = { event: number } | { press: string }

/**
 * Tells facts of a piece, each with the time of the press. Without the network they wait on this device, and count as
 * told; only what the server will not have is a problem.
 */
export function useTell(piece: { id: number; input: { name: string } }) {
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<Problem>()
  const client = useQueryClient()
  const named = { id: piece.id, name: piece.input.name }
  const through = async (work: () => Promise<Outcome | undefined>) => {
    setBusy(true)
    setProblem(undefined)
    try {
      const outcome = await work()
      if (outcome?.is === 'refused') {
        setProblem(outcome.problem)
        return undefined
      }
      // Nobody is told what follows from it before the plan was made anew.
      if (outcome?.is === 'kept') {
        await pieceChanged(client, piece.id)
        void keepNow()
      }
      return outcome ?? { is: 'dropped' as const }
    } finally {
      setBusy(false)
    }
  }
  const tell = async (what: string, fact: EventInput): Promise<Told | undefined> => {
    const body = { ...fact, happenedAt: fact.happenedAt ?? serverNow() }
    const outcome = await through(() => press({ piece: named, what, body }))
    if (outcome?.is === 'kept') return { event: outcome.event }
    return outcome?.is === 'waiting' ? { press: outcome.key } : undefined
  }
  /** True once it is taken back, or waits to be. */
  const undo = async (told: Told) => (await through(() => takeBack(named, lastWho(), told))) !== undefined
  return { tell, undo, busy, problem, clear: () => setProblem(undefined) }
}

/** The presses of a piece that wait on this device and still stand there. */
export function useWaiting(piece: Piece): Press[] {
  const all = usePresses()
  const undone = all.map((p) => p.undoes)
  const stands = (p: Press) => p.body.kind !== 'taken_back' && !undone.includes(p.key)
  return all.filter((p) => p.piece.id === piece.id && p.refused === undefined && stands(p))
}

/** The facts of a piece that presses on this device wait to take back. */
export function useTakingBack(piece: Piece): number[] {
  return usePresses().flatMap((p) =>
    p.piece.id === piece.id && p.refused === undefined && p.body.kind === 'taken_back' && p.body.of ? [p.body.of] : [],
  )
}
