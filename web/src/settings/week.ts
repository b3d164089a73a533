/** The days of a week as the server counts them, from Sunday, and in the order that they are shown in. */
export const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
export const mondayFirst = [1, 2, 3, 4, 5, 6, 0]

/** A day's hours, in minutes after midnight: one that is worked, to begin with, and one that is not. */
export const WORKDAY = { open: 8 * 60, close: 17 * 60 }
export const FREE = { open: 0, close: 0 }

export const toClock = (min: number) =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`

export const fromClock = (text: string) => {
  const [h = 0, m = 0] = text.split(':').map(Number)
  return h * 60 + m
}
