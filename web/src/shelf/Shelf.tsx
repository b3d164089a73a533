import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Product } from '../api/client'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { BasisMark } from '../ui/verdict'

const fieldNames: Record<string, string> = {
  touchH: 'touch-dry',
  recoatMinH: 'recoat from',
  recoatMaxH: 'recoat before, else key',
  crossWaitH: 'before another carrier',
  lightUseH: 'light use',
  fullCureD: 'full cure',
  spreadM2L: 'spreading rate',
  solidsPct: 'volume solids',
  coats: 'coats',
  maxDryUM: 'thickest dry film',
  amber: 'ambers (0–3)',
  uv: 'UV (0–4)',
  water: 'water (0–5)',
  alcohol: 'alcohol and food (0–5)',
  cleaner: 'cleaner (0–5)',
  heat: 'heat (0–5)',
  abrasion: 'abrasion (0–5)',
  exterior: 'exterior (0–1)',
  floor: 'floor (0–1)',
  gripsSlick: 'grips slick (0–2)',
  blocks: 'blocks stain (0–1)',
  minC: 'not below',
  maxC: 'not above',
  maxRH: 'humidity up to',
}

export function ShelfView() {
  const query = useQuery({ queryKey: ['products'], queryFn: () => ask(api.GET('/products')) })
  const [search, setSearch] = useState('')
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-4">
        <h1>The shelf</h1>
        <input className="input w-full max-w-xs" placeholder="Find a product or kind" aria-label="Find a product or kind" value={search} onChange={(e) => setSearch(e.target.value)} />
      </div>
      <Answered query={query} what="the shelf">
        {(products) => {
          const found = products.filter((p) => `${p.ref.name} ${p.ref.family} ${p.ref.maker} ${p.ref.colour}`.toLowerCase().includes(search.toLowerCase()))
          return (
            <>
              <p className="mb-2 opacity-85">
                {found.length} of {products.length} products. Values in bold are from the label; the rest is typical for the kind.
              </p>
              <ul className="divide-y divide-base-300 border-y border-base-300">
                {found.map((p) => (
                  <ProductRow key={p.ref.id} product={p} />
                ))}
              </ul>
            </>
          )
        }}
      </Answered>
    </>
  )
}

function ProductRow({ product }: { product: Product }) {
  const show = useShow()
  const value = (field: string) => product.values.find((v) => v.field === field)
  const recoat = value('recoatMinH')
  const closes = value('recoatMaxH')
  const cure = value('fullCureD')
  return (
    <li>
      <details>
        <summary className="grid min-h-14 cursor-pointer grid-cols-2 items-center gap-x-4 py-1 md:grid-cols-[1.5fr_2fr_1fr_1fr]">
          <span>
            <b>{product.ref.name}</b>
            <span className="block text-sm opacity-85">
              {product.ref.maker} · {product.ref.colour}, {product.ref.sheen}
            </span>
          </span>
          <span>{product.ref.family}</span>
          <span className="text-sm">
            {recoat && (
              <>
                next coat {show.hours(recoat.value)}
                {closes ? ` to ${show.hours(closes.value)}` : ' on'} <BasisMark basis={recoat.basis} />
              </>
            )}
          </span>
          <span className="text-sm">
            {cure && (
              <>
                hard after {show.number(cure.value)} days <BasisMark basis={cure.basis} />
              </>
            )}
          </span>
        </summary>
        <div className="pb-4">
          <p className="mb-2 max-w-prose">{product.notes}</p>
          {product.statements.map((s) => (
            <p key={s} className="font-semibold">
              Label: {s}
            </p>
          ))}
          <dl className="mt-2 grid gap-x-8 gap-y-0.5 sm:grid-cols-2 lg:grid-cols-3">
            {product.values.map((v) => (
              <div key={v.field} className="flex justify-between gap-3 border-b border-base-300">
                <dt>{fieldNames[v.field] ?? v.field}</dt>
                <dd className={v.basis === 'label' ? 'font-bold' : ''}>
                  {v.unit === '°C' ? show.measure(show.measures.temp, v.value) : v.unit === 'µm' ? show.measure(show.measures.film, v.value) : `${show.number(v.value, 2)} ${v.unit}`} <BasisMark basis={v.basis} />
                </dd>
              </div>
            ))}
          </dl>
        </div>
      </details>
    </li>
  )
}
