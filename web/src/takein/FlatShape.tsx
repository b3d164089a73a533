import type { Flat, UnfoldedShape } from '../api/client'
import { useShow, type Show } from '../ui/show'

const WIDEST = 200 // px, of the longest surface of the zone
const LEAST = 3 // px, so that an edge is seen

/** The surfaces of one shape laid flat, all shapes of a zone to one scale. */
export function FlatShape({ shape, longest }: { shape: UnfoldedShape; longest: number }) {
  const show = useShow()
  const scale = WIDEST / longest
  return (
    <div className="min-w-0 self-start">
      <ul className="flex flex-wrap items-end gap-2">
        {shape.flats.map((f) => (
          <li key={f.name} className="min-w-0 text-xs">
            <Outline flat={f} scale={scale} />
            {caption(f, show)}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm font-semibold">{show.measure(show.measures.area, shape.areaM2)}</p>
    </div>
  )
}

function Outline({ flat, scale }: { flat: Flat; scale: number }) {
  const long = Math.max(LEAST, Math.max(flat.lengthM, flat.highM) * scale)
  const high = Math.max(LEAST, Math.min(flat.lengthM, flat.highM) * scale)
  return (
    <svg width={long + 2} height={high + 2} aria-hidden="true" className="mb-0.5 block max-w-full">
      <rect
        x={1}
        y={1}
        width={long}
        height={high}
        className={flat.less ? 'fill-none stroke-error' : 'fill-base-300 stroke-base-content'}
        strokeDasharray={flat.less ? '4 3' : undefined}
      />
    </svg>
  )
}

function caption(f: Flat, show: Show): string {
  const side = (m: number) => show.number(show.measures.side.fromSI(m), show.measures.side.digits)
  const times = f.times === 1 ? '' : `${show.number(f.times)} × `
  const more = f.factor === 1 ? '' : `, and ${show.number((f.factor - 1) * 100)} %`
  return `${times}${f.name} ${side(f.lengthM)} × ${side(f.highM)} ${show.measures.side.unit}${more}`
}
