import { scaleLinear } from 'd3-scale'
import { Link } from 'react-router'

export interface Bar {
  name: string
  value: number
  text: string
  more: string
  mark?: number // a second value, drawn as a line across
  bad?: boolean
  links?: { to: string; name: string }[]
}

const WIDE = 100 // per cent

/** Bars with their figures as a table: the drawing is for the eye, the rows say the same. */
export function Bars({ of, head, empty }: { of: Bar[]; head: [string, string]; empty: string }) {
  if (of.length === 0) return <p>{empty}</p>
  const all = of.flatMap((b) => [b.value, b.mark ?? 0, 0])
  const x = scaleLinear([Math.min(...all), Math.max(...all, 1e-9)], [0, WIDE])
  const zero = x(0)
  return (
    <table className="w-full border-y border-base-300">
      <thead className="sr-only">
        <tr>
          <th scope="col">{head[0]}</th>
          <th scope="col">{head[1]}</th>
        </tr>
      </thead>
      <tbody>
        {of.map((b) => (
          <tr key={b.name + b.more} className="border-b border-base-300 last:border-0">
            <th scope="row" className="w-1/2 py-2 pr-3 text-left align-top font-normal">
              <b>{b.name}</b>
              <span className="block text-sm opacity-85">{b.more}</span>
              {b.links && b.links.length > 0 && (
                <span className="no-print block text-sm">
                  {b.links.slice(0, 5).map((l, i) => (
                    <span key={l.to}>
                      {i > 0 && ', '}
                      <Link className="link" to={l.to}>
                        {l.name}
                      </Link>
                    </span>
                  ))}
                  {b.links.length > 5 && ' …'}
                </span>
              )}
            </th>
            <td className="py-2 align-top">
              <span className={`font-semibold ${b.bad ? 'text-error' : ''}`}>{b.text}</span>
              <span className="relative mt-1 block h-4 bg-base-200 print:border" aria-hidden="true">
                <span
                  className={`absolute inset-y-0 ${b.bad ? 'bg-error' : 'bg-secondary'}`}
                  style={{ left: `${Math.min(zero, x(b.value))}%`, width: `${Math.abs(x(b.value) - zero)}%` }}
                />
                {b.mark !== undefined && (
                  <span className="absolute -inset-y-0.5 w-0.5 bg-accent" style={{ left: `${x(b.mark)}%` }} />
                )}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
