import assert from 'node:assert/strict'
import { expect, test } from '@playwright/test'
import {
  dayAfter,
  dayIn,
  fromWall,
  hardens,
  hourOf,
  onDay,
  readClock,
  readDay,
  toWall,
  weekdayOf,
} from '../../web/src/ui/time'
import { random } from './random'

const zones = ['Europe/London', 'America/New_York', 'Pacific/Auckland', 'Asia/Kolkata', 'America/St_Johns', 'UTC']

test('a wall time and its moment belong together, in every zone, all the year round', () => {
  const r = random(5)
  for (const zone of zones) {
    for (let n = 0; n < 2000; n++) {
      const moment = new Date(Date.UTC(2026, r.below(24), r.below(28), r.below(24), r.below(60))).toISOString()
      const wall = toWall(moment, zone)
      const back = fromWall(wall, zone)!
      assert.equal(toWall(back, zone), wall, `${moment} in ${zone}`)
      assert.ok(Math.abs(Date.parse(back) - Date.parse(moment)) <= 3_600_000) // an hour that comes twice has two moments
    }
  }
})

test('an hour that the clocks leave out is told as the hour beside it', () => {
  const moment = fromWall('2026-03-29T01:30', 'Europe/London')!
  expect(['2026-03-29T00:30', '2026-03-29T02:30']).toContain(toWall(moment, 'Europe/London'))
  expect(fromWall('', 'Europe/London')).toBeUndefined()
  expect(fromWall('2026-13-40T99:00', 'Europe/London')).toBeUndefined()
})

test('a day is the workshop’s, not UTC’s', () => {
  for (const [moment, zone, day] of [
    ['2026-03-03T00:30:00Z', 'America/New_York', '2026-03-02'],
    ['2026-03-02T18:10:00Z', 'Pacific/Auckland', '2026-03-03'],
    ['2026-12-31T23:30:00Z', 'Europe/London', '2026-12-31'],
    ['2026-06-30T23:30:00Z', 'Europe/London', '2026-07-01'], // summer time
  ] as const)
    expect(dayIn(moment, zone)).toBe(day)
})

test('what is told by the day is told of its noon, and of today of now', () => {
  expect(onDay('', '2026-03-02', 'Europe/London')).toBeUndefined()
  expect(onDay('2026-03-02', '2026-03-02', 'Europe/London')).toBeUndefined()
  for (const zone of zones) {
    const noon = onDay('2026-07-10', '2026-07-12', zone)!
    expect(toWall(noon, zone)).toBe('2026-07-10T12:00')
  }
  expect(toWall(hourOf('2026-07-10', 18, 'Pacific/Auckland'), 'Pacific/Auckland')).toBe('2026-07-10T18:00')
})

test('days are counted over months, years, leap days and changes of the clocks', () => {
  expect(dayAfter('2026-02-28', 1)).toBe('2026-03-01')
  expect(dayAfter('2028-02-28', 1)).toBe('2028-02-29')
  expect(dayAfter('2026-12-31', 1)).toBe('2027-01-01')
  expect(dayAfter('2026-03-30', -2)).toBe('2026-03-28')
  expect(weekdayOf('2026-03-02')).toBe(1)
  for (let n = -400; n < 400; n++) assert.equal(dayAfter(dayAfter('2026-03-29', n), -n), '2026-03-29')
})

test('days are read as people type them', () => {
  const today = '2026-12-30'
  for (const [text, want] of [
    ['today', '2026-12-30'],
    ['Tomorrow', '2026-12-31'],
    ['4 Mar', '2027-03-04'], // the nearest
    ['1 Nov', '2026-11-01'],
    ['4 March 2027', '2027-03-04'],
    ['4/3/27', '2027-03-04'],
    ['2027-03-04', '2027-03-04'],
    ['31 Feb', undefined],
    ['29 Feb 2028', '2028-02-29'],
    ['29 Feb 2027', undefined],
    ['soon', undefined],
    ['', undefined],
  ] as const)
    expect(readDay(text, today, false), text).toBe(want)
  expect(readDay('4/3/27', today, true)).toBe('2027-04-03')
})

test('times are read as people type them', () => {
  for (const [text, want] of [
    ['8', '08:00'],
    ['8:30', '08:30'],
    ['8.30', '08:30'],
    ['0830', '08:30'],
    ['8 pm', '20:00'],
    ['12 am', '00:00'],
    ['12 pm', '12:00'],
    ['13 pm', undefined],
    ['24', undefined],
    ['8:60', undefined],
    ['half past', undefined],
  ] as const)
    expect(readClock(text), text).toBe(want)
})

test('hardened is told only where it comes after light use', () => {
  expect(hardens({ lightUse: '2026-03-02T10:00:00Z', fullCure: '2026-03-09T10:00:00Z' })).toBe('2026-03-09T10:00:00Z')
  expect(hardens({ lightUse: '2026-03-02T10:00:00Z', fullCure: '2026-03-02T10:00:00Z' })).toBeUndefined()
  expect(hardens({ fullCure: '2026-03-02T10:00:00Z' })).toBeUndefined()
})
