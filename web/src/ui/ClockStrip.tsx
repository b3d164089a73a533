import { scaleTime } from 'd3-scale'
import { useId, type ReactNode } from 'react'
import type { Step, Strip } from '../api/client'
import type { Lane } from './lanes'
import { coatCount } from './BuildUp'
import { useShow } from './show'
import { useWidth } from './useWidth'

const HEAD = 44
const LANE = 72
const NAME = 48 // the row above a lane that names its piece
const NAME_NARROW = 100 // where its words take up to four lines
const NARROW = 640
const ROW = 26 // hands-on, wet and drying
const WINDOW = 10 // the recoat window below them
const WHISKER = 5 // from a coat's window to its end, below that
const LEAST_PX_PER_HOUR = 4.6
const HOUR = 3_600_000

/** Real dates and hours, one lane a zone: hands-on work, wet, window open and closing, light use, full cure. */
export function ClockStrip({
  strip,
  lanes,
  laneHead,
}: {
  strip: Strip
  lanes: Lane[]
  laneHead?: (lane: Lane) => ReactNode
}) {
  const show = useShow()
  const id = useId()
  const [box, boxWidth] = useWidth()
  const from = new Date(strip.from)
  const to = new Date(strip.to)
  const hours = (to.getTime() - from.getTime()) / HOUR
  const width = Math.max(boxWidth, Math.ceil(hours * LEAST_PX_PER_HOUR))
  const x = scaleTime([from, to], [0, width])
  const at: At = (iso) => Math.max(-5, Math.min(width + 5, x(new Date(iso))))
  const pxPerDay = (width / hours) * 24
  const name = !laneHead ? 0 : boxWidth < NARROW ? NAME_NARROW : NAME
  const heads = (i: number) => lanes.slice(0, i + 1).filter((l) => l.first).length
  const laneTop = (i: number) => HEAD + i * LANE + heads(i) * name
  const height = laneTop(lanes.length) + 4
  const now = new Date(strip.now)
  const days = [strip.from, ...strip.midnights]
  return (
    <figure className="print-whole">
      {/* eslint-disable jsx-a11y/no-noninteractive-tabindex -- a region that scrolls must be reachable by keyboard */}
      <div
        ref={box}
        className="overflow-x-auto border border-base-300"
        tabIndex={0}
        role="region"
        aria-label="Clock strip, scrolls sideways"
      >
        {/* eslint-enable jsx-a11y/no-noninteractive-tabindex */}
        <div className="strip relative" style={{ width, height }}>
          <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
            <Patterns id={id} />
            <rect width={width} height={height} fill="var(--night)" />
            {strip.open.map((o) => (
              <rect
                key={o.from}
                x={at(o.from)}
                width={Math.max(0, at(o.to) - at(o.from))}
                y={HEAD}
                height={height - HEAD}
                fill="var(--color-base-100)"
              />
            ))}
            <Days days={days} at={at} width={width} height={height} />
            {pxPerDay > 200 && <OpenHours open={strip.open} at={at} width={width} />}
            {lanes.map((lane, i) => (
              <LaneDrawing
                key={lane.key}
                lane={lane}
                top={laneTop(i)}
                at={at}
                id={id}
                width={width}
                cured={lane.fullCure && show.day(lane.fullCure)}
              />
            ))}
            {lanes.map((lane, i) => (
              <PrintedNames key={lane.key} lane={lane} top={laneTop(i)} headed={laneHead !== undefined} />
            ))}
            {now >= from && now <= to && (
              <g>
                <line x1={x(now)} x2={x(now)} y1={HEAD - 18} y2={height} stroke="var(--color-error)" strokeWidth="2" />
                <text x={x(now) + 4} y={HEAD - 8} fontSize="12" fontWeight="700" fill="var(--color-error)">
                  now
                </text>
              </g>
            )}
          </svg>
          <ul className="sr-only">
            {lanes.map((l) => (
              <li key={l.key}>
                {l.label}: {describe(l, show.moment)}
              </li>
            ))}
          </ul>
          <Names lanes={lanes} laneTop={laneTop} />
          {laneHead && <Heads lanes={lanes} laneTop={laneTop} name={name} width={boxWidth} laneHead={laneHead} />}
        </div>
      </div>
      <Legend id={id} />
    </figure>
  )
}

type At = (iso: string) => number

