import { Problem, type EventInput } from '../api/client'
import type { Press } from './db'

/*
 * Presses are kept on this device first and sent in their order, each under a key of its own, until the server says that
 * it has them. So none is lost where there is no network, and none counts twice. Nothing here knows of a page: what keeps
 * the presses, what sends them and what the other tabs are is given.
 */

/** What became of a press: the server has it, it waits on this device, or the server would not have it. */
export type Outcome =
  { is: 'kept'; event: number } | { is: 'waiting'; key: string } | { is: 'refused'; problem: Problem }

export type Made = Pick<Press, 'piece' | 'what' | 'body' | 'undoes'>

/** Keeps presses over reloads, for all tabs. Each call is one transaction. */
export interface Keeper {
  /** In the order in which they were pressed. */
  all: () => Promise<Press[]>
  /** Fails where this device keeps nothing. */
  add: (press: Omit<Press, 'seq'>) => Promise<void>
  /** Changes a press that is still there; false where it is not. */
  change: (seq: number, part: Partial<Press>) => Promise<boolean>
  drop: (seq: number) => Promise<void>
  /** Drops a press that nobody has sent yet; false where there is none such. */
  dropUnsent: (key: string) => Promise<boolean>
  /** What a press has told, by its key. */
  answer: (key: string) => Promise<number | undefined>
  /** The server has it: the press goes, and what it told is remembered. */
  arrived: (press: Press, event: number) => Promise<void>
}

export interface Surroundings {
  keeper: Keeper
  newKey: () => string
  /** The event that was made of it, or a Problem. */
  post: (key: string, piece: number, body: EventInput) => Promise<number>
  /** One tab at a time. */
  alone: (work: () => Promise<void>) => Promise<void>
  /** Tells the other tabs that what is kept has changed, and at which piece a press has arrived. */
  tellTabs: (arrivedAt: number | undefined) => void
}

/** Worth sending again as it is: nobody could take it just now, or nobody can say whether it was taken. */
const passes = (p: Problem) => p.passing || p.outcome === 'unknown' || p.status === 429 || p.status >= 500

const open = (p: Press) => p.refused === undefined

export class Queue {
  /** What waits, as it was read last. */
  all: Press[] = []
  private readonly listeners = new Set<() => void>()
  private readonly waiters = new Map<string, (outcome: Outcome) => void>()
  private readonly hearers = new Set<(piece: number) => void>()
  private unheard: number[] = []
  private wanted = false
  private sending: Promise<void> | undefined

  private readonly around: Surroundings

