import type { System } from '../api/client'

/** The layer that takes the wear: the last one that is not laid for its looks alone. */
export function protection(s: System): System['layers'][number] {
  return [...s.layers].reverse().find((l) => l.role !== 'decorate') ?? s.layers[s.layers.length - 1]!
}
