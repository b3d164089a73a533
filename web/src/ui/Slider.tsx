import { Minus, Plus } from 'lucide-react'
import { useId } from 'react'

/** A value to drag, or to move by single steps with a gloved thumb. */
export function Slider({
  label,
  value,
  min,
  max,
  step = 1,
  text,
  onChange,
}: {
  label: string
  value: number
  min: number
  max: number
  step?: number
  text: string
  onChange: (v: number) => void
}) {
  const id = useId()
  const to = (v: number) => onChange(Math.min(max, Math.max(min, v)))
  return (
    <div className="min-w-0 flex-1 basis-60">
      <div className="flex justify-between gap-2 font-semibold">
        <label htmlFor={id}>{label}</label> <span aria-hidden="true">{text}</span>
      </div>
      <div className="flex items-center gap-1">
        <button
          type="button"
          className="btn btn-square btn-ghost"
          aria-label={`${label}: less`}
          disabled={value <= min}
          onClick={() => to(value - step)}
        >
          <Minus size={18} aria-hidden="true" />
        </button>
        <input
          id={id}
          type="range"
          className="slider w-full min-w-0"
          min={min}
          max={max}
          step={step}
          value={value}
          aria-valuetext={text}
          onChange={(e) => onChange(Number(e.target.value))}
        />
        <button
          type="button"
          className="btn btn-square btn-ghost"
          aria-label={`${label}: more`}
          disabled={value >= max}
          onClick={() => to(value + step)}
        >
          <Plus size={18} aria-hidden="true" />
        </button>
      </div>
    </div>
  )
}
