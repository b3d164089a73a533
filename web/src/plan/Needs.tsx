import type { Need, PlanAnswer, SupplyLine } from '../api/client'
import { useShow, type Show } from '../ui/show'

/** All that is still to be laid and done takes: every coat with its sum, and what else the work uses up. */
export function Needs({ answer: { plan, supplies } }: { answer: PlanAnswer }) {
  const begun = plan.steps.some((s) => s.told?.coat !== undefined)
  if (plan.needs.length === 0 && supplies.length === 0) return null
  return (
    <aside className="self-start bg-base-200 p-4 print-whole print:p-0 max-lg:order-1">
      <h2 className="mb-2">{begun ? 'What it still takes' : 'What it takes'}</h2>
      <ul className="divide-y divide-base-300">
        {plan.needs.map((n) => (
          <ProductNeed key={n.product.id} need={n} />
        ))}
      </ul>
      {supplies.length > 0 && (
        <>
          <h3 className="mb-1 mt-4 text-base font-bold print:mt-1 print:mb-0 print:text-sm">Besides</h3>
          <ul className="divide-y divide-base-300 print:divide-y-0 print:text-xs">
            {supplies.map((s) => (
              <li key={s.id + (s.grit ?? '')} className="py-1 print:inline print:after:content-[';_']">
                <SupplyNeed supply={s} />
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="no-print mt-3 text-sm opacity-85">
        Coats × area ÷ the label’s rate ÷ what reaches the work; bare wood drinks a quarter of a coat more. Losses and
        all besides are practice, as estimates.
      </p>
    </aside>
  )
}

function ProductNeed({ need }: { need: Need }) {
  const show = useShow()
  const { product } = need
  return (
    <li className="py-1 print:py-0">
      <details>
        <summary className="min-h-11 cursor-pointer py-1 print:min-h-0 print:py-0">
          <b>{need.litres > 0 ? show.amount(need.litres, product) : 'as it needs'}</b> {product.name}{' '}
          <span className="text-sm opacity-85">{[product.maker, product.colour].filter(Boolean).join(', ')}</span>
        </summary>
        <ul className="mb-2 space-y-1 pl-4 text-sm">
          {need.shares.map((s) => (
            <li key={s.zone}>
              {s.zone}: {sumOf(s, product, show)}
            </li>
          ))}
          {need.leftL > 0 && (
            <li>
              {need.sessions > 1
                ? `In pot and tool, ${need.sessions} sessions: ${show.amount(need.leftL, product)}.`
                : `In pot and tool: ${show.amount(need.leftL, product)}.`}
            </li>
          )}
        </ul>
      </details>
    </li>
  )
}

/** How a zone's amount comes about, as one would write it down. */
function sumOf(s: Need['shares'][number], product: Need['product'], show: Show): string {
  const coats = s.thirstL > 0 ? `(${s.coats} + ${show.number((s.thirstL * s.rateM2L) / s.areaM2, 2)})` : String(s.coats)
  const covered = `${coats} × ${show.measure(show.measures.area, s.areaM2)}`
  if (s.rateM2L === 0) return `${covered}, and no spreading rate is known`
  const lost = s.transfer < 1 ? ` ÷ ${show.number(s.transfer * 100)} %` : ''
  return `${covered} ÷ ${show.spread(s.rateM2L)}${lost} = ${show.amount(s.litres, product)}`
}

/** An amount of a supply in words. */
export function SupplyNeed({ supply }: { supply: SupplyLine }) {
  const show = useShow()
  const what = [supply.note, ...supply.notes].filter(Boolean).join('; ')
  return (
    <>
      <b>{amountOf(supply, show)}</b> {supply.name}
      {supply.grit !== undefined && `, P${supply.grit}`}
      {what && <span className="no-print block text-sm opacity-85">{what}</span>}
    </>
  )
}

function amountOf({ unit, amount }: SupplyLine, show: Show): string {
  if (unit === 'L') return show.volume(amount)
  if (unit === 'm') return show.measure(show.measures.run, amount)
  if (unit === 'm2') return show.measure(show.measures.area, amount)
  if (unit === 'pair') return amount === 1 ? 'one pair of' : `${show.number(amount)} pairs of`
  return `${show.number(amount)} ×`
}
