import { useEffect, useRef, useState } from 'react'

/** The width in px of the element that the ref is given to, kept as it changes. */
export function useWidth() {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(900)
  useEffect(() => {
    const box = ref.current
    if (!box) return
    const watch = new ResizeObserver(() => setWidth(box.clientWidth))
    watch.observe(box)
    return () => watch.disconnect()
  }, [])
  return [ref, width] as const
}
