import { accessible, expect, fillTakeIn, noSidewaysScroll, nothingLaid, onPhone, takenInBare, test } from './firmitas'
import type { Page } from '@playwright/test'

const layers = (page: Page) => page.getByRole('list', { name: 'Layers, the last coat first' })

/** Opens the bench for layers by hand, with nothing laid. */
async function byHand(page: Page, name: string) {
  await fillTakeIn(page, {
    name,
    endUse: 'Display piece, wall piece, lamp foot',
    material: 'Oak',
    look: 'Natural',
    area: '0.5',
  })
  await takenInBare(page)
  await nothingLaid(page)
}

const add = (page: Page, label: string) => page.getByLabel('Add a coat on top').selectOption({ label })

test('a doubt becomes a board in the plan, and a hidden spot opens the coat', async ({ page }) => {
  await byHand(page, 'Compass box')
  await add(page, 'Gannet Blond (Shellac, dewaxed)')
  await add(page, 'Ironbark Conversion (Conversion varnish (acid-catalysed))')
  await expect(page.getByRole('status').filter({ hasText: 'Ironbark Conversion: a test board decides.' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  const board = page.getByRole('listitem').filter({ hasText: 'Test board for Ironbark Conversion' })
  await expect(board).toContainText('until then this coat waits')
  await accessible(page)

  await page.getByRole('link', { name: /Choose/ }).click()
  await page.getByRole('button', { name: 'Change the chosen one by hand' }).click()
  const row = layers(page).getByRole('listitem', { name: 'Ironbark Conversion' })
  await row.getByRole('button', { name: 'Tested on a hidden spot' }).click()
  await row.getByRole('button', { name: 'Keep it with the piece' }).click()
  await expect(row.getByText('Say it in a sentence.')).toBeVisible()
  await row.getByLabel('What was tried, and what it showed').fill('Inside of the lid, a week: no crazing.')
  await row.getByLabel('Who').fill('JT')
  await row.getByRole('button', { name: 'Keep it with the piece' }).click()
  await expect(row.getByText('Decided on this piece:')).toBeVisible()
  await page.getByRole('button', { name: /Take this system|Keep this one/ }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByText('Inside of the lid, a week: no crazing.')).toBeVisible()
  await expect(page.getByText('Test board for')).toHaveCount(0)
})

test('a refusal of practice is gone past with a reason; physics is not', async ({ page }) => {
  await byHand(page, 'Tide table')
  await add(page, 'Gannet Blond (Shellac, dewaxed)')
  await add(page, 'Saltwater Oil (Exterior furniture oil)')
  const row = layers(page).getByRole('listitem', { name: 'Saltwater Oil' })
  await expect(row).toContainText('Refused')
  await row.getByRole('button', { name: 'Go on all the same, with a reason' }).click()
  await row
    .getByLabel('Why it goes on all the same')
    .fill('One wiped coat, rubbed off at once: the owner wants the smell.')
  await row.getByLabel('Who').fill('JT')
  await row.getByRole('button', { name: 'Keep it with the piece' }).click()
  await expect(row.getByText('Decided on this piece:')).toBeVisible()
  await page.getByRole('button', { name: 'Take this system' }).click()
  await page.waitForURL(/plan$/)
  await expect(page.getByText('the owner wants the smell')).toBeVisible()
  await page.reload()
  await expect(page.getByText('the owner wants the smell')).toBeVisible()

  await byHand(page, 'Tide table II')
  await add(page, "Bosun's Wax (Furniture wax, clear)")
  await add(page, 'Mizzen Clear (Waterborne polyurethane)')
  const clear = layers(page).getByRole('listitem', { name: 'Mizzen Clear' })
  await expect(clear).toContainText('Nothing grips wax.')
  await expect(clear.getByRole('button', { name: /all the same/ })).toHaveCount(0)

  await byHand(page, 'Tide table III')
  await add(page, 'Gannet Blond (Shellac, dewaxed)')
  await add(page, 'Saltwater Oil (Exterior furniture oil)')
  await expect(row.getByText('You went on all the same before:')).toBeVisible()
  await row.getByRole('button', { name: 'Decide as before' }).click()
  await expect(row.getByLabel('Who')).toHaveValue('JT')
  await row.getByRole('button', { name: 'Keep it with the piece' }).click()
  await expect(row.getByText('Decided on this piece:')).toBeVisible()
})

test('on a phone: what is seen outranks the clock, what nobody told is asked for, wax comes off', async ({
  browser,
}) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/may-i')
  const answer = page.getByRole('region', { name: 'The answer' })
  await page.getByLabel('Last coat on it', { exact: true }).selectOption({ label: 'Mizzen Clear' })
  await page.getByLabel('Hours ago: Last coat on it').fill('10')
  await page.getByLabel('What is to go over it').selectOption({ label: 'Mizzen Clear' })
  await expect(answer).toContainText('Yes, now, and for another 14 h without a key.')
  await page.getByText('Seen and felt on it').tap()
  await page.getByRole('checkbox', { name: 'still sticky' }).check()
  await expect(answer).toContainText('Not yet: in 12 h.')
  await accessible(page)
  await page.getByRole('checkbox', { name: 'still sticky' }).uncheck()
  await page.getByLabel('Air', { exact: true }).fill('8')
  await expect(answer).toContainText('Not in this air.')
  await expect(answer).toContainText('which takes the same air to')
  await page.getByLabel('Air', { exact: true }).fill('20')

  await page.getByLabel('Last coat on it', { exact: true }).selectOption({ label: 'nothing' })
  await page.getByLabel('What is to go over it').selectOption({ label: 'Chalk-type paint' })
  await expect(answer).toContainText('Would a yellow tinge show on it?')
  await page.getByLabel('What is to go over it').selectOption({ label: 'Chalk-type paint, a deeper colour' })
  await expect(answer).toContainText('Only under another coat.')
  await expect(answer.getByText('Would a yellow tinge show on it?')).toHaveCount(0)

  await page.getByLabel('Last coat on it', { exact: true }).selectOption({ label: "Bosun's Wax" })
  await page.getByLabel('What is to go over it').selectOption({ label: 'Mizzen Clear' })
  await expect(answer).toContainText('Take it off: Scrape and wash off the wax, then Mizzen Clear')
  await noSidewaysScroll(page)
  await phone.close()
})

test('at the bench, on a phone: sticky is told, the coat waits, and it is taken back', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/')
  await page.getByRole('button', { name: 'How does Rocking boat feel?' }).tap()
  const dialog = page.getByRole('dialog', { name: 'How does Rocking boat feel?' })
  await dialog.getByLabel('Who').fill('JT')
  await dialog.getByRole('button', { name: 'still sticky' }).tap()
  await expect(dialog.getByText('Whole boat: still sticky')).toBeVisible()
  await expect(dialog).toContainText('warm the room and leave it')
  await accessible(page)
  await dialog.getByRole('button', { name: 'Done' }).tap()
  const bench = page.getByRole('link', { name: /Rocking boat.*still sticky/ })
  await expect(bench).toBeVisible()
  await noSidewaysScroll(page)

  await bench.tap()
  await page.waitForURL(/pieces/)
  await page.getByRole('link', { name: /Plan and coat/ }).tap()
  const held = page.getByRole('status').filter({ hasText: 'Whole boat: still sticky' })
  await expect(held).toContainText('Try again from')
  await held.getByRole('button', { name: /take it back/ }).tap()
  await expect(held).toHaveCount(0)
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Rocking boat/ }).first()).toBeVisible()
  await expect(bench).toHaveCount(0)
  await phone.close()
})
