import { expect, test } from '@playwright/test'
import type { LayOut } from '../../web/src/api/client'
import {
  addedZone,
  blankDraft,
  briefOf,
  copiedZone,
  inputOf,
  laidOut,
  splitZone,
  type Draft,
} from '../../web/src/takein/draft'

test.beforeAll(() => {
  globalThis.localStorage = { getItem: () => null, setItem: () => undefined } as unknown as Storage
})

const typed = (part: Partial<Draft> = {}): Draft => ({ ...blankDraft(), name: 'Desk', ...part })
const laid = (names: string[]): LayOut =>
  ({
    parts: [],
    zones: names.map((name) => ({ name, face: 'body', endUse: 'base', areaM2: 0.5, measured: [] })),
  }) as unknown as LayOut

test('what cannot be read goes out as what the server refuses by name, never as something else', () => {
  const input = inputOf(
    typed({ tempC: NaN, rh: undefined, alike: NaN, zones: [{ ...blankDraft().zones[0]!, areaM2: NaN }] }),
  )
  expect(input.air).toEqual({ tempC: -99, rh: -1 })
  expect(input.alike).toBe(0)
  expect(input.zones[0]!.areaM2).toBe(0)
  expect(input.night).toBeUndefined()
  expect(inputOf(typed({ byNight: true, nightTempC: 12, nightRh: 70 })).night).toEqual({ tempC: 12, rh: 70 })
})

test('shapes that were not begun are left out, and a brief is of one zone', () => {
  const zone = {
    ...blankDraft().zones[0]!,
    measured: [
      { shape: 'panel', sizes: { length: '1 m' }, count: 1 },
      { shape: 'panel', sizes: { length: ' ' }, count: 1 },
    ] as never,
  }
  expect(briefOf(typed(), zone).zone.measured).toHaveLength(1)
})

test('zones that were laid out follow the piece; those somebody measured stay', () => {
  const own = { ...blankDraft().zones[0]!, name: 'Inlay', endUse: 'display', laid: false }
  const first = laidOut(typed({ zones: [own] }), laid(['Top', 'Legs']))
  expect(first.zones.map((z) => z.name)).toEqual(['Top', 'Legs', 'Inlay'])
  const second = laidOut(first, laid(['Top']))
  expect(second.zones.map((z) => z.name)).toEqual(['Top', 'Inlay'])
  expect(laidOut(typed(), laid([])).zones).toHaveLength(1) // a piece always has one
})

test('a zone is split into halves, copied and added under names of their own, each with its own key', () => {
  const zone = { ...blankDraft().zones[0]!, id: 7, name: 'Top', areaM2: 1.2, lengthM: 1.2 }
  const draft = typed({ zones: [zone] })
  const halves = splitZone(draft, zone).zones
  expect(halves.map((z) => [z.name, z.areaM2, z.id, z.lengthM])).toEqual([
    ['Top', 0.6, 7, undefined],
    ['Top 2', 0.6, undefined, undefined],
  ])
  const copied = copiedZone(splitZone(draft, zone), halves[0]!).zones
  expect(copied.map((z) => z.name)).toEqual(['Top', 'Top 3', 'Top 2'])
  const all = addedZone(typed({ zones: copied })).zones
  expect(new Set(all.map((z) => z.key)).size).toBe(all.length)
  expect(all.at(-1)).toMatchObject({ name: 'Zone 2', face: 'body', laid: false })
})

test('a piece begins on the hour, at the server’s clock', () => {
  expect(blankDraft().start).toMatch(/:00:00\.000Z$/)
})
