/** What the screens' addresses begin with; the bench is at the root. */
export const views = [
  'archive',
  'handbook',
  'may-i',
  'month',
  'outbox',
  'pieces',
  'reckon',
  'reports',
  'settings',
  'shelf',
  'shopping',
  'take-in',
  'wall',
]

/**
 * The address of a screen, with what it asks: this device answers it by itself. Whatever else a browser opens here (cards,
 * quotes, calendars, files) is the server's.
 */
export const ownPage = new RegExp(`^/(?:(?:${views.join('|')})(?:/[^?]*)?)?(?:\\?.*)?$`)
