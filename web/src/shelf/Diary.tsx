import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, Problem, type Note, type ProductFault } from '../api/client'
import { StoryField } from '../ui/TypedFields'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { shelfChanged } from '../api/queries'
import { useSave } from '../api/saving'

/** How a product behaved, in the workshop's own words. */
export function Diary({ productId, notes, faults }: { productId: number; notes: Note[]; faults: ProductFault[] }) {
  const show = useShow()
  const client = useQueryClient()
  const [text, setText] = useState('')
  const [neverAgain, setNeverAgain] = useState(false)
  const again = () => shelfChanged(client)
  const add = useSave({
    send: (_: void, headers) =>
      api.POST('/products/{id}/notes', {
        params: { path: { id: productId } },
        headers,
        body: { text, neverAgain },
      }),
    onSuccess: () => {
      setText('')
      setNeverAgain(false)
      return again()
    },
  })
  const remove = useSave({
    send: ({ id, version }: Note, headers) =>
      api.DELETE('/notes/{id}', { params: { path: { id }, query: { version } }, headers }),
    onSuccess: again,
  })
  return (
    <section aria-labelledby="diary">
      <h2 id="diary" className="mb-2">
        Diary
      </h2>
      <ul className="divide-y divide-base-300">
        {notes.map((n) => (
          <li key={n.id} className="flex items-start justify-between gap-3 py-2">
            <p>
              {n.neverAgain && <b className="text-error">Never again. </b>}
              {n.text} <span className="whitespace-nowrap text-sm opacity-85">{show.date(n.at)}</span>
            </p>
            <button
              type="button"
              className="no-print btn btn-ghost"
              onClick={() => remove.mutate(n)}
              aria-label={`Remove the note of ${show.date(n.at)}`}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {faults.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">What showed on it</h3>
          <ul className="divide-y divide-base-300">
            {faults.map((f) => (
              <li key={f.at + f.words} className="py-2">
                {f.words}
                {f.cause && ` From: ${f.cause}.`}{' '}
                <span className="whitespace-nowrap text-sm opacity-85">
                  <Link className="link" to={`/pieces/${f.pieceId}/plan`}>
                    {f.piece}
                  </Link>
                  , {show.date(f.at)}
                  {f.who && `, ${f.who}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <form
        noValidate
        className="no-print mt-2 space-y-2"
        onSubmit={(e) => {
          e.preventDefault()
          add.mutate()
        }}
      >
        <StoryField
          label="How it behaved"
          error={add.error instanceof Problem ? (add.error.at('/text') ?? add.error.message) : undefined}
          value={text}
          onChange={(text) => setText(text)}
        />
        <div className="flex flex-wrap gap-2">
          <Tick label="Never again" checked={neverAgain} set={setNeverAgain} />
          <button type="submit" className="btn btn-outline" disabled={add.isPending}>
            Note it
          </button>
        </div>
      </form>
    </section>
  )
}
