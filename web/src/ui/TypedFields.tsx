import type { ReactNode } from 'react'
import { Field } from './Field'

interface Told {
  label: string
  hint?: ReactNode
  error?: string
}

/** One of a few words, each under its id. */
export function WordField<T extends string>({
  words,
  value,
  onChange,
  ...told
}: Told & { words: Record<T, string>; value: T; onChange: (word: T) => void }) {
  return (
    <Field {...told}>
      {(ids) => (
        <select {...ids} className="select w-full" value={value} onChange={(e) => onChange(e.target.value as T)}>
          {Object.entries<string>(words).map(([id, word]) => (
            <option key={id} value={id}>
              {word}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}

/** A line of text. */
export function TextField({ value, onChange, ...told }: Told & { value: string; onChange: (text: string) => void }) {
  return (
    <Field {...told}>
      {(ids) => (
        <input
          {...ids}
          className="input w-full"
          autoComplete="off"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  )
}

/** Some lines of text. */
export function StoryField({ value, onChange, ...told }: Told & { value: string; onChange: (text: string) => void }) {
  return (
    <Field {...told}>
      {(ids) => (
        <textarea
          {...ids}
          className="textarea w-full"
          rows={2}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  )
}
