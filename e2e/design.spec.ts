import { accessible, expect, figure, open, test } from './helpers'

test('a newcomer opens the demo, makes a version, and sees every figure follow the throat at once', async ({
  page,
}) => {
  await open(page)
  await expect(page.getByRole('link', { name: /^Third print:/ })).toContainText('2 runs', { timeout: 20_000 })
  await page.getByRole('button', { name: 'New version from Fourth print…' }).click()
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Fifth print')
  await page.getByLabel(/What will be changed/).fill('throat 1.7 → 1.3 mm')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('heading', { name: 'Fifth print' })).toBeVisible()
  const before = await figure(page, 'Flow')
  expect(before).toBeCloseTo(2.14, 1)
  await page.getByLabel('Throat', { exact: true }).fill('1.3')
  // Choked flow goes with the area of the throat and, less the line's share, with pressure.
  await expect.poll(() => figure(page, 'Flow')).toBeCloseTo(before * (1.3 / 1.7) ** 2, 1)
  await expect(page.getByRole('tab', { name: /^Nozzle/ })).toContainText('convergent 1.30 mm')
  await page.goto('/')
  await expect(page.getByRole('link', { name: /^Fifth print:/ })).toContainText('predicted, not printed')
})

test('units are understood as typed; a bad one is explained and changes nothing', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle')
  const throat = page.getByLabel('Throat', { exact: true })
  await throat.fill('1/16 in')
  await expect(page.getByRole('tab', { name: /^Nozzle/ })).toContainText('convergent 1.59 mm')
  await throat.fill('#52 drill')
  await expect(page.getByRole('tab', { name: /^Nozzle/ })).toContainText('convergent 1.61 mm')
  await throat.fill('3 furlong')
  await expect(page.getByText('“furlong” is not a unit known here')).toBeVisible()
  await expect(page.getByRole('tab', { name: /^Nozzle/ })).toContainText('convergent 1.61 mm')
  await throat.fill('90')
  await expect(page.getByText('Must be from 0.2 to 60 mm.')).toBeVisible()
  await page.getByLabel('Inlet bore', { exact: true }).fill('1')
  await expect(page.getByText('the inlet bore must be wider than the throat')).toBeVisible()
  await page.getByRole('tab', { name: /^Supply/ }).click()
  await page.getByLabel('Regulator', { exact: true }).fill('50 psi')
  await expect(page.getByRole('tab', { name: /^Regulator and line/ })).toContainText('345 kPa gauge')
})

test('a throat too large is drawn down to what the compressor can hold, and said so', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle')
  await page.getByLabel('Throat', { exact: true }).fill('2.6')
  await expect(page.getByText(/The compressor cannot hold 350 kPa/)).toBeVisible()
  await page.getByRole('tab', { name: /^Supply/ }).click()
  expect(await figure(page, 'Pressure held')).toBeLessThan(300)
  await expect(page.getByText('Full tank lasts')).toBeVisible()
})

test('undo, redo and reload keep what was done; undo works after a reload', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=rotor')
  await page.getByLabel('How many', { exact: true }).fill('15')
  await expect(page.getByRole('tab', { name: /^Rotor/ })).toContainText('15 blades')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.reload()
  await expect(page.getByRole('tab', { name: /^Rotor/ })).toContainText('15 blades')
  await page.getByRole('button', { name: 'Undo: blades' }).click()
  await expect(page.getByRole('tab', { name: /^Rotor/ })).toContainText('12 blades')
  await page.getByRole('button', { name: 'Redo: blades' }).click()
  await expect(page.getByRole('tab', { name: /^Rotor/ })).toContainText('15 blades')
  await page.locator('body').press('Control+z')
  await expect(page.getByRole('tab', { name: /^Rotor/ })).toContainText('12 blades')
})

test('a second tab follows the first', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=rotor')
  const other = await page.context().newPage()
  await open(other, '/build?build=spindle-4&station=rotor')
  await page.getByLabel('How many', { exact: true }).fill('17')
  await expect(other.getByRole('tab', { name: /^Rotor/ })).toContainText('17 blades')
})

test('a tested build is kept as tested: it is changed as a new version', async ({ page }) => {
  await open(page, '/build?build=spindle-3&station=nozzle')
  await expect(page.getByLabel('Throat', { exact: true })).toBeDisabled()
  await page.getByRole('button', { name: 'Change it as a new version' }).click()
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByLabel('Throat', { exact: true })).toBeEnabled()
})

test('any headline figure shows its working: formula, numbers, source, range', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle')
  await page.getByRole('button', { name: /^Flow/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Mass flow' })
  await expect(dialog).toContainText('C* / √(R · T0)')
  await expect(dialog).toContainText('NACA Report 1135')
  await expect(dialog.getByRole('row', { name: /choked-flow factor/ })).toContainText('0.68473')
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
  await page.getByRole('tab', { name: /^Shaft/ }).click()
  await page.getByRole('button', { name: /^Margin in stress/ }).click()
  await expect(page.getByRole('dialog')).toContainText('(ωburst / ω)²')
})

test('keyboard alone: stations by number, views by arrow, rooms by letter', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle')
  await page.locator('body').press('4')
  await expect(page.getByRole('tab', { name: /^Rotor/ })).toHaveAttribute('aria-selected', 'true')
  await page.getByRole('tab', { name: 'Face, to scale' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('img', { name: /^Velocity triangles/ })).toBeVisible()
  await page.locator('body').press('g')
  await page.locator('body').press('c')
  await expect(page.getByRole('heading', { name: 'Compare' })).toBeVisible()
  await page.locator('body').press('Shift+?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
})

test('a chart has its table', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=rotor')
  await page.getByRole('button', { name: 'Table' }).first().click()
  await expect(page.getByRole('region', { name: /^Table: Predicted torque/ }).getByRole('row')).not.toHaveCount(0)
})

test('the rotor’s station cuts the machine as it goes together, numbered and named', async ({ page }) => {
  await open(page, '/build?build=other-turbine-compressor&station=rotor')
  await page.getByText('As it goes together').click()
  const cut = page.getByRole('img', { name: /^The machine as it goes together/ })
  await expect(cut).toBeVisible({ timeout: 20_000 })
  for (const part of ['Impeller housing', 'Ball bearing, 625', 'Bench stand'])
    await expect(page.getByRole('listitem').filter({ hasText: part })).toBeVisible()
  // every number beside the cut stands in the list below it
  const numbers = await cut.locator('circle + text').allInnerTexts()
  expect(numbers.length).toBe(await page.getByRole('listitem').filter({ hasText: /^\d+/ }).count())
  await accessible(page)
})
