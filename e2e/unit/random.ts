/** Random numbers that are the same every time (mulberry32). */
export function random(seed: number) {
  let state = seed
  const next = () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return {
    below: (n: number) => Math.floor(next() * n),
    of: <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)]!,
    chance: (p: number) => next() < p,
  }
}
