import { scaleTime } from 'd3-scale'
import type { Strip } from '../api/client'

const HOUR = 3_600_000 // ms

// What an hour in which nobody is there takes of the room that a working hour takes, and a closed stretch at most.
const CLOSED = 0.16
const MOST_CLOSED = 2.6 // working hours

type Span = Strip['open'][number]

/** Open stretches that follow each other in the order of time, none of which overlap. */
function together(open: Span[]): [number, number][] {
  const out: [number, number][] = []
  for (const span of [...open].sort((a, b) => a.from.localeCompare(b.from))) {
    const [from, to] = [Date.parse(span.from), Date.parse(span.to)]
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/** Moments between from and to, each with how far it lies in working hours when closed ones are folded. */
function foldedHours(from: number, to: number, open: Span[]): { at: number; hours: number }[] {
  const out = [{ at: from, hours: 0 }]
  const go = (until: number, hours: (length: number) => number) => {
    const last = out.at(-1)!
    const end = Math.min(until, to)
    if (end > last.at) out.push({ at: end, hours: last.hours + hours((end - last.at) / HOUR) })
  }
  const closed = (length: number) => Math.min(length * CLOSED, MOST_CLOSED)
  for (const [opens, closes] of together(open)) {
    go(opens, closed)
    go(closes, (length) => length)
  }
  go(to, closed)
  return out
}

/** How many working hours a strip is wide, with its closed ones folded. */
export const widthInHours = (from: string, to: string, open: Span[]) =>
  foldedHours(Date.parse(from), Date.parse(to), open).at(-1)!.hours

/** A scale of real moments in which the hours that nobody is there are folded. */
export function foldedScale(from: string, to: string, open: Span[], width: number) {
  const points = foldedHours(Date.parse(from), Date.parse(to), open)
  const all = points.at(-1)!.hours || 1
  return scaleTime(
    points.map((p) => new Date(p.at)),
    points.map((p) => (p.hours / all) * width),
  ).clamp(true)
}
