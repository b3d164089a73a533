import { ChevronDown, ChevronRight } from 'lucide-react'
import { useId, type ReactNode } from 'react'
import type { Strip } from '../api/client'
import { coatCount } from './BuildUp'
import { foldedScale, widthInHours } from './fold'
import type { Lane } from './lanes'
import { useShow } from './show'
import { dayIn, weekdayOf } from './time'
import { LANE, LaneDrawing, PieceDrawing, type At } from './StripLane'
import { Legend } from './StripLegend'
import { useWidth } from './useWidth'

const HEAD = 44
const PIECE = 44 // a piece that is folded to one lane
const PIECE_NARROW = 58 // where its name takes up to three lines
const PIECE_DENSE = 24 // where many are looked over
const NAME = 48 // the row above the lanes of a piece that is opened
const NAME_NARROW = 176 // where its words take up to four lines
const NARROW = 640
const COLUMN = 190 // of names
const COLUMN_NARROW = 138
const ROOM_FOR_HOURS = 12 // px an hour, from which its clock has room
const BEYOND = 5 // px outside: what lies there is not drawn
const LEAST_PX_PER_HOUR = 7 // that somebody works

/** What names the pieces of a strip of many: their head once opened, and which are. */
export interface Pieces {
  head: (lane: Lane) => ReactNode
  name: (lane: Lane) => ReactNode
  dense: boolean // where many are looked over
  opened: (pieceId: number) => boolean
  toggle: (pieceId: number) => void
}

/** Laid over the first lane of each piece. */
export type Over = (lane: Lane, at: At, momentAt: (x: number) => Date) => ReactNode

interface Row {
  lane: Lane
  all: Lane[] // of its piece
  kind: 'piece' | 'head' | 'zone'
  top: number
  tall: number
}

/** The rows of a strip from above: a piece that is folded is one lane, one that is opened has a head and its zones. */
function rowsOf(lanes: Lane[], pieces: Pieces | undefined, narrow: boolean): Row[] {
  const rows: Row[] = []
  let top = HEAD
  const add = (row: Omit<Row, 'top'>) => {
    rows.push({ ...row, top })
    top += row.tall
  }
  for (const lane of lanes) {
    const all = lanes.filter((l) => l.pieceId === lane.pieceId)
    const folded = pieces && !pieces.opened(lane.pieceId)
    const tall = pieces?.dense ? PIECE_DENSE : narrow ? PIECE_NARROW : PIECE
    if (folded && lane.first) add({ lane, all, kind: 'piece', tall })
    if (folded) continue
    if (pieces && lane.first) add({ lane, all, kind: 'head', tall: narrow ? NAME_NARROW : NAME })
    add({ lane, all, kind: 'zone', tall: LANE })
  }
  return rows
}

/**
 * Real dates and hours, those that nobody works folded: hands-on work, wet, window open and closing, light use, full
 * cure. One lane a piece, which opens into its zones; one lane a zone where there is one piece.
 */
export function ClockStrip({
  strip,
  lanes,
  pieces,
  least = LEAST_PX_PER_HOUR,
  over,
}: {
  strip: Strip
  lanes: Lane[]
  pieces?: Pieces
  least?: number // px for an hour that somebody works
  over?: Over
}) {
  const id = useId()
  const [box, boxWidth] = useWidth()
  const narrow = boxWidth < NARROW
  const named = pieces !== undefined || lanes.some((l) => l.name)
  const column = !named ? 0 : narrow ? COLUMN_NARROW : COLUMN
  const hours = widthInHours(strip.from, strip.to, strip.open)
  const width = Math.max(boxWidth - column - 2, Math.ceil(hours * least))
  const x = foldedScale(strip.from, strip.to, strip.open, width)
  const [from, to] = [Date.parse(strip.from), Date.parse(strip.to)]
  const at: At = (iso) => {
    const t = Date.parse(iso)
    if (t < from) return -BEYOND
    return t > to ? width + BEYOND : x(new Date(t))
  }
  const rows = rowsOf(lanes, pieces, narrow)
  const last = rows.at(-1)
  const height = (last ? last.top + last.tall : HEAD) + 4
  return (
    <figure className="print-whole">
      {/* eslint-disable jsx-a11y/no-noninteractive-tabindex -- a region that scrolls must be reachable by keyboard */}
      <div
        ref={box}
        className={`overflow-x-auto border border-base-300 lg:overflow-y-auto ${pieces?.dense ? 'lg:max-h-[97dvh]' : 'lg:max-h-[88dvh]'}`}
        tabIndex={0}
        role="region"
        aria-label="Clock strip, scrolls sideways"
      >
        {/* eslint-enable jsx-a11y/no-noninteractive-tabindex */}
        <div className="strip relative" style={{ width: column + width, height }}>
          <Axis strip={strip} at={at} column={column} width={width} hours={hours} />
          <svg
            width={width}
            height={height}
            viewBox={`0 0 ${width} ${height}`}
            className="absolute top-0"
            style={{ left: column }}
            aria-hidden="true"
          >
            <Ground id={id} strip={strip} at={at} width={width} height={height} />
            {rows.map((r) => (
              <RowDrawing key={r.lane.key + r.kind} row={r} at={at} id={id} width={width} to={strip.to} />
            ))}
            {rows.map((r) => (
              <PrintedNames key={r.lane.key + r.kind} row={r} />
            ))}
            <NowLine strip={strip} at={at} height={height} />
          </svg>
          <Described lanes={lanes} />
          {rows.map((r) => (
            <RowName
              key={r.lane.key + r.kind}
              row={r}
              column={column}
              boxWidth={boxWidth}
              pieces={pieces}
              at={at}
              over={over}
              momentAt={(px) => x.invert(px)}
            />
          ))}
        </div>
      </div>
      <Legend id={id} />
    </figure>
  )
}

