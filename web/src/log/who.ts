import { useState } from 'react'

const WHO = 'who'

/** Whoever told last on this device. */
export const lastWho = () => localStorage.getItem(WHO) ?? ''

/** Who is telling, asked once a device. */
export function useWho() {
  const [who, setWho] = useState(lastWho)
  return { who, setWho, keepWho: () => localStorage.setItem(WHO, who.trim()) }
}
