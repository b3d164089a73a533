import type { Catalogue, Inspected, Inspection } from '../api/client'
import { outcomes } from './words'

/** Finds out what the old finish is: the next most telling test, what was answered, what remains possible and how likely. */
export function FingerTests({
  seen,
  inspected,
  tests,
  set,
}: {
  seen: Inspection
  inspected?: Inspected
  tests: Catalogue['tests']
  set: (change: Partial<Inspection>) => void
}) {
  const answered = tests.filter((t) => seen.answers[t.id] !== undefined)
  const { next, possible, sure } = inspected ?? {}
  const shown = next ?? tests.find((t) => seen.answers[t.id] === undefined && answered.length === 0)
  const answer = (test: string, outcome: string) => set({ answers: { ...seen.answers, [test]: outcome } })
  const takeBack = (test: string) =>
    set({ answers: Object.fromEntries(Object.entries(seen.answers).filter(([t]) => t !== test)) })
  return (
    <details className="border-y border-base-300" open={answered.length > 0 || undefined}>
      <summary className="min-h-12 cursor-pointer py-3 text-lg font-bold">Finger tests: what is it?</summary>
      <div className="grid gap-5 pb-5 sm:grid-cols-2">
        <div>
          {answered.map((t) => (
            <p key={t.id} className="mb-1 flex items-center justify-between gap-2">
              <span>
                {t.title}: <b>{outcomes[seen.answers[t.id] ?? '']}</b>
              </span>
              <button
                type="button"
                className="btn btn-ghost"
                onClick={() => takeBack(t.id)}
                aria-label={`Take back: ${t.title}`}
              >
                Take back
              </button>
            </p>
          ))}
          {shown ? (
            <div className="mt-2 bg-base-200 p-4" aria-live="polite">
              <p className="font-bold">
                {answered.length === 0 ? 'First' : 'Next'}: {shown.title}
              </p>
              <p>{shown.how}</p>
              {shown.caution && (
                <p className="mt-1 border-l-4 border-warning pl-2 text-sm">
                  <b>Caution.</b> {shown.caution}
                </p>
              )}
              <div className="mt-3 flex flex-wrap gap-2">
                {shown.outcomes.map((o) => (
                  <button key={o} type="button" className="btn btn-outline" onClick={() => answer(shown.id, o)}>
                    {outcomes[o]}
                  </button>
                ))}
              </div>
            </div>
          ) : (
            <p className="mt-2">No further test would tell more without harming the finish.</p>
          )}
        </div>
        {answered.length > 0 && possible && (
          <div>
            <p className="mb-1 font-bold">Still possible</p>
            <ul className="space-y-1">
              {possible.map((p) => (
                <li key={p.id} className="grid grid-cols-[1fr_4.5rem_3rem] items-center gap-2">
                  <span className="leading-tight">{p.name}</span>
                  <span className="h-2.5 border border-base-content/50">
                    <svg
                      width="100%"
                      height="100%"
                      preserveAspectRatio="none"
                      viewBox="0 0 100 10"
                      className="block"
                      aria-hidden="true"
                    >
                      <rect width={p.odds * 100} height="10" fill="var(--color-primary)" />
                    </svg>
                  </span>
                  <span className="text-sm">{Math.round(p.odds * 100)} %</span>
                </li>
              ))}
            </ul>
            <p className="mt-2 text-sm italic">A likelihood, never proof.</p>
            {possible[0] && (
              <div className="mt-2 flex flex-wrap gap-2">
                {sure && sure !== seen.finish && (
                  <button type="button" className="btn btn-primary" onClick={() => set({ finish: sure })}>
                    Take it as: {possible[0].name}
                  </button>
                )}
                {!sure && seen.finish !== 'unknown' && (
                  <button type="button" className="btn btn-outline" onClick={() => set({ finish: 'unknown' })}>
                    Leave it unknown, judge with care
                  </button>
                )}
              </div>
            )}
          </div>
        )}
      </div>
    </details>
  )
}
