import { useEffect, useState } from 'react'

/*
 * The server's clock as this device can know it: a phone's own may be wrong by hours, and facts are told with their time.
 */

const AHEAD = 'clock-ahead' // ms that the server's clock is ahead of ours

const ahead = () => Number(localStorage.getItem(AHEAD) ?? 0)

const NOTICED = 2000 // ms: less is the way of an answer through the network

/** The server told its time just now. */
export function clockTold(now: string) {
  const ms = Date.parse(now) - Date.now()
  if (Math.abs(ms - ahead()) > NOTICED) localStorage.setItem(AHEAD, String(ms))
}

/** The server's time, to the second. */
export const serverNow = () => new Date(Math.floor((Date.now() + ahead()) / 1000) * 1000).toISOString()

/** The server's time, again every so many ms. */
export function useServerNow(every: number) {
  const [now, tick] = useState(serverNow)
  useEffect(() => {
    const timer = setInterval(() => tick(serverNow()), every)
    return () => clearInterval(timer)
  }, [every])
  return now
}
