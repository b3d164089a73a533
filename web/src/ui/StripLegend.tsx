import type { ReactNode } from 'react'

export function Legend({ id }: { id: string }) {
  const entries: [string, ReactNode][] = [
    ['hands on', <rect key="r" width="22" height="12" fill="var(--color-primary)" />],
    ['preparation, checks', <rect key="r" width="22" height="12" fill="var(--color-secondary)" fillOpacity="0.75" />],
    ['test board', <rect key="r" width="22" height="12" fill="var(--test)" fillOpacity="0.75" />],
    ['wet', <rect key="r" width="22" height="12" fill={`url(#${id}-wet)`} />],
    ['drying, hardening', <line key="r" x1="0" x2="22" y1="6" y2="6" stroke="var(--idle)" strokeWidth="3" />],
    ['window open', <rect key="r" width="22" height="12" fill="var(--open)" fillOpacity="0.85" />],
    ['closing', <rect key="r" width="22" height="12" fill={`url(#${id}-closing)`} stroke="var(--closing)" />],
    ['closes here', <path key="r" d="M0 6H20M20 0V12" stroke="var(--closing)" strokeWidth="1.500" fill="none" />],
    ['closed hours', <rect key="r" width="22" height="12" fill="var(--night)" />],
  ]
  return (
    <figcaption className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {entries.map(([word, mark]) => (
        <span key={word} className="inline-flex items-center gap-1.5">
          <svg width="22" height="12" aria-hidden="true">
            {mark}
          </svg>
          {word}
        </span>
      ))}
    </figcaption>
  )
}
