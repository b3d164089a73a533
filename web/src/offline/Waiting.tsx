import { useQueryClient } from '@tanstack/react-query'
import { CloudOff } from 'lucide-react'
import { useEffect, useState } from 'react'
import { pieceChanged } from '../api/queries'
import { again, drop, onArrival, usePresses } from './presses'

/** What waits on this device to be sent, and what the server would not have: told, until it is settled. */
export function Waiting() {
  const client = useQueryClient()
  const all = usePresses()
  const [open, setOpen] = useState(false)
  const waits = all.filter((p) => p.refused === undefined)
  const refused = all.filter((p) => p.refused !== undefined)
  useEffect(() => onArrival((piece) => void pieceChanged(client, piece)), [client])
  return (
    <div className="no-print">
      <div role="status">
        {waits.length > 0 && (
          <div className="bg-info px-4 py-1 text-info-content">
            <button
              type="button"
              className="flex min-h-11 w-full items-center gap-2 text-left font-semibold"
              aria-expanded={open}
              onClick={() => setOpen(!open)}
            >
              <CloudOff size={18} className="shrink-0" aria-hidden="true" />
              {waits.length === 1
                ? 'One press waits on this device; sent once the server answers.'
                : `${waits.length} presses wait on this device; sent in their order once the server answers.`}
            </button>
            {open && (
              <ol className="list-decimal pb-2 pl-6">
                {waits.map((p) => (
                  <li key={p.seq}>
                    {p.piece.name}: {p.what}
                  </li>
                ))}
              </ol>
            )}
          </div>
        )}
      </div>
      {refused.map((p) => (
        <div key={p.seq} role="alert" className="border-l-4 border-error bg-base-200 px-4 py-2">
          <p>
            <b>
              {p.piece.name}: {p.what}
            </b>{' '}
            was pressed here and could not be kept. {p.refused}
          </p>
          <p className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-outline" onClick={() => void again(p)}>
              Send it again
            </button>
            <button type="button" className="btn btn-ghost" onClick={() => void drop(p.seq)}>
              Let it go
            </button>
          </p>
        </div>
      ))}
    </div>
  )
}
