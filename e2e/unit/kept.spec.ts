import { expect, test } from '@playwright/test'
import { isKept } from '../../web/src/offline/kept'

test('the bench and its sheets stay on the device, and nothing that bears a sum', () => {
  for (const key of [['bench'], ['piece', 3], ['piece', 3, 'events'], ['plan', 3, 1, null], ['workshop']])
    expect(isKept(key), JSON.stringify(key)).toBe(true)
  for (const key of [
    ['bench', 'shopping'],
    ['bench', 'reports'],
    ['piece', 3, 'ledger'],
    ['piece', 3, 'quoting'],
    ['products'],
    ['outbox'],
  ])
    expect(isKept(key), JSON.stringify(key)).toBe(false)
})
