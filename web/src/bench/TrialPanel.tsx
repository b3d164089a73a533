import { X } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { Problem, type BenchPiece, type OwnDay, type Tried, type Workshop } from '../api/client'
import { fromClock, toClock, WORKDAY } from '../settings/week'
import { Field, MeasureInput } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { ClockInput, DayInput, WhenField } from '../ui/When'
import { moved, triesSomething, type Trial } from './trial'

/** What is tried, what it comes to, and whether it is taken. */
export function TrialPanel({
  trial,
  set,
  pieces,
  workshop,
  tried,
  error,
  take,
  taking,
  drop,
  now,
}: {
  trial: Trial
  set: (trial: Trial) => void
  pieces: BenchPiece[]
  workshop: Workshop | undefined
  tried: Tried | undefined
  error: Error | null
  take: () => void
  taking: boolean
  drop: () => void
  now: string
}) {
  const any = triesSomething(trial)
  return (
    <section aria-labelledby="trying" className="no-print mb-3 border-2 border-dashed border-base-content/50 p-4">
      <h3 id="trying" className="text-lg font-semibold">
        Trying a change: nothing is saved until it is taken
      </h3>
      <Moved trial={trial} set={set} pieces={pieces} error={error} />
      <div className="mt-2 grid items-start gap-x-6 gap-y-2 md:grid-cols-2 xl:grid-cols-4">
        <MoveAnother trial={trial} set={set} pieces={pieces} />
        <DayOff trial={trial} set={set} workshop={workshop} />
        <HelperDay trial={trial} set={set} error={error} />
        <Warmth trial={trial} set={set} error={error} />
      </div>
      <div className="mt-2" aria-live="polite">
        {error && <ProblemNote problem={error} />}
        {!any && <p className="opacity-85">Drag a piece on the strip by its grip, or change something here.</p>}
        {any && !error && tried && <ComesTo tried={tried} now={now} />}
      </div>
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="btn btn-primary" disabled={!any || taking || error !== null} onClick={take}>
          {taking ? 'Taking it…' : 'Take it'}
        </button>
        <button type="button" className="btn" onClick={drop}>
          Drop it
        </button>
      </div>
    </section>
  )
}

/** What the pieces gain and lose. */
function ComesTo({ tried, now }: { tried: Tried; now: string }) {
  const show = useShow()
  if (tried.moved.length === 0)
    return <p className="text-lg font-semibold">No piece is ready sooner or later for it.</p>
  const broken = tried.moved.filter((m) => m.lateH > m.wasLateH)
  return (
    <>
      <p className={`text-lg font-semibold ${broken.length > 0 ? 'text-error' : ''}`}>
        {broken.length > 0 ? 'It breaks what was promised.' : 'No promise is broken by it.'}
      </p>
      <ul className="list-disc pl-5">
        {tried.moved.map((m) => (
          <li key={m.pieceId} className={m.lateH > m.wasLateH ? 'font-semibold text-error' : ''}>
            {m.piece} is ready {show.hours(Math.abs(m.laterH))} {m.laterH > 0 ? 'later' : 'sooner'},{' '}
            {show.moment(m.ready, now)}
            {m.lateH > 0 && `: ${show.hours(m.lateH)} beyond what was promised`}
          </li>
        ))}
      </ul>
    </>
  )
}

/** What is wrong with a field, whether it was tried or is being taken. */
const wrongAt = (error: Error | null, field: string) =>
  error instanceof Problem ? (error.at(field) ?? error.at(`/trial${field}`)) : undefined

interface Changes {
  trial: Trial
  set: (trial: Trial) => void
}

function Moved({ trial, set, pieces, error }: Changes & { pieces: BenchPiece[]; error: Error | null }) {
  return (
    <div className="grid gap-x-6 md:grid-cols-2">
      {trial.moves.map((m, i) => (
        <Removable
          key={m.pieceId}
          what={`the move of ${nameOf(pieces, m.pieceId)}`}
          remove={() => set(moved(trial, m.pieceId, undefined))}
        >
          <WhenField
            label={`${nameOf(pieces, m.pieceId)} goes on no sooner than`}
            value={m.at}
            onChange={(at) => set(moved(trial, m.pieceId, at))}
            error={wrongAt(error, `/moves/${i}/at`)}
          />
        </Removable>
      ))}
    </div>
  )
}

