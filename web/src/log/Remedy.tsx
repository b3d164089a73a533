import { useState } from 'react'
import { Link } from 'react-router'
import type { Diagnosis, Piece, ZoneInput } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { StoryField, TextField, WordField } from '../ui/TypedFields'
import { useKept } from '../ui/useKept'
import { useTell } from './tell'
import { useWho } from './who'

type When = 'wet' | 'dry' | 'later' | 'leave'

const names: Record<When, string> = {
  wet: 'now, while it is wet',
  dry: 'before the next coat',
  later: 'now that it has been there for weeks',
  leave: 'left alone',
}

interface Draft {
  when: When | '' // '' = it is only kept
  cause: string
  came: boolean // the coat came off with it
  text: string
}

/** What is done about a fault: kept with the piece and in the product's diary, and its work put into the plan. */
export function Remedy({ piece, zone, fault, d }: { piece: Piece; zone: ZoneInput; fault: string; d: Diagnosis }) {
  const known = (['wet', 'dry', 'later', 'leave'] as const).filter((w) => d[w] !== '')
  const draft = useKept<Draft>(`remedy-${piece.id}-${zone.id}-${fault}`, () => ({
    when: '',
    cause: d.sureness === 'unsure' ? '' : d.suspects[0]!.id,
    came: false,
    text: '',
  }))
  const { when, cause, came, text } = draft.value
  const { who, setWho, keepWho } = useWho()
  const { tell, busy, problem, clear } = useTell(piece)
  const [kept, setKept] = useState(false)
  const set = (c: Partial<Draft>) => {
    clear()
    setKept(false)
    draft.set({ ...draft.value, ...c })
  }
  const keep = async () => {
    const name = `${d.name.charAt(0).toUpperCase()}${d.name.slice(1)}.`
    const told = await tell(name, {
      kind: 'fault',
      zoneId: zone.id,
      text: `${name} ${text}`.trim(),
      fault,
      cause: cause === '' ? undefined : cause,
      remedy: when === '' ? undefined : when,
      who: who.trim(),
    })
    if (!told) return
    if (came && d.takesOff) {
      await tell(`${d.over ?? 'the coat'}: taken off again`, {
        kind: 'taken_off',
        zoneId: zone.id,
        ...d.takesOff,
        who: who.trim(),
      })
    }
    keepWho()
    setKept(true)
    draft.afresh()
  }
  return (
    <fieldset className="mt-5 border-t border-base-300 pt-3">
      <legend className="sr-only">What is done about it</legend>
      <h2 className="mb-2">What is done about it</h2>
      <div className="grid gap-3 sm:grid-cols-2">
        <WordField<string>
          label="It is set about"
          words={{ '': 'not yet: only keep that it was seen', ...Object.fromEntries(known.map((w) => [w, names[w]])) }}
          value={when}
          error={problem?.at('/remedy')}
          onChange={(w) => set({ when: w as Draft['when'] })}
        />
        <WordField<string>
          label="It comes from"
          words={{ '': 'nobody can say', ...Object.fromEntries(d.suspects.map((s) => [s.id, s.words])) }}
          value={cause}
          onChange={(c) => set({ cause: c })}
        />
      </div>
      {when !== '' && <Costs d={d} when={when} />}
      <div className="mt-3 space-y-3">
        {when !== '' && when !== 'leave' && d.takesOff && (
          <Tick label={`The coat came off with it: ${d.over ?? ''}`} checked={came} set={(on) => set({ came: on })} />
        )}
        <StoryField
          label="Fault, in words"
          hint="where, how large, what was done"
          error={problem?.at('/text')}
          value={text}
          onChange={(text) => set({ text })}
        />
        <TextField label="Who" value={who} onChange={setWho} hint="initials, kept on this device" />
        {problem && <ProblemNote problem={problem} />}
        <button type="button" className="btn btn-primary" disabled={busy} onClick={() => void keep()}>
          {busy ? 'Keeping…' : when === 'dry' || when === 'later' ? 'Put it into the plan' : 'Keep the fault'}
        </button>
        <p role="status">
          {kept && (
            <>
              <b>Kept</b> with the piece, and in the diary of what it shows on.{' '}
              <Link className="link font-semibold" to={`/pieces/${piece.id}/plan`}>
                To the plan
              </Link>
            </>
          )}
        </p>
      </div>
    </fieldset>
  )
}

/** What a remedy costs of hands and days. */
function Costs({ d, when }: { d: Diagnosis; when: When }) {
  const show = useShow()
  const first = d.firstH > 0 ? `It is left for ${show.hours(d.firstH)} first. ` : ''
  const byHand = d.minutes > 0 ? `${show.minutes(d.minutes)} by hand` : 'A few minutes for each spot'
  const after = d.afterH > 0 ? `; the next coat ${show.hours(d.afterH)} after it` : ''
  if (when === 'leave') return <p className="mt-2">{first || 'Nothing waits for it.'}</p>
  if (when === 'wet') return <p className="mt-2">It is done now, and nothing more is planned for it.</p>
  return (
    <p className="mt-2">
      {first}
      {byHand}
      {after}. The next coat waits for it. {d.does.join(' Or: ')}
    </p>
  )
}
