import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, answerOf, Problem, type FoundingInput } from '../api/client'
import { workshopQuery } from '../api/queries'
import { HowTold } from '../settings/HowTold'
import { FREE, fromClock, mondayFirst, toClock, weekdays, WORKDAY } from '../settings/week'
import { picked } from '../ui/picked'
import { ProblemNote } from '../ui/Problem'
import { TextField } from '../ui/TypedFields'
import { ClockInput } from '../ui/When'
import { fromBrowser } from './fromBrowser'

/** The first page of an empty database: a workshop of one's own, all of it filled in but for its name. */
export function FirstView() {
  const client = useQueryClient()
  const [draft, setDraft] = useState<FoundingInput>(() =>
    fromBrowser(navigator.language, Intl.DateTimeFormat().resolvedOptions().timeZone),
  )
  const change = (part: Partial<FoundingInput>) => setDraft((d) => ({ ...d, ...part }))
  const found = useMutation({
    mutationFn: (usualTins: boolean) => answerOf(api.POST('/workshop', { body: { ...draft, usualTins } })),
    onSuccess: (made) => {
      client.removeQueries({ type: 'inactive' }) // what was kept of another workshop at this address
      client.setQueryData(workshopQuery.queryKey, made)
      return client.invalidateQueries()
    },
    // Where another was quicker, or nobody knows what became of it: what is there is shown.
    onError: () => client.invalidateQueries(workshopQuery),
  })
  const wrong = (field: string) => (found.error instanceof Problem ? found.error.at(field) : undefined)
  const besideFields = ['/name', '/town', '/timeZone', '/hours', '/currency'].some(wrong)
  return (
    <form
      noValidate
      className="mx-auto max-w-3xl space-y-6 py-4"
      onSubmit={(e) => {
        e.preventDefault()
        found.mutate(true)
      }}
    >
      <header>
        <h1>A workshop of your own</h1>
        <p className="mt-1 opacity-85">
          Its name is all that is needed; the rest was read from this browser. Hours, units and money can be changed
          later.
        </p>
      </header>
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField
          label="Name of the workshop"
          error={wrong('/name')}
          value={draft.name}
          onChange={(name) => change({ name })}
        />
        <TextField
          label="Town"
          hint="may stay empty"
          error={wrong('/town')}
          value={draft.town}
          onChange={(town) => change({ town })}
        />
      </div>
      <Hours draft={draft} change={change} wrong={wrong('/hours')} />
      <Telling draft={draft} change={change} wrongZone={wrong('/timeZone')} />
      {found.error && !besideFields && <ProblemNote problem={found.error} />}
      <fieldset>
        <legend className="mb-2 text-lg font-bold">The shelf</legend>
        <div className="flex flex-wrap gap-3">
          <button type="submit" className="btn btn-primary btn-lg" disabled={found.isPending}>
            Begin with the usual tins
          </button>
          <button
            type="button"
            className="btn btn-outline btn-lg"
            disabled={found.isPending}
            onClick={() => found.mutate(false)}
          >
            Begin with an empty shelf
          </button>
        </div>
        <p className="mt-2 max-w-prose opacity-85">
          The usual tins: some forty kinds without a maker, with what is typical of each. Put in your own label’s values
          as you come across them, and take off the shelf what you do not use.
        </p>
      </fieldset>
      <div role="status">{found.isPending && 'Making it…'}</div>
    </form>
  )
}

interface Part {
  draft: FoundingInput
  change: (part: Partial<FoundingInput>) => void
}

/** The week in one line: the same hours on the days that are picked. */
function Hours({ draft, change, wrong }: Part & { wrong?: string }) {
  const [worked, setWorked] = useState(WORKDAY)
  const [on, setOn] = useState(() => draft.hours.map((d) => d.open !== d.close))
  const set = (hours: typeof WORKDAY, days: boolean[]) => {
    setWorked(hours)
    setOn(days)
    change({ hours: days.map((works) => (works ? hours : FREE)) })
  }
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">Working hours</legend>
      <div className="flex flex-wrap items-center gap-2">
        {mondayFirst.map((i) => (
          <button
            key={i}
            type="button"
            aria-pressed={on[i]}
            aria-label={weekdays[i]}
            className={`min-h-11 min-w-14 rounded-field border px-3 ${picked(on[i]!)} ${on[i] ? 'font-semibold' : ''}`}
            onClick={() => set(worked, on.with(i, !on[i]))}
          >
            {weekdays[i]!.slice(0, 3)}
          </button>
        ))}
        <span className="flex items-center gap-2">
          <ClockInput
            aria-label="Opens"
            value={toClock(worked.open)}
            onChange={(c) => set({ ...worked, open: fromClock(c) }, on)}
          />
          to
          <ClockInput
            aria-label="Closes"
            value={toClock(worked.close)}
            onChange={(c) => set({ ...worked, close: fromClock(c) }, on)}
          />
        </span>
      </div>
      {wrong && <p className="mt-1 font-semibold text-error">{wrong}</p>}
    </fieldset>
  )
}

function Telling({ draft, change, wrongZone }: Part & { wrongZone?: string }) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">How things are told</legend>
      <div className="grid gap-4 sm:grid-cols-3">
        <HowTold told={draft} change={change} />
        <TextField
          label="Time zone"
          error={wrongZone}
          value={draft.timeZone}
          onChange={(timeZone) => change({ timeZone })}
        />
      </div>
    </fieldset>
  )
}
