import { Link, useRouteError } from 'react-router'
import { ProblemNote } from './Problem'

/** A screen that failed: what to do next, never a bare error. */
export function Broken() {
  const error = useRouteError()
  return (
    <div className="mx-auto max-w-3xl px-4 py-8">
      <h1>This screen broke</h1>
      <ProblemNote
        problem={
          error instanceof Error
            ? error
            : new Error('What was saved before is safe. Load it again to see whether the last press was saved too.')
        }
        retry={() => window.location.reload()}
      />
      <Link className="btn btn-primary" to="/" reloadDocument>
        To the bench
      </Link>
    </div>
  )
}
