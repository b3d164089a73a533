import { Plus, X } from 'lucide-react'
import type { Room } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { todayIn } from '../ui/time'
import { ClockInput, DayInput } from '../ui/When'
import { WeekHours, type Hours } from './hours'
import { FREE, fromClock, toClock, WORKDAY } from './week'

interface Part {
  room: Room
  change: (part: Partial<Room>) => void
  wrong: Record<string, string> // by field, as the server names it
}

/** Who works when, and what all pieces share. */
export function RoomSettings({
  room,
  hours,
  set,
  wrong,
}: {
  room: Room
  hours: Hours
  set: (r: Room) => void
  wrong: Record<string, string>
}) {
  const part = { room, change: (p: Partial<Room>) => set({ ...room, ...p }), wrong }
  return (
    <>
      <People {...part} hours={hours} />
      <OwnDays {...part} />
      <Shared {...part} />
    </>
  )
}

const newName = (taken: string[]) => {
  let n = taken.length + 1
  while (taken.includes(`Person ${n}`)) n++
  return `Person ${n}`
}

function People({ room, change, wrong, hours }: Part & { hours: Hours }) {
  const { people } = room
  const setPerson = (i: number, part: Partial<Room['people'][number]>) =>
    change({ people: people.map((p, k) => (k === i ? { ...p, ...part } : p)) })
  const rename = (i: number, name: string) => {
    const was = people[i]!.name
    change({
      people: people.map((p, k) => (k === i ? { ...p, name } : p)),
      dates: room.dates.map((d) => (d.person === was ? { ...d, person: name } : d)),
    })
  }
  const remove = (i: number) => {
    const gone = people[i]!.name
    change({ people: people.filter((_, k) => k !== i), dates: room.dates.filter((d) => d.person !== gone) })
  }
  return (
    <fieldset>
      <legend className="text-lg font-bold">Hands</legend>
      <p className="mb-2 opacity-85">
        {people.length === 0
          ? 'One pair of hands works in the working hours. Name who works here, and each step is given to one of them.'
          : 'Each step is given to one of them, in their own hours; nobody is planned in two places.'}
      </p>
      <ul className="space-y-4">
        {people.map((p, i) => (
          <li key={i} className="border-l-4 border-base-300 pl-4">
            <div className="flex flex-wrap items-end gap-3">
              <Field label="Name or initials" error={wrong[`/room/people/${i}/name`]}>
                {(ids) => (
                  <input {...ids} className="input" value={p.name} onChange={(e) => rename(i, e.target.value)} />
                )}
              </Field>
              <button
                type="button"
                className="btn btn-ghost"
                aria-label={`Take ${p.name} off`}
                onClick={() => remove(i)}
              >
                <X size={18} aria-hidden="true" /> Works here no more
              </button>
            </div>
            <details className="mt-1">
              <summary className="min-h-11 cursor-pointer py-2">Hours of {p.name}</summary>
              <WeekHours hours={p.hours} set={(h) => setPerson(i, { hours: h })} whose={p.name} />
            </details>
          </li>
        ))}
      </ul>
      {wrong['/room/people'] && <p className="mt-1 font-semibold text-error">{wrong['/room/people']}</p>}
      <button
        type="button"
        className="btn mt-2"
        onClick={() => change({ people: [...people, { name: newName(people.map((p) => p.name)), hours }] })}
      >
        <Plus size={18} aria-hidden="true" /> Somebody works here
      </button>
    </fieldset>
  )
}

