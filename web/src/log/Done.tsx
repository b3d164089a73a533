import { Check } from 'lucide-react'
import { createContext, useCallback, useContext, useRef, useState, type ReactNode } from 'react'
import type { CoatStep, EventInput, Piece, Plan, Step } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { isCoat } from '../ui/step'
import { airOf, halfAnAir, Otherwise, type How } from './Otherwise'
import { methods, coatAsShown, tellable, waitingFor } from './steps'
import { sheet } from './sheet'
import { useTell, useWaiting, type Told } from './tell'
import { useWho } from './who'
import { namesOf } from '../ui/zones'

type Ask = { piece: Piece; plan: Plan; step: Step; now: string }

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
export function Done(ask: Ask) {
  const tell = useContext(Tell)
  const { piece, step } = ask
  const waiting = useWaiting(piece)
  if (!tellable(step) || waitingFor(piece, step, waiting) || piece.stage === 'handed_over') return null
  return (
    <button
      type="button"
      className="no-print btn btn-outline shrink-0"
      aria-label={`Done: ${piece.input.name}, ${step.title}`}
      onClick={() => tell(ask)}
    >
      <Check size={18} aria-hidden="true" /> Done
    </button>
  )
}

/** A coat as it is planned: from the tin that is open, as much as the plan takes. */
function asPlanned(plan: Plan, step: Step): How {
  if (!isCoat(step)) return { keyed: false, share: 1 }
  const tin = plan.tins.find((t) => t.productId === step.product.id)
  const litres = step.litres && Math.round(step.litres * 1000) / 1000 // to the millilitre
  return { keyed: step.keyed, productId: step.product.id, tinId: tin?.id, litres, share: 1 }
}

const jobOf = (step: Step) => (step.kind === 'preparation' ? step.job : undefined)

/** What is told of a step, once it went as it is said here. */
function factOf({ piece, step }: Ask, how: How, who: string, leftOut: boolean): EventInput {
  const told = { happenedAt: how.at, who: who.trim() }
  if (!isCoat(step)) return { ...told, kind: 'job_done', job: jobOf(step), tookMin: how.tookMin }
  const coat = coatAsShown(piece, step)
  if (leftOut) return { ...told, ...coat, kind: 'left_out' }
  return {
    ...told,
    ...coat,
    kind: 'coat_laid',
    tookMin: how.tookMin,
    keyed: how.keyed,
    productId: how.productId,
    tinId: how.tinId,
    litres: how.litres === undefined || how.beforeKg !== undefined ? undefined : how.litres * how.share,
    weighedBeforeKg: how.beforeKg,
    weighedAfterKg: how.afterKg,
    wetUm: how.wetUm,
    build: how.build === '' ? undefined : how.build,
    method: how.method === '' ? undefined : how.method,
    air: airOf(how),
    share: how.share < 1 ? how.share : undefined,
  }
}

function Telling({ close, ...ask }: Ask & { close: () => void }) {
  const { piece, plan, step, now } = ask
  const show = useShow()
  const { who, setWho, keepWho } = useWho()
  const { tell, undo, busy, problem } = useTell(piece)
  const [how, setHow] = useState<How>(() => asPlanned(plan, step))
  const [kept, setKept] = useState<{ told: Told; leftOut: boolean }>()
  const coat = isCoat(step) ? step : undefined
  const keep = async (leftOut: boolean) => {
    const told = await tell(leftOut ? `${step.title}: left out` : step.title, factOf(ask, how, who, leftOut))
    if (!told) return
    keepWho()
    setKept({ told, leftOut })
  }
  const takeBack = async () => {
    if (kept && (await undo(kept.told))) setKept(undefined)
  }
  return (
    <>
      <h2>{step.title}</h2>
      <p className="mb-3 opacity-85">
        {piece.input.name}
        {piece.input.zones.length > 1 && step.zones.length > 0 && `, ${namesOf(piece.input.zones, step.zones)}`}
      </p>
      {coat && !kept && <AsPlanned how={how} plan={plan} step={coat} />}
      <div role="status">
        {kept && (
          <p className="mb-3 border-l-4 border-success bg-base-200 px-3 py-2">
            {kept.leftOut ? (
              <b>Kept: this coat is left out.</b>
            ) : (
              <b>Kept: done {how.at ? show.moment(how.at, now) : 'just now'}.</b>
            )}{' '}
            {'press' in kept.told
              ? 'It waits on this device, and the plan is made anew once the server answers.'
              : 'The plan goes on from there.'}{' '}
            <button type="button" className="btn btn-ghost" disabled={busy} onClick={() => void takeBack()}>
              Undo
            </button>
          </p>
        )}
      </div>
      {problem && <ProblemNote problem={problem} />}
      {!kept && (
        <div className="space-y-3">
          <button
            type="button"
            className="btn btn-primary btn-lg w-full"
            disabled={busy || halfAnAir(how)}
            onClick={() => void keep(false)}
          >
            {busy ? 'Keeping…' : how.at ? `Done ${show.moment(how.at, now)}` : 'Done just now'}
          </button>
          <Otherwise
            plan={plan}
            step={step}
            how={how}
            set={setHow}
            who={who}
            setWho={setWho}
            problem={problem}
            leaveOut={coat ? () => void keep(true) : undefined}
          />
        </div>
      )}
      <button type="button" className="btn mt-4 w-full" onClick={close}>
        {kept ? 'Close' : 'Not yet'}
      </button>
    </>
  )
}

/** What two presses would tell of a coat, in a line. */
function AsPlanned({ how, plan, step }: { how: How; plan: Plan; step: CoatStep }) {
  const show = useShow()
  const tin = plan.tins.find((t) => t.id === how.tinId)
  const air = airOf(how)
  const said = [
    how.litres !== undefined && show.volume(how.litres * how.share),
    tin && `from the ${tin.opened ? 'open tin' : 'tin'}${tin.lot && `, lot ${tin.lot}`}`,
    how.method ? methods[how.method] : step.tool && methods[step.tool],
    air
      ? `in air of ${show.measure(show.measures.temp, air.tempC)} and ${show.number(air.rh)} % RH`
      : 'in the air as it was read last, or else as planned',
  ]
  return <p className="mb-3 text-sm opacity-85">{said.filter(Boolean).join(' · ')}</p>
}
