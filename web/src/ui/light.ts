import { useEffect, useState } from 'react'

const dark = () => window.matchMedia('(prefers-color-scheme: dark)')

/** Day or lamp light: the machine's wish until one is chosen. */
export function useLight() {
  const [chosen, choose] = useState<string | null>(() => localStorage.getItem('light'))
  const [machine, setMachine] = useState(() => (dark().matches ? 'lamplight' : 'daylight'))
  useEffect(() => {
    const listen = () => setMachine(dark().matches ? 'lamplight' : 'daylight')
    dark().addEventListener('change', listen)
    return () => dark().removeEventListener('change', listen)
  }, [])
  const light = chosen ?? machine
  useEffect(() => {
    document.documentElement.dataset.theme = light
  }, [light])
  const turn = () => {
    const next = light === 'daylight' ? 'lamplight' : 'daylight'
    localStorage.setItem('light', next)
    choose(next)
  }
  return { light, turn }
}
