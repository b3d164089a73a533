import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, Problem, type Schools, type SettingsInput, type Workshop } from '../api/client'
import { Field } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { catalogueQuery, settingsSaved } from '../api/queries'
import { useSave } from '../api/saving'
import { Feeds } from './Feeds'
import { HowTold, Picked } from './HowTold'
import { WeekHours, type Hours } from './hours'
import { KeepIt } from './KeepIt'
import { Pace } from './Pace'
import { Rates } from './Rates'
import { SupplyPrices } from './SupplyPrices'
import { RoomSettings } from './RoomSettings'

const practices: { id: keyof Schools; name: string }[] = [
  { id: 'hardwaxOverSealer', name: 'Hardwax oil may go over a single thin coat of sealer, on a board first' },
  { id: 'shellacBetween', name: 'Dewaxed shellac goes between coats of different kinds, always' },
  { id: 'distressAfterWax', name: 'Painted pieces are distressed after waxing, and the cuts waxed again' },
  { id: 'noWaxOverFilm', name: 'Films are left unwaxed' },
]

export function SettingsView() {
  const { workshop } = useShow()
  if (!workshop) return <p role="status">Fetching the workshop…</p>
  return <SettingsForm workshop={workshop} />
}

function SettingsForm({ workshop }: { workshop: Workshop }) {
  const client = useQueryClient()
  const { version, contact, units, clock, numbers, currency, rates, supplyPrices, foodPolicy, hours, lacks, pace } =
    workshop
  const [draft, setDraft] = useState<SettingsInput>({
    version,
    contact,
    units,
    clock,
    numbers,
    currency,
    rates,
    supplyPrices,
    foodPolicy,
    schools: workshop.schools,
    room: workshop.room,
    hours,
    lacks,
    pace,
  })
  const save = useSave({
    send: (_: void, headers) => api.PUT('/workshop/settings', { headers, body: draft }),
    onSuccess: (saved) => {
      setDraft((d) => ({ ...d, version: saved.version }))
      return settingsSaved(client, saved)
    },
  })
  const wrongHours = save.error instanceof Problem ? save.error.at('/hours') : undefined
  const wrongContact = save.error instanceof Problem ? save.error.at('/contact') : undefined
  const wrongPace = (kind: string) => (save.error instanceof Problem ? save.error.at(`/pace/${kind}`) : undefined)
  const wrongRoom = save.error instanceof Problem ? save.error.within('/room') : {}
  const wrongPrices = save.error instanceof Problem ? save.error.within('/supplyPrices') : {}
  const wrongRates = save.error instanceof Problem ? save.error.within('/rates') : {}
  const besideFields =
    Object.keys(wrongRates)[0] ??
    Object.keys(wrongPrices)[0] ??
    wrongHours ??
    wrongContact ??
    Object.keys(wrongRoom)[0] ??
    Object.keys(draft.pace).find(wrongPace)
  return (
    <form
      noValidate
      className="max-w-3xl space-y-8"
      onSubmit={(e) => {
        e.preventDefault()
        save.mutate()
      }}
    >
      <header>
        <h1>{workshop.name}</h1>
        <p className="opacity-85">
          Times are told for {workshop.timeZone}.{' '}
          <Link className="link" to="/outbox">
            Mail that was sent
          </Link>
        </p>
      </header>
      <Field label="Where buyers ask" hint="stands on every card that is issued from now on" error={wrongContact}>
        {(ids) => (
          <input
            {...ids}
            className="input w-full max-w-md"
            value={draft.contact}
            onChange={(e) => setDraft({ ...draft, contact: e.target.value })}
          />
        )}
      </Field>
      <WorkingHours hours={draft.hours} set={(hours) => setDraft({ ...draft, hours })} wrong={wrongHours} />
      <RoomSettings
        room={draft.room}
        hours={draft.hours}
        set={(room) => setDraft({ ...draft, room })}
        wrong={wrongRoom}
      />
      <Feeds />
      <KeepIt />
      <Telling draft={draft} change={(part) => setDraft({ ...draft, ...part })} />
      <Rates rates={draft.rates} set={(rates) => setDraft({ ...draft, rates })} wrong={wrongRates} />
      <SupplyPrices
        prices={draft.supplyPrices}
        set={(supplyPrices) => setDraft({ ...draft, supplyPrices })}
        wrong={wrongPrices}
      />
      <FollowedSchools schools={draft.schools} set={(schools) => setDraft({ ...draft, schools })} />
      <Tools lacks={draft.lacks} set={(lacks) => setDraft({ ...draft, lacks })} />
      <Pace pace={draft.pace} set={(pace) => setDraft({ ...draft, pace })} wrong={wrongPace} />
      {save.error && !besideFields && <ProblemNote problem={save.error} />}
      <div className="flex items-center gap-4">
        <button type="submit" className="btn btn-primary btn-lg" disabled={save.isPending}>
          {save.isPending ? 'Saving…' : 'Save'}
        </button>
        <span role="status">{save.isSuccess ? 'Saved.' : ''}</span>
      </div>
    </form>
  )
}

