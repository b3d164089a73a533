import assert from 'node:assert/strict'
import { expect, test } from '@playwright/test'
import { Problem, type EventInput } from '../../web/src/api/client'
import type { Press } from '../../web/src/offline/db'
import { Queue, type Keeper, type Outcome } from '../../web/src/offline/queue'
import { random } from './random'

/** What a device keeps, over reloads and for all its tabs. It may be broken, as in private windows. */
class Device {
  presses: Press[] = []
  answers = new Map<string, number>()
  broken = false
  private seq = 0
  private lock = Promise.resolve()
  readonly tabs = new Set<Queue>()

  private async step() {
    await Promise.resolve()
    if (this.broken) throw new Error('this device keeps nothing')
  }

  readonly keeper: Keeper = {
    all: async () => {
      await this.step()
      return this.presses.map((p) => ({ ...p }))
    },
    add: async (press) => {
      await this.step()
      this.presses.push({ ...press, seq: ++this.seq })
    },
    change: async (seq, part) => {
      await this.step()
      const there = this.presses.find((p) => p.seq === seq)
      if (there) Object.assign(there, part)
      return there !== undefined
    },
    drop: async (seq) => {
      await this.step()
      this.presses = this.presses.filter((p) => p.seq !== seq)
    },
    dropUnsent: async (key) => {
      await this.step()
      const there = this.presses.find((p) => p.key === key)
      const unsent = there !== undefined && !there.tried
      if (unsent) this.presses = this.presses.filter((p) => p !== there)
      return unsent
    },
    answer: async (key) => {
      await this.step()
      return this.answers.get(key)
    },
    arrived: async (press, event) => {
      await this.step()
      this.presses = this.presses.filter((p) => p.seq !== press.seq)
      this.answers.set(press.key, event)
    },
  }

  async alone(work: () => Promise<void>) {
    const before = this.lock
    let done = () => {}
    this.lock = new Promise((resolve) => (done = resolve))
    await before
    try {
      await work()
    } finally {
      done()
    }
  }
}

type Weather = 'open' | 'away' | 'answer lost'

/** A server that does what comes under a key once, refuses what is told already, and may be out of reach. */
class Server {
  weather: Weather = 'open'
  facts: (EventInput & { id: number })[] = []
  asked = 0
  private answered = new Map<string, number | Problem>()

  readonly post = async (key: string, _piece: number, body: EventInput): Promise<number> => {
    await Promise.resolve()
    if (this.weather === 'away') throw new Problem(0, 'away', 'away', [], 'unknown')
    this.asked++
    const before = this.answered.get(key)
    const answer = before ?? this.decide(body)
    if (typeof answer === 'number') this.answered.set(key, answer) // a refusal is not remembered
    await Promise.resolve()
    if (this.weather === 'answer lost') throw new Problem(0, 'lost', 'lost', [], 'unknown')
    if (answer instanceof Problem) throw answer
    return answer
  }

  private decide(body: EventInput): number | Problem {
    const of = (f: EventInput) => (f.kind === 'taken_back' ? f.of : undefined)
    const stands = (f: EventInput & { id: number }) => !this.facts.some((o) => of(o) === f.id)
    if (of(body) !== undefined) {
      const target = this.facts.find((f) => f.id === of(body))
      if (!target || !stands(target)) return new Problem(422, 'no', 'Nothing that stands has that number.')
    }
    if (body.kind === 'coat_laid' && this.facts.some((f) => f.kind === body.kind && f.coat === body.coat && stands(f)))
      return new Problem(422, 'no', 'It was told already.')
    const id = this.facts.length + 1
    this.facts.push({ ...body, id })
    return id
  }
}

const keys = () => {
  let n = 0
  return () => `key-${++n}`
}

/** A page on a device; another one that is opened on it is a tab beside it, or the same after a reload. */
function page(device: Device, server: Server, newKey: () => string): Queue {
  const queue: Queue = new Queue({
    keeper: device.keeper,
    newKey,
    post: server.post,
    alone: (work) => device.alone(work),
    tellTabs: (arrivedAt) =>
      device.tabs.forEach((t) => t !== queue && void t.changedElsewhere(arrivedAt).catch(() => {})),
  })
  device.tabs.add(queue)
  return queue
}

const desk = { id: 1, name: 'Desk' }
const textOf = (fact: EventInput) => ('text' in fact ? fact.text : undefined)
const note = (text: string) => ({ piece: desk, what: text, body: { kind: 'note', who: '', text } satisfies EventInput })
const coat = (n: number) => ({
  piece: desk,
  what: 'coat',
  body: { kind: 'coat_laid', who: '', coat: n } satisfies EventInput,
})
const settled = () => new Promise((resolve) => setImmediate(resolve)) // all that waits for nothing but promises is done

test('a press is kept before it is sent, and known once the server has it', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  const outcome = queue.press(note('A'))
  await expect.poll(() => device.presses.length + server.facts.length).toBeGreaterThan(0)
  expect(await outcome).toEqual({ is: 'kept', event: 1 })
  expect(device.presses).toEqual([])
})

test('without the network a press waits, is shown, and is sent in its order later', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  server.weather = 'away'
  expect((await queue.press(note('A'))).is).toBe('waiting')
  expect((await queue.press(note('B'))).is).toBe('waiting')
  expect(queue.all.map((p) => textOf(p.body))).toEqual(['A', 'B'])
  server.weather = 'open'
  await queue.send()
  expect(server.facts.map(textOf)).toEqual(['A', 'B'])
  expect(queue.all).toEqual([])
})

test('an answer that is lost does not count twice', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  server.weather = 'answer lost'
  expect((await queue.press(note('A'))).is).toBe('waiting')
  server.weather = 'open'
  await queue.send()
  expect(server.facts.length).toBe(1)
  expect(device.presses).toEqual([])
})