function Patterns({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-wet`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--wet)" fillOpacity="0.15" />
        <line x1="0" y1="0" x2="0" y2="6" stroke="var(--wet)" strokeWidth="3" />
      </pattern>
      <pattern id={`${id}-closing`} width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--closing)" fillOpacity="0.25" />
        <line x1="1" y1="0" x2="1" y2="5" stroke="var(--closing)" strokeWidth="2.5" />
      </pattern>
    </defs>
  )
}

function Days({ days, at, width, height }: { days: string[]; at: At; width: number; height: number }) {
  const show = useShow()
  return (
    <>
      {days.map((d, i) => {
        const left = Math.max(0, at(d))
        const room = (i + 1 < days.length ? at(days[i + 1]!) : width) - left
        return (
          <g key={d}>
            {i > 0 && <line x1={left} x2={left} y1={4} y2={height} stroke="currentColor" strokeOpacity="0.35" />}
            {room > 34 && (
              <text x={left + 5} y={20} fontSize="13" fontWeight="600" fill="currentColor">
                {room > 82 ? show.day(d) : show.weekday(d)}
              </text>
            )}
          </g>
        )
      })}
    </>
  )
}

/** When the workshop opens and closes, where there is room for words. */
function OpenHours({ open, at, width }: { open: Strip['open']; at: At; width: number }) {
  const show = useShow()
  return (
    <>
      {open.flatMap((o) =>
        [o.from, o.to]
          .filter((t) => at(t) > 0 && at(t) < width - 8)
          .map((t) => (
            <text
              key={t}
              x={at(t)}
              y={HEAD - 6}
              fontSize="12"
              fill="currentColor"
              fillOpacity="0.9"
              textAnchor={t === o.from ? 'start' : 'end'}
            >
              {show.clock(t)}
            </text>
          )),
      )}
    </>
  )
}

/** The lanes' names, which stay in sight while the strip scrolls. */
function Names({ lanes, laneTop }: { lanes: Lane[]; laneTop: (i: number) => number }) {
  return (
    <>
      {lanes.map(
        (lane, i) =>
          lane.name && (
            <div
              key={lane.key}
              className="no-print pointer-events-none absolute inset-x-0"
              style={{ top: laneTop(i) + LANE - 25 }}
            >
              <span className="sticky left-1 bg-base-100/85 px-1 text-sm font-semibold leading-tight">{lane.name}</span>
            </div>
          ),
      )}
    </>
  )
}

function Heads({
  lanes,
  laneTop,
  name,
  width,
  laneHead,
}: {
  lanes: Lane[]
  laneTop: (i: number) => number
  name: number
  width: number
  laneHead: (lane: Lane) => ReactNode
}) {
  return (
    <>
      {lanes.map(
        (lane, i) =>
          lane.first && (
            <div
              key={lane.key}
              className="no-print absolute inset-x-0 border-y border-base-300 bg-base-200"
              style={{ top: laneTop(i) - name, height: name }}
            >
              <div className="sticky left-0 flex h-full items-center overflow-hidden" style={{ width: width }}>
                {laneHead(lane)}
              </div>
            </div>
          ),
      )}
    </>
  )
}

/** On paper the drawing is scaled to the sheet: the names go with it, inside their lanes. */
function PrintedNames({ lane, top, headed }: { lane: Lane; top: number; headed: boolean }) {
  const text = 'hidden print:block'
  return (
    <>
      {headed && lane.first && (
        <text className={text} x="6" y={top - 8} fontSize="15" fontWeight="700" fill="currentColor">
          {lane.piece}
        </text>
      )}
      {lane.name && (
        <text className={text} x="6" y={top + LANE - 10} fontSize="13" fontWeight="600" fill="currentColor">
          {lane.name}
        </text>
      )}
    </>
  )
}

function describe(lane: Lane, moment: (iso: string) => string): string {
  if (lane.obstacles[0]) return lane.obstacles[0]
  const coats = lane.steps.filter((s) => s.kind === 'coating' && s.product!.id > 0).length
  const told = [
    coatCount(coats),
    coats > 0 && `last ${moment(lane.lastCoat!)}`,
    `light use ${moment(lane.lightUse!)}`,
    lane.fullCure && `fully hardened ${moment(lane.fullCure)}`,
  ]
  return told.filter(Boolean).join(', ')
}

/** Which of these numbers have room to stand beside the one before. */
function toldApart(starts: number[]): boolean[] {
  let before = -99
  return starts.map((s) => {
    const room = s - before > 16
    if (room) before = s
    return room
  })
}

function LaneDrawing({
  lane,
  top,
  at,
  id,
  width,
  cured,
}: {
  lane: Lane
  top: number
  at: At
  id: string
  width: number
  cured?: string
}) {
  const { steps, lightUse, promised } = lane
  const y = top + 16
  const windowY = y + ROW + 3
  const told = toldApart(steps.map((s) => at(s.work[0]!.from)))
  const late = lightUse !== undefined && at(lightUse) > width - 66
  const early = promised !== undefined && at(promised) < 66
  return (
    <g>
      {!lane.first && <line x1={0} x2={width} y1={top} y2={top} stroke="currentColor" strokeOpacity="0.18" />}
      {steps.map((s, i) => {
        const next = steps[i + 1]
        const start = at(s.work[0]!.from)
        return (
          <g key={i}>
            <After step={s} next={next} y={y} windowY={windowY} at={at} id={id} index={i} lightUse={lightUse} />
            {s.work.map((w) => (
              <rect
                key={w.from}
                x={at(w.from)}
                width={Math.max(3, at(w.to) - at(w.from))}
                y={y}
                height={ROW}
                rx="1.500"
                fill={stepFills[s.kind]}
                fillOpacity={s.kind === 'coating' ? 1 : 0.75}
              />
            ))}
            {told[i] && (
              <text x={start} y={y - 4} fontSize="12" fontWeight="600" fill="currentColor">
                {s.number}
              </text>
            )}
          </g>
        )
      })}
      {lightUse && (
        <g>
          <line
            x1={at(lightUse)}
            x2={at(lightUse)}
            y1={y - 8}
            y2={windowY + WINDOW}
            stroke="var(--open)"
            strokeWidth="2.5"
          />
          <text
            x={at(lightUse) + (late ? -5 : 5)}
            y={y + 11}
            fontSize="12"
            fontWeight="600"
            textAnchor={late ? 'end' : 'start'}
            fill="var(--open)"
          >
            light use
          </text>
          {cured && (
            <text x={width - 6} y={windowY + WINDOW + 13} fontSize="12" textAnchor="end" fill="currentColor">
              fully hardened {cured} ▸
            </text>
          )}
        </g>
      )}
      {promised && at(promised) <= width && (
        <g>
          <line
            x1={at(promised)}
            x2={at(promised)}
            y1={top - 2}
            y2={windowY + WINDOW}
            stroke="currentColor"
            strokeWidth="2"
            strokeDasharray="3 3"
          />
          <text
            x={at(promised) + (early ? 4 : -4)}
            y={top + 11}
            fontSize="12"
            fontWeight="600"
            textAnchor={early ? 'start' : 'end'}
            fill="currentColor"
          >
            promised
          </text>
        </g>
      )}
    </g>
  )
}

/** What follows a coat: wet, drying, then its window with the last quarter closing; or hardening after the last. */
function After({
  step,
  next,
  y,
  windowY,
  at,
  id,
  index,
  lightUse,
}: {
  step: Step
  next?: Step
  y: number
  windowY: number
  at: At
  id: string
  index: number
  lightUse?: string
}) {
  const end = at(step.work[step.work.length - 1]!.to)
  const until = next ? at(next.work[0]!.from) : lightUse ? at(lightUse) : end
  if (step.kind !== 'coating' || !step.touchDry) {
    return (
      <line
        x1={end}
        x2={until}
        y1={y + ROW / 2}
        y2={y + ROW / 2}
        stroke="var(--idle)"
        strokeWidth="1.5"
        strokeDasharray="2 3"
      />
    )
  }
  const dry = Math.min(at(step.touchDry), Math.max(until, end + 2))
  const opens = step.opens ? at(step.opens) : undefined
  const closes = step.closes ? at(step.closes) : undefined
  const shut = Math.min(closes ?? until, until)
  const quarter =
    step.opens && step.closes
      ? at(
          new Date(
            new Date(step.closes).getTime() - (new Date(step.closes).getTime() - new Date(step.opens).getTime()) / 4,
          ).toISOString(),
        )
      : undefined
  const whisker = windowY + WINDOW + 3 + (index % 2) * WHISKER
  return (
    <g>
      <rect x={end} width={Math.max(1, dry - end)} y={y + 3} height={ROW - 6} fill={`url(#${id}-wet)`} />
      <line x1={dry} x2={until} y1={y + ROW / 2} y2={y + ROW / 2} stroke="var(--idle)" strokeWidth="3" />
      {opens !== undefined && shut > opens && (
        <>
          <rect x={opens} width={shut - opens} y={windowY} height={WINDOW} fill="var(--open)" fillOpacity="0.85" />
          {quarter !== undefined && shut > quarter && (
            <rect
              x={quarter}
              width={shut - quarter}
              y={windowY}
              height={WINDOW}
              fill={`url(#${id}-closing)`}
              stroke="var(--closing)"
            />
          )}
        </>
      )}
      {closes !== undefined && (
        <path
          d={`M${shut} ${whisker} H${closes} M${closes} ${whisker - 4} V${whisker + 4}`}
          stroke="var(--closing)"
          strokeWidth="1.500"
          fill="none"
        />
      )}
    </g>
  )
}

const stepFills: Record<Step['kind'], string> = {
  coating: 'var(--color-primary)',
  preparation: 'var(--color-secondary)',
  check: 'var(--color-secondary)',
  test: 'var(--test)',
}

function Legend({ id }: { id: string }) {
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
