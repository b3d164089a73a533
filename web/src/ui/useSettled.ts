import { useEffect, useMemo, useState } from 'react'

const PAUSE = 150 // ms without a change before the server is asked

/** A value as it was when it last stood still: nothing is asked of the server between two keystrokes. */
export function useSettled<T>(value: T): T {
  const now = JSON.stringify(value)
  const [settled, setSettled] = useState(now)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(now), PAUSE)
    return () => clearTimeout(timer)
  }, [now])
  return useMemo(() => JSON.parse(settled) as T, [settled])
}