function RowDrawing({ row, at, id, width, to }: { row: Row; at: At; id: string; width: number; to: string }) {
  const show = useShow()
  const { lane, all, kind, top } = row
  if (kind === 'head') return null
  if (kind === 'piece')
    return <PieceDrawing lanes={all} top={top} at={at} id={id} width={width} to={to} dense={row.tall === PIECE_DENSE} />
  return (
    <LaneDrawing
      lane={lane}
      top={top}
      at={at}
      id={id}
      width={width}
      to={to}
      cured={lane.fullCure && show.day(lane.fullCure)}
    />
  )
}

/** The days and hours above, which stay in sight. */
function Axis({
  strip,
  at,
  column,
  width,
  hours,
}: {
  strip: Strip
  at: At
  column: number
  width: number
  hours: number
}) {
  return (
    <div
      className="no-print sticky top-0 z-20 border-b border-base-300 bg-base-100"
      style={{ height: HEAD, width: column + width }}
    >
      <svg width={width} height={HEAD} className="absolute top-0" style={{ left: column }} aria-hidden="true">
        <Days days={[strip.from, ...strip.midnights]} at={at} width={width} height={HEAD} />
        {width / hours > ROOM_FOR_HOURS && <OpenHours open={strip.open} at={at} width={width} />}
        {strip.now >= strip.from && strip.now <= strip.to && (
          <text x={at(strip.now) + 4} y={HEAD - 8} fontSize="12" fontWeight="700" fill="var(--color-error)">
            now
          </text>
        )}
      </svg>
    </div>
  )
}

/** Closed hours, days, and what the patterns are. */
function Ground({ id, strip, at, width, height }: { id: string; strip: Strip; at: At; width: number; height: number }) {
  return (
    <>
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
      <g>
        <Days days={[strip.from, ...strip.midnights]} at={at} width={width} height={height} />
      </g>
    </>
  )
}

function NowLine({ strip, at, height }: { strip: Strip; at: At; height: number }) {
  if (strip.now < strip.from || strip.now > strip.to) return null
  const x = at(strip.now)
  return <line x1={x} x2={x} y1={HEAD - 6} y2={height} stroke="var(--color-error)" strokeWidth="2" />
}

/** The lanes in words, for whoever does not see the drawing. */
function Described({ lanes }: { lanes: Lane[] }) {
  const show = useShow()
  return (
    <ul className="sr-only">
      {lanes.map((l) => (
        <li key={l.key}>
          {l.label}: {describe(l, show.moment)}
        </li>
      ))}
    </ul>
  )
}

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

const ROOM_FOR_DATE = 82 // px
const ROOM_FOR_WEEKDAY = 34
const MONDAY = 1

