import { useEffect, useState } from 'react'

type Change<T> = T | ((was: T) => T)

/** What was typed before, under a key of this tab; undefined when nothing was, or it cannot be read. */
function read<T>(key: string): T | undefined {
  try {
    const text = sessionStorage.getItem(key)
    // JSON has neither "not told" nor "not a number": both come back as not told
    return text === null ? undefined : (JSON.parse(text, (_, v: unknown) => v ?? undefined) as T)
  } catch {
    return undefined
  }
}

/** Throws away what was kept under a key. */
export const forgetKept = (key: string) => sessionStorage.removeItem(key)

/**
 * State that survives a reload, a look elsewhere and the Back button, until it is saved or thrown away. Restored tells
 * that it came back.
 */
export function useKept<T>(key: string, initial: () => T) {
  const [first] = useState(() => ({ value: read<T>(key), blank: initial() }))
  const [value, set] = useState<T>(first.value ?? first.blank)
  const [restored, setRestored] = useState(first.value !== undefined)
  useEffect(() => {
    if (value === first.value || value === first.blank) return
    try {
      sessionStorage.setItem(key, JSON.stringify(value))
    } catch {
      // a full or forbidden storage keeps nothing, and typing goes on
    }
  }, [key, value, first])
  const forget = () => forgetKept(key)
  const afresh = () => {
    forget()
    setRestored(false)
    set(first.blank)
  }
  return { value, set: set as (change: Change<T>) => void, forget, restored, afresh }
}