  constructor(around: Surroundings) {
    this.around = around
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener)
    return () => {
      this.listeners.delete(listener)
    }
  }

  /** Calls back with the piece when a press has arrived that nobody waits for: also those before anybody listened. */
  onArrival(then: (piece: number) => void) {
    this.hearers.add(then)
    this.unheard.splice(0).forEach(then)
    return () => {
      this.hearers.delete(then)
    }
  }

  private arrivedAt(piece: number) {
    if (this.hearers.size === 0) this.unheard.push(piece)
    this.hearers.forEach((then) => then(piece))
  }

  /** Another tab has changed what is kept. */
  async changedElsewhere(arrivedAt: number | undefined) {
    await this.read()
    await this.settleOthers()
    if (arrivedAt !== undefined) this.arrivedAt(arrivedAt)
  }

  private async read() {
    this.all = await this.around.keeper.all()
    this.listeners.forEach((l) => l())
  }

  private async changed(arrivedAt?: number) {
    await this.read()
    this.around.tellTabs(arrivedAt)
  }

  /** Keeps a press and sends it; the outcome is known at once where the server answers. Fails where it cannot be kept. */
  async press(made: Made): Promise<Outcome> {
    const key = this.around.newKey()
    const outcome = new Promise<Outcome>((resolve) => this.waiters.set(key, resolve))
    try {
      await this.around.keeper.add({ ...made, key, tried: false })
    } catch (cause) {
      this.waiters.delete(key)
      throw cause
    }
    await this.changed().catch(() => undefined) // it is kept all the same
    void this.send()
    return outcome
  }

  /** Drops an earlier press that nobody has sent; false where it was sent, and another press has to take it back. */
  async dropUnsent(key: string): Promise<boolean> {
    const dropped = await this.around.keeper.dropUnsent(key)
    if (dropped) await this.changed()
    return dropped
  }

  /** Drops a press that the server would not have. */
  async drop(seq: number) {
    await this.around.keeper.drop(seq)
    await this.changed()
  }

  /** Sends a press again that the server would not have. */
  async again(seq: number) {
    await this.around.keeper.change(seq, { refused: undefined })
    await this.changed()
    await this.send()
  }

  /** Sends what waits, in its order; one tab at a time. Asked while it sends, it looks once more before it ends. */
  send(): Promise<void> {
    this.wanted = true
    this.sending ??= this.drain().finally(() => (this.sending = undefined))
    return this.sending
  }

  private async drain() {
    try {
      while (this.wanted) {
        this.wanted = false
        await this.around.alone(() => this.sendAll())
      }
    } catch {
      this.allWait() // the storage is gone, and nobody knows what it holds
    }
  }

  private allWait() {
    for (const [key, tell] of this.waiters) tell({ is: 'waiting', key })
    this.waiters.clear()
  }

  /** Presses of this tab that another one has sent meanwhile. */
  private async settleOthers() {
    for (const key of [...this.waiters.keys()]) {
      const told = await this.around.keeper.answer(key)
      const refused = this.all.find((p) => p.key === key)?.refused
      if (told !== undefined) this.settle(key, { is: 'kept', event: told })
      else if (refused !== undefined)
        this.settle(key, { is: 'refused', problem: new Problem(409, 'It could not be kept', refused) })
    }
  }

  private async sendAll() {
    await this.read()
    await this.settleOthers()
    for (let next = this.all.find(open); next; next = this.all.find(open)) {
      const reached = await this.deliver(next)
      await this.read()
      if (!reached) {
        this.allWait()
        return
      }
    }
  }

  private settle(key: string, outcome: Outcome) {
    this.waiters.get(key)?.(outcome)
    this.waiters.delete(key)
  }

  /** What a press sends; undefined where it takes back what was never told. */
  private async bodyOf(p: Press): Promise<EventInput | undefined> {
    if (p.undoes === undefined) return p.body
    const told = await this.around.keeper.answer(p.undoes)
    return told === undefined || p.body.kind !== 'taken_back' ? undefined : { ...p.body, of: told }
  }

  /** Nothing is to be sent: what a press takes back was never told, and is not offered to be sent again either. */
  private async undone(p: Press) {
    const target = this.all.find((o) => o.key === p.undoes)
    if (target) await this.around.keeper.drop(target.seq)
    await this.around.keeper.drop(p.seq)
    this.around.tellTabs(undefined)
    this.settle(p.key, { is: 'kept', event: 0 })
  }

  /** Sends one press. False where the server cannot be reached. */
  private async deliver(p: Press): Promise<boolean> {
    const { keeper, post, tellTabs } = this.around
    const body = await this.bodyOf(p)
    if (body === undefined) {
      await this.undone(p)
      return true
    }
    if (!(await keeper.change(p.seq, { tried: true }))) return true // it was taken back meanwhile
    try {
      const event = await post(p.key, p.piece.id, body)
      await keeper.arrived(p, event)
      tellTabs(p.piece.id)
      if (this.waiters.has(p.key)) this.settle(p.key, { is: 'kept', event })
      else this.arrivedAt(p.piece.id)
      return true
    } catch (problem) {
      if (!(problem instanceof Problem)) throw problem
      if (passes(problem)) return false
      if (this.waiters.has(p.key)) {
        await keeper.drop(p.seq) // whoever pressed is told, and presses again
        this.settle(p.key, { is: 'refused', problem })
      } else {
        const why = [problem.message, ...problem.fields.map((f) => f.detail)].join(' ')
        await keeper.change(p.seq, { refused: why })
      }
      tellTabs(undefined)
      return true
    }
  }
}