/** The days that have room for their name; where none has, the weeks. */
function Days({ days, at, width, height }: { days: string[]; at: At; width: number; height: number }) {
  const show = useShow()
  const left = (i: number) => (i < days.length ? Math.max(0, at(days[i]!)) : width)
  const room = (i: number) => left(i + 1) - left(i)
  const tight = days.length > 3 && width / days.length < ROOM_FOR_WEEKDAY
  const weekday = (iso: string) => weekdayOf(dayIn(iso, show.workshop?.timeZone))
  const named = (d: string, i: number) => {
    if (tight) return weekday(d) === MONDAY && width - left(i) > ROOM_FOR_DATE ? show.day(d) : ''
    if (room(i) > ROOM_FOR_DATE) return show.day(d)
    return room(i) > ROOM_FOR_WEEKDAY ? show.weekday(d) : ''
  }
  return (
    <>
      {days.map((d, i) => (
        <g key={d}>
          {i > 0 && (
            <line
              x1={left(i)}
              x2={left(i)}
              y1={4}
              y2={height}
              stroke="currentColor"
              strokeOpacity={tight && weekday(d) !== MONDAY ? 0.12 : 0.35}
            />
          )}
          {named(d, i) && (
            <text x={left(i) + 5} y={20} fontSize="13" fontWeight="600" fill="currentColor">
              {named(d, i)}
            </text>
          )}
          {!tight && room(i) <= ROOM_FOR_DATE && weekday(d) === MONDAY && (
            <text x={left(i) + 5} y={34} fontSize="11" fill="currentColor">
              {show.day(d).replace(/^\S+ /, '')}
            </text>
          )}
        </g>
      ))}
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

/** What names a row, in a column that stays in sight while the strip scrolls. */
function RowName({
  row,
  column,
  boxWidth,
  pieces,
  at,
  over,
  momentAt,
}: {
  row: Row
  column: number
  boxWidth: number
  pieces?: Pieces
  at: At
  over?: Over
  momentAt: (x: number) => Date
}) {
  const { lane, kind, top, tall } = row
  const opened = kind === 'head'
  const laidOver = over && (
    <div className="no-print absolute" style={{ left: column, top: kind === 'zone' ? top + 14 : 0 }}>
      {over(lane, at, momentAt)}
    </div>
  )
  if (kind === 'zone') {
    return (
      <>
        {lane.name && (
          <div className="no-print pointer-events-none absolute inset-x-0" style={{ top: top + 6 }}>
            <span
              className="sticky left-0 block overflow-hidden bg-base-100/90 px-2 text-sm font-semibold leading-tight"
              style={{ width: column - 4, maxHeight: LANE - 12 }}
            >
              {lane.name}
            </span>
          </div>
        )}
        {lane.first && laidOver}
      </>
    )
  }
  return (
    <div
      className={`no-print absolute inset-x-0 ${opened ? 'z-10 border-y border-base-300 bg-base-200' : 'border-t border-base-300'}`}
      style={{ top, height: tall }}
    >
      <div
        className={`sticky left-0 z-10 flex h-full overflow-hidden ${opened ? 'items-start sm:items-center' : 'items-center border-r border-base-300 bg-base-100'}`}
        style={{ width: opened ? boxWidth - 2 : column }}
      >
        <button
          type="button"
          className={`btn btn-ghost shrink-0 ${tall === PIECE_DENSE ? 'h-6 min-h-0 w-6 p-0' : 'btn-square'}`}
          aria-expanded={opened}
          aria-label={`${opened ? 'Fold' : 'Open'} ${lane.piece}`}
          onClick={() => pieces?.toggle(lane.pieceId)}
        >
          {opened ? <ChevronDown size={18} aria-hidden="true" /> : <ChevronRight size={18} aria-hidden="true" />}
        </button>
        <div className="min-w-0 flex-1">{opened ? pieces?.head(lane) : pieces?.name(lane)}</div>
      </div>
      {!opened && laidOver}
    </div>
  )
}

/** On paper the drawing is scaled to the sheet: the names go with it, inside their lanes. */
function PrintedNames({ row: { lane, kind, top, tall } }: { row: Row }) {
  const text = 'hidden print:block'
  if (kind === 'zone' && !lane.name) return null
  return (
    <text
      className={text}
      x="6"
      y={top + tall - 8}
      fontSize={kind === 'zone' ? 13 : 15}
      fontWeight={kind === 'zone' ? 600 : 700}
      fill="currentColor"
    >
      {kind === 'zone' ? lane.name : lane.piece}
    </text>
  )
}

function describe(lane: Lane, moment: (iso: string) => string): string {
  if (lane.obstacles[0]) return lane.obstacles[0]
  const coats = lane.steps.filter((s) => s.kind === 'coating' && s.product.id > 0).length
  const told = [
    coatCount(coats),
    coats > 0 && `last ${moment(lane.lastCoat!)}`,
    `light use ${moment(lane.lightUse!)}`,
    lane.fullCure && `fully hardened ${moment(lane.fullCure)}`,
  ]
  return told.filter(Boolean).join(', ')
}
