import { useState } from 'react'
import type { EventInput, PartUnit, Piece } from '../api/client'
import { useTell } from '../log/tell'
import { useWho } from '../log/who'
import { Field, MeasureInput } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { TextField, WordField } from '../ui/TypedFields'
import { useShow } from '../ui/show'
import { onDay, todayIn } from '../ui/time'
import { DayInput } from '../ui/When'
import { whole } from '../ui/units'

type Kind = 'bought' | 'part_wanted' | 'part_bought' | 'hours' | 'agreed' | 'asked' | 'sold' | 'fee'

const kinds: Record<Kind, { name: string; asks?: string; of?: Piece['input']['owner'] }> = {
  bought: { name: 'The piece was bought for', asks: 'from whom, if it matters', of: 'own' },
  part_bought: { name: 'Bought for it', asks: 'what: handles, cloth, glass' },
  part_wanted: { name: 'Something is to be bought for it', asks: 'what: handles, cloth, glass' },
  hours: { name: 'Worked on it', asks: 'what was done: fetched, photographed, delivered' },
  asked: { name: 'A price is asked', of: 'own' },
  agreed: { name: 'A price was agreed', of: 'customer' },
  sold: { name: 'Paid by its buyer' },
  fee: { name: 'A fee was paid', asks: 'what for' },
}

interface Draft {
  kind: Kind
  amount: string
  text: string
  minutes?: number
  qty?: number
  unit: PartUnit
  day: string
}

const units: Record<PartUnit, string> = { count: 'pieces', m: 'm', m2: 'm²', L: 'L', kg: 'kg' }

/** What is counted of a fact: minutes, how much of something, or a sum. */
const countOf = (d: Draft): Partial<EventInput> => {
  if (d.kind === 'hours') return { tookMin: d.minutes ?? 0 }
  return d.kind === 'part_wanted' ? { qty: d.qty ?? 0, unit: d.unit } : { amount: d.amount }
}

/** One fact of money, told as it happened. It is never changed: what was wrong is taken back in the log. */
export function TellMoney({ piece }: { piece: Piece }) {
  const own = piece.input.owner
  const mine = (Object.keys(kinds) as Kind[]).filter((k) => (kinds[k].of ?? own) === own)
  const blank: Draft = { kind: mine[0]!, amount: '', text: '', unit: 'count', day: '' }
  const [draft, setDraft] = useState(blank)
  const zone = useShow().workshop?.timeZone
  const { who, setWho, keepWho } = useWho()
  const { tell, busy, problem, clear } = useTell(piece)
  const set = (part: Partial<Draft>) => {
    clear()
    setDraft({ ...draft, ...part })
  }
  const hours = draft.kind === 'hours'
  const wanted = draft.kind === 'part_wanted'
  const keep = async () => {
    const fact: EventInput = {
      kind: draft.kind,
      who,
      text: draft.text,
      happenedAt: onDay(draft.day, todayIn(zone), zone),
      ...countOf(draft),
    }
    keepWho()
    if (await tell(kinds[draft.kind].name, fact)) setDraft({ ...blank, kind: draft.kind })
  }
  const wrong = (field: string) => problem?.at(field)
  return (
    <form
      noValidate
      aria-label="Tell what was paid or done"
      className="border-y border-base-300 py-4"
      onSubmit={(e) => {
        e.preventDefault()
        void keep()
      }}
    >
      <fieldset disabled={busy} className="grid grid-cols-2 gap-3 sm:grid-cols-[1fr_15rem_1fr]">
        <div className="col-span-2 sm:col-span-3">
          <WordField<Kind>
            label="What happened"
            words={Object.fromEntries(mine.map((k) => [k, kinds[k].name])) as Record<Kind, string>}
            value={draft.kind}
            onChange={(kind) => set({ kind })}
          />
        </div>
        {wanted && (
          <>
            <Field label="How much" error={wrong('/qty')}>
              {(ids) => (
                <MeasureInput
                  {...ids}
                  measure={{ ...whole(''), digits: 2 }}
                  value={draft.qty}
                  onChange={(qty) => set({ qty })}
                />
              )}
            </Field>
            <WordField<PartUnit>
              label="Counted in"
              words={units}
              value={draft.unit}
              error={wrong('/unit')}
              onChange={(unit) => set({ unit })}
            />
          </>
        )}
        {wanted ? null : hours ? (
          <Field label="Minutes" error={wrong('/tookMin')}>
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={whole('min')}
                value={draft.minutes}
                onChange={(minutes) => set({ minutes })}
              />
            )}
          </Field>
        ) : (
          <Field label="Sum" error={wrong('/amount')} hint="24.50 or 24,50">
            {(ids) => (
              <input
                {...ids}
                className="input w-full"
                inputMode="decimal"
                autoComplete="off"
                value={draft.amount}
                onChange={(e) => set({ amount: e.target.value })}
              />
            )}
          </Field>
        )}
        <Field label="On" hint="empty = today" error={wrong('/happenedAt')}>
          {(ids) => <DayInput {...ids} value={draft.day} onChange={(day) => set({ day })} />}
        </Field>
        <TextField label="Who" value={who} onChange={setWho} />
        {kinds[draft.kind].asks && (
          <div className="col-span-2 sm:col-span-3">
            <TextField
              label="What for"
              hint={kinds[draft.kind].asks}
              error={wrong('/text')}
              value={draft.text}
              onChange={(text) => set({ text })}
            />
          </div>
        )}
      </fieldset>
      {problem && problem.fields.length === 0 && <ProblemNote problem={problem} />}
      <button type="submit" className="btn btn-primary mt-3" disabled={busy}>
        Keep it
      </button>
    </form>
  )
}
