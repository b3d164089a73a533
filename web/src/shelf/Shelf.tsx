import { useQuery } from '@tanstack/react-query'
import { ClipboardCheck, FileInput, Grid3x3, Plus } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Product } from '../api/client'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { Tick } from '../ui/Tick'
import { BasisMark } from '../ui/verdict'
import { Hours } from './values'
import { productsQuery } from '../api/queries'

/** The shelf: what there is, how much of it, and what to mind. */
export function ShelfView() {
  const query = useQuery(productsQuery)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
        <h1>The shelf</h1>
        <nav aria-label="The shelf" className="flex flex-wrap gap-2">
          <Link className="btn btn-primary" to="/shelf/new">
            <Plus size={18} aria-hidden="true" /> Add a product
          </Link>
          <Link className="btn btn-outline" to="/shelf/grid">
            <Grid3x3 size={18} aria-hidden="true" /> Over itself
          </Link>
          <Link className="btn btn-outline" to="/shelf/boards">
            <ClipboardCheck size={18} aria-hidden="true" /> Test boards
          </Link>
          <Link className="btn btn-outline" to="/shelf/import">
            <FileInput size={18} aria-hidden="true" /> Import and export
          </Link>
        </nav>
      </div>
      <Answered query={query} what="the shelf">
        {(products) => <Browse products={products} />}
      </Answered>
    </>
  )
}

function Browse({ products }: { products: Product[] }) {
  const [search, setSearch] = useState('')
  const [group, setGroup] = useState('')
  const [stocked, setStocked] = useState(false)
  const [minding, setMinding] = useState(false)
  const [retired, setRetired] = useState(false)
  const groups = [...new Set(products.flatMap((p) => p.groups))].sort()
  const text = (p: Product) =>
    `${p.ref.name} ${p.ref.family} ${p.ref.maker} ${p.ref.colour} ${p.ref.sheen} ${p.statements.join(' ')}`.toLowerCase()
  const found = products.filter(
    (p) =>
      p.retired === retired &&
      text(p).includes(search.toLowerCase()) &&
      (group === '' || p.groups.includes(group)) &&
      (!stocked || p.leftL > 0) &&
      (!minding || p.warnings.length > 0 || p.neverAgain),
  )
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <input
          className="input w-full max-w-xs"
          placeholder="Find a product, kind or statement"
          aria-label="Find a product, kind or statement"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        <select className="select w-40" aria-label="Group" value={group} onChange={(e) => setGroup(e.target.value)}>
          <option value="">every group</option>
          {groups.map((g) => (
            <option key={g}>{g}</option>
          ))}
        </select>
        <Tick label="In stock" checked={stocked} set={setStocked} />
        <Tick label="Needs a look" checked={minding} set={setMinding} />
        <Tick label="Retired" checked={retired} set={setRetired} />
      </div>
      <p className="mb-2 opacity-85">
        {found.length} of {products.filter((p) => p.retired === retired).length} products. What is marked label stands
        on the tin; the rest is typical for the kind.
      </p>
      {found.length === 0 && (
        <p className="bg-base-200 p-4">
          {products.length === 0
            ? 'The shelf is empty: add the first product from its tin.'
            : 'Nothing on the shelf fits that. Loosen a filter.'}
        </p>
      )}
      <ul className="divide-y divide-base-300 border-y border-base-300">
        {found.map((p) => (
          <ProductRow key={p.ref.id} product={p} />
        ))}
      </ul>
    </>
  )
}

const row = 'grid min-h-16 grid-cols-1 items-center gap-x-4 sm:grid-cols-2 md:grid-cols-[1.5fr_1.6fr_1.4fr_0.8fr]'

function ProductRow({ product }: { product: Product }) {
  const show = useShow()
  const value = (field: string) => product.values.find((v) => v.field === field)
  const recoat = value('recoatMinH')
  const closes = value('recoatMaxH')
  const mind = [...(product.neverAgain ? ['never again'] : []), ...product.warnings]
  return (
    <li>
      <Link to={`/shelf/${product.ref.id}`} className={`${row} py-2 hover:bg-base-200`}>
        <span>
          <b className="text-lg">{product.ref.name}</b>
          <span className="block text-sm opacity-85">
            {[product.ref.maker, product.ref.colour, product.ref.sheen].filter(Boolean).join(' · ')}
          </span>
        </span>
        <span>
          {product.ref.family}
          {mind.length > 0 && <span className="block text-sm font-semibold text-error">{mind.join(' ')}</span>}
        </span>
        <span className="text-sm">
          {recoat && (
            <>
              next coat <Hours value={recoat} />
              {closes && `, keyed after ${show.hours(closes.value)}`} <BasisMark basis={recoat.basis} />
            </>
          )}
        </span>
        <span className="md:text-right">
          {product.leftL > 0 ? (
            `${show.amount(product.leftL, product.ref)} left`
          ) : (
            <span className="text-sm opacity-85">no tin entered</span>
          )}
        </span>
      </Link>
    </li>
  )
}
