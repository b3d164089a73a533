import { useState, type ReactNode } from 'react'
import { Problem } from '../api/client'

/** Says what went wrong and what to do next. */
export function ProblemNote({ problem, retry }: { problem: Error; retry?: () => void }) {
  const known = problem instanceof Problem
  return (
    <div role="alert" className="my-4 border-l-4 border-error bg-base-200 p-4">
      <p className="font-bold">{known ? problem.title : 'Something went wrong on this screen'}</p>
      <p>{problem.message}</p>
      {known && problem.fields.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {problem.fields.map((f) => (
            <li key={f.field + f.detail}>{f.detail}</li>
          ))}
        </ul>
      )}
      {retry && (
        <button type="button" className="btn btn-outline mt-3" onClick={retry}>
          Try again
        </button>
      )}
    </div>
  )
}

interface Asked<T> {
  data: T | undefined
  error: Error | null
  refetch: () => unknown
}

/** Shows what a query answers, or designed waiting and failing states in its place. */
export function Answered<T>({
  query,
  what,
  children,
}: {
  query: Asked<T>
  what: string
  children: (data: T) => ReactNode
}) {
  const [last, setLast] = useState<T>()
  if (query.data !== undefined && query.data !== last) setLast(query.data)
  const besideFields = query.error instanceof Problem && (query.error.passing || query.error.fields.length > 0)
  const data = query.data ?? (besideFields ? last : undefined) // a measure half typed wipes nothing
  if (data !== undefined) {
    return (
      <>
        {query.error && !besideFields && <ProblemNote problem={query.error} retry={() => void query.refetch()} />}
        {children(data)}
      </>
    )
  }
  if (query.error) return <ProblemNote problem={query.error} retry={() => void query.refetch()} />
  return (
    <p role="status" className="flex items-center gap-3 py-10 opacity-80">
      <span className="loading loading-dots" aria-hidden="true" /> Fetching {what}…
    </p>
  )
}
