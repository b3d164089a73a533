import { Minus, Plus } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { Field } from './Field'
import { useShow } from './show'
import { dayAfter, fromWall, readClock, readDay, toWall, todayIn } from './time'

interface Ids {
  id?: string
  'aria-describedby'?: string
  'aria-invalid'?: true
  'aria-label'?: string
}

/** A text that is read when it is left: shown as we write it, kept as it is meant, marked while it cannot be read. */
function ReadInput({
  value,
  written,
  read,
  onChange,
  wide,
  ...ids
}: Ids & {
  value: string
  written: string
  read: (text: string) => string | undefined
  onChange: (value: string) => void
  wide: string
}) {
  const [typed, setTyped] = useState<string>()
  const unread = typed !== undefined && typed.trim() !== '' && read(typed) === undefined
  return (
    <input
      {...ids}
      aria-invalid={unread ? true : ids['aria-invalid']}
      className={`input min-w-0 ${wide} ${unread ? 'input-error' : ''}`}
      autoComplete="off"
      value={typed ?? written}
      onFocus={(e) => e.target.select()}
      onChange={(e) => {
        setTyped(e.target.value)
        const meant = e.target.value.trim() === '' ? '' : read(e.target.value)
        if (meant !== undefined && meant !== value) onChange(meant)
      }}
      onBlur={() => {
        if (!unread) setTyped(undefined)
      }}
    />
  )
}

/** A day, as "YYYY-MM-DD"; '' for none. */
export function DayInput({ value, onChange, ...ids }: Ids & { value: string; onChange: (day: string) => void }) {
  const show = useShow()
  const today = todayIn(show.workshop?.timeZone)
  const step = (days: number, name: string, icon: ReactNode) => (
    <button
      type="button"
      className="btn btn-square btn-ghost join-item"
      aria-label={ids['aria-label'] ? `${ids['aria-label']}: ${name}` : name}
      onClick={() => onChange(value === '' ? today : dayAfter(value, days))}
    >
      {icon}
    </button>
  )
  return (
    // Where it is narrow the day has the line to itself, and the steps stand below it.
    <span className="@container block min-w-0">
      <span className="flex min-w-0 @max-[13rem]:flex-wrap">
        {step(-1, 'a day earlier', <Minus size={16} aria-hidden="true" />)}
        <ReadInput
          {...ids}
          value={value}
          written={value === '' ? '' : show.dayTyped(value)}
          read={(text) => readDay(text, today, show.units === 'us')}
          onChange={onChange}
          wide="w-full @max-[13rem]:order-first"
        />
        {step(1, 'a day later', <Plus size={16} aria-hidden="true" />)}
      </span>
    </span>
  )
}

/** A time of day, as "HH:MM". */
export function ClockInput({ value, onChange, ...ids }: Ids & { value: string; onChange: (clock: string) => void }) {
  const show = useShow()
  return (
    <ReadInput
      {...ids}
      value={value}
      written={value === '' ? '' : show.clockTyped(value)}
      read={readClock}
      onChange={(clock) => clock !== '' && onChange(clock)}
      wide="w-24"
    />
  )
}

const MORNING = '08:00'

/** A moment: its day and its time, in the workshop's zone and as the workshop writes them. */
export function WhenField({
  label,
  value,
  onChange,
  hint,
  error,
}: {
  label: string
  value: string | undefined
  onChange: (iso: string | undefined) => void
  hint?: string
  error?: string
}) {
  const show = useShow()
  const zone = show.workshop?.timeZone
  const wall = toWall(value, zone)
  const [day = '', clock = ''] = wall === '' ? [] : wall.split('T')
  return (
    <Field label={label} hint={hint} error={error}>
      {(ids) => (
        <span className="flex min-w-0 gap-2">
          <span className="min-w-0 flex-1">
            <DayInput
              {...ids}
              value={day}
              onChange={(d) => onChange(d === '' ? undefined : fromWall(`${d}T${clock || MORNING}`, zone))}
            />
          </span>
          <ClockInput
            aria-label={`${label}, time of day`}
            value={clock}
            onChange={(c) => day !== '' && onChange(fromWall(`${day}T${c}`, zone))}
          />
        </span>
      )}
    </Field>
  )
}
