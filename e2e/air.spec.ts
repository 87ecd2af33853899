import { expect, figure, open, test } from './helpers'

test('every source gives air, in its own workspace', async ({ page }) => {
  await open(page, '/build?build=glider-2&station=supply')
  const source = page.getByLabel('Source', { exact: true })
  for (const [kind, drawing] of [
    ['blower', /^1 blower/],
    ['breath', /^One breath/],
    ['wind', /^Wind of/],
    ['balloon', /^Balloon blown/],
    ['compressor', /^Tank of/],
    ['vessel', /^Bottle of/],
  ] as const) {
    await source.selectOption(kind)
    await expect(page.getByRole('img', { name: drawing })).toBeVisible()
    const taken = kind === 'vessel' || kind === 'balloon' ? 'Air taken at first' : 'Air taken'
    expect(await figure(page, taken)).toBeGreaterThan(0)
    await expect(page.locator('main')).not.toContainText(/NaN|Infinity|undefined/)
  }
})

test('a class of blower is an estimate; two in series press more, two side by side give more', async ({ page }) => {
  await open(page, '/build?build=glider-2&station=supply')
  await page.getByLabel('Source', { exact: true }).selectOption('blower')
  await page.getByLabel('Class', { exact: true }).selectOption('vacuum-cleaner')
  await expect(page.getByText(/an estimate of its class/)).toBeVisible()
  const alone = await figure(page, 'Pressure it runs at')
  await page.getByLabel('In series', { exact: true }).fill('2')
  await expect.poll(() => figure(page, 'Pressure it runs at')).toBeGreaterThan(1.6 * alone)
})

test('a bottle: strokes, run time and waste; a limit that is passed says do not run', async ({ page }) => {
  await open(page, '/build?build=glider-2&station=supply')
  const lasts = await figure(page, 'It lasts')
  await page.getByLabel('Volume', { exact: true }).fill('1')
  await expect.poll(() => figure(page, 'It lasts')).toBeCloseTo(2 * lasts, 0)
  expect(await figure(page, 'Strokes to fill')).toBeGreaterThan(5)
  await page.getByLabel('Maker’s limit', { exact: true }).fill('200')
  await expect(page.getByTestId('state')).toContainText('do not run')
  await expect(page.getByText(/written on it\./)).toBeVisible()
})

test('does a regulator make the bottle last longer? Both are run down side by side', async ({ page }) => {
  await open(page, '/build?build=glider-2&station=line')
  await page.getByLabel('Kind', { exact: true }).selectOption('diaphragm')
  await page.getByLabel('Set to', { exact: true }).fill('40')
  await page.getByRole('tab', { name: 'With or without' }).click()
  await expect(page.getByText(/It lasts \d+ % longer, and \d+ % less energy reaches the nozzle/)).toBeVisible()
  await page.getByLabel('Set to', { exact: true }).fill('120')
  await page.getByRole('tab', { name: 'Does it pulse?' }).click()
  await expect(page.getByText(/It stands still within/)).toBeVisible()
  await page.getByLabel('Kind', { exact: true }).selectOption('piston')
  await expect(page.getByText(/It pulses: .* up and down/)).toBeVisible()
})

test('a long thin hose costs pressure, part by part, and a choked one is said to be', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=line')
  const before = await figure(page, 'Lost in the line')
  await page.getByLabel('Bore', { exact: true }).fill('3')
  await expect.poll(() => figure(page, 'Lost in the line')).toBeGreaterThan(5 * before)
  await expect(page.getByText(/hose takes most/)).toBeVisible()
  // a long hose only throttles; a short narrow one chokes
  await page.getByLabel('Length', { exact: true }).fill('0.05')
  await page.getByLabel('Bore', { exact: true }).fill('1')
  await expect(page.getByText('hose is choked')).toBeVisible()
})

test('sizing: a goal, its best throat beside the present one, and a drill put in with one press', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle')
  await page.getByLabel('Throat', { exact: true }).fill('1.2')
  await expect(page.getByText('A bigger throat would do more')).toBeVisible()
  await expect(page.getByRole('group', { name: 'Drill sizes along the same scale' })).toContainText('1/16')
  await page.getByRole('button', { name: '1.7 mm', exact: true }).click()
  await expect(page.getByText(/within 4 % of the best for most jet power/)).toBeVisible()
})

test('from a wanted thrust to a throat, and what is out of reach', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle&view=aim')
  await page.getByLabel('of', { exact: true }).fill('0.5')
  await expect(page.getByText('Pressure before the line')).toBeVisible()
  await page.getByRole('button', { name: 'this size' }).click()
  await expect.poll(() => figure(page, 'Thrust')).toBeCloseTo(0.5, 2)
  await page.getByLabel('of', { exact: true }).fill('20')
  await expect(page.getByText(/^Out of reach: at most/)).toBeVisible()
})

test('the jet is weighed, and its discharge coefficient taken into the build', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle&view=weigh')
  await page.getByLabel('Scale reads', { exact: true }).fill('0.9')
  await page.getByRole('button', { name: 'Take this Cd into the build' }).click()
  const cd = Number(await page.getByLabel('Discharge, Cd', { exact: true }).inputValue())
  expect(cd).toBeGreaterThan(0.8)
  expect(cd).toBeLessThan(0.9)
})

test('the maker’s own test print corrects the throat that is drawn', async ({ page }) => {
  await open(page, '/build?build=glider-2&station=nozzle&view=gauge')
  await page.getByRole('button', { name: 'Another gauge' }).click()
  for (const [hole, measured] of [
    ['drawn 1.00 mm', '0.85'],
    ['drawn 1.80 mm', '1.65'],
    ['drawn 4.00 mm', '3.85'],
  ] as const)
    await page.getByLabel(hole, { exact: true }).fill(measured)
  await expect.poll(() => figure(page, 'Draw the throat as')).toBeCloseTo(1.65, 2)
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/make?build=glider-2')
  await page.getByRole('button', { name: /^Hole gauge/ }).click()
  await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 40_000 })
})

test('a balloon heron climbs; outlets are ranked both ways; without fins it is unstable', async ({ page }) => {
  await open(page, '/build?build=glider-balloon&station=way')
  expect(await figure(page, 'Height')).toBeGreaterThan(3)
  await page.getByRole('tab', { name: 'Which outlet?' }).click()
  await expect(page.getByText(/^Longest: /)).toBeVisible()
  await page.getByRole('tab', { name: /^Body/ }).click()
  await page.getByLabel('Fins', { exact: true }).selectOption('0')
  await expect(page.getByText('Free in the air it tumbles')).toBeVisible()
})

test('bad input in the new fields is explained and never shows a NaN', async ({ page }) => {
  await open(page, '/build?build=glider-balloon&station=supply')
  await page.getByLabel('Blown up to', { exact: true }).fill('0.06')
  await expect(page.getByText(/limp it holds 0\.07 L already/)).toBeVisible()
  await page.getByLabel('Skin', { exact: true }).fill('abc')
  await expect(page.getByRole('alert').first()).toBeVisible()
  await expect(page.locator('main')).not.toContainText(/NaN|Infinity/)
})
