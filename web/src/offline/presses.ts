import { useSyncExternalStore } from 'react'
import { answerOf, api, Problem, type EventInput } from '../api/client'
import { serverNow } from '../api/clock'
import { newKey, settle as untilKnown } from '../api/saving'
import { device, type Press } from './db'

/*
 * Presses are kept on this device first and sent in their order, each under a key of its own, until the server says that
 * it has them. So none is lost where there is no network, and none counts twice.
 */

/** What became of a press: the server has it, it waits on this device, or the server would not have it. */
export type Outcome =
  { is: 'kept'; event: number } | { is: 'waiting'; key: string } | { is: 'refused'; problem: Problem }

type Listener = () => void

let all: Press[] = []
const listeners = new Set<Listener>()
const waiters = new Map<string, (outcome: Outcome) => void>()
const arrivals = new Set<(pieceId: number) => void>()
const otherTabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('presses')
otherTabs?.addEventListener('message', () => void read())

async function read() {
  all = await (await device).getAll('presses')
  listeners.forEach((l) => l())
}

/** What this device keeps has changed: here, and in its other tabs. */
async function changed() {
  await read()
  otherTabs?.postMessage('changed')
}

const subscribe = (l: Listener) => {
  listeners.add(l)
  return () => {
    listeners.delete(l)
  }
}

/** What waits on this device, in the order in which it was pressed. */
export const usePresses = () => useSyncExternalStore(subscribe, () => all)

/** Calls back with the piece whenever a press has arrived that nobody waits for any more. */
export function onArrival(then: (pieceId: number) => void) {
  arrivals.add(then)
  return () => {
    arrivals.delete(then)
  }
}

/** Keeps a press on this device and sends it; the outcome is known at once where the server answers. */
export async function press(made: Pick<Press, 'piece' | 'what' | 'body' | 'undoes'>): Promise<Outcome> {
  const key = newKey()
  const outcome = new Promise<Outcome>((resolve) => waiters.set(key, resolve))
  try {
    await (await device).add('presses', { ...made, key, tried: false } as Press)
  } catch {
    waiters.delete(key)
    return sentAtOnce(key, made.piece.id, made.body)
  }
  await changed()
  void send()
  return outcome
}

const post = (key: string, piece: number, body: EventInput) =>
  api.POST('/pieces/{id}/events', {
    headers: { 'Idempotency-Key': key },
    params: { path: { id: piece } },
    body,
    signal: AbortSignal.timeout(PATIENCE),
  })

const PATIENCE = 10_000 // ms: after that it is held to be on its way, and sent again

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
  const tx = (await device).transaction('presses', 'readwrite')
  const found = await tx.store.index('key').get(told.press)
  const dropped = found !== undefined && !found.tried
  if (dropped) await tx.store.delete(found.seq)
  await tx.done
  if (!dropped) return press({ piece, what, body, undoes: told.press })
  await changed()
  return undefined
}

/** Drops a press that the server would not have. */
export async function drop(seq: number) {
  await (await device).delete('presses', seq)
  await changed()
}

/** Sends a press again that the server would not have. */
export async function again(seen: Press) {
  await (await device).put('presses', { ...seen, refused: undefined })
  await changed()
  await send()
}

let wanted = false
let running = false

/** Sends what waits, in its order; one tab at a time. */
export async function send() {
  wanted = true
  if (running) return
  running = true
  try {
    while (wanted) {
      wanted = false
      await alone(sendAll)
    }
  } catch {
    // this device keeps nothing, or its storage is gone: whoever pressed was told
  } finally {
    running = false
  }
}

const alone = (work: () => Promise<void>) => ('locks' in navigator ? navigator.locks.request('presses', work) : work())

/** Presses of this tab that another one has sent meanwhile. */
async function settleOthers() {
  const db = await device
  for (const key of waiters.keys()) {
    const told = await db.get('answers', key)
    const kept = all.find((p) => p.key === key)
    if (told !== undefined) settle(key, { is: 'kept', event: told.event })
    else if (kept?.refused !== undefined)
      settle(key, { is: 'refused', problem: new Problem(409, 'It could not be kept', kept.refused) })
  }
}

async function sendAll() {
  await read()
  await settleOthers()
  for (let next = all.find(open); next; next = all.find(open)) {
    const arrived = await deliver(next)
    await changed()
    if (!arrived) {
      for (const [key, tell] of waiters) tell({ is: 'waiting', key })
      waiters.clear()
      return
    }
  }
}

const open = (p: Press) => p.refused === undefined

function settle(key: string, outcome: Outcome) {
  waiters.get(key)?.(outcome)
  waiters.delete(key)
}

/** Worth sending again as it is: nobody could take it just now, or nobody can say whether it was taken. */
const passes = (p: Problem) => p.passing || p.outcome === 'unknown' || p.status === 429 || p.status >= 500

/** Sends one press. False where the server cannot be reached. */
async function deliver(p: Press): Promise<boolean> {
  const db = await device
  let body = p.body
  if (p.undoes !== undefined) {
    const told = await db.get('answers', p.undoes)
    if (told === undefined) {
      await db.delete('presses', p.seq) // what it takes back was never told
      return true
    }
    body = { ...body, of: told.event }
  }
  await db.put('presses', { ...p, tried: true })
  try {
    const event = await answerOf(post(p.key, p.piece.id, body))
    const tx = db.transaction(['presses', 'answers'], 'readwrite')
    await Promise.all([
      tx.objectStore('presses').delete(p.seq),
      tx.objectStore('answers').put({ event: event.id, at: Date.now() }, p.key),
      tx.done,
    ])
    if (waiters.has(p.key)) settle(p.key, { is: 'kept', event: event.id })
    else arrivals.forEach((then) => then(p.piece.id))
    return true
  } catch (problem) {
    if (!(problem instanceof Problem)) throw problem
    if (passes(problem)) return false
    if (waiters.has(p.key)) {
      await db.delete('presses', p.seq) // whoever pressed is told, and presses again
      settle(p.key, { is: 'refused', problem })
    } else {
      const why = [problem.message, ...problem.fields.map((f) => f.detail)].join(' ')
      await db.put('presses', { ...p, tried: true, refused: why })
    }
    return true
  }
}

const REMEMBERED = 14 * 86_400_000 // ms, as long as the server remembers a key

/** Reads what waits from before, and sends it now and whenever the network comes back. */
export async function startSending() {
  window.addEventListener('online', () => void send())
  document.addEventListener('visibilitychange', () => void send())
  const db = await device
  const tx = db.transaction('answers', 'readwrite')
  for (let at = await tx.store.openCursor(); at; at = await at.continue()) {
    if (Date.now() - at.value.at > REMEMBERED) await at.delete()
  }
  await tx.done
  await send()
}
