import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, Problem } from '../api/client'
import { feedsQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { Field } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'

/** Links under which other programs read the calendar. Whoever has one reads it, until it is withdrawn. */
export function Feeds() {
  const show = useShow()
  const client = useQueryClient()
  const feeds = useQuery(feedsQuery).data ?? []
  const [name, setName] = useState('')
  const again = () => client.invalidateQueries({ queryKey: feedsQuery.queryKey })
  const add = useSave({
    send: (_: void, headers) => api.POST('/calendar/feeds', { headers, body: { name } }),
    onSuccess: () => {
      setName('')
      return again()
    },
  })
  const withdraw = useSave({
    send: (id: number, headers) => api.DELETE('/calendar/feeds/{id}', { params: { path: { id } }, headers }),
    onSuccess: again,
  })
  const wrong = add.error instanceof Problem ? add.error.at('/name') : undefined
  const failed = withdraw.error ?? (wrong ? undefined : add.error)
  return (
    <section aria-labelledby="feeds">
      <h2 id="feeds" className="text-lg">
        The calendar elsewhere
      </h2>
      <p className="mb-2 opacity-85">
        A link for a phone or another calendar, as iCalendar. Whoever has it reads every planned step, so give it to
        nobody else.{' '}
        <a className="link" href="/api/calendar/export" download="calendar.csv">
          As a table (CSV)
        </a>
      </p>
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {feeds.map((f) => (
          <li key={f.id} className="flex flex-wrap items-center gap-x-4 py-2">
            <span className="min-w-0 flex-1">
              <b>{f.name}</b> <span className="opacity-85">made {show.moment(f.madeAt)}</span>
              <a className="link block break-all text-sm" href={f.path}>
                {window.location.origin + f.path}
              </a>
            </span>
            <button
              type="button"
              className="btn btn-outline"
              aria-label={`Withdraw the link ${f.name}`}
              disabled={withdraw.isPending}
              onClick={() => withdraw.mutate(f.id)}
            >
              Withdraw
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field label="A new link for" error={wrong}>
          {(ids) => (
            <input {...ids} className="input" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
          )}
        </Field>
        <button type="button" className="btn" disabled={add.isPending} onClick={() => add.mutate()}>
          Make a link
        </button>
      </div>
      {failed && <ProblemNote problem={failed} />}
    </section>
  )
}
