import { useId, useState, type ReactNode } from 'react'
import { useShow } from './show'
import { readNumber, type Measure } from './units'

/** A labelled field with its consequence or error beside it. The child gets the ids it must carry. */
export function Field({
  label,
  hint,
  error,
  children,
}: {
  label: string
  hint?: ReactNode
  error?: string
  children: (ids: { id: string; 'aria-describedby'?: string; 'aria-invalid'?: true }) => ReactNode
}) {
  const id = useId()
  const described = error ? `${id}-error` : hint ? `${id}-hint` : undefined
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block font-semibold">
        {label}
      </label>
      {children({ id, 'aria-describedby': described, 'aria-invalid': error ? true : undefined })}
      {error ? (
        <p id={`${id}-error`} className="mt-1 text-sm font-semibold text-error">
          {error}
        </p>
      ) : (
        hint && (
          <p id={`${id}-hint`} className="mt-1 text-sm opacity-85">
            {hint}
          </p>
        )
      )}
    </div>
  )
}

/** A number typed in the reader's unit, kept in SI. What is typed stays as typed until it is left. */
export function MeasureInput({
  measure,
  value,
  onChange,
  ...rest
}: {
  measure: Measure
  value: number | undefined
  onChange: (si: number | undefined) => void
  id: string
  placeholder?: string
  'aria-label'?: string
}) {
  const show = useShow()
  const [typed, setTyped] = useState<string>()
  const settled =
    value === undefined || Number.isNaN(value) ? '' : show.number(measure.fromSI(value), measure.digits + 1)
  return (
    <label className="input w-full">
      <input
        {...rest}
        inputMode="decimal"
        autoComplete="off"
        value={typed ?? settled}
        onChange={(e) => {
          setTyped(e.target.value)
          onChange(e.target.value.trim() === '' ? undefined : measure.toSI(readNumber(e.target.value)))
        }}
        onBlur={() => setTyped(undefined)}
      />
      {measure.unit && <span className="opacity-80">{measure.unit}</span>}
    </label>
  )
}
