import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Problem } from '../api/client'
import { Card } from './Card'
import { careQuery } from '../api/queries'

/** The buyer's page: no frame, no sign-in, only the card. */
export function CarePage({ token }: { token: string }) {
  const query = useQuery(careQuery(token))
  useEffect(() => {
    if (query.data) document.title = `Looking after: ${query.data.piece}`
  }, [query.data])
  return (
    <main className="min-h-dvh px-5 py-6 print:p-0">
      {query.data && <Card card={query.data} />}
      {query.data && (
        <p className="no-print mx-auto mt-8 max-w-2xl">
          <button type="button" className="btn btn-outline" onClick={() => window.print()}>
            Print this page
          </button>
        </p>
      )}
      {!query.data && !query.error && (
        <p role="status">
          {query.failureReason
            ? 'The workshop’s record is not answering just now; trying again…'
            : 'Fetching your care card…'}
        </p>
      )}
      {query.error && (
        <div role="alert" className="mx-auto max-w-2xl py-10">
          <h1>No care card here</h1>
          <p>
            {query.error instanceof Problem && query.error.status === 404
              ? 'This link leads to no card. Check that it was copied whole, or ask the workshop that gave it to you.'
              : query.error.message}
          </p>
        </div>
      )}
    </main>
  )
}
