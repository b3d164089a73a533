import { ArrowDown, ArrowUp } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { Job } from '../api/client'
import { useShow } from './show'

/** Preparation in its order: what, on which zones, why, with what, how long, what it unlocks. */
export function Jobs({
  jobs,
  zones,
  fault,
  move,
}: {
  jobs: Job[]
  zones: string[]
  fault?: { key: string; why: string }
  move?: (from: number, to: number) => void
}) {
  const list = useRef<HTMLOListElement>(null)
  const followed = useRef<{ key: string; way: string }>(undefined)
  // The list is drawn anew when an order has been kept: the focus goes with the job that was moved.
  useEffect(() => {
    const { key, way } = followed.current ?? {}
    const row = [...(list.current?.children ?? [])].find((r) => r.getAttribute('data-key') === key)
    const buttons = [...(row?.querySelectorAll('button') ?? [])].filter((b) => !b.disabled)
    const wanted = buttons.find((b) => b.dataset['way'] === way) ?? buttons[0]
    if (key !== undefined && document.activeElement !== wanted) wanted?.focus()
  }, [jobs])
  const moved = (from: number, way: 'earlier' | 'later') => {
    followed.current = { key: jobs[from]!.key, way }
    move?.(from, way === 'earlier' ? from - 1 : from + 1)
  }
  return (
    <ol ref={list} className="divide-y divide-base-300 border-y border-base-300">
      {jobs.map((j, i) => (
        <li key={j.key} data-key={j.key} className="print-whole grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 py-2">
          <JobText job={j} number={numberOf(j, i, jobs)} zones={zones} />
          {move && (
            <span className="no-print flex flex-col">
              <button
                type="button"
                className="btn btn-ghost btn-square"
                disabled={i === 0}
                data-way="earlier"
                onClick={() => moved(i, 'earlier')}
                aria-label={`Earlier: ${j.title}`}
              >
                <ArrowUp size={18} aria-hidden="true" />
              </button>
              <button
                type="button"
                className="btn btn-ghost btn-square"
                disabled={i === jobs.length - 1}
                data-way="later"
                onClick={() => moved(i, 'later')}
                aria-label={`Later: ${j.title}`}
              >
                <ArrowDown size={18} aria-hidden="true" />
              </button>
            </span>
          )}
          {fault?.key === j.key && (
            <p role="alert" className="col-span-2 border-l-4 border-error bg-base-200 px-3 py-1 font-semibold">
              {fault.why}
            </p>
          )}
        </li>
      ))}
    </ol>
  )
}

/** The number that it has in the plan; its place in the list while there is no plan. */
function numberOf(job: Job, at: number, jobs: Job[]) {
  if (job.steps) return job.steps.join(' and ')
  return jobs.some((j) => j.steps) ? '–' : String(at + 1)
}

function JobText({ job, number, zones }: { job: Job; number: string; zones: string[] }) {
  const show = useShow()
  const when = job.after ? 'after all coats' : job.justBefore ? 'directly before the first coat' : ''
  const takes = [
    job.grits.map((g) => `P${g.p} (${show.number(g.um, 1)} µm)`).join(', '),
    job.dilution &&
      `${show.volume(job.dilution.waterL)} of water with ${show.spoons(job.dilution.cleanerMl)} of cleaner`,
    job.materials,
  ].filter(Boolean)
  return (
    <div>
      <p>
        <b>
          {number}. {job.title}
        </b>{' '}
        <span className="whitespace-nowrap opacity-85">
          {show.minutes(job.minutes)}
          {job.waitH > 0 && `, then wait ${show.hours(job.waitH)}`}
        </span>
        {when && <span className="ml-2 font-semibold text-accent">{when}</span>}
      </p>
      {zones.length > 1 && job.zones.length > 0 && (
        <p className="text-sm font-semibold">On: {job.zones.map((z) => zones[z]).join(', ')}</p>
      )}
      {job.reason && <p className="text-sm">Why: {job.reason}</p>}
      <p>{job.detail}</p>
      {takes.length > 0 && <p className="text-sm">Takes: {takes.join('; ')}.</p>}
      {job.unlocks && <p className="text-sm">After this: {job.unlocks}.</p>}
      {job.caution && (
        <p className="mt-1 border-l-4 border-warning bg-base-200 px-3 py-1">
          <b>Caution.</b> {job.caution}
        </p>
      )}
    </div>
  )
}
