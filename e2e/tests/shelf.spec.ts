import type { Page } from '@playwright/test'
import { accessible, expect, noSidewaysScroll, onPhone, test } from './firmitas'

test('a product is entered from its tin, and its label wins over what is typical', async ({ page }) => {
  await page.goto('/shelf')
  await accessible(page)
  await page.getByRole('link', { name: 'Add a product' }).click()
  await page.getByLabel('Kind of coating').selectOption({ label: 'Oil-modified polyurethane' })
  const comes = page.getByRole('complementary', { name: 'What this comes to' })
  await expect(page.getByLabel('Recoat from')).toHaveAccessibleDescription('typical: 8 h')
  await page.getByLabel('Name on the tin').fill('Lantern Varnish')
  await page.getByLabel('Maker').fill('Old Chandlery')
  await page.getByLabel('Recoat from').fill('10–6 h')
  await expect(page.getByText('a range runs from the lower to the higher')).toBeVisible()
  await page.getByLabel('Spreading rate').fill('450 fathoms')
  await expect(page.getByText('write m²/L or ft²/gal')).toBeVisible()
  await page.getByLabel('Recoat from').fill('6–10 h')
  await page.getByLabel('Spreading rate').fill('450 ft²/gal')
  await page.getByLabel('Not below').fill('50 °F')
  await expect(comes).toContainText('6 h to 10 h')
  await expect(comes).toContainText('10 °C')
  await page.getByText('What it states').click()
  await page.getByLabel('Floors', { exact: true }).fill('states use on wooden floors at home.')
  await accessible(page)
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Lantern Varnish' })).toBeVisible()
  await expect(page.getByText('“450 ft²/gal”')).toBeVisible()

  // A tin, a note in the diary, another sheen in one step; then it is retired.
  await page.getByRole('button', { name: 'Add a tin' }).click()
  await page.getByLabel('Size').fill('a bucket')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('does not begin with a number')).toBeVisible()
  await page.getByLabel('Size').fill('1 qt')
  await page.getByLabel('Left').fill('50 %')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('473 mL of 1 qt')).toBeVisible()
  await page.getByLabel('How it behaved').fill('Skinned over in a month.')
  await page.getByRole('checkbox', { name: 'Never again' }).check()
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByText('Skinned over in a month.')).toBeVisible()
  await accessible(page)
  await page.getByRole('link', { name: 'Another sheen' }).click()
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(page.getByText('has this name and sheen already').first()).toBeVisible()
  await page.getByLabel('Sheen').selectOption('gloss')
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(page.getByText('Old Chandlery, gloss')).toBeVisible()
  await page.getByRole('button', { name: 'Retire' }).click()
  await expect(page.getByText('retired: offered no more')).toBeVisible()
  await page.goto('/shelf')
  await page.getByLabel('Find a product, kind or statement').fill('lantern')
  await expect(page.getByRole('link', { name: /Lantern Varnish/ })).toHaveCount(1)
  await expect(page.getByText('never again')).toBeVisible()
})

test('a tin is known by what it calls itself', async ({ page }) => {
  await page.goto('/shelf/new')
  await page.getByLabel('Name on the tin').fill('Galley Water-based PU')
  await page.getByRole('button', { name: 'Waterborne polyurethane', exact: true }).click()
  await expect(page.getByLabel('Kind of coating')).toHaveValue('clear_wb_pu')
  await accessible(page)
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Galley Water-based PU' })).toBeVisible()
})