function OwnDays({ room, change, wrong }: Part) {
  const { workshop } = useShow()
  const { dates } = room
  const setDay = (i: number, part: Partial<Room['dates'][number]>) =>
    change({ dates: dates.map((d, k) => (k === i ? { ...d, ...part } : d)) })
  const today = todayIn(workshop?.timeZone)
  return (
    <fieldset>
      <legend className="text-lg font-bold">Holidays and other days of their own</legend>
      <p className="mb-2 opacity-85">Days on which nobody works, or one is away, or somebody helps out.</p>
      <ul className="divide-y divide-base-300">
        {dates.map((d, i) => (
          <li key={i} className="grid gap-x-4 gap-y-2 py-3 sm:grid-cols-2">
            <DayInput aria-label={`Day ${i + 1}`} value={d.date} onChange={(date) => date && setDay(i, { date })} />
            <input
              className="input w-full"
              aria-label={`Day ${i + 1}: what it is for`}
              placeholder="what it is for"
              value={d.name}
              onChange={(e) => setDay(i, { name: e.target.value })}
            />
            <select
              className="select w-full"
              aria-label={`Day ${i + 1}: whose`}
              value={d.person ?? ''}
              onChange={(e) => setDay(i, { person: e.target.value || undefined })}
            >
              <option value="">everybody</option>
              {room.people.map((p) => (
                <option key={p.name}>{p.name}</option>
              ))}
            </select>
            <span className="flex flex-wrap items-center gap-2">
              <Tick label="works" checked={d.open !== d.close} set={(on) => setDay(i, on ? WORKDAY : FREE)} />
              {d.open !== d.close && (
                <>
                  <ClockInput
                    aria-label={`Day ${i + 1} opens`}
                    value={toClock(d.open)}
                    onChange={(c) => setDay(i, { open: fromClock(c) })}
                  />
                  to
                  <ClockInput
                    aria-label={`Day ${i + 1} closes`}
                    value={toClock(d.close)}
                    onChange={(c) => setDay(i, { close: fromClock(c) })}
                  />
                </>
              )}
              <button
                type="button"
                className="btn btn-square btn-ghost"
                aria-label={`Strike day ${i + 1} out`}
                onClick={() => change({ dates: dates.filter((_, k) => k !== i) })}
              >
                <X size={18} aria-hidden="true" />
              </button>
            </span>
            {['name', 'person', 'close'].map(
              (field) =>
                wrong[`/room/dates/${i}/${field}`] && (
                  <p key={field} className="font-semibold text-error sm:col-span-2">
                    {wrong[`/room/dates/${i}/${field}`]}
                  </p>
                ),
            )}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn mt-2"
        onClick={() => change({ dates: [...dates, { date: today, name: '', open: 0, close: 0 }] })}
      >
        <Plus size={18} aria-hidden="true" /> A day of its own
      </button>
    </fieldset>
  )
}

function Shared({ room, change, wrong }: Part) {
  const show = useShow()
  return (
    <fieldset className="grid gap-4 sm:grid-cols-2">
      <legend className="mb-2 text-lg font-bold">What all pieces share</legend>
      <Field
        label="Coats sprayed at once"
        hint="booths, or places where overspray harms nothing; none counts as one"
        error={wrong['/room/booths']}
      >
        {(ids) => (
          <input
            {...ids}
            className="input w-full"
            inputMode="numeric"
            value={room.booths}
            onChange={(e) => change({ booths: Number(e.target.value.replace(/\D/g, '')) })}
          />
        )}
      </Field>
      <Field
        label="Room for wet work"
        hint="racks and trestles together; 0 where there is always enough"
        error={wrong['/room/rackM2']}
      >
        {(ids) => (
          <MeasureInput
            {...ids}
            measure={show.measures.area}
            value={room.rackM2}
            onChange={(rackM2) => change({ rackM2: rackM2 ?? 0 })}
          />
        )}
      </Field>
      <div className="sm:col-span-2">
        <Tick
          label="Sanding has air of its own: its dust reaches no wet film"
          checked={room.dustApart}
          set={(dustApart) => change({ dustApart })}
        />
        <Tick
          label="Nothing heats the room: its air follows the weather, as it is forecast"
          checked={room.unheated}
          set={(unheated) => change({ unheated })}
        />
      </div>
    </fieldset>
  )
}
