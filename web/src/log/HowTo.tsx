import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { techniquesQuery } from '../api/queries'

/** How a coat is laid, in short lines, for whoever opens it at the step. */
export function HowTo({ card }: { card: string }) {
  const [open, setOpen] = useState(false)
  const cards = useQuery({ ...techniquesQuery, enabled: open })
  const c = cards.data?.find((o) => o.id === card)
  const lines = c && [
    ['Tool and tin', c.tool],
    ['Load and order', c.load],
    ['Stroke', c.stroke],
    ['When it is right', c.right],
    ['After it', c.after],
  ]
  return (
    <details className="no-print mt-1" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">How it is laid</summary>
      {open && cards.isPending && <p role="status">Fetching the card…</p>}
      {open && lines && (
        <div className="mb-2 border-l-4 border-base-300 pl-3">
          <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[9rem_minmax(0,1fr)]">
            {lines.map(([name, text]) => (
              <div key={name} className="contents">
                <dt className="font-semibold">{name}</dt>
                <dd>{text}</dd>
              </div>
            ))}
          </dl>
          {c.caution && (
            <p className="mt-2 border-l-4 border-warning bg-base-200 px-3 py-2">
              <b>Caution.</b> {c.caution}
            </p>
          )}
          <p className="mt-2">
            <b>Not so:</b> {c.wrong}
          </p>
          <p className="mt-1 text-sm opacity-85">practice, at 20 °C and 50 % RH; the label wins</p>
        </div>
      )}
    </details>
  )
}
