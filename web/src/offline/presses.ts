import { useSyncExternalStore } from 'react'
import { answerOf, api, Problem, type EventInput } from '../api/client'
import { serverNow } from '../api/clock'
import { newKey, settle as untilKnown } from '../api/saving'
import { device, type Press } from './db'
import { Queue, type Keeper, type Made, type Outcome } from './queue'

export type { Outcome } from './queue'

const otherTabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('presses')

// A press is this device's only once it is written: until then, for some milliseconds, the page asks before it goes.
let beingKept = 0
window.addEventListener('beforeunload', (e) => {
  if (beingKept > 0) e.preventDefault()
})

const keeper: Keeper = {
  all: async () => (await device).getAll('presses'),
  add: async (press) => {
    beingKept++
    try {
      await (await device).add('presses', press as Press)
    } finally {
      beingKept--
    }
  },
  change: async (seq, part) => {
    const tx = (await device).transaction('presses', 'readwrite')
    const there = await tx.store.get(seq)
    if (there) await tx.store.put({ ...there, ...part })
    await tx.done
    return there !== undefined
  },
  drop: async (seq) => (await device).delete('presses', seq),
  dropUnsent: async (key) => {
    const tx = (await device).transaction('presses', 'readwrite')
    const there = await tx.store.index('key').get(key)
    const unsent = there !== undefined && !there.tried
    if (unsent) await tx.store.delete(there.seq)
    await tx.done
    return unsent
  },
  answer: async (key) => (await (await device).get('answers', key))?.event,
  arrived: async (press, event) => {
    const tx = (await device).transaction(['presses', 'answers'], 'readwrite')
    await Promise.all([
      tx.objectStore('presses').delete(press.seq),
      tx.objectStore('answers').put({ event, at: Date.now() }, press.key),
      tx.done,
    ])
  },
}

const PATIENCE = 10_000 // ms: after that it is held to be on its way, and sent again

const post = (key: string, piece: number, body: EventInput) =>
  api.POST('/pieces/{id}/events', {
    headers: { 'Idempotency-Key': key },
    params: { path: { id: piece } },
    body,
    signal: AbortSignal.timeout(PATIENCE),
    keepalive: true, // a page that goes does not call it back
  })

const queue = new Queue({
  keeper,
  newKey,
  post: async (key, piece, body) => (await answerOf(post(key, piece, body))).id,
  alone: async (work) => {
    await ('locks' in navigator ? navigator.locks.request('presses', work) : work())
  },
  tellTabs: (arrivedAt) => otherTabs?.postMessage({ arrivedAt }),
})

otherTabs?.addEventListener('message', ({ data }: MessageEvent<{ arrivedAt?: number }>) => {
  void queue.changedElsewhere(data.arrivedAt)
})

/** What waits on this device, in the order in which it was pressed. */
export const usePresses = () => useSyncExternalStore(queue.subscribe, () => queue.all)

/** Calls back with the piece whenever a press has arrived that nobody waits for any more. */
export const onArrival = (then: (pieceId: number) => void) => queue.onArrival(then)

/** Keeps a press on this device and sends it; where the browser keeps nothing it is sent at once. */
export async function press(made: Made): Promise<Outcome> {
  try {
    return await queue.press(made)
  } catch {
    return sentAtOnce(newKey(), made.piece.id, made.body)
  }
}

/** Where the browser keeps nothing, a press is sent until it is known what became of it, or nobody can say. */
async function sentAtOnce(key: string, piece: number, body: EventInput): Promise<Outcome> {
  try {
    return { is: 'kept', event: (await untilKnown(() => post(key, piece, body))).id }
  } catch (problem) {
    if (!(problem instanceof Problem)) throw problem
    if (problem.outcome !== 'unknown') return { is: 'refused', problem }
    const look =
      'Nobody can say whether it was kept, and this browser keeps nothing. Look at “What happened” before you press again.'
    return { is: 'refused', problem: new Problem(problem.status, problem.title, look, [], 'unknown') }
  }
}

/** Takes back what a press told: it is dropped while it has not been sent, or else another press takes it back. */
export async function takeBack(
  piece: Press['piece'],
  who: string,
  told: { event: number } | { press: string },
): Promise<Outcome | undefined> {
  const body: EventInput = { kind: 'taken_back', who, happenedAt: serverNow() }
  const what = 'Taken back'
  if ('event' in told) return press({ piece, what, body: { ...body, of: told.event } })
  if (await queue.dropUnsent(told.press)) return undefined
  return press({ piece, what, body, undoes: told.press })
}

/** Drops a press that the server would not have. */
export const drop = (seq: number) => queue.drop(seq)

/** Sends a press again that the server would not have. */
export const again = (seen: Press) => queue.again(seen.seq)

const REMEMBERED = 14 * 86_400_000 // ms, as long as the server remembers a key
const TRY_EVERY = 5_000 // ms, while something waits

/** Reads what waits from before, and sends it now, whenever the network comes back, and now and then. */
export async function startSending() {
  window.addEventListener('online', () => void queue.send())
  document.addEventListener('visibilitychange', () => void queue.send())
  setInterval(() => {
    if (queue.all.some((p) => p.refused === undefined)) void queue.send()
  }, TRY_EVERY)
  const db = await device
  const tx = db.transaction('answers', 'readwrite')
  for (let at = await tx.store.openCursor(); at; at = await at.continue()) {
    if (Date.now() - at.value.at > REMEMBERED) await at.delete()
  }
  await tx.done
  await queue.send()
}
