import type { SheetValue } from '../api/client'
import { useShow } from '../ui/show'
import { BasisMark } from '../ui/verdict'

/** A time, a range where the label gives one. */
export function Hours({ value: v }: { value: SheetValue }) {
  const show = useShow()
  return <>{v.late ? `${show.hours(v.value)} to ${show.hours(v.late)}` : show.hours(v.value)}</>
}

const degree: Record<number, string> = { 0: 'no', 0.5: 'partly', 1: 'yes' }
const degrees = new Set(['exterior', 'floor', 'blocks'])

/** A value as it would be typed into the field. */
export const typedAs = (v: SheetValue) =>
  degrees.has(v.field) ? (degree[v.value] ?? '') : `${v.value} ${v.unit}`.trim()

/** A value in the reader's units; what the label says stands beside it in its own words. */
function Told({ value: v }: { value: SheetValue }) {
  const show = useShow()
  if (v.unit === 'h') return <Hours value={v} />
  if (degrees.has(v.field)) return <>{degree[v.value] ?? v.value}</>
  if (v.unit === '°C') return <>{show.measure(show.measures.temp, v.value)}</>
  if (v.unit === 'µm') return <>{show.measure(show.measures.film, v.value)}</>
  if (v.unit === 'm²/L' && show.units === 'us') return <>{show.number(v.value * FT2_PER_GAL)} ft²/gal</>
  if (v.unit === 'd')
    return <>{v.late ? `${show.number(v.value)} to ${show.number(v.late)} days` : `${show.number(v.value, 1)} days`}</>
  return (
    <>
      {show.number(v.value, 2)} {v.unit}
    </>
  )
}

const FT2_PER_GAL = 40.745833 // of one m²/L; exact by the definitions of foot and gallon

/** A sheet as a list; narrow where it stands beside something else. */
export function SheetList({ values, narrow = false }: { values: SheetValue[]; narrow?: boolean }) {
  return (
    <dl className={`grid gap-x-8 gap-y-0.5 ${narrow ? '' : 'sm:grid-cols-2'}`}>
      {values.map((v) => (
        <div key={v.field} className="flex flex-wrap justify-between gap-x-3 border-b border-base-300 py-0.5">
          <dt>{v.title}</dt>
          <dd className={v.basis === 'label' ? 'font-bold' : ''}>
            <Told value={v} /> <BasisMark basis={v.basis} />
            {v.typed && <span className="block text-right text-sm font-normal opacity-85">“{v.typed}”</span>}
          </dd>
        </div>
      ))}
    </dl>
  )
}
