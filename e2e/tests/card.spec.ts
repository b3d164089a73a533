import type { Page } from '@playwright/test'
import { accessible, expect, inDays, noSidewaysScroll, onPhone, pagesOf, planned, test } from './firmitas'

const daysAgo = (n: number) => inDays(-n)

const cot = (name: string) => ({
  name,
  endUse: "Cot, child's bed, toy box",
  material: 'Beech',
  look: 'Opaque, pale',
  area: '2',
  start: daysAgo(9),
})

const seen = (page: Page) => page.frameLocator('iframe[title="The buyer’s page"]')

/** Answers every question that stands against a piece's leaving. */
async function answerAll(page: Page, why: string) {
  const questions = page.getByRole('textbox', { name: /^Why it leaves all the same/ })
  await expect(questions.first()).toBeVisible()
  for (const q of await questions.all()) await q.fill(why)
}

test('an early hand-over: asked first, answered with a reason, told on the card; corrected, then withdrawn', async ({
  page,
  browser,
}) => {
  await planned(page, cot('Cot for N., second order'))
  await page.getByRole('link', { name: /Hand over/ }).click()
  await expect(page.getByRole('heading', { name: 'Before it leaves' })).toBeVisible()
  await expect(page.getByText("a child's piece is used only then").first()).toBeVisible()
  await page.getByLabel('What its buyer calls it').fill('White cot')
  await expect(seen(page).getByRole('heading', { name: 'Looking after: White cot' })).toBeVisible()
  await expect(seen(page).getByText('Cot for N.')).toHaveCount(0)
  await page.getByRole('button', { name: 'Hand over with this card' }).click()
  await expect(page.getByText('Say why it leaves all the same').first()).toBeVisible()
  await accessible(page)
  await answerAll(page, 'It stands empty in the nursery until then.')
  await page.getByLabel('Mail the card to').fill('n@example.org')
  await page.getByRole('button', { name: 'Hand over with this card' }).click()

  const link = page.getByLabel('The buyer’s link')
  const first = await link.inputValue()
  await accessible(page)
  const buyer = await (await browser.newContext()).newPage()
  await buyer.goto(first)
  await expect(buyer.getByText('The child may not use it before')).toBeVisible()
  await expect(buyer.getByText('stands empty')).toHaveCount(0) // the reason is the workshop's
  await expect(buyer.getByText('this is no certificate')).toBeVisible()

  await page.getByText('Correct it').click()
  await page.getByLabel('What its buyer calls it').fill('White beech cot')
  await page.getByRole('button', { name: 'Issue the corrected card' }).click()
  await expect(page.getByText('Say why: it is kept with the card.')).toBeVisible()
  await page.getByLabel('Why it is corrected').fill('The wood was not named.')
  await page.getByRole('button', { name: 'Issue the corrected card' }).click()
  await expect(page.getByRole('heading', { name: 'Cards of this piece' })).toBeVisible()
  const second = await link.inputValue()
  expect(second).not.toBe(first)
  await buyer.reload()
  await expect(buyer.getByText('A newer card replaced this one on')).toBeVisible()
  await buyer.getByRole('link', { name: 'Read the newer card' }).click()
  await expect(buyer.getByRole('heading', { name: 'Looking after: White beech cot' })).toBeVisible()

  await page.getByText('Withdraw it').click()
  await page.getByLabel('Why it is withdrawn').fill('Sold to somebody else.')
  await page.getByRole('button', { name: 'Withdraw this card' }).click()
  await expect(page.getByText('The card was withdrawn')).toBeVisible()
  await buyer.reload()
  await expect(buyer.getByRole('alert')).toContainText('This card was withdrawn on')
  await expect(buyer.getByText('Every day')).toHaveCount(0)
  await accessible(buyer)

  await page.goto('/outbox')
  await expect(page.getByText('to n@example.org')).toBeVisible()
  await accessible(page)
  await buyer.context().close()
})

