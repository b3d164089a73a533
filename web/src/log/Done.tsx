import { useQueryClient } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import { createContext, useCallback, useContext, useRef, useState, type ReactNode } from 'react'
import { api, Problem, type Piece, type Plan, type Step } from '../api/client'
import { pieceChanged } from '../api/queries'
import { useSave } from '../api/saving'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { TextField } from '../ui/TypedFields'
import { WhenField } from '../ui/When'
import { sheet } from './sheet'
import { lastWho, useWho } from './who'

/** Work that somebody does and may tell: a coat, or a job of the preparation. */
const tellable = (step: Step) =>
  step.told === undefined && (step.job !== undefined || (step.kind === 'coating' && (step.product?.id ?? 0) > 0))

/** The step that is told next, where its time is near: while nothing is logged the plan is taken to have been kept. */
export function nextToTell(plan: Plan, now: string): Step | undefined {
  const logged = plan.steps.some((s) => s.told)
  const next = plan.steps.find((s) => tellable(s) && (logged || s.work.at(-1)!.to >= now))
  return next && isNear(next, now) ? next : undefined
}

const DAY = 86_400_000

/** Whether the time of a step has come, or comes within the day. */
export const isNear = (step: Step, now: string) => Date.parse(step.work[0]!.from) - Date.parse(now) < DAY

type Ask = { piece: Piece; step: Step; now: string }

const Tell = createContext<(ask: Ask) => void>(() => undefined)

/** The sheet in which work is told. It stands above the pages, so that it outlasts the row that opened it. */
export function TellSheet({ children }: { children: ReactNode }) {
  const dialog = useRef<HTMLDialogElement>(null)
  const [asked, ask] = useState<Ask>()
  const tell = useCallback((a: Ask) => {
    ask(a)
    dialog.current?.showModal()
  }, [])
  return (
    <Tell value={tell}>
      {children}
      <dialog
        ref={dialog}
        className={sheet}
        aria-label={asked && `Done: ${asked.piece.input.name}, ${asked.step.title}`}
        onClose={() => ask(undefined)}
      >
        {asked && <Telling {...asked} close={() => dialog.current?.close()} />}
      </dialog>
    </Tell>
  )
}

/** Tells a step as done: a press opens what is known of it, a second one keeps it; anything may be changed before. */
export function Done({ piece, step, now }: Ask) {
  const tell = useContext(Tell)
  if (!tellable(step) || piece.stage === 'handed_over') return null
  return (
    <button
      type="button"
      className="no-print btn btn-outline shrink-0"
      aria-label={`Done: ${piece.input.name}, ${step.title}`}
      onClick={() => tell({ piece, step, now })}
    >
      <Check size={18} aria-hidden="true" /> Done
    </button>
  )
}

function Telling({ piece, step, now, close }: { piece: Piece; step: Step; now: string; close: () => void }) {
  const show = useShow()
  const client = useQueryClient()
  const { who, setWho, keepWho } = useWho()
  const [at, setAt] = useState<string>() // none = now
  const [keyed, setKeyed] = useState(step.keyed)
  const [kept, setKept] = useState<{ id: number; at: string; leftOut: boolean }>()
  const coat = step.kind === 'coating'
  const zone = piece.input.zones[step.zones[0] ?? 0]
  const path = { params: { path: { id: piece.id } } }
  const tell = useSave({
    send: (leftOut: boolean, headers) =>
      api.POST('/pieces/{id}/events', {
        headers,
        ...path,
        body: coat
          ? {
              kind: leftOut ? 'left_out' : 'coat_laid',
              zoneId: zone?.id,
              layer: step.layer,
              coat: step.coat,
              keyed,
              happenedAt: at,
              who: who.trim(),
            }
          : { kind: 'job_done', job: step.job, happenedAt: at, who: who.trim() },
      }),
    onSuccess: async (event, leftOut) => {
      keepWho()
      setKept({ id: event.id, at: event.happenedAt, leftOut })
      await pieceChanged(client, piece.id)
    },
  })
  const undo = useSave({
    send: (event: number, headers) =>
      api.POST('/pieces/{id}/events', { headers, ...path, body: { kind: 'taken_back', of: event, who: lastWho() } }),
    onSuccess: async () => {
      setKept(undefined)
      await pieceChanged(client, piece.id)
    },
  })
  const problem = tell.error instanceof Problem ? tell.error : undefined
  return (
    <>
      <h2>{step.title}</h2>
      <p className="mb-3 opacity-85">
        {piece.input.name}
        {piece.input.zones.length > 1 &&
          step.zones.length > 0 &&
          `, ${step.zones.map((z) => piece.input.zones[z]!.name).join(', ')}`}
        {coat &&
          `, in air of ${show.measure(show.measures.temp, piece.input.air.tempC)} and ${show.number(piece.input.air.rh)} % RH`}
      </p>
      <div role="status">
        {kept && (
          <p className="mb-3 border-l-4 border-success bg-base-200 px-3 py-2">
            {kept.leftOut ? <b>Kept: this coat is left out.</b> : <b>Kept: done {show.moment(kept.at, now)}.</b>} The
            plan goes on from there.{' '}
            <button
              type="button"
              className="btn btn-ghost"
              disabled={undo.isPending}
              onClick={() => undo.mutate(kept.id)}
            >
              Undo
            </button>
          </p>
        )}
      </div>
      {undo.error && <ProblemNote problem={undo.error} />}
      {!kept && (
        <div className="space-y-3">
          <button
            type="button"
            className="btn btn-primary btn-lg w-full"
            disabled={tell.isPending}
            onClick={() => tell.mutate(false)}
          >
            {tell.isPending ? 'Keeping…' : at ? `Done ${show.moment(at, now)}` : 'Done just now'}
          </button>
          {problem && <ProblemNote problem={problem} />}
          <details>
            <summary className="min-h-11 cursor-pointer py-2 font-semibold">It was otherwise</summary>
            <div className="space-y-3">
              <WhenField
                label={coat ? 'It was on' : 'It was done'}
                hint="empty = just now"
                error={problem?.at('/happenedAt')}
                value={at}
                onChange={setAt}
              />
              {coat && <Tick label="Keyed right before" checked={keyed} set={setKeyed} />}
              <TextField label="Who" value={who} onChange={setWho} hint="initials, kept on this device" />
              {coat && (
                <button
                  type="button"
                  className="btn btn-ghost"
                  disabled={tell.isPending}
                  onClick={() => tell.mutate(true)}
                >
                  This coat is left out
                </button>
              )}
            </div>
          </details>
        </div>
      )}
      <button type="button" className="btn mt-4 w-full" onClick={close}>
        {kept ? 'Close' : 'Not yet'}
      </button>
    </>
  )
}
