import { useState } from 'react'
import type { Decision, Finding } from '../api/client'
import { useShow } from '../ui/show'
import { todayIn } from '../ui/time'
import { sameJoin } from './wants'
import { TextField } from '../ui/TypedFields'

/** Settles a doubt on a hidden spot, or goes past a refusal of practice with a reason. Nothing else can be gone past. */
export function Decide({
  finding,
  coatId,
  groundId,
  earlier,
  decide,
}: {
  finding: Finding
  coatId: number
  groundId: number
  earlier: Decision[] // gone past on this material before
  decide: (d: Decision) => void
}) {
  const show = useShow()
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState('')
  const [who, setWho] = useState('')
  const [tried, setTried] = useState(false)
  const how = finding.verdict === 'test' ? 'hidden_spot' : 'all_the_same'
  const missing = (text: string, say: string) => (tried && text.trim() === '' ? say : undefined)
  const before = earlier.find((d) => sameJoin(d, { rule: finding.rule, coatId, groundId }) && d.how === how)
  const asBefore = () => {
    setReason(before?.reason ?? '')
    setWho(before?.who ?? '')
    setOpen(true)
  }
  if (!open)
    return (
      <>
        {before && (
          <p className="mt-1 border-l-4 border-primary pl-3 text-sm">
            <b>You went on all the same before:</b> “{before.reason}” {before.who}, {show.date(before.on)}{' '}
            <button type="button" className="btn btn-ghost" onClick={asBefore}>
              Decide as before
            </button>
          </p>
        )}
        <button type="button" className="btn btn-ghost" onClick={() => setOpen(true)}>
          {how === 'hidden_spot' ? 'Tested on a hidden spot' : 'Go on all the same, with a reason'}
        </button>
      </>
    )
  return (
    <form
      noValidate
      className="mt-2 grid gap-3 border-l-4 border-base-300 pl-3 sm:grid-cols-[minmax(0,1fr)_8rem_auto] sm:items-end"
      aria-label="A decision of your own"
      onSubmit={(e) => {
        e.preventDefault()
        setTried(true)
        if (reason.trim() && who.trim())
          decide({
            rule: finding.rule,
            coatId,
            groundId,
            how,
            reason: reason.trim(),
            who: who.trim(),
            on: todayIn(show.workshop?.timeZone),
          })
      }}
    >
      <TextField
        label={how === 'hidden_spot' ? 'What was tried, and what it showed' : 'Why it goes on all the same'}
        value={reason}
        onChange={setReason}
        error={missing(reason, 'Say it in a sentence.')}
      />
      <TextField label="Who" value={who} onChange={setWho} error={missing(who, 'Initials will do.')} />
      <button type="submit" className="btn btn-outline">
        Keep it with the piece
      </button>
    </form>
  )
}
