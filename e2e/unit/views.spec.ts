import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { ownPage, views } from '../../web/src/offline/views'

test('what a device answers by itself are the routes of the screens, all of them', () => {
  const main = readFileSync(new URL('../../web/src/main.tsx', import.meta.url), 'utf8')
  const top = [...main.matchAll(/^ {8}path: '([^'/]+)/gm)].map((m) => m[1])
  const alone = [...main.matchAll(/^ {4}path: '([^'/]+)/gm)].map((m) => m[1])
  expect([...new Set([...top, ...alone])].sort()).toEqual(views)
})

test('what strangers open, files and the server’s own addresses go through', () => {
  const theirs = [
    '/quote/abc',
    '/quote/abc/sheet.pdf',
    '/care/abc',
    '/care/abc/tag.pdf',
    '/care/page.css',
    '/preview/care/3',
    '/calendar/abc.ics',
    '/api/bench',
    '/healthz',
    '/readyz',
    '/robots.txt',
    '/shelfish',
  ]
  expect(theirs.filter((path) => ownPage.test(path))).toEqual([])
  const ours = [
    '/',
    '/?zone=3',
    '/may-i?coat=4',
    '/pieces/3/plan',
    '/pieces/3/inspect/7',
    '/shelf',
    '/shelf/grid?over=2',
  ]
  expect(ours.filter((path) => !ownPage.test(path))).toEqual([])
})
