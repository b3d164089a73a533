import { useState } from 'react'
import type { WantedPart } from '../api/client'
import { useTell } from '../log/tell'
import { usePresses } from '../offline/presses'
import { lastWho } from '../log/who'
import { Field } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'

interface Of {
  piece: { id: number; input: { name: string } }
  part: Pick<WantedPart, 'fact' | 'text'>
}

/** A wanted part was bought, or is not wanted any more. */
export function BuyPart({ piece, part }: Of) {
  const [open, setOpen] = useState(false)
  const [amount, setAmount] = useState('')
  const { tell, undo, busy, problem, clear } = useTell(piece)
  const bought = async () => {
    const fact = { kind: 'part_bought' as const, of: part.fact, text: part.text, amount, who: lastWho() }
    if (await tell('A part was bought', fact)) setOpen(false)
  }
  const presses = usePresses()
  const waits = !busy && presses.find((p) => p.refused === undefined && 'of' in p.body && p.body.of === part.fact)
  if (waits)
    return (
      <b className="no-print">
        {waits.body.kind === 'part_bought' ? 'Bought' : 'Not wanted any more'}: waits on this device, to be sent
      </b>
    )
  if (!open)
    return (
      <span className="no-print flex flex-wrap">
        <button
          type="button"
          className="btn btn-ghost"
          aria-label={`Bought: ${part.text} for ${piece.input.name}`}
          onClick={() => setOpen(true)}
        >
          Bought
        </button>
        <button
          type="button"
          className="btn btn-ghost"
          aria-label={`Not wanted any more: ${part.text} for ${piece.input.name}`}
          disabled={busy}
          onClick={() => void undo({ event: part.fact })}
        >
          Not wanted
        </button>
        {problem && <ProblemNote problem={problem} />}
      </span>
    )
  return (
    <form
      noValidate
      aria-label={`${part.text} for ${piece.input.name}`}
      className="no-print flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        void bought()
      }}
    >
      <Field label="For how much" hint="0 = it was at hand" error={problem?.at('/amount')}>
        {(ids) => (
          <input
            {...ids}
            className="input w-32"
            inputMode="decimal"
            autoComplete="off"
            disabled={busy}
            value={amount}
            onChange={(e) => {
              clear()
              setAmount(e.target.value)
            }}
          />
        )}
      </Field>
      <button type="submit" className="btn btn-primary" disabled={busy || amount.trim() === ''}>
        Keep it
      </button>
      <button type="button" className="btn btn-ghost" onClick={() => setOpen(false)}>
        Leave it
      </button>
      {problem && problem.fields.length === 0 && <ProblemNote problem={problem} />}
    </form>
  )
}
