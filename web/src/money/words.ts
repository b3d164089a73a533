const names: Record<string, string> = {
  'by hand': 'work that nobody named',
  preparation: 'other preparation',
  test: 'test boards',
  check: 'looks before a coat',
  coating: 'other coats',
}

/** A kind of work in words. */
export const workWords = (id: string) => names[id] ?? id.replaceAll('_', ' ')
