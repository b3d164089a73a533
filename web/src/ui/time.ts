/** A moment as a datetime-local input wants it, in the workshop's zone. */
export function toLocalInput(iso: string | undefined, timeZone: string | undefined): string {
  if (!iso) return ''
  const parts = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(new Date(iso))
  return parts.replace(' ', 'T')
}

/** The moment that a datetime-local input means in the workshop's zone; undefined when it is empty. */
export function fromLocalInput(text: string, timeZone: string | undefined): string | undefined {
  const asUTC = Date.parse(text + 'Z')
  if (Number.isNaN(asUTC)) return undefined
  // The zone's offset at that wall time, found by asking what wall time a first guess gives.
  const wall = Date.parse(toLocalInput(new Date(asUTC).toISOString(), timeZone) + 'Z')
  const guess = asUTC - (wall - asUTC)
  const again = Date.parse(toLocalInput(new Date(guess).toISOString(), timeZone) + 'Z')
  return new Date(guess + (asUTC - again)).toISOString()
}
