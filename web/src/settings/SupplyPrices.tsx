import { useQuery } from '@tanstack/react-query'
import { catalogueQuery } from '../api/queries'
import type { SettingsInput } from '../api/client'
import { TextField } from '../ui/TypedFields'

type Prices = SettingsInput['supplyPrices']

const by = { L: 'a litre', piece: 'each', pair: 'a pair', m: 'a metre', m2: 'a square metre' }

/** What a unit of abrasives, cloths, cleaners and the like costs: what is left empty is in no sum. */
export function SupplyPrices({
  prices,
  set,
  wrong,
}: {
  prices: Prices
  set: (prices: Prices) => void
  wrong: Record<string, string>
}) {
  const supplies = useQuery(catalogueQuery).data?.supplies ?? []
  const told = Object.values(prices).filter((p) => p !== '').length
  const amiss = Object.keys(wrong).length > 0
  return (
    <fieldset>
      <legend className="text-lg font-bold">What supplies cost</legend>
      <p className="mb-2 opacity-85">
        Lists, ledgers and quotes count abrasives, cloths, cleaners and the like at these prices, as an estimate.
        Brushes and other tools serve again: they belong to the overhead.
      </p>
      <details className="border-t border-base-300" open={amiss || undefined}>
        <summary className="min-h-12 cursor-pointer py-3 font-semibold">
          {told === 0 ? 'No prices yet' : `${told} of ${supplies.length} with a price`}
        </summary>
        <div className="mb-3 grid gap-x-6 gap-y-3 sm:grid-cols-2">
          {supplies.map((s) => (
            <TextField
              key={s.id}
              label={s.name}
              hint={by[s.unit]}
              error={wrong[`/supplyPrices/${s.id}`]}
              value={prices[s.id] ?? ''}
              onChange={(price) => set({ ...prices, [s.id]: price })}
            />
          ))}
        </div>
      </details>
    </fieldset>
  )
}
