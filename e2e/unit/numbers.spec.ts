import assert from 'node:assert/strict'
import { expect, test } from '@playwright/test'
import type { Workshop } from '../../web/src/api/client'
import { every } from '../../web/src/ui/every'
import { makeShow } from '../../web/src/ui/show'
import { measures, readNumber, volume, type Units } from '../../web/src/ui/units'
import { random } from './random'

test('numbers are read with a comma or a point', () => {
  for (const [text, want] of [
    ['1.5', 1.5],
    ['1,5', 1.5],
    [' 12 ', 12],
    ['-3', -3],
    ['', NaN],
    ['1.2.3', NaN],
    ['1,250.5', NaN],
    ['twelve', NaN],
  ] as const)
    expect(readNumber(text), text).toBe(want)
})

test('what is shown in a unit reads back as what it was', () => {
  const r = random(9)
  for (const units of ['metric', 'us'] as Units[])
    for (const [name, m] of Object.entries(measures[units]))
      for (let n = 0; n < 200; n++) {
        const si = r.below(100_000) / 1000
        assert.ok(Math.abs(m.toSI(m.fromSI(si)) - si) < 1e-9, `${si} as ${name} in ${units}`)
      }
})

// Factors that are exact by definition: 1 in = 25.4 mm, 1 US gal = 231 in³, 1 lb = 0.45359237 kg, °F = 1.8 °C + 32.
test('units are what they are defined to be', () => {
  const us = measures.us
  expect(us.side.toSI(1)).toBeCloseTo(0.0254, 12)
  expect(us.little.toSI(128)).toBeCloseTo(231 * 0.254 ** 3, 9)
  expect(us.weight.toSI(16)).toBeCloseTo(0.45359237, 12)
  expect(us.temp.fromSI(100)).toBeCloseTo(212, 9)
  expect(us.film.fromSI(25.4)).toBeCloseTo(1, 12)
  expect(us.area.toSI(1)).toBeCloseTo(0.3048 ** 2, 12)
})

test('litres are told in the unit that one would buy them in, and never as less than there is of a little', () => {
  for (const [litres, metric, us] of [
    [0, '0 mL', '0 fl oz'],
    [0.0004, '1 mL', '0 fl oz'],
    [0.25, '250 mL', '8.5 fl oz'],
    [1, '1 L', '1.06 qt'],
    [12.34, '12.3 L', '3.26 gal'],
  ] as const)
    for (const [units, want] of [
      ['metric', metric],
      ['us', us],
    ] as const) {
      const v = volume(units, litres)
      expect(`${Number(v.amount.toFixed(v.digits))} ${v.unit}`, `${litres} ${units}`).toBe(want)
    }
})

const shop = (part: Partial<Workshop>) =>
  makeShow({
    units: 'metric',
    clock: 'h24',
    numbers: 'point',
    currency: 'EUR',
    timeZone: 'Europe/London',
    ...part,
  } as Workshop)

test('moments are told by the workshop’s day, over both changes of the clocks', () => {
  const show = shop({})
  expect(show.moment('2026-10-25T23:30:00Z', '2026-10-24T23:10:00Z')).toBe('today 23:30') // the day of 25 hours
  expect(show.moment('2026-10-26T08:00:00Z', '2026-10-24T23:10:00Z')).toBe('tomorrow 08:00')
  expect(show.moment('2026-03-30T07:00:00Z', '2026-03-29T00:10:00Z')).toBe('tomorrow 08:00') // and of 23
  const far = shop({ timeZone: 'Pacific/Auckland' })
  expect(far.moment('2026-03-02T18:10:00Z', '2026-03-02T12:00:00Z')).toBe('today 07:10')
  expect(far.dayNamed('2026-03-03')).toMatch(/Tuesday/)
  expect(far.monthOf('2026-12-31')).toBe('December 2026')
  expect(shop({ clock: 'h12' }).clock('2026-03-02T20:05:00Z')).toMatch(/8:05\s?pm/i)
})

test('figures, prices and hours are told as the workshop writes them', () => {
  expect(shop({ numbers: 'comma' }).number(1234.5, 1)).toBe('1.234,5')
  expect(shop({}).number(1234.5, 1)).toBe('1,234.5')
  expect(shop({}).price('12.5')).toBe('€12.50')
  expect(shop({}).hours(0.5)).toBe('30 min')
  expect(shop({}).hours(47)).toBe('47 h')
  expect(shop({}).hours(48)).toBe('2 days')
  expect(shop({}).minutes(125)).toBe('2 h 5 min')
  expect([1, 6, 12, 18, 24].map(every)).toEqual([
    'every month',
    'every 6 months',
    'every year',
    'every 18 months',
    'every 2 years',
  ])
})
