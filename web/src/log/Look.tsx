import { Check, X } from 'lucide-react'
import type { LookStep, Piece } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { useTell, useWaiting } from './tell'
import { lastWho } from './who'

/** A look that opens a coat: whether it was passed, told in a press. */
export function Look({
  piece,
  look,
  now,
}: {
  piece: Piece
  look: Pick<LookStep, 'title' | 'check' | 'zones' | 'looked'>
  now: string
}) {
  const show = useShow()
  const zone = piece.input.zones[look.zones[0] ?? 0]?.id
  const { tell, busy, problem } = useTell(piece)
  const waits = useWaiting(piece)
    .map((p) => p.body)
    .filter((b) => b.kind === 'checked')
    .findLast((b) => b.zoneId === zone && b.check === look.check)
  const say = (passed: boolean) =>
    void tell(`${look.title}: ${passed ? 'passed' : 'not passed'}`, {
      kind: 'checked',
      zoneId: zone,
      check: look.check,
      passed,
      who: lastWho(),
    })
  const looked = waits ?? look.looked
  const Mark = looked?.passed ? Check : X
  return (
    <div className="mt-2">
      {looked && (
        <p className="font-semibold">
          <Mark size={16} className="mr-1 inline" aria-hidden="true" />
          {looked.passed ? 'Passed' : 'Not passed'} {looked.happenedAt && show.moment(looked.happenedAt, now)}
          {looked.who && `, ${looked.who}`}
          {waits && '; it waits on this device'}
        </p>
      )}
      {piece.stage !== 'handed_over' && !looked?.passed && (
        <div className="no-print mt-1 flex flex-wrap gap-2">
          <button
            type="button"
            className="btn btn-outline"
            disabled={busy}
            onClick={() => say(true)}
            aria-label={`${look.title}: passed`}
          >
            Passed
          </button>
          <button
            type="button"
            className="btn btn-ghost"
            disabled={busy}
            onClick={() => say(false)}
            aria-label={`${look.title}: not passed`}
          >
            Not passed
          </button>
        </div>
      )}
      {problem && <ProblemNote problem={problem} />}
    </div>
  )
}