test('a piece of four zones has one card, and each of them its own sentences', async ({ page }) => {
  const zone = (name: string, endUse: string, face: string, look: string) => ({
    ...{ name, endUse, face, look, material: 'oak', sheen: 'satin', areaM2: 0.8 },
  })
  const piece = await (
    await page.request.post('/api/pieces', {
      data: {
        ...{ name: 'Sideboard', kind: 'table', owner: 'own', alike: 1, parts: [], history: '' },
        ...{ start: `${daysAgo(20)}T08:00:00Z`, air: { tempC: 20, rh: 50 } },
        site: { onSite: false, livedIn: false, coverFloors: false, poorlyAired: false },
        zones: [
          zone('Top', 'dining_table', 'best', 'natural'),
          zone('Doors', 'cabinet_front', 'apart', 'opaque_pale'),
          zone('Inside', 'inside', 'inside', 'natural'),
          zone('Legs', 'base', 'body', 'opaque_pale'),
        ],
      },
    })
  ).json()
  for (const z of piece.input.zones as { id: number; name: string }[]) {
    await page.goto(`/pieces/${piece.id}/choose/${z.id}`)
    await page.getByRole('button', { name: 'Take this system' }).click()
    await page.waitForURL((url) => !url.pathname.endsWith(`/choose/${z.id}`))
  }
  await page.goto(`/pieces/${piece.id}/hand-over`)
  const card = seen(page)
  await expect(card.getByText(/^Top: .*stand/).first()).toBeVisible()
  await expect(card.getByText(/^Inside: .*Sprays|^Inside: A dry cloth/).first()).toBeVisible()
  await expect(card.getByText(/^Made of: oak/)).toHaveCount(1)
  await page.setViewportSize({ width: 390, height: 844 })
  await noSidewaysScroll(page)
})

test('a buyer on a phone asks in German about a ring, and the workshop hears of it', async ({ page, browser }) => {
  await page.goto('/pieces/1/hand-over')
  const link = await page.getByLabel('The buyer’s link').inputValue()
  const phone = await onPhone(browser, 'dark')
  const buyer = await phone.newPage()
  await buyer.goto(link)
  await buyer.getByRole('link', { name: 'Deutsch' }).tap()
  await expect(buyer.getByRole('heading', { name: 'Pflege: Garden settle' })).toBeVisible()
  await expect(buyer.locator('html')).toHaveAttribute('lang', 'de')
  await noSidewaysScroll(buyer)
  await accessible(buyer)
  await buyer.getByText('Es ist etwas passiert').tap()
  await buyer.getByLabel('ein Ring oder heller Fleck').check()
  await buyer.getByLabel('In Ihren Worten').fill('von einer Tasse, auf der Armlehne')
  await buyer.getByRole('button', { name: 'Der Werkstatt melden' }).tap()
  await expect(buyer.getByRole('status')).toContainText('weiß jetzt davon')
  await expect(buyer.getByRole('status')).toContainText('zwei Tage trocknen')
  await buyer.getByText('Es soll woanders stehen').tap()
  await buyer.getByLabel('Es wird genutzt als').selectOption({ label: 'Küchenarbeitsplatte' })
  await buyer.getByRole('button', { name: 'Zeigen, was nicht reicht' }).tap()
  await expect(buyer.getByRole('status')).toContainText('reicht seine Oberfläche nicht aus')
  await buyer.getByText('Eine Erinnerung, wenn die Pflege fällig ist').tap()
  await buyer.getByLabel('Ihre E-Mail-Adresse').fill('b@example.org')
  await buyer.getByRole('button', { name: 'Ja, erinnern Sie mich' }).tap()
  await expect(buyer.getByRole('status')).toContainText('Sie werden per E-Mail erinnert')
  await accessible(buyer)
  expect(pagesOf(await buyer.pdf({ format: 'A4' }))).toBe(1)
  const sheet = await buyer.request.get(`${link}/sheet.pdf?lang=de`)
  expect(sheet.headers()['content-type']).toBe('application/pdf')

  await page.goto('/')
  const notes = page.getByRole('region', { name: 'From buyers' })
  await expect(notes.getByText('a ring or a pale patch: von einer Tasse, auf der Armlehne')).toBeVisible()
  await accessible(page)
  await notes.getByRole('button', { name: /^Answered: Garden settle on the quay, a ring/ }).click()
  await expect(notes.getByText('von einer Tasse')).toHaveCount(0)
  await phone.close()
})