test('what the server would not have is told to whoever pressed, or kept until it is settled', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  await queue.press(coat(1))
  const refused = await queue.press(coat(1))
  expect(refused).toMatchObject({ is: 'refused', problem: { message: 'It was told already.' } })
  server.weather = 'away'
  await queue.press(coat(1))
  server.weather = 'open'
  await page(device, server, keys()).send() // after a reload nobody waits for it
  expect(device.presses).toMatchObject([{ refused: 'It was told already.' }])
  await queue.drop(device.presses[0]!.seq)
  expect(device.presses).toEqual([])
})

test('what arrives before anybody listens is told to whoever listens first', async () => {
  const [device, server] = [new Device(), new Server()]
  server.weather = 'away'
  await page(device, server, keys()).press(note('A'))
  server.weather = 'open'
  device.tabs.clear()
  const reloaded = page(device, server, keys())
  await reloaded.send()
  const heard: number[] = []
  reloaded.onArrival((piece) => heard.push(piece))
  expect(heard).toEqual([desk.id])
})

test('another tab hears of what arrived, and whoever waits there is answered', async () => {
  const [device, server, newKey] = [new Device(), new Server(), keys()]
  const [one, other] = [page(device, server, newKey), page(device, server, newKey)]
  const heard: number[] = []
  other.onArrival((piece) => heard.push(piece))
  await one.press(note('A'))
  await settled()
  expect(heard).toEqual([desk.id])
  expect(other.all).toEqual([])
})

test('taken back before it was sent, a press never reaches the server; afterwards another press takes it back', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  server.weather = 'away'
  const waiting = await queue.press(note('A'))
  device.presses[0]!.tried = false // as where the network was known to be away
  expect(await queue.dropUnsent((waiting as { key: string }).key)).toBe(true)
  server.weather = 'open'
  await queue.send()
  expect(server.facts).toEqual([])
  server.weather = 'answer lost'
  const lost = (await queue.press(note('B'))) as { key: string }
  expect(await queue.dropUnsent(lost.key)).toBe(false)
  server.weather = 'open'
  await queue.press({ piece: desk, what: 'back', body: { kind: 'taken_back', who: '' }, undoes: lost.key })
  expect(server.facts).toMatchObject([{ text: 'B' }, { kind: 'taken_back', of: 1 }])
})

test('a press that was taken back while it was about to be sent is not sent', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  await device.keeper.add({ ...note('A'), key: 'k', tried: false })
  const all = device.keeper.all
  device.keeper.all = async () => {
    const seen = await all()
    await device.keeper.dropUnsent('k') // by another tab, between reading and sending
    return seen
  }
  await queue.send()
  expect(server.asked).toBe(0)
  expect(device.presses).toEqual([])
})

test('where nothing can be kept, the press fails and is nowhere', async () => {
  const [device, server] = [new Device(), new Server()]
  device.broken = true
  await expect(page(device, server, keys()).press(note('A'))).rejects.toThrow('keeps nothing')
  expect(server.facts).toEqual([])
})

test('a storage that goes while presses wait leaves nobody waiting', async () => {
  const [device, server] = [new Device(), new Server()]
  const queue = page(device, server, keys())
  const outcome = queue.press(note('A'))
  await Promise.resolve()
  await Promise.resolve()
  device.broken = true
  expect(['waiting', 'kept']).toContain((await outcome).is)
})

// Whatever order presses, network, reloads, tabs and takings back come in: what was kept on the device reaches the server
// once, in its order, and every press is answered.
test('property: every order of online, offline, reload, two tabs and clash', async () => {
  for (let seed = 1; seed <= 300; seed++) {
    const r = random(seed)
    const [device, server, newKey] = [new Device(), new Server(), keys()]
    let tabs = [page(device, server, newKey)]
    const outcomes: Promise<Outcome>[] = []
    const pressed: string[] = []
    let [coats, reloads] = [0, 0]
    for (let step = 0; step < 12; step++) {
      const tab = r.of(tabs)
      switch (r.below(7)) {
        case 0:
          server.weather = r.of(['open', 'away', 'answer lost'] as const)
          break
        case 1: // a reload: whoever waited on that page is gone with it
          reloads++
          device.tabs.delete(tab)
          tabs = [...tabs.filter((t) => t !== tab), page(device, server, newKey)]
          break
        case 2:
          if (tabs.length < 2) tabs.push(page(device, server, newKey))
          break
        case 3:
          void tab.send()
          break
        case 4:
          outcomes.push(tab.press(coat(1)))
          coats++
          break
        default: {
          const text = `${seed}-${step}`
          pressed.push(text)
          outcomes.push(tab.press(note(text)))
        }
      }
      if (r.chance(0.5)) await settled()
    }
    await settled()
    server.weather = 'open'
    await Promise.all(tabs.map((t) => t.send()))
    await settled()
    await Promise.all(tabs.map((t) => t.send()))
    const kept = server.facts.filter((f) => f.kind === 'note').map((f) => f.text)
    assert.deepEqual(kept, pressed, `seed ${seed}: each note once, as they were pressed`)
    const laid = server.facts.filter((f) => f.kind === 'coat_laid').length
    assert.equal(laid, Math.min(coats, 1), `seed ${seed}: one coat`)
    assert.deepEqual(
      device.presses.filter((p) => p.refused === undefined),
      [],
      `seed ${seed}: nothing waits`,
    )
    if (reloads > 0) continue // whoever waited on a page that is gone hears nothing
    const answered = await Promise.race([Promise.all(outcomes).then(() => true), settled().then(() => false)])
    assert.ok(answered, `seed ${seed}: somebody still waits to hear what became of a press`)
  }
})
