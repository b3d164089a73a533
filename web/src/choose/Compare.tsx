import type { System } from '../api/client'
import { every } from '../ui/every'
import { hardens } from '../ui/time'
import { Fit } from '../ui/Fit'
import { protection } from '../ui/protection'
import { useShow, type Show } from '../ui/show'
import { toBuy } from './wants'

const last = (s: System) => protection(s).product

const parts: { id: keyof System['parts']; name: string }[] = [
  { id: 'wear', name: 'falling short' },
  { id: 'wait', name: 'waiting' },
  { id: 'work', name: 'work and tins' },
  { id: 'upkeep', name: 'keeping it up' },
  { id: 'look', name: 'look' },
  { id: 'risk', name: 'risk' },
  { id: 'money', name: 'material' },
]

const ambers = ['stays clear', 'warms slightly', 'ambers', 'ambers strongly']

const rows: [string, (s: System, show: Show) => React.ReactNode][] = [
  ['Fits', (s) => <Fit system={s} />],
  ['Coats', (s) => s.coats],
  ['By hand', (s, show) => show.minutes(s.handsOnMin)],
  ['Light use', (s, show) => (s.lightUse ? show.moment(s.lightUse) : 'not in this air')],
  ['Fully hardened', (s, show) => (hardens(s) ? show.day(hardens(s)!) : '')],
  ['Protective film', (s, show) => (s.filmUm > 0 ? show.measure(show.measures.film, s.filmUm) : 'none')],
  ['Sheen', (s) => s.sheen],
  ['Colour', (s) => ambers[Math.round(s.amber)]],
  ['Renewed', (s) => (s.renewMonths > 0 ? `about ${every(s.renewMonths)}` : 'not as routine')],
  [
    'Material',
    (s, show) =>
      [s.litres !== undefined && show.volume(s.litres), s.materialCost ? show.price(s.materialCost) : 'price not known']
        .filter(Boolean)
        .join(', '),
  ],
  ['To buy', (s, show) => toBuy(s, show) || 'nothing'],
  ['VOC', (s, show) => (s.vocG !== undefined ? `${show.number(s.vocG)} g` : 'not on every label')],
  ['New to us', (s) => s.firstUse.join(', ') || 'nothing'],
]

/** Up to four systems in columns, the same thing on the same line. */
export function Compare({ systems }: { systems: System[] }) {
  const show = useShow()
  const most = Math.max(1, ...systems.flatMap((s) => parts.map((p) => s.parts[p.id])))
  return (
    <section aria-labelledby="compare" className="mt-6">
      <h2 id="compare" className="mb-2">
        Compared
      </h2>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls must be reachable by keyboard */}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="compare">
        <table className="w-full text-left align-top">
          <thead>
            <tr className="border-b-2 border-base-300">
              <th className="py-1 pr-4" />
              {systems.map((s, i) => (
                <th key={i} className="min-w-40 pr-4 align-bottom">
                  {last(s).name}
                  <span className="block text-sm font-normal">
                    {s.layers
                      .filter((l) => l !== protection(s))
                      .map((l) => l.product.name)
                      .reverse()
                      .join(', ') || 'by itself'}
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, cell]) => (
              <tr key={name} className="border-b border-base-300">
                <th scope="row" className="py-1 pr-4 font-semibold">
                  {name}
                </th>
                {systems.map((s, i) => (
                  <td key={i} className="pr-4">
                    {cell(s, show)}
                  </td>
                ))}
              </tr>
            ))}
            {parts.map((p) => (
              <tr key={p.id} className="border-b border-base-300">
                <th scope="row" className="py-1 pr-4 font-normal">
                  Costs in {p.name}
                </th>
                {systems.map((s, i) => (
                  <td key={i} className="pr-4">
                    <span className="flex items-center gap-2">
                      <span
                        className="h-3 bg-secondary"
                        style={{ width: `${(s.parts[p.id] / most) * 6}rem` }}
                        aria-hidden="true"
                      />
                      <span className="whitespace-nowrap text-sm">
                        {s.parts[p.id] === 0 ? 'nothing' : `${show.number(s.parts[p.id], 1)} days’ worth`}
                      </span>
                    </span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-sm opacity-85">
        What a system costs is counted in days of a finisher’s time, weighed by what matters to you, and added up: the
        smallest sum stands first. <i>practice</i>
      </p>
    </section>
  )
}
