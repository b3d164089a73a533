import { GripVertical } from 'lucide-react'
import { useRef, useState } from 'react'
import type { Lane } from '../ui/lanes'
import type { At } from '../ui/StripLane'
import { useShow } from '../ui/show'
import { begins } from '../ui/step'

const DAY = 86_400_000 // ms
const QUARTER = 900_000 // ms
const WIDE = 28 // px

/** When what is still to do on a piece goes on; undefined where nothing is. */
const goesOn = (lane: Lane, now: string) =>
  lane.steps
    .map(begins)
    .filter((t) => Date.parse(t) > Date.parse(now))
    .sort()[0]

/** A grip at where a piece goes on: dragged, or moved a day by the arrow keys, it is tried from another moment. */
export function MoveHandle({
  lane,
  at,
  momentAt,
  now,
  move,
}: {
  lane: Lane
  at: At
  momentAt: (x: number) => Date
  now: string
  move: (at: string | undefined) => void
}) {
  const show = useShow()
  const [to, setTo] = useState<string>() // while it is dragged
  const from = useRef<{ x: number; left: number }>(undefined)
  const goes = goesOn(lane, now)
  if (goes === undefined) return null
  const left = at(to ?? goes)
  const beyond = Date.parse(goes) > momentAt(Number.MAX_SAFE_INTEGER).getTime() // of the strip's end
  if (left < 0 || (beyond && !to)) return null
  const by = (days: number) => new Date(Math.max(Date.parse(now), Date.parse(goes) + days * DAY)).toISOString()
  const tell = (iso: string) => move(Date.parse(iso) <= Date.parse(now) ? now : iso)
  const letGo = () => {
    from.current = undefined
    setTo(undefined)
  }
  return (
    <>
      <button
        type="button"
        className="absolute top-0 flex h-11 cursor-ew-resize touch-none items-center justify-center rounded border border-base-content/60 bg-base-100/90"
        style={{ left: left - WIDE - 2, width: WIDE }}
        aria-label={`Move ${lane.piece}, which goes on ${show.moment(goes, now)}: arrow keys move it by a day`}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          from.current = { x: e.clientX, left }
        }}
        onPointerMove={(e) => {
          if (!from.current) return
          const there = momentAt(from.current.left + e.clientX - from.current.x).getTime()
          const iso = new Date(Math.round(there / QUARTER) * QUARTER).toISOString()
          setTo(iso)
          tell(iso)
        }}
        onPointerUp={letGo}
        onPointerCancel={letGo}
        onKeyDown={(e) => {
          if (e.key === 'ArrowRight') tell(by(1))
          else if (e.key === 'ArrowLeft') tell(by(-1))
          else if (e.key === 'Escape') move(undefined)
          else return
          e.preventDefault()
        }}
      >
        <GripVertical size={18} aria-hidden="true" />
      </button>
      {to && (
        <span
          className="pointer-events-none absolute z-20 whitespace-nowrap bg-base-content px-2 py-1 text-sm text-base-100"
          style={{ left: left + 4, top: 6 }}
        >
          {show.moment(to, now)}
        </span>
      )}
    </>
  )
}
