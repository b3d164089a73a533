import { useQuery } from '@tanstack/react-query'
import { Copy } from 'lucide-react'
import { useState } from 'react'
import type { CardLang, Piece } from '../api/client'
import { listingQuery } from '../api/queries'
import { languages } from '../handover/languages'
import { Answered } from '../ui/Problem'

/** Honest words for a sale page: from the facts of the card, with the marks that stay. */
export function Listing({ piece }: { piece: Piece }) {
  const [lang, setLang] = useState<CardLang>('en')
  const [copied, setCopied] = useState('')
  const query = useQuery(listingQuery(piece.id, lang))
  return (
    <section aria-labelledby="listing">
      <h2 id="listing" className="mb-1">
        Words for a sale page
      </h2>
      <p className="mb-2 text-sm opacity-85">
        What it is, its finish and its care, as its card says it, and nothing beyond what labels state. Faults that were
        left as they are stand in your own words.
      </p>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <select
          className="select w-40"
          aria-label="Language of the words"
          value={lang}
          onChange={(e) => setLang(e.target.value as CardLang)}
        >
          {languages.map((l) => (
            <option key={l.id} value={l.id}>
              {l.name}
            </option>
          ))}
        </select>
        {query.data && (
          <button
            type="button"
            className="btn btn-outline"
            onClick={() => void navigator.clipboard.writeText(query.data.text).then(() => setCopied(query.data.text))}
          >
            <Copy size={16} aria-hidden="true" /> {copied === query.data.text ? 'Copied' : 'Copy'}
          </button>
        )}
      </div>
      <Answered query={query} what="the words">
        {({ text }) => <pre className="bg-base-200 p-3 font-sans whitespace-pre-wrap">{text}</pre>}
      </Answered>
    </section>
  )
}
