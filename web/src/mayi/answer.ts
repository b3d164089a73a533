import type { Judged } from '../api/client'
import type { Show } from '../ui/show'

/** The answer in one line. sinceH: hours since the ground's top went on; undefined in a plan. */
export function answerOf({ join }: Judged, sinceH: number | undefined, show: Show): string {
  const early = join.findings.some((f) => f.rule === 'T1') && sinceH !== undefined
  if (early) return `Not yet: in ${show.hours(join.earliestH - sinceH)}.`
  if (join.verdict === 'refuse') return 'No.'
  if (!join.legal) return 'Not as it stands: a coat is missing between.'
  if (join.verdict === 'test') return 'Only after a test board.'
  const left = sinceH !== undefined && join.latestH > sinceH ? join.latestH - sinceH : 0
  if (join.verdict === 'prepare')
    return sinceH === undefined && join.earliestH > 0
      ? `Yes, after ${show.hours(join.earliestH)} and once prepared.`
      : 'Yes, once prepared.'
  if (sinceH === undefined) return join.earliestH > 0 ? `Yes, after ${show.hours(join.earliestH)}.` : 'Yes.'
  return left > 0 ? `Yes, now, and for another ${show.hours(left)} without a key.` : 'Yes, now.'
}
