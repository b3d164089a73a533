import { Check } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Piece, PlanAnswer, Step } from '../api/client'
import { Done, isNear } from '../log/Done'
import { HowTo } from '../log/HowTo'
import { Look } from '../log/Look'
import { useShow } from '../ui/show'
import { BasisMark } from '../ui/verdict'

/** The plan in words, step by step, for the bench and for paper. */
export function Steps({ answer, piece }: { answer: PlanAnswer; piece: Piece }) {
  const show = useShow()
  const { plan, strip } = answer
  const [opened, setOpened] = useState<string[]>([])
  const days = daysOf(plan.steps, show.dateOf)
  // On a phone the day that is next stands open, the others unfold; a desk and paper show them all.
  const next = days.findIndex((d) => d.steps.some((s) => s.work.at(-1)!.to >= strip.now))
  const isOpen = (i: number) => i === Math.max(0, next) || opened.includes(days[i]!.name)
  return (
    <div className="mt-6 grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_18rem]">
      <div>
        {days.map((day, i) => (
          <section key={day.name} aria-label={day.name} className="mb-5">
            <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 border-b-2 border-base-300 pb-1">
              {day.name}
              <span className="text-base font-normal opacity-85">{show.minutes(day.minutes)} by hand</span>
            </h2>
            {!isOpen(i) && (
              <button
                type="button"
                className="no-print btn btn-ghost h-auto min-h-11 w-full justify-between text-left font-normal lg:hidden"
                onClick={() => setOpened([...opened, day.name])}
              >
                <span>{day.steps[0]!.title}</span>
                <span className="whitespace-nowrap font-semibold">
                  {day.steps.length === 1 ? 'one step' : `${day.steps.length} steps`}
                </span>
              </button>
            )}
            <ol start={day.first + 1} className={isOpen(i) ? '' : 'max-lg:hidden print:block'}>
              {day.steps.map((s, k) => (
                <StepRow
                  key={k}
                  step={s}
                  piece={piece}
                  zones={plan.zones.length > 1 ? s.zones.map((z) => plan.zones[z]!.name) : []}
                  number={day.first + k + 1}
                  now={strip.now}
                  shown={shownBefore(plan.steps, day.first + k)}
                />
              ))}
            </ol>
          </section>
        ))}
      </div>
      {plan.needs.length > 0 && <Needs needs={plan.needs} />}
    </div>
  )
}

function Needs({ needs }: { needs: PlanAnswer['plan']['needs'] }) {
  const show = useShow()
  return (
    <aside className="self-start bg-base-200 p-4 print-whole">
      <h2 className="mb-2">What it takes</h2>
      <ul className="space-y-2">
        {needs.map((n) => (
          <li key={n.product.id}>
            <b>{show.volume(n.litres)}</b> {n.product.name}
            <span className="block text-sm opacity-85">
              {n.product.maker}, {n.product.colour}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-3 text-sm">
        What brush, roller or gun loses and what stays in the pot are counted in. Basis: label spreading rate, practice
        for losses.
      </p>
    </aside>
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
    const name = dateOf(s.work[0]!.from)
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

/** Cautions told in full at an earlier step are told again in a line. */
function shownBefore(steps: Step[], i: number): Set<string> {
  return new Set(steps.slice(0, i).flatMap((s) => s.cautions))
}

function StepRow({
  step,
  piece,
  zones,
  number,
  now,
  shown,
}: {
  step: Step
  piece: Piece
  zones: string[]
  number: number
  now: string
  shown: Set<string>
}) {
  const show = useShow()
  const first = step.work[0]!
  const end = step.work[step.work.length - 1]!.to
  const minutes = step.tasks.reduce((sum, t) => sum + t.minutes, 0)
  const past = new Date(end) < new Date(now)
  return (
    <li
      className={`print-whole grid grid-cols-[2.25rem_minmax(0,1fr)] gap-x-3 border-t border-base-300 py-3 ${past ? 'opacity-80' : ''}`}
    >
      <span className={`${disc} ${stepTones[step.kind]}`}>{number}</span>
      <div>
        <p className="flex flex-wrap justify-between gap-x-4">
          <b className="text-lg leading-tight">
            {step.title}
            {zones.length > 0 && <span className="font-normal"> · {zones.join(', ')}</span>}
          </b>
          <span className="font-semibold">
            {show.moment(first.from, now)}–{step.work.length > 1 ? show.moment(end, now) : show.clock(end)}
          </span>
        </p>
        {(step.keyed || step.waited) && (
          <p className="font-semibold text-accent">
            {step.keyed
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
        {step.check && (step.looked || isNear(step, now)) && <Look piece={piece} look={step} now={now} />}
        {step.card && !step.told && <HowTo card={step.card} />}
        {step.told && (
          <p className="font-semibold">
            <Check size={16} className="mr-1 inline" aria-hidden="true" />
            Done {show.moment(step.told.happenedAt, now)}
            {step.told.who && `, ${step.told.who}`}
            {step.told.keyed && ', keyed first'}
          </p>
        )}
        {isNear(step, now) && <Done piece={piece} step={step} now={now} />}
        {step.kind === 'test' && step.opens && (
          <p className="mt-1">
            It has shown what it can on <b>{show.moment(step.opens, now)}</b>; until then this coat waits.{' '}
            <Link className="link no-print" to={`/shelf/boards?coat=${step.product?.id ?? 0}`}>
              Enter what the board showed
            </Link>
          </p>
        )}
        {step.kind !== 'test' && step.opens && (
          <p className="mt-1">
            Next coat from <b>{show.moment(step.opens, now)}</b>
            {step.closes && (
              <>
                , before <b>{show.moment(step.closes, now)}</b>; after that key first
              </>
            )}
            . {step.basis && <BasisMark basis={step.basis} />}
            {step.rules.length > 0 && <span className="text-sm opacity-85"> rule {step.rules.join(', ')}</span>}
          </p>
        )}
        {step.touchDry && (step.product?.id ?? 0) > 0 && (
          <p className="text-sm opacity-90">
            Touch-dry about {show.moment(step.touchDry, now)}; {show.minutes(minutes)} by hand.
          </p>
        )}
        {step.cautions.map((c) => (
          <p key={c} className="mt-2 border-l-4 border-warning bg-base-200 px-3 py-2">
            <b>Caution.</b> {shown.has(c) ? `${c.slice(0, c.indexOf('.') + 1)} As at the step before.` : c}
          </p>
        ))}
      </div>
    </li>
  )
}