function MoveAnother({ trial, set, pieces }: Changes & { pieces: BenchPiece[] }) {
  const left = pieces.filter((p) => !trial.moves.some((m) => m.pieceId === p.piece.id))
  return (
    <Field label="Move a piece">
      {(ids) => (
        <select
          {...ids}
          className="select w-full"
          value=""
          onChange={(e) => {
            const entry = pieces.find((p) => p.piece.id === Number(e.target.value))
            const goes = entry?.plan?.steps.find((s) => !s.told)?.work[0]?.from
            if (entry && goes) set(moved(trial, entry.piece.id, goes))
          }}
        >
          <option value="">no other</option>
          {left.map((p) => (
            <option key={p.piece.id} value={p.piece.id}>
              {p.piece.input.name}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}

const nameOf = (pieces: BenchPiece[], id: number) => pieces.find((p) => p.piece.id === id)?.piece.input.name ?? ''

/** A line that can be taken out again. */
function Removable({ what, remove, children }: { what: string; remove: () => void; children: ReactNode }) {
  return (
    <div className="flex items-end gap-2">
      <div className="min-w-0 flex-1">{children}</div>
      <button type="button" className="btn btn-square btn-ghost" aria-label={`Leave out ${what}`} onClick={remove}>
        <X size={18} aria-hidden="true" />
      </button>
    </div>
  )
}

/** A day that is typed, and then added. */
function AddDay({ label, add }: { label: string; add: (date: string) => void }) {
  const [day, setDay] = useState('')
  return (
    <Field label={label}>
      {(ids) => (
        <span className="flex min-w-0 gap-2">
          <DayInput {...ids} value={day} onChange={setDay} />
          <button
            type="button"
            className="btn"
            aria-label={`${label}: try it`}
            disabled={day === ''}
            onClick={() => {
              add(day)
              setDay('')
            }}
          >
            Try it
          </button>
        </span>
      )}
    </Field>
  )
}

const sameDay = (a: OwnDay, b: OwnDay) => a.date === b.date && a.person === b.person

function DayOff({ trial, set, workshop }: Changes & { workshop: Workshop | undefined }) {
  const show = useShow()
  const [person, setPerson] = useState('')
  const people = workshop?.room.people ?? []
  return (
    <div>
      {trial.off.map((d) => (
        <Removable
          key={d.date + (d.person ?? '')}
          what={`the day off on ${show.dayTyped(d.date)}`}
          remove={() => set({ ...trial, off: trial.off.filter((o) => !sameDay(o, d)) })}
        >
          <p>
            {d.person ?? 'Nobody'} {d.person ? 'is off' : 'works'} on <b>{show.dayTyped(d.date)}</b>
          </p>
        </Removable>
      ))}
      <div className="grid gap-2">
        <AddDay
          label="A day off"
          add={(date) => {
            const day: OwnDay = { date, name: 'Day off', open: 0, close: 0, ...(person && { person }) }
            set({ ...trial, off: [...trial.off.filter((o) => !sameDay(o, day)), day] })
          }}
        />
        {people.length > 1 && (
          <Field label="Whose">
            {(ids) => (
              <select {...ids} className="select w-full" value={person} onChange={(e) => setPerson(e.target.value)}>
                <option value="">everybody’s</option>
                {people.map((p) => (
                  <option key={p.name}>{p.name}</option>
                ))}
              </select>
            )}
          </Field>
        )}
      </div>
    </div>
  )
}

function HelperDay({ trial, set, error }: Changes & { error: Error | null }) {
  const show = useShow()
  const change = (date: string, to: Partial<OwnDay> | undefined) =>
    set({
      ...trial,
      helpers: trial.helpers.flatMap((h) => (h.date !== date ? [h] : to ? [{ ...h, ...to }] : [])),
    })
  return (
    <div>
      {trial.helpers.map((h, i) => (
        <Removable
          key={h.date}
          what={`the helper on ${show.dayTyped(h.date)}`}
          remove={() => change(h.date, undefined)}
        >
          <p className="flex flex-wrap items-center gap-2">
            A helper on <b>{show.dayTyped(h.date)}</b>
            <ClockInput
              aria-label="The helper comes at"
              value={toClock(h.open)}
              onChange={(c) => change(h.date, { open: fromClock(c) })}
            />
            to
            <ClockInput
              aria-label="The helper leaves at"
              value={toClock(h.close)}
              onChange={(c) => change(h.date, { close: fromClock(c) })}
            />
            {wrongAt(error, `/helpers/${i}/close`) && (
              <span role="alert" className="basis-full font-semibold text-error">
                {wrongAt(error, `/helpers/${i}/close`)}
              </span>
            )}
          </p>
        </Removable>
      ))}
      <AddDay
        label="A helper for a day"
        add={(date) =>
          set({
            ...trial,
            helpers: [...trial.helpers.filter((h) => h.date !== date), { date, name: 'Helper', ...WORKDAY }],
          })
        }
      />
    </div>
  )
}

function Warmth({ trial, set, error }: Changes & { error: Error | null }) {
  const show = useShow()
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="The room at least, by day" error={wrongAt(error, '/leastDayC')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.temp}
            value={trial.leastDayC}
            onChange={(leastDayC) => set({ ...trial, leastDayC })}
          />
        )}
      </Field>
      <Field label="and by night" error={wrongAt(error, '/leastNightC')}>
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.temp}
            value={trial.leastNightC}
            onChange={(leastNightC) => set({ ...trial, leastNightC })}
          />
        )}
      </Field>
    </div>
  )
}
