import { useState } from 'react'
import type { CardLang, CareCard, Piece } from '../api/client'
import { useSettled } from '../ui/useSettled'
import { languages } from './languages'

/** The page exactly as its buyer will see it, in any of its languages; with facts, each sentence with what it stands for. */
export function Preview({ piece, card, title }: { piece: Piece; card: CareCard; title: string | undefined }) {
  const [lang, setLang] = useState<CardLang>('en')
  const [facts, setFacts] = useState(false)
  const settled = useSettled(title ?? null)
  const asked = new URLSearchParams({ lang })
  if (settled) asked.set('title', settled)
  if (facts) asked.set('facts', 'yes')
  return (
    <section aria-labelledby="as-seen" className="min-w-0">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-x-4">
        <h2 id="as-seen">{card.issued ? 'What its buyer sees' : 'What its buyer will see, and nothing else'}</h2>
        <div className="flex flex-wrap gap-1" role="group" aria-label="Language">
          {languages.map((l) => (
            <button
              key={l.id}
              type="button"
              lang={l.id}
              className={`btn ${l.id === lang ? 'btn-neutral' : 'btn-outline'}`}
              aria-pressed={l.id === lang}
              onClick={() => setLang(l.id)}
            >
              {l.name}
            </button>
          ))}
        </div>
      </div>
      <iframe
        title="The buyer’s page"
        className="h-[70rem] w-full border border-base-300"
        src={`/preview/care/${piece.id}?${asked}`}
      />
      <label className="flex min-h-11 items-center gap-3">
        <input type="checkbox" className="checkbox" checked={facts} onChange={(e) => setFacts(e.target.checked)} />
        Show the fact behind each sentence
      </label>
    </section>
  )
}
