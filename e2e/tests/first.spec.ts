import { spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import { accessible, expect, noSidewaysScroll, onPhone, test } from './firmitas'

/** A program that nobody has used yet, on a database that ends with it. */
async function unused() {
  const own = spawn('../bin/firmitas', ['start', '-throwaway', '-addr', '127.0.0.1:0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = new Promise((resolve) => own.once('exit', resolve))
  const address = await new Promise<string>((resolve, reject) => {
    createInterface(own.stdout).on('line', (line) => {
      const at = /http:\/\/\S+/.exec(line)
      if (at) resolve(at[0])
    })
    void ended.then((code) => reject(new Error(`it ended with ${String(code)} before it was ready`)))
  })
  return {
    address,
    end: async () => {
      own.kill('SIGTERM')
      await ended
    },
  }
}

test('from an empty start to the first answer of one’s own, in under 60 presses', async ({ page, browser }) => {
  const own = await unused()
  try {
    let presses = 0
    const press = async (act: Promise<unknown>) => {
      presses++
      await act
    }
    await page.goto(own.address)
    await expect(page.getByRole('heading', { name: 'A workshop of your own' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'Bench', exact: true })).toHaveCount(0)
    await accessible(page)
    await press(page.getByRole('button', { name: 'Begin with the usual tins' }).click())
    await expect(page.getByText('Give it a name.')).toBeVisible() // drawn beside the field, nothing lost
    await press(page.getByLabel('Name of the workshop').fill('Two Planes'))
    await press(page.getByLabel('Town').fill('Hafen'))
    await press(page.getByRole('button', { name: 'Saturday' }).click())
    await press(page.getByRole('button', { name: 'Begin with the usual tins' }).click())
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible()
    await expect(page.getByText('Two Planes, Hafen')).toBeVisible()
    await press(page.getByRole('link', { name: 'Take in a piece' }).click())
    await press(page.getByLabel('Name').fill('Oak table'))
    await press(page.getByLabel('End use').selectOption({ label: 'Desk or work top' }))
    await press(page.getByLabel('Material').selectOption({ label: 'Ash' }))
    await press(page.getByRole('radio', { name: 'Natural' }).check())
    await press(page.getByLabel('Area').fill('1.5'))
    await press(page.getByRole('button', { name: 'Take it in' }).click())
    await page.waitForURL(/inspect/)
    await press(page.getByRole('button', { name: 'Keep what was seen' }).click())
    await expect(page.getByRole('button', { name: 'Take this system' })).toBeVisible()
    await press(page.getByRole('button', { name: 'Take this system' }).click())
    await expect(page).toHaveURL(/plan|prepare/)
    expect(presses).toBeLessThan(60)
    const phone = await onPhone(browser)
    const small = await phone.newPage()
    await small.goto(`${own.address}/shelf`)
    await expect(small.getByText('45 of 45 products')).toBeVisible()
    await noSidewaysScroll(small)
    await phone.close()
  } finally {
    await own.end()
  }
})

test('the first page on a phone, in the dark, with an empty shelf', async ({ browser }) => {
  const own = await unused()
  try {
    const phone = await onPhone(browser, 'dark')
    const page = await phone.newPage()
    await page.goto(own.address)
    await page.getByLabel('Name of the workshop').fill('Two Planes')
    await noSidewaysScroll(page)
    await accessible(page)
    const slower = await phone.newPage()
    await slower.goto(own.address)
    await slower.getByLabel('Name of the workshop').fill('Three Planes')
    await page.getByRole('button', { name: 'Begin with an empty shelf' }).tap()
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible()
    await slower.getByRole('button', { name: 'Begin with the usual tins' }).tap()
    await expect(slower.getByRole('heading', { name: 'On the bench' })).toBeVisible() // of the one there is
    await page.goto(`${own.address}/shelf`)
    await expect(page.getByText('The shelf is empty')).toBeVisible()
    await phone.close()
  } finally {
    await own.end()
  }
})
