import type { Saying } from '../api/client'

const headings: Record<Saying['due'], string> = {
  choosing: 'To say before choosing',
  starting: 'To say before starting',
}

/** What a veteran says of a zone before it is too late; closed, it tells how much there is. */
export function Sayings({ say, due }: { say: Saying[]; due: Saying['due'] }) {
  const now = say.filter((s) => s.due === due)
  if (now.length === 0) return null
  return (
    <details className="print-open print-whole mb-4 border-l-4 border-base-300 bg-base-200 px-4">
      <summary className="min-h-11 cursor-pointer py-3 font-semibold">
        {headings[due]} ({now.length})
      </summary>
      <ul className="list-disc space-y-1 pb-3 pl-5">
        {now.map((s) => (
          <li key={s.text}>{s.text}</li>
        ))}
      </ul>
    </details>
  )
}
