import { useQuery } from '@tanstack/react-query'
import { Hand } from 'lucide-react'
import { useRef, useState } from 'react'
import type { Held, Piece, Plan } from '../api/client'
import { catalogueQuery } from '../api/queries'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { TextField, WordField } from '../ui/TypedFields'
import { begins, isLaid } from '../ui/step'
import { sheet } from './sheet'
import { useTell } from './tell'
import { useWho } from './who'

/** A zone on which a coat lies, with what holds its next one back. */
interface Coated {
  id: number
  name: string
  held: Held | undefined
}

/** A zone that is left bare has its step too, and no coat. */

/** The zones that have a coat on them by now. */
function coatedBy(piece: Piece, plan: Plan, now: string): Coated[] {
  const lies = (zone: number) => plan.steps.some((s) => isLaid(s) && s.zones.includes(zone) && begins(s) <= now)
  return piece.input.zones.flatMap((z, i) =>
    z.id !== undefined && lies(i) ? [{ id: z.id, name: z.name, held: plan.zones[i]?.held }] : [],
  )
}

/** What the last coat shows to hand and eye, told from the bench or the plan: it outranks the clock. */
export function Feels({ piece, plan, now }: { piece: Piece; plan: Plan; now: string }) {
  const dialog = useRef<HTMLDialogElement>(null)
  const zones = coatedBy(piece, plan, now)
  const tellable = piece.stage === 'coat' || piece.stage === 'wait' || piece.stage === 'hand_over'
  const [open, setOpen] = useState(false)
  if (!tellable || zones.length === 0) return null
  return (
    <>
      <button
        type="button"
        className="no-print btn btn-outline shrink-0"
        aria-label={`How does ${piece.input.name} feel?`}
        onClick={() => {
          setOpen(true)
          dialog.current?.showModal()
        }}
      >
        <Hand size={18} aria-hidden="true" /> Feel
      </button>
      <dialog
        ref={dialog}
        className={sheet}
        aria-label={`How does ${piece.input.name} feel?`}
        onClose={() => setOpen(false)}
      >
        {open && <Telling piece={piece} zones={zones} now={now} close={() => dialog.current?.close()} />}
      </dialog>
    </>
  )
}

function Telling({ piece, zones, now, close }: { piece: Piece; zones: Coated[]; now: string; close: () => void }) {
  const signs = useQuery(catalogueQuery).data?.signs ?? []
  const [picked, pick] = useState(zones[0]!.id)
  const { who, setWho, keepWho } = useWho()
  const [told, setTold] = useState<{ name: string; waits: boolean }>()
  const zone = zones.find((z) => z.id === picked) ?? zones[0]!
  const { tell, busy, problem } = useTell(piece)
  const say = async (sign: string) => {
    const name = signs.find((s) => s.id === sign)?.name ?? sign
    const kept = await tell(`The last coat: ${name}`, { kind: 'sign', zoneId: zone.id, who: who.trim(), sign })
    if (!kept) return
    keepWho()
    setTold({ name, waits: 'press' in kept })
  }
  return (
    <>
      <h2>{piece.input.name}: how does it feel?</h2>
      <p className="mb-3 text-sm opacity-85">
        Try where it is thickest and coolest. A bad sign stops, whatever the clock says.
      </p>
      <div className="mb-3 grid gap-3 sm:grid-cols-2">
        {zones.length > 1 && (
          <WordField
            label="Zone"
            words={Object.fromEntries(zones.map((z) => [String(z.id), z.name]))}
            value={String(zone.id)}
            onChange={(id) => {
              pick(Number(id))
              setTold(undefined)
            }}
          />
        )}
        <TextField label="Who" value={who} onChange={setWho} hint="initials, kept on this device" />
      </div>
      <div role="status">
        {told && !zone.held && (
          <p className="mb-3 font-semibold">
            Kept: {told.name}.{' '}
            {told.waits
              ? 'What it holds back is told once the server answers; wait till then.'
              : 'It holds nothing back.'}
          </p>
        )}
      </div>
      {zone.held && <HeldNote piece={piece} zone={zone.name} held={zone.held} now={now} />}
      <div className="grid gap-2 sm:grid-cols-2">
        {signs.map((s) => (
          <button
            key={s.id}
            type="button"
            className="btn btn-outline h-auto min-h-11 justify-start py-2 text-left font-normal leading-tight"
            disabled={busy}
            onClick={() => void say(s.id)}
          >
            <span className="block first-letter:uppercase">{s.name}</span>
          </button>
        ))}
      </div>
      {problem && <ProblemNote problem={problem} />}
      <button type="button" className="btn btn-primary mt-4 w-full" onClick={close}>
        Done
      </button>
    </>
  )
}

/** What holds the next coat back, until when, what to do meanwhile; and how to take it back. */
export function HeldNote({ piece, zone, held, now }: { piece: Piece; zone: string; held: Held; now: string }) {
  const show = useShow()
  const { undo, busy, problem } = useTell(piece)
  return (
    <div role="status" className="mb-3 border-l-4 border-accent bg-base-200 px-3 py-2">
      <p className="font-bold">
        {zone}: {held.sign}, seen {show.moment(held.seen, now)}
      </p>
      <p>
        {held.do} Try again from <b>{show.moment(held.until, now)}</b>.
      </p>
      <button
        type="button"
        className="no-print btn btn-ghost"
        disabled={busy}
        onClick={() => void undo({ event: held.event })}
      >
        It was told wrongly: take it back
      </button>
      {problem && <ProblemNote problem={problem} />}
    </div>
  )
}
