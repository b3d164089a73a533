import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import type { Rule } from '../api/client'
import { coatsNamed, StackDrawing } from '../ui/BuildUp'
import { Answered } from '../ui/Problem'
import { BasisMark, VerdictMark } from '../ui/verdict'
import { rulesQuery } from '../api/queries'

/** Every rule by its theme: what it says, why, on what basis, and a build-up that shows it at work. */
export function HandbookView() {
  const query = useQuery(rulesQuery)
  return (
    <>
      <h1>The handbook</h1>
      <p className="mb-4 max-w-prose opacity-85">
        What may go over what, and why. A product’s own label outweighs every rule that is not physics or safety; a test
        board of ours settles a doubt.
      </p>
      <Answered query={query} what="the rules">
        {(rules) => <Themes rules={rules} />}
      </Answered>
    </>
  )
}

function Themes({ rules }: { rules: Rule[] }) {
  const { hash } = useLocation()
  const [search, setSearch] = useState('')
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView()
  }, [hash])
  const found = rules.filter((r) =>
    `${r.id} ${r.title} ${r.reason} ${r.theme} ${r.failure}`.toLowerCase().includes(search.toLowerCase()),
  )
  const themes = [...new Set(found.map((r) => r.theme))]
  return (
    <>
      <div className="mb-5 flex flex-wrap items-center gap-3">
        <input
          className="input w-full max-w-xs"
          placeholder="Find a rule"
          aria-label="Find a rule"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        <nav aria-label="Themes" className="flex flex-wrap gap-x-4 gap-y-1">
          {themes.map((t) => (
            <a key={t} className="link flex min-h-11 items-center" href={`#${t.replaceAll(' ', '-')}`}>
              {t}
            </a>
          ))}
        </nav>
      </div>
      {found.length === 0 && <p>No rule says that. Try another word.</p>}
      {themes.map((t) => (
        <section key={t} aria-labelledby={t.replaceAll(' ', '-')} className="mb-8">
          <h2 id={t.replaceAll(' ', '-')} className="mb-2 border-b border-base-300 pb-1">
            {t}
          </h2>
          <ul className="divide-y divide-base-300">
            {found
              .filter((r) => r.theme === t)
              .map((r) => (
                <RuleEntry key={r.id} rule={r} />
              ))}
          </ul>
        </section>
      ))}
    </>
  )
}

function RuleEntry({ rule: r }: { rule: Rule }) {
  const { example: e } = r
  const layers = e.coat ? [...e.layers, e.coat] : e.layers
  const told = [...layers].reverse().map((l) => (l.coats > 1 ? `${l.name} (${l.coats} coats)` : l.name))
  const marks = layers.map((_, i) => (i === layers.length - 1 && e.coat ? e.join.verdict : 'sound'))
  return (
    <li id={r.id} className="print-whole grid gap-x-6 gap-y-2 py-4 sm:grid-cols-[minmax(0,1fr)_17rem]">
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <b>{r.title}</b> <VerdictMark verdict={r.verdict} />
          <span className="text-sm opacity-85">
            {r.id}, <BasisMark basis={r.basis} />
          </span>
        </p>
        <p className="max-w-prose">{r.reason || 'The end use says why: see its gates.'}</p>
        {r.failure && <p>If ignored: {r.failure}.</p>}
        {(r.preparation || r.insert) && (
          <p>To do: {[r.preparation, r.insert && `lay ${r.insert} between`].filter(Boolean).join('; ')}.</p>
        )}
        {r.wayOut && <p>Instead: {r.wayOut}</p>}
        {r.source && <p className="text-sm">Source: {r.source}.</p>}
        <p className="text-sm opacity-85">
          {[
            r.firm && 'no label or board overrides it',
            r.school && 'speaks only where the workshop follows this school',
            r.surface && 'of the finished surface',
            r.gate && 'a gate of the end use',
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
      </div>
      <figure className="flex items-end gap-3">
        <StackDrawing
          coats={coatsNamed(layers, marks)}
          old={e.oldFinish !== undefined}
          width={72}
          label={`Example: ${told.join(' over ')} on ${e.material}`}
        />
        <figcaption className="text-sm leading-snug">
          {told.map((name) => (
            <span key={name} className="block">
              {name}
            </span>
          ))}
          {e.oldFinish && <span className="block">{e.oldFinish}</span>}
          <span className="block font-semibold">{e.material}</span>
          {e.endUse && <span className="block opacity-85">for: {e.endUse}</span>}
        </figcaption>
      </figure>
    </li>
  )
}
