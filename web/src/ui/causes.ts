import type { Cause } from '../api/client'

/** What a step waits for, as one says it across a bench. */
export const forWhat: Record<Cause, string> = {
  start: 'its work begins then',
  rest: 'it was put aside until then',
  drying: 'it is still drying',
  hands: 'hands are on other work',
  hours: 'nobody is here before',
  booth: 'the booth is taken',
  rack: 'the racks are full',
  dust: 'something is being sanded, or a film is wet',
  air: 'it would be wet in air that harms it',
  board: 'a test board has not had its time',
  seen: 'what was seen on it keeps the next coat off',
  window: 'it is held back, so that the next coat meets its window',
}
