import { expect, open, test } from './helpers'

test('light and dark: the choice holds over a reload, and the page is never drawn in the other first', async ({
  page,
}) => {
  await open(page)
  const ground = () => page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor)
  const light = await ground()
  await page.getByRole('button', { name: 'Dark' }).click()
  await expect.poll(ground).not.toBe(light)
  const dark = await ground()
  await page.addInitScript(() => {
    const seen: string[] = []
    Object.assign(window, { seenThemes: seen })
    new MutationObserver(() => document.body && seen.push(document.documentElement.className)).observe(document, {
      childList: true,
      subtree: true,
    })
  })
  await page.reload()
  await expect(page.getByRole('button', { name: 'Light' })).toBeVisible()
  expect(await ground()).toBe(dark)
  const seen = await page.evaluate(() => (window as unknown as { seenThemes: string[] }).seenThemes)
  expect(seen.filter((c) => c !== '' && !c.includes('dark'))).toEqual([])
})

test('focus is seen, and a dialog keeps the keyboard and gives it back', async ({ page }) => {
  await open(page)
  const units = page.getByRole('button', { name: 'Units' })
  await units.focus()
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Units and room' })
  await expect(dialog).toBeVisible()
  const inside = () => page.evaluate(() => document.activeElement?.closest('[role=dialog]') !== null)
  await expect.poll(inside).toBe(true)
  for (let i = 0; i < 15; i++) await page.keyboard.press('Tab')
  expect(await inside()).toBe(true)
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
  await expect(units).toBeFocused()
  const outline = await units.evaluate((e) => getComputedStyle(e).outlineStyle)
  expect(outline).toBe('solid')
})

test('notes and names are kept; a machine can be added and its first build runs', async ({ page }) => {
  await open(page)
  await page.getByLabel('Purpose').fill('Twelve watts at the spindle')
  await page.getByRole('button', { name: 'Another machine…' }).click()
  await page.getByRole('button', { name: 'begin with the plainest one' }).click()
  await expect(page.getByRole('heading', { name: 'Turn something fast · First print' })).toBeVisible()
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/')
  await expect(page.getByLabel('Purpose')).toHaveValue('Twelve watts at the spindle')
  await page.getByRole('button', { name: /^Turn something fast/ }).click()
  await expect(page.getByRole('link', { name: /^First print:/ })).toHaveCount(1)
})

test('an address that is not there is answered in words', async ({ page, request }) => {
  expect((await request.get('/nowhere')).status()).toBe(404)
  expect((await request.get('/api/health')).status()).toBe(200)
  await open(page, '/build?build=gone')
  await expect(page.getByText('That build is not in this project')).toBeVisible()
  await page.getByRole('button', { name: 'See all builds' }).click()
  await expect(page.getByRole('heading', { name: 'Engraving spindle' })).toBeVisible()
})

test('spans of a recording set by hand change the result while it stays in view, and can be found again', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-1')
  const from = page.getByLabel('Spin-up from')
  await expect(from).toBeVisible({ timeout: 20_000 })
  await from.fill('6')
  await expect(page.getByText('Set by hand.')).toBeVisible()
  await expect(from).toBeFocused()
  await page.getByRole('button', { name: 'Find them again' }).click()
  await expect(page.getByText('Found from the recording')).toBeVisible()
})

test('a recording with decimal commas can have its guess corrected before it is taken', async ({ page }) => {
  await open(page, '/bench?build=spindle-4')
  await page.getByRole('button', { name: 'New run…' }).click()
  const start = page.getByRole('button', { name: 'Start the run' })
  await expect(start).toBeDisabled()
  for (const box of await page.getByRole('dialog').getByRole('checkbox').all()) await box.check()
  await start.click()
  await page
    .getByLabel('Recording', { exact: true })
    .setInputFiles('src/project/fixtures/malformed/m2_semicolon_decimal_comma.csv')
  await expect(page.getByLabel('Columns parted by')).toHaveValue(';')
  await expect(page.getByLabel('Decimal sign')).toHaveValue(',')
  await expect(page.getByRole('cell', { name: '3039.8' })).toBeVisible()
  await expect(page.getByText('This file holds a speed, the rig records times of marks')).toBeVisible()
  await page.getByLabel('Decimal sign').selectOption('.')
  await expect(page.getByText('Read that way, the file makes no sense')).toBeVisible()
  await expect(page.getByLabel('Decimal sign')).toHaveValue(',')
})
