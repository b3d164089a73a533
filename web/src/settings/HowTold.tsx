import type { ReactNode } from 'react'
import type { Workshop } from '../api/client'

// Money that can be picked, by ISO 4217; another that is kept stays.
const CURRENCIES = ['EUR', 'GBP', 'USD', 'AUD', 'CAD', 'CHF', 'DKK', 'NOK', 'NZD', 'PLN', 'SEK']

type Told = Pick<Workshop, 'units' | 'clock' | 'numbers' | 'currency'>

/** Units, clock, decimals and money, each in a field of its own. */
export function HowTold({ told, change }: { told: Told; change: (part: Partial<Told>) => void }) {
  return (
    <>
      <Picked label="Units" value={told.units} set={(units) => change({ units: units as Told['units'] })}>
        <option value="metric">metric: °C, m², mL, µm</option>
        <option value="us">US: °F, ft², fl oz, mil</option>
      </Picked>
      <Picked label="Clock" value={told.clock} set={(clock) => change({ clock: clock as Told['clock'] })}>
        <option value="h24">24 hours</option>
        <option value="h12">12 hours</option>
      </Picked>
      <Picked label="Numbers" value={told.numbers} set={(numbers) => change({ numbers: numbers as Told['numbers'] })}>
        <option value="point">1,234.5</option>
        <option value="comma">1.234,5</option>
      </Picked>
      <Picked label="Prices in" value={told.currency} set={(currency) => change({ currency })}>
        {[...new Set([told.currency, ...CURRENCIES])].map((c) => (
          <option key={c}>{c}</option>
        ))}
      </Picked>
    </>
  )
}

/** One of a list, under its name. */
export function Picked({
  label,
  value,
  set,
  children,
}: {
  label: string
  value: string
  set: (value: string) => void
  children: ReactNode
}) {
  return (
    <label>
      <span className="mb-1 block font-semibold">{label}</span>
      <select className="select w-full" value={value} onChange={(e) => set(e.target.value)}>
        {children}
      </select>
    </label>
  )
}
