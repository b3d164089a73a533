import { useState } from 'react'
import type { Choice } from '../api/client'

type Kind = Choice['leftOut'][number]['kind']

const kinds: Record<Kind, string> = {
  silent: 'the right kind, but its label is silent',
  outranked: 'would do, others do better',
  join: 'a join would fail',
  gate: 'a gate of the end use stops it',
  wants: 'what you want rules it out',
  air: 'the room’s air stops it',
  surface: 'cannot be the last coat',
  unused: 'not needed here',
  sheen: 'another sheen',
  look: 'another look',
}

/** Every product left out, with its reason, on request. */
export function LeftOutList({ leftOut, pin }: { leftOut: Choice['leftOut']; pin?: (productId: number) => void }) {
  const [search, setSearch] = useState('')
  const wanted = leftOut.filter((l) =>
    `${l.product.name} ${l.product.family}`.toLowerCase().includes(search.toLowerCase()),
  )
  const groups = (Object.keys(kinds) as Kind[])
    .map((kind) => ({ kind, items: wanted.filter((l) => l.kind === kind) }))
    .filter((g) => g.items.length > 0)
  if (leftOut.length === 0) return null
  return (
    <>
      <RightKinds leftOut={leftOut} />
      <details className="mt-8 border-y border-base-300">
        <summary className="min-h-12 cursor-pointer py-3 text-lg font-bold">
          Left out, and why ({leftOut.length})
        </summary>
        <input
          className="input mb-4 w-full max-w-sm"
          placeholder="Find a product"
          aria-label="Find a product"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        {groups.length === 0 && <p className="pb-4">No product of that name was left out.</p>}
        {groups.map((g) => (
          <section key={g.kind} className="mb-5">
            <h3 className="mb-1 font-semibold text-accent">{kinds[g.kind]}</h3>
            <ul className="space-y-1.5">
              {g.items.map((l) => (
                <li key={l.product.id} className="grid gap-x-4 sm:grid-cols-[18rem_1fr]">
                  <span>
                    <b>{l.product.name}</b> <span className="text-sm opacity-85">{l.product.sheen}</span>
                  </span>
                  <span>
                    {l.reason} {l.rule && <span className="whitespace-nowrap text-sm opacity-85">rule {l.rule}</span>}
                    {pin && (l.kind === 'outranked' || l.kind === 'unused') && (
                      <button
                        type="button"
                        className="btn btn-ghost"
                        onClick={() => pin(l.product.id)}
                        aria-label={`Show systems with ${l.product.name}`}
                      >
                        Show systems with it
                      </button>
                    )}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </details>
    </>
  )
}

const MOST_KINDS = 3

/** Kinds that a finisher would have named, where only this tin's label is silent. */
function RightKinds({ leftOut }: { leftOut: Choice['leftOut'] }) {
  const silent = leftOut.filter((l) => l.kind === 'silent')
  const kinds = silent.filter((l, i) => silent.findIndex((o) => o.product.family === l.product.family) === i)
  if (kinds.length === 0) return null
  return (
    <section aria-labelledby="right-kinds" className="mt-6 border-l-4 border-base-300 bg-base-200 p-3">
      <h3 id="right-kinds" className="mb-1 font-semibold">
        The right kind, but the label on the shelf is silent
      </h3>
      <ul className="space-y-1">
        {kinds.slice(0, MOST_KINDS).map((l) => (
          <li key={l.product.id}>
            <b>{l.product.family}</b> ({l.product.name}): {l.reason}
          </li>
        ))}
      </ul>
    </section>
  )
}
