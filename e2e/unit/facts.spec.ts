import { expect, test } from '@playwright/test'
import type { CoatStep, EventInput, Piece, Plan, Step } from '../../web/src/api/client'
import { coatAsShown, nextOnZones, nextToTell, tellable, waitingFor } from '../../web/src/log/steps'
import type { Press } from '../../web/src/offline/db'
import { foldedScale, widthInHours } from '../../web/src/ui/fold'

const piece = { id: 3, input: { zones: [{ id: 31 }, { id: 32 }] } } as unknown as Piece
const NOW = '2026-03-02T09:00:00Z'

const coat = (n: number, zone = 0, hours = n): CoatStep =>
  ({
    kind: 'coating',
    zones: [zone],
    layer: 0,
    coat: n,
    product: { id: 9 },
    work: [{ from: at(hours), to: at(hours + 0.5) }],
  }) as unknown as CoatStep
const job = (key: string): Step =>
  ({ kind: 'preparation', zones: [], job: key, work: [{ from: at(0), to: at(0.5) }] }) as unknown as Step
const at = (hours: number) => new Date(Date.parse(NOW) + hours * 3_600_000).toISOString()
const plan = (...steps: Step[]) => ({ steps, zones: [{}, {}] }) as unknown as Plan
const press = (body: EventInput): Press => ({
  seq: 1,
  key: 'k',
  piece: { id: 3, name: '' },
  what: '',
  tried: false,
  body,
})
const first = { zoneId: 31, layer: 0, coat: 1, who: '' }

test('a coat is told by what names it, with what the plan showed', () => {
  expect(coatAsShown(piece, coat(2, 1))).toEqual({ zoneId: 32, layer: 0, coat: 2, plannedId: 9 })
})

test('a press that waits stands for its own step, and only where it tells all of it', () => {
  const told = press({ kind: 'coat_laid', ...first })
  expect(waitingFor(piece, coat(1), [told])).toBe(told)
  expect(waitingFor(piece, coat(2), [told])).toBeUndefined()
  expect(waitingFor(piece, coat(1, 1), [told])).toBeUndefined()
  expect(waitingFor(piece, coat(1), [press({ kind: 'coat_laid', ...first, share: 0.5 })])).toBeUndefined()
  expect(waitingFor(piece, coat(1), [press({ kind: 'begun', ...first })])).toBeUndefined()
  expect(waitingFor(piece, job('sand'), [press({ kind: 'job_done', job: 'sand', who: '' })])).toBeDefined()
})

test('what is told, waits, or is nobody’s work is not offered again', () => {
  expect(tellable(coat(1))).toBe(true)
  expect(tellable({ ...coat(1), told: { id: 1 } } as unknown as Step)).toBe(false)
  expect(tellable({ ...coat(1), product: { id: -1, nothingOn: true } } as unknown as Step)).toBe(false)
  expect(tellable({ ...job('x'), job: undefined } as unknown as Step)).toBe(false)
})

test('before anything is told the plan is taken as kept; from then on what comes next is told next', () => {
  const steps = [coat(1, 0, -30), coat(2, 0, 2), coat(3, 0, 60)]
  expect(nextToTell(piece, plan(...steps), [], NOW)).toBe(steps[1])
  const logged = [{ ...steps[0]!, told: { id: 1 } } as unknown as Step, ...steps.slice(1)]
  expect(nextToTell(piece, plan(...logged), [], NOW)).toBe(steps[1])
  const waiting = [press({ kind: 'coat_laid', ...first, coat: 2 })]
  expect(nextToTell(piece, plan(...logged), waiting, NOW)).toBe(steps[2])
  expect(nextToTell(piece, plan(steps[2]!), [], NOW)).toBeUndefined() // days away, and nothing is told yet
})

test('each zone has a next step of its own', () => {
  const told = { ...coat(1, 0, -5), told: { id: 1 } } as unknown as Step
  const next = nextOnZones(piece, plan(told, coat(2, 0), coat(1, 1)), [])
  expect(next.map((s) => s.zones[0])).toEqual([0, 1])
  expect(nextOnZones(piece, plan(coat(1, 0)), [])).toEqual([])
})

test('closed hours are folded, open ones are to scale, and time never runs back', () => {
  const open = [
    { from: at(0), to: at(8) },
    { from: at(24), to: at(32) },
    { from: at(4), to: at(9) }, // two people's hours overlap
  ]
  const width = widthInHours(at(0), at(32), open as never)
  expect(width).toBeGreaterThan(17)
  expect(width).toBeLessThan(20)
  const scale = foldedScale(at(0), at(32), open as never, 1000)
  let last = -1
  for (let h = 0; h <= 32; h += 0.5) {
    const x = scale(new Date(at(h)))
    expect(x).toBeGreaterThanOrEqual(last)
    last = x
  }
  expect(scale(new Date(at(99)))).toBe(1000)
  expect(widthInHours(at(0), at(2), [])).toBeGreaterThan(0)
})
