const DAY = 86_400_000

/** How long what was seen is kept on this device. */
export const KEPT_FOR = 7 * DAY

// What the bench and its sheets need where there is no network. Whatever the public may see, and prices, are not kept.
export const keptOnDevice = [
  'workshop',
  'catalogue',
  'bench',
  'piece',
  'plan',
  'techniques',
  'technique-notes',
  'faults',
]

/** Whether an answer may stay on this device: of bench and piece only what bears no sum. */
export function isKept([root, ...of]: readonly unknown[]) {
  if (root === 'bench') return of.length === 0
  if (root === 'piece') return of.length === 1 || of[1] === 'events'
  return keptOnDevice.includes(String(root))
}