function WorkingHours({ hours, set, wrong }: { hours: Hours; set: (h: Hours) => void; wrong?: string }) {
  return (
    <fieldset>
      <legend className="text-lg font-bold">Working hours</legend>
      <p className="mb-2 opacity-85">Hands-on work is planned inside them; waits run day and night.</p>
      <WeekHours hours={hours} set={set} whose="" />
      {wrong && <p className="mt-1 font-semibold text-error">{wrong}</p>}
    </fieldset>
  )
}

/** Units, clock, numbers, money, and what is said of food. */
function Telling({ draft, change }: { draft: SettingsInput; change: (part: Partial<SettingsInput>) => void }) {
  return (
    <fieldset className="grid gap-4 sm:grid-cols-3">
      <legend className="mb-2 text-lg font-bold">How things are told</legend>
      <HowTold told={draft} change={change} />
      <Picked
        label="Food contact"
        value={draft.foodPolicy}
        set={(policy) => change({ foodPolicy: policy as SettingsInput['foodPolicy'] })}
      >
        <option value="strict">only what a label states</option>
        <option value="cured_film">any fully hardened film</option>
      </Picked>
    </fieldset>
  )
}

function FollowedSchools({ schools, set }: { schools: Schools; set: (s: Schools) => void }) {
  return (
    <fieldset>
      <legend className="text-lg font-bold">Schools of practice</legend>
      <p className="mb-2 opacity-85">
        Where competent finishers differ. What is ticked here is judged so everywhere; the{' '}
        <Link className="link" to="/handbook">
          handbook
        </Link>{' '}
        gives the reasons.
      </p>
      <div className="flex flex-col gap-2">
        {practices.map((s) => (
          <Tick key={s.id} label={s.name} checked={schools[s.id]} set={(on) => set({ ...schools, [s.id]: on })} />
        ))}
      </div>
    </fieldset>
  )
}

/** What the workshop has: the way a coat goes on, its minutes and what can be chosen at all follow from it. */
function Tools({ lacks, set }: { lacks: string[]; set: (lacks: string[]) => void }) {
  const tools = useQuery(catalogueQuery).data?.tools ?? []
  return (
    <fieldset>
      <legend className="text-lg font-bold">Tools at hand</legend>
      <p className="mb-2 opacity-85">
        The quickest way that they allow is planned. Without a gun, nothing that must be sprayed is chosen.
      </p>
      <div className="flex flex-col gap-2">
        {tools.map((t) => (
          <Tick
            key={t.id}
            label={t.name}
            checked={!lacks.includes(t.id)}
            set={(on) => set(on ? lacks.filter((l) => l !== t.id) : [...lacks, t.id])}
          />
        ))}
      </div>
    </fieldset>
  )
}