const choose = (page: Page, text: string) =>
  page.getByLabel('Choose a file').setInputFiles({ name: 'shelf.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })

test('a spreadsheet with two bad lines is told line by line, and nothing is half taken in', async ({ page }) => {
  await page.goto('/shelf/import')
  const file =
    'name;family;sheen;recoatMinH;solidsPct\nSpume;clear_wb_pu;satin;2–4 h;33,5 %\n' +
    'Wrack;clear_wb_pu;satin;6–4 h;30\nFlotsam;chrome;satin;2;30\nDrift;wax_clear;satin;;\n'
  await choose(page, file)
  await expect(page.getByText('Nothing is saved yet.')).toBeVisible()
  await expect(page.getByRole('row', { name: /3 Wrack refused/ })).toContainText(
    'recoatMinH (D): Recoat from: “6–4 h” is turned round',
  )
  await expect(page.getByRole('row', { name: /4 Flotsam refused/ })).toContainText(
    'family (B): There is no kind “chrome”',
  )
  await accessible(page)
  await page.goto('/shelf')
  await expect(page.getByText('Spume')).toHaveCount(0)
  await page.goto('/shelf/import')
  await choose(page, file)
  await page.getByRole('button', { name: 'Take in the other 2' }).click()
  await expect(page.getByRole('heading', { name: 'Taken in' })).toBeVisible()
  await page.getByRole('link', { name: 'To the shelf' }).click()
  await expect(page.getByRole('link', { name: /Spume/ })).toBeVisible()
  await page.goto('/shelf/import')
  await choose(page, '\u0000PNG')
  await expect(page.getByRole('alert')).toContainText('cannot be read as text')
})

test('a file as people keep it: old and new, what stands empty, and a number that is asked about', async ({ page }) => {
  await page.goto('/shelf/import')
  await choose(page, 'Name,Kind,Maker,Recoat from\nSpindrift,Waterborne polyurethane,Fathom Works,2–4 h\n')
  await page.getByRole('button', { name: 'Take all of it in' }).click()
  await expect(page.getByRole('heading', { name: 'Taken in' })).toBeVisible()
  await choose(
    page,
    'Unser Regal\n\nProdukt;Sorte;Regal;Hersteller;Überstreichbar nach;VOC-Gehalt\n' +
      'Spindrift;Waterborne polyurethane;3;;3 h;0,05 g/L\nNeu;Hardwax oil;4;;;1.250\n',
  )
  await expect(page.getByRole('heading', { name: 'How is 1.250 meant?' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take all of it in' })).toHaveCount(0)
  await page.getByRole('button', { name: 'It is 1.25' }).click()
  await expect(page.getByText('Set aside, since nothing here is called so: Regal (C)')).toBeVisible()
  const line = page.getByRole('row', { name: /4 Spindrift changes/ })
  await expect(line).toContainText('Recoat from:')
  await expect(line.getByRole('deletion').first()).toBeVisible()
  const empty = page.getByRole('region', { name: /empty in the file: 1 value$/ })
  await expect(empty).toContainText('Spindrift: Maker stays')
  await empty.getByLabel('Take away what stands empty in the file').check()
  await expect(page.getByRole('region', { name: '1 value will be taken away' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Take all of it in' }).click()
  await expect(page.getByRole('heading', { name: 'Taken in' })).toBeVisible()
  await page.goto('/shelf/import')
  const formats = page.waitForEvent('popup')
  await page.getByRole('link', { name: 'The columns and what they take' }).click()
  await expect((await formats).getByRole('heading', { name: 'Open formats' })).toBeVisible()
})

test('may I, now? asked on a phone beside the piece', async ({ browser }) => {
  const phone = await onPhone(browser)
  const page = await phone.newPage()
  await page.goto('/')
  await page.getByRole('link', { name: 'May I?' }).tap()
  await page.getByLabel('Last coat on it', { exact: true }).selectOption({ label: 'Mizzen Clear' })
  await page.getByLabel('Hours ago: Last coat on it').fill('1')
  await page.getByLabel('What is to go over it').selectOption({ label: 'Mizzen Clear' })
  const answer = page.getByRole('region', { name: 'The answer' })
  await expect(answer).toContainText(/Not yet: in 1\.\d h\.|Not yet: in \d+ min\./)
  await page.getByLabel('Hours ago: Last coat on it').fill('5')
  await expect(answer).toContainText('Yes, now, and for another 19 h without a key.')
  await page.getByRole('slider', { name: 'Hours since the coat below' }).fill('150')
  await expect(answer).toContainText('Yes, once prepared.')
  await expect(answer).toContainText('Key with P220–P320')
  await accessible(page)
  await noSidewaysScroll(page)

  // Over wax there is no way; over oil varnish a lacquer finds one, from the shelf.
  await page.getByLabel('Last coat on it', { exact: true }).selectOption({ label: 'Bosun’s Wax'.replace('’', "'") })
  await expect(answer).toContainText('No.')
  await expect(answer).toContainText('Nothing grips wax.')
  await page.getByLabel('Last coat on it', { exact: true }).selectOption({ label: 'Amber Reach' })
  await page.getByLabel('Hours ago: Last coat on it').fill('')
  await page.getByLabel('What is to go over it').selectOption({ label: 'CAB-acrylic lacquer' })
  await expect(answer.getByRole('heading', { name: 'The way through' })).toBeVisible()
  await expect(answer).toContainText('Between: Gannet Blond, then CAB-acrylic lacquer')
  await page.getByText('Its state and its life').tap()
  await page.getByRole('checkbox', { name: 'silicone polish' }).check()
  await expect(answer).toContainText('Silicone pushes every coat aside')
  await noSidewaysScroll(page)
  await phone.close()
})

test('the grid is walked by keyboard, and a board settles what it doubts', async ({ page }) => {
  await page.goto('/shelf/grid')
  const grid = page.getByRole('grid', { name: 'Coats over grounds' })
  await grid.getByRole('button', { name: /^Gannet Blond over Gannet Blond/ }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowDown')
  await expect(
    grid.getByRole('button', {
      name: /^Gannet Orange over Breakwater Block: refused/,
    }),
  ).toBeFocused()
  await page.keyboard.press('Enter')
  const why = page.getByRole('complementary', { name: 'Why' })
  await expect(why).toContainText('White, pale or grey must stay so')
  await page.getByLabel('Coats', { exact: true }).selectOption('clear')
  await page.getByLabel('Over', { exact: true }).selectOption('oil')
  const doubt = grid.getByRole('button', {
    name: /^Mizzen Clear over Tread Hard Oil/,
  })
  await expect(doubt).toHaveAccessibleName(/test board/)
  await accessible(page)

  await page.goto('/shelf/boards')
  const board = page.getByRole('form', { name: 'A new board' })
  await board.getByLabel('Coat').selectOption({ label: 'Mizzen Clear' })
  await board.getByLabel('Over').selectOption({ label: 'Tread Hard Oil' })
  await board.getByRole('radio', { name: 'Class 4' }).check()
  await board.getByLabel('Solvent rub').selectOption({ label: 'leaves it unmoved' })
  await board.getByLabel('Who made it').fill('JT')
  await board.getByRole('checkbox', { name: 'It passed' }).check()
  await board.getByRole('button', { name: 'Keep this board' }).click()
  await expect(page.getByText('more than a few squares came off')).toBeVisible()
  await board.getByRole('radio', { name: 'Class 0' }).check()
  await board.getByRole('button', { name: 'Keep this board' }).click()
  await expect(page.getByText('Mizzen Clear over Tread Hard Oil: passed')).toBeVisible()
  await page.getByLabel('Photo of the board of Mizzen Clear over Tread Hard Oil').setInputFiles({
    name: 'board.png',
    mimeType: 'image/png',
    buffer: await page.screenshot(),
  })
  await expect(
    page.getByRole('img', {
      name: 'Test board of Mizzen Clear over Tread Hard Oil',
    }),
  ).toBeVisible()
  await accessible(page)

  await page.goto('/shelf/grid')
  await grid.getByRole('button', { name: /^Mizzen Clear over Tread Hard Oil: sound/ }).click()
  await expect(why).toContainText('Our test board: A test board held: cross-cut class 0 (5B).')
  await expect(why).toContainText('What was overridden by that')
  const csv = await page.request.get('/api/grid/export?material=beech')
  expect(await csv.text()).toContain('prepare: a coat between')
})

test('the handbook and the schools of practice', async ({ page }) => {
  await page.goto('/handbook#C4')
  await expect(page.getByText('Strong solvent over shellac or dye')).toBeInViewport()
  await accessible(page)
  await page.getByLabel('Find a rule').fill('silicone')
  await expect(page.getByText('Nothing over silicone sealant')).toBeVisible()
  await expect(page.getByText('Strong solvent over an oxidising')).toHaveCount(0)
  const over = async () => {
    await page.goto('/may-i?ground=fclear_wb_pu&coat=fwax_clear')
    return page.getByRole('region', { name: 'The answer' })
  }
  await expect(await over()).toContainText('Yes, after')
  await page.goto('/settings')
  await page.getByRole('checkbox', { name: 'Films are left unwaxed' }).check()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await expect(await over()).toContainText('This workshop leaves films unwaxed')
  await page.goto('/settings')
  await page.getByRole('checkbox', { name: 'Films are left unwaxed' }).uncheck()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
})
