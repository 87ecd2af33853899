import { readFileSync } from 'node:fs'
import { expect, figure, open, test } from './helpers'

test('which kind of machine: compared on the same air, the chosen one becomes a build that runs and can be made', async ({
  page,
}) => {
  test.setTimeout(150_000)
  await open(page)
  await page.getByRole('button', { name: 'Another machine…' }).click()
  await page.getByRole('button', { name: 'Which machines could do it?' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: /Disc pack/ }).click({ timeout: 60_000 })
  await dialog.getByRole('button', { name: 'Begin with it' }).click()
  await expect(page).toHaveURL(/station=supply/)
  await page.getByRole('tab', { name: /^Rotor/ }).click()
  await expect(page.getByRole('img', { name: /discs .* across/ })).toBeVisible()
  expect(await figure(page, 'Best power')).toBeGreaterThan(0)
  await expect(page.getByTestId('saved')).toHaveText('saved')
})

test('find: a search runs in workers, shows its trade-off, and a design opens as a version', async ({ page }) => {
  test.setTimeout(150_000)
  await open(page, '/find?build=spindle-4')
  await page.getByLabel('Designs', { exact: true }).selectOption('2000')
  await page.getByRole('button', { name: 'Search', exact: true }).click()
  await expect(page.getByText(/2,000 tried in/)).toBeVisible({ timeout: 90_000 })
  await page
    .getByRole('group', { name: /^Trade-off of/ })
    .getByRole('button')
    .first()
    .press('Enter')
  const power = await figure(page, 'Best power')
  await page.getByRole('button', { name: 'Open as a version' }).click()
  await expect(page).toHaveURL(/\/build\?build=build-.*station=rotor/)
  // two figures are shown: they agree within their rounding
  expect(Math.abs((await figure(page, 'Best power')) / power - 1)).toBeLessThan(0.1)
})

test('find: a long search can be cancelled, and the page answers meanwhile', async ({ page }) => {
  await open(page, '/find?build=spindle-4')
  await page.getByLabel('Designs', { exact: true }).selectOption('1000000')
  await page.getByRole('button', { name: 'Search', exact: true }).click()
  await page.getByRole('tab', { name: 'Move one' }).click()
  await page.getByRole('tab', { name: 'Search over all of them' }).click()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('button', { name: 'Search', exact: true })).toBeVisible()
})

test('make: every part of a pack is watertight; the set is seen together, cut and drawn apart, and goes out as one file', async ({
  page,
}) => {
  test.setTimeout(150_000)
  await open(page, '/make?build=other-disc-pack')
  for (const part of ['Disc', 'Spacer', 'Housing', 'Cover']) {
    await page.getByRole('button', { name: new RegExp(`^(\\d+ × )?${part}`) }).click()
    await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 40_000 })
  }
  await page.getByRole('tab', { name: 'Put together' }).click()
  await expect(
    page.getByRole('img', { name: /parts in the order in which they go together/ }).locator('canvas'),
  ).toBeVisible({ timeout: 60_000 })
  // what a maker would see only with all of it on the table: that it goes together
  await expect(page.getByText('It goes together and turns', { exact: true })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('2 ball bearings, 625')).toBeVisible()
  await page.getByLabel('Drawn apart').fill('0.3')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Assembly as 3MF' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('other-ways-to-turn-ten-discs-assembly.3mf')
  expect(
    readFileSync(await file.path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK')
})

test('what a change brings: a printable change is made by a click and can be undone', async ({ page }) => {
  await open(page, '/build?build=other-radial-inflow&station=rotor')
  await page.getByRole('tab', { name: 'What a change brings' }).click()
  await page.getByRole('button', { name: /^Throat up by/ }).click({ timeout: 40_000 })
  await page.getByRole('tab', { name: /^Nozzle/ }).click()
  await expect(page.getByLabel('Throat', { exact: true })).toHaveValue('2.5')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByLabel('Throat', { exact: true })).toHaveValue('2.4')
})

test('own blade: a drawing is measured, drawn, and carried into the part; one that cannot be read is refused in words', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await open(page, '/build?build=spindle-4&station=rotor')
  const picker = page.getByLabel('Drawing of a blade, DXF or SVG')
  await picker.setInputFiles({
    name: 'open.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg width="9mm" viewBox="0 0 9 9"><path d="M0 0L9 3"/></svg>'),
  })
  await expect(page.getByText(/open\.svg: no closed outline found/)).toBeVisible()
  // a paddle 9 mm deep and 2 mm thick, straight along the radius
  await picker.setInputFiles({
    name: 'paddle.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg width="9mm" height="2mm" viewBox="0 0 9 2"><polygon points="0,0 9,0 9,2 0,2"/></svg>'),
  })
  await expect(page.getByText(/Own blade: paddle\.svg/)).toBeVisible()
  await expect(page.getByLabel('Depth along the radius', { exact: true })).toHaveValue('9')
  await expect(page.getByLabel('Thickness', { exact: true })).toHaveValue('2')
  await expect(page.getByLabel('Inlet angle', { exact: true })).toHaveValue('90')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/make?build=spindle-4')
  await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 40_000 })
  await page.goto('/build?build=spindle-4&station=rotor')
  await page.getByRole('button', { name: 'Take it out' }).click()
  await expect(page.getByText(/Own blade: paddle/)).toHaveCount(0)
})

test('own blade of a row with axial flow: loose lines are joined, the chord follows, the wheel is made with it', async ({
  page,
}) => {
  await open(page, '/build?build=other-axial&station=rotor')
  const chord = page.getByLabel('Length along the shaft', { exact: true })
  await page.getByLabel('Drawing of a blade, DXF or SVG').setInputFiles({
    name: 'vane.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg width="20mm" viewBox="0 0 20 20"><g transform="translate(2 10)"><line x1="0" y1="0" x2="7" y2="-2"/><path d="M7 -2 L7 -3.2 L0 -1.2"/><line x1="0" y1="0" x2="0" y2="-1.2"/></g></svg>',
    ),
  })
  await expect(page.getByText(/Own blade: vane\.svg/)).toBeVisible()
  expect(Number(await chord.inputValue())).toBeCloseTo(7, 1)
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/make?build=other-axial&part=wheel')
  await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 20_000 })
})
