import type { Basis, TheAnswer, Verdict } from '../api/client'

/** Verdicts are told by word and by the line that the join itself is drawn with, never by colour alone. */
export const verdicts: Record<Verdict, { word: string; meaning: string; colour: string }> = {
  sound: { word: 'Sound', meaning: 'goes on after the wait', colour: 'var(--color-success)' },
  prepare: { word: 'Prepare', meaning: 'goes on once prepared', colour: 'var(--color-warning)' },
  test: { word: 'Test board', meaning: 'try it on a board first', colour: 'var(--test)' },
  refuse: { word: 'Refused', meaning: 'expected to fail', colour: 'var(--color-error)' },
}

/** The one answer: its colour, and a mark for who sees none. Green only where all of it is yes. */
export const answers: Record<TheAnswer['kind'], { mark: string; colour: string }> = {
  yes: { mark: '✓', colour: 'var(--color-success)' },
  prepare: { mark: '◐', colour: 'var(--color-warning)' },
  not_last: { mark: '◐', colour: 'var(--color-warning)' },
  insert: { mark: '▲', colour: 'var(--color-warning)' },
  hand: { mark: '?', colour: 'var(--test)' },
  test: { mark: '?', colour: 'var(--test)' },
  wait: { mark: '…', colour: 'var(--color-error)' },
  no: { mark: '✕', colour: 'var(--color-error)' },
}

/** The one answer about a whole system, in a line; why, where it is less than yes. */
export function AnswerLine({ answer }: { answer: TheAnswer }) {
  const { mark, colour } = answers[answer.kind]
  return (
    <p>
      <span className="font-semibold" style={{ color: colour }}>
        <span aria-hidden="true">{mark}</span> {answer.headline}
      </span>
      {answer.reason !== '' && <span className="block text-sm">{answer.reason}</span>}
    </p>
  )
}

/** The line of a join from x to x + width at y: whole, toothed like a keyed surface, dotted, or broken open. */
export function joinPath(verdict: Verdict, x: number, width: number, y: number): string {
  switch (verdict) {
    case 'prepare': {
      let d = `M${x} ${y}`
      for (let i = x; i < x + width; i += 8)
        d += ` L${Math.min(i + 4, x + width)} ${y - 4} L${Math.min(i + 8, x + width)} ${y}`
      return d
    }
    case 'refuse': {
      const mid = x + width / 2
      const line = `M${x} ${y} H${mid - 12} M${mid + 12} ${y} H${x + width}`
      const cross = `M${mid - 5} ${y - 5} L${mid + 5} ${y + 5} M${mid + 5} ${y - 5} L${mid - 5} ${y + 5}`
      return `${line} ${cross}`
    }
    default:
      return `M${x} ${y} H${x + width}`
  }
}

export const joinDash = (verdict: Verdict) => (verdict === 'test' ? '2 5' : undefined)

/** The verdict's line with its word. */
export function VerdictMark({ verdict }: { verdict: Verdict }) {
  const v = verdicts[verdict]
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap font-semibold" style={{ color: v.colour }}>
      <svg width="28" height="14" aria-hidden="true">
        <path
          d={joinPath(verdict, 2, 24, 8)}
          stroke="currentColor"
          strokeWidth="2.5"
          strokeDasharray={joinDash(verdict)}
          strokeLinecap="round"
          fill="none"
        />
      </svg>
      {v.word}
    </span>
  )
}

const bases: Record<Basis, { word: string; meaning: string }> = {
  label: { word: 'label', meaning: 'from the product’s own data sheet' },
  published: { word: 'published', meaning: 'from a standard or handbook' },
  practice: { word: 'practice', meaning: 'common practice of the trade, no source' },
  estimate: { word: 'estimate', meaning: 'our model for this air; not a promise' },
}

/** Where a figure comes from. An estimate looks like one: wavy underlined. */
export function BasisMark({ basis }: { basis: Basis }) {
  const style =
    basis === 'estimate'
      ? 'italic underline decoration-wavy decoration-1 underline-offset-4'
      : basis === 'label'
        ? 'font-semibold'
        : ''
  return (
    <abbr title={bases[basis].meaning} className={`text-sm no-underline opacity-85 ${style}`}>
      {bases[basis].word}
    </abbr>
  )
}
