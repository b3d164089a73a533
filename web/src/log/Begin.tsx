import { Play, TestTube } from 'lucide-react'
import type { CoatStep, Piece, Plan } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { coatAsShown, tellable, waitingFor, waitingToBegin } from './steps'
import { useTell, useWaiting } from './tell'
import { lastWho } from './who'

/** Starts the clocks of a coat: its first stroke, and the pot that was mixed for it. */
export function Begin({ piece, plan, step }: { piece: Piece; plan: Plan; step: CoatStep }) {
  const { tell, busy, problem } = useTell(piece)
  const waiting = useWaiting(piece)
  const over = waitingFor(piece, step, waiting) !== undefined || piece.stage === 'handed_over'
  if (!tellable(step) || over) return null
  const say = (kind: 'begun' | 'mixed', what: string) =>
    void tell(`${step.title}: ${what}`, { kind, who: lastWho(), ...coatAsShown(piece, step) })
  const runs = (kind: 'begun' | 'mixed') =>
    plan.timers.some((t) => {
      const ofThis = t.zone === step.zones[0] && t.layer === step.layer && t.coat === step.coat
      return ofThis && (kind === 'mixed' ? t.kind === 'pot' : t.kind === 'open' || t.kind === 'wipe_off')
    })
  const open = (kind: 'begun' | 'mixed') => !runs(kind) && !waitingToBegin(piece, step, kind, waiting)
  return (
    <>
      {step.potH !== undefined && open('mixed') && (
        <button
          type="button"
          className="no-print btn btn-ghost"
          disabled={busy}
          aria-label={`A pot is mixed: ${piece.input.name}, ${step.title}`}
          onClick={() => say('mixed', 'a pot mixed')}
        >
          <TestTube size={18} aria-hidden="true" /> Pot mixed
        </button>
      )}
      {step.openMin !== undefined && open('begun') && (
        <button
          type="button"
          className="no-print btn btn-ghost"
          disabled={busy}
          aria-label={`Begin: ${piece.input.name}, ${step.title}`}
          onClick={() => say('begun', 'begun')}
        >
          <Play size={18} aria-hidden="true" /> Begin
        </button>
      )}
      {problem && <ProblemNote problem={problem} />}
    </>
  )
}
