import type { PersistedClient, Persister, PersistQueryClientOptions } from '@tanstack/react-query-persist-client'
import { device } from './db'
import { isKept, KEPT_FOR } from './kept'

const PATIENCE = 3_000 // ms

async function reachable() {
  try {
    return (await fetch('/api/workshop', { signal: AbortSignal.timeout(PATIENCE) })).ok
  } catch {
    return false
  }
}

type Query = PersistedClient['clientState']['queries'][number]

/** What was kept before and nobody has asked for since; of a plan only the newest. */
function stillKept(before: PersistedClient | undefined, now: PersistedClient): Query[] {
  if (before?.buster !== now.buster) return []
  const asked = new Set(now.clientState.queries.map((q) => q.queryHash))
  const planned = new Set(now.clientState.queries.filter((q) => q.queryKey[0] === 'plan').map((q) => q.queryKey[1]))
  return before.clientState.queries.filter((q) => {
    const older = q.queryKey[0] === 'plan' && planned.has(q.queryKey[1])
    return !older && !asked.has(q.queryHash) && Date.now() - q.state.dataUpdatedAt < KEPT_FOR
  })
}

const KEY = 'screens'
const EVERY = 2_000 // ms

let latest: PersistedClient | undefined
let soon: ReturnType<typeof setTimeout> | undefined

async function write() {
  soon = undefined
  const now = latest
  if (!now) return
  const tx = (await device).transaction('screens', 'readwrite')
  const queries = [...now.clientState.queries, ...stillKept(await tx.store.get(KEY), now)]
  await tx.store.put({ ...now, clientState: { ...now.clientState, queries } }, KEY)
  await tx.done
}

/**
 * Keeps what is seen on this device at once: of what a press has changed nothing older may stand there when the network
 * goes, or a step that is told would be offered again.
 */
export async function keepNow() {
  clearTimeout(soon)
  await write().catch(() => undefined) // a full device keeps what it has
}

const persister: Persister = {
  persistClient: (client) => {
    latest = client
    soon ??= setTimeout(() => void write().catch(() => undefined), EVERY) // a full device keeps what it has
  },
  // What was seen last stands in only where the server cannot be asked: it may be old.
  restoreClient: async () => ((await reachable()) ? undefined : (await device).get('screens', KEY)),
  removeClient: async () => (await device).delete('screens', KEY),
}

/** Keeps the last bench on this device, so that it opens where there is no network. */
export const screens: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister,
  maxAge: KEPT_FOR,
  buster: document.querySelector<HTMLScriptElement>('script[type=module]')?.src ?? '', // of another build: not ours to read
  dehydrateOptions: {
    shouldDehydrateQuery: (q) => q.state.data !== undefined && isKept(q.queryKey),
  },
}
