import { Check } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { BoardStep, CoatStep, Piece, Plan, PlanAnswer, Step } from '../api/client'
import { Begin } from '../log/Begin'
import { Done } from '../log/Done'
import { HowTo } from '../log/HowTo'
import { Look } from '../log/Look'
import { isNear, nextOnZones, waitingFor } from '../log/steps'
import { useWaiting } from '../log/tell'
import { forWhat } from '../ui/causes'
import { useShow } from '../ui/show'
import { begins, ends, isCoat, isLaid } from '../ui/step'
import { BasisMark } from '../ui/verdict'
import { Needs } from './Needs'
import { namesOf } from '../ui/zones'

/** The plan in words, step by step, for the bench and for paper. */
export function Steps({ answer, piece }: { answer: PlanAnswer; piece: Piece }) {
  const show = useShow()
  const { plan, strip } = answer
  const days = daysOf(plan.steps, show.dateOf)
  const [all, setAll] = useState(false)
  const nextOnes = nextOnZones(piece, plan, useWaiting(piece))
  // The day that is next stands open with what it takes; the others are a line a step, until one is pressed.
  const next = Math.max(
    0,
    days.findIndex((d) => d.steps.some((s) => s.work.at(-1)!.to >= strip.now)),
  )
  return (
    <div className="mt-6 grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_18rem]">
      <div className="max-lg:order-2">
        <button type="button" className="no-print btn btn-ghost mb-2" aria-pressed={all} onClick={() => setAll(!all)}>
          {all ? 'Only what is next' : 'Open every step'}
        </button>
        {days.map((day, i) => (
          <section key={day.name} aria-label={day.name} className="mb-5">
            <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 border-b-2 border-base-300 pb-1">
              {i === next && day.name === show.dateOf(strip.now) ? `Today, ${day.name}` : day.name}
              <span className="text-base font-normal opacity-85">{show.minutes(day.minutes)} by hand</span>
            </h2>
            <DaysCautions
              steps={day.steps}
              told={new Set(days.slice(0, i).flatMap((d) => d.steps.flatMap((s) => s.cautions)))}
            />
            <ol start={day.first + 1}>
              {day.steps.map((s, k) => (
                <StepRow
                  key={`${k}-${all}`}
                  step={s}
                  piece={piece}
                  plan={plan}
                  zones={plan.zones.length > 1 ? namesOf(plan.zones, s.zones) : ''}
                  number={day.first + k + 1}
                  now={strip.now}
                  due={isNear(s, strip.now) || nextOnes.includes(s)}
                  open={all || i === next}
                />
              ))}
            </ol>
          </section>
        ))}
      </div>
      <Needs answer={answer} />
    </div>
  )
}

/** The first sentence of a caution, which stands at each step that it is about. */
const inShort = (caution: string) => caution.slice(0, caution.indexOf('.') + 1) || caution

/** What a day's work asks to be minded, once: in full the first time, in short after that. */
function DaysCautions({ steps, told }: { steps: Step[]; told: Set<string> }) {
  const all = [...new Set(steps.flatMap((s) => s.cautions))]
  if (all.length === 0) return null
  return (
    <ul aria-label="Cautions of the day" className="my-2 space-y-1 border-l-4 border-warning bg-base-200 px-3 py-2">
      {all.map((c) => (
        <li key={c}>
          <b>Caution.</b> {told.has(c) ? `${inShort(c)} As told before.` : c}
        </li>
      ))}
    </ul>
  )
}

interface Day {
  name: string
  first: number // index of its first step
  minutes: number
  steps: Step[]
}

/** The steps by the day on which they begin, with what that day takes of hands. */
function daysOf(steps: Step[], dateOf: (iso: string) => string): Day[] {
  const days: Day[] = []
  steps.forEach((s, i) => {
    const name = dateOf(begins(s))
    if (days.at(-1)?.name !== name) days.push({ name, first: i, minutes: 0, steps: [] })
    const day = days.at(-1)!
    day.steps.push(s)
    day.minutes += s.tasks.reduce((sum, t) => sum + t.minutes, 0)
  })
  return days
}

const disc =
  'grid size-8 place-items-center rounded-full font-bold print:border print:bg-transparent print:text-base-content'
const stepTones: Record<Step['kind'], string> = {
  coating: 'bg-primary text-primary-content',
  test: 'border-2 border-dashed border-[var(--test)]',
  check: 'border-2 border-base-content',
  preparation: 'bg-base-300',
}

