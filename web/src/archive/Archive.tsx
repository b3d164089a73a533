import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Field } from '../ui/Field'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { archiveQuery } from '../api/queries'
import { useSettled } from '../ui/useSettled'

/** Pieces that have left, the latest first, a page at a time. */
export function ArchiveView() {
  const show = useShow()
  const [search, setSearch] = useState('')
  const [pages, setPages] = useState<string[]>([]) // where the pages before this one ended
  const query = useQuery(archiveQuery(useSettled(search), pages.at(-1)))
  return (
    <>
      <h1 className="mb-3">Handed over</h1>
      <div className="mb-4 max-w-sm">
        <Field label="Find by name or number">
          {(ids) => (
            <input
              {...ids}
              type="search"
              className="input w-full"
              value={search}
              onChange={(e) => {
                setSearch(e.target.value)
                setPages([])
              }}
            />
          )}
        </Field>
      </div>
      <Answered query={query} what="the archive">
        {({ pieces, next }) => (
          <>
            {pieces.length === 0 && (
              <p>{search === '' ? 'Nothing has been handed over yet.' : 'No piece of that name or number has left.'}</p>
            )}
            <ul className="divide-y divide-base-300 border-y border-base-300">
              {pieces.map((p) => (
                <li key={p.id}>
                  <Link
                    to={`/pieces/${p.id}/hand-over`}
                    className="flex min-h-11 flex-wrap items-center gap-x-3 py-1 hover:underline"
                  >
                    <span className="font-bold">{p.input.name}</span>
                    <span className="opacity-85">
                      no. {p.number}
                      {p.handedOver && `, left ${show.date(p.handedOver)}`}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
            <div className="mt-3 flex gap-2">
              {pages.length > 0 && (
                <button type="button" className="btn btn-outline" onClick={() => setPages(pages.slice(0, -1))}>
                  Later ones
                </button>
              )}
              {next && (
                <button type="button" className="btn btn-outline" onClick={() => setPages([...pages, next])}>
                  Earlier ones
                </button>
              )}
            </div>
          </>
        )}
      </Answered>
    </>
  )
}
