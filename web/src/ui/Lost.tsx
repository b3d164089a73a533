import { Link } from 'react-router'

export function Lost() {
  return (
    <div className="py-10">
      <h1>Nothing is kept here</h1>
      <p className="my-3">The address leads nowhere. The piece may have been removed.</p>
      <Link to="/" className="btn btn-primary">
        To the bench
      </Link>
    </div>
  )
}