function StepRow({
  step,
  piece,
  plan,
  zones,
  number,
  now,
  due,
  open: first,
}: {
  step: Step
  piece: Piece
  plan: Plan
  zones: string
  number: number
  now: string
  due: boolean // it may be told
  open: boolean
}) {
  const show = useShow()
  const end = ends(step)
  const past = new Date(end) < new Date(now)
  const waits = waitingFor(piece, step, useWaiting(piece))
  const [open, setOpen] = useState(first)
  const at = `${show.clock(begins(step))}–${step.work.length > 1 ? show.moment(end, now) : show.clock(end)}`
  return (
    <li className={`print-whole border-t border-base-300 py-2 ${past ? 'opacity-85' : ''}`}>
      <details className="print-open" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary className="grid min-h-11 cursor-pointer grid-cols-[2.25rem_minmax(0,1fr)] items-center gap-x-3">
          <span className={`${disc} ${stepTones[step.kind]}`}>{number}</span>
          <span className="flex flex-wrap items-baseline justify-between gap-x-4">
            <b className="text-lg leading-tight">
              {step.title}
              {zones && <span className="font-normal"> · {zones}</span>}
            </b>
            <span className="whitespace-nowrap font-semibold">
              {(step.told || waits) && <Check size={16} className="mr-1 inline" aria-label="done" />}
              {at}
            </span>
          </span>
        </summary>
        <StepDetail step={step} now={now} />
      </details>
      <div className="pl-12">
        {waits && (
          <p className="font-semibold">Done {show.moment(waits.body.happenedAt!, now)}; it waits on this device</p>
        )}
        {step.kind === 'check' && (step.looked || isNear(step, now)) && <Look piece={piece} look={step} now={now} />}
        {due && (
          <div className="mt-1 flex flex-wrap gap-2">
            {isCoat(step) && <Begin piece={piece} plan={plan} step={step} />}
            <Done piece={piece} plan={plan} step={step} now={now} />
          </div>
        )}
      </div>
    </li>
  )
}

/** Whose hands do it, what it waits for, and which pot it is laid from. */
function Whose({ step, now }: { step: Step; now: string }) {
  const show = useShow()
  if (step.told) return null
  const { pot, waited: heldBack } = isCoat(step) ? step : {}
  return (
    <>
      {step.by && <p>By {step.by}.</p>}
      {step.ready && step.waits && !heldBack && (
        <p className="no-print">
          Ready for it {show.moment(step.ready, now)}; it waits because {forWhat[step.waits]}.
        </p>
      )}
      {pot && (
        <p className={pot.shared ? '' : 'no-print'}>
          {pot.shared
            ? `The pot that was mixed for the coat before it serves here too, until ${show.moment(pot.until, now)}.`
            : `A pot mixed when it begins is good until ${show.moment(pot.until, now)}.`}
        </p>
      )}
    </>
  )
}

/** How a step is done, and what follows from it. */
function StepDetail({ step, now }: { step: Step; now: string }) {
  const show = useShow()
  const coat = isCoat(step) ? step : undefined
  return (
    <div className="pl-12">
      <Whose step={step} now={now} />
      {(coat?.keyed || coat?.waited) && (
        <p className="font-semibold text-accent">
          {coat.keyed
            ? 'The window has closed by then: keyed first.'
            : 'Held back on purpose, so that the next coat meets its window.'}
        </p>
      )}
      <ul className="mt-1 list-disc pl-5">
        {step.tasks.map((t) => (
          <li key={t.text}>
            {t.text.replace(/\.$/, '')}
            {t.minutes > 0 && <span className="whitespace-nowrap opacity-85"> ({show.minutes(t.minutes)})</span>}
          </li>
        ))}
      </ul>
      {step.cautions.map((c) => (
        <p key={c} className="mt-1 border-l-4 border-warning pl-2">
          {inShort(c)}
        </p>
      ))}
      {coat?.card && !coat.told && <HowTo card={coat.card} label={coat.label} />}
      {step.told && (
        <p className="font-semibold">
          <Check size={16} className="mr-1 inline" aria-hidden="true" />
          Done {show.moment(step.told.happenedAt, now)}
          {step.told.who && `, ${step.told.who}`}
          {step.told.keyed && ', keyed first'}
        </p>
      )}
      {step.kind === 'test' && <UntilItHasShown board={step} now={now} />}
      {coat && <WhatFollows coat={coat} now={now} />}
    </div>
  )
}

function UntilItHasShown({ board, now }: { board: BoardStep; now: string }) {
  const show = useShow()
  return (
    <p className="mt-1">
      It has shown what it can on <b>{show.moment(board.opens, now)}</b>; until then this coat waits.{' '}
      <Link className="link no-print" to={`/shelf/boards?coat=${board.product.id}`}>
        Enter what the board showed
      </Link>
    </p>
  )
}

/** What follows from a coat: the next one's window, and when it is touch-dry. */
function WhatFollows({ coat, now }: { coat: CoatStep; now: string }) {
  const show = useShow()
  const { partly, opens, closes, touchDry } = coat
  const minutes = coat.tasks.reduce((sum, t) => sum + t.minutes, 0)
  return (
    <>
      {partly && (
        <p className="font-semibold text-accent">
          {show.number((partly.share ?? 1) * 100)} % of the zone has it since {show.moment(partly.happenedAt, now)}
        </p>
      )}
      {opens && (
        <p className="mt-1">
          Next coat from <b>{show.moment(opens, now)}</b>
          {closes && closes > opens && (
            <>
              , before <b>{show.moment(closes, now)}</b>; after that key first
            </>
          )}
          {closes && closes <= opens && ', keyed first: the window has closed by then'}.{' '}
          {coat.basis && <BasisMark basis={coat.basis} />}
          {coat.rules.length > 0 && <span className="text-sm opacity-85"> rule {coat.rules.join(', ')}</span>}
        </p>
      )}
      {touchDry && isLaid(coat) && (
        <p className="text-sm opacity-90">
          Touch-dry about {show.moment(touchDry, now)}; {show.minutes(minutes)} by hand.
        </p>
      )}
    </>
  )
}
