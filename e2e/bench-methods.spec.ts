import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { secondOfTwo } from '../src/project/measuring/recordings/testing'
import { accessible, expect, figure, open, test } from './helpers'
import type { Page } from '@playwright/test'

const fixture = (name: string) => join(import.meta.dirname, '../src/project/fixtures/recordings', name)
const demo = (m: string) => `/bench?build=spindle-3&run=run-spindle-3-2&m=${m}`

/** Begins a run of the fourth spindle on a rig, its cautions ticked. */
async function startOn(page: Page, rig: RegExp): Promise<void> {
  await open(page, '/bench?build=spindle-4')
  await page.getByRole('button', { name: 'New run…' }).click()
  const dialog = page.getByRole('dialog')
  const name = await dialog.getByLabel('Rig').locator('option').filter({ hasText: rig }).first().innerText()
  await dialog.getByLabel('Rig').selectOption({ label: name })
  for (const box of await dialog.getByRole('checkbox').all()) await box.check()
  await page.getByRole('button', { name: 'Start the run' }).click()
}

test('a brake’s table: columns found, three wrong readings named, power of its truth; its working opens', async ({
  page,
}) => {
  await startOn(page, /Brake arm on the letter scale/)
  await page.getByLabel('Arm', { exact: true }).fill('148')
  await page.getByLabel('Pressure held').fill('400')
  await page.getByLabel('Recording', { exact: true }).setInputFiles(fixture('brake_test.csv'))
  await expect(page.getByLabel('Scale', { exact: true })).toHaveValue('scale_g')
  await expect(page.getByLabel('Speed', { exact: true })).toHaveValue('coil_frequency_Hz')
  await expect(page.getByLabel('Arm, if recorded')).toHaveValue('arm_mm')
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 20_000 })
  expect(Math.abs((await figure(page, 'Peak power')) / 17.043 - 1)).toBeLessThan(0.02)
  for (const reading of ['Reading 11', 'Reading 21', 'Reading 22'])
    await expect(page.getByText(`${reading} was set aside`)).toBeVisible()
  // a pressure that the readings were not taken at carries nothing over
  await page.getByLabel('Pressure held').fill('250')
  await expect(page.getByText('its readings were taken at 400 kPa gauge on average')).toBeVisible()
  expect(Math.abs((await figure(page, 'Peak power')) / 17.043 - 1)).toBeLessThan(0.02)
  await page.getByRole('button', { name: /^Peak power/ }).click()
  await expect(page.getByRole('dialog')).toContainText('Least median of squares')
})

test('ways of measuring one run stand against each other; a friction that nobody measured says so at once', async ({
  page,
}) => {
  await open(page, demo('m2'))
  await expect(page.getByText('Ways of measuring agree')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/By flywheel: .* By generator:/)).toBeVisible()
  await expect(page.getByText('set aside: half the speed')).toBeVisible()
  await accessible(page)
  await open(page, demo('m3'))
  await expect(page.getByText('Peak power', { exact: true })).toBeVisible({ timeout: 20_000 })
  await page.getByLabel('Its own friction').selectOption('unknown')
  await expect(page.getByText('At least, at its peak')).toBeVisible()
  await expect(page.getByText(/the shaft gives more than what is shown/)).toBeVisible()
})

test('a tank’s fall: the heat is found, stated wrongly it is doubted', async ({ page }) => {
  await open(page, demo('m4'))
  await expect(page.getByText('Effective area', { exact: true })).toBeVisible({ timeout: 20_000 })
  const found = await figure(page, 'Effective area')
  await page.getByLabel('Heat').selectOption('adiabatic')
  await expect(page.getByText(/does not look as if the air took no heat/)).toBeVisible()
  expect(await figure(page, 'Effective area')).toBeLessThan(0.9 * found)
})

test('a regulator’s droop: what it loses and sticks by, the wrong reading named; a version computes with it', async ({
  page,
}) => {
  await open(page, demo('m6'))
  await expect(page.getByText('Keeps near closed', { exact: true })).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/^Reading 10 lies off the line/)).toBeVisible()
  await expect(page.getByText('set aside: off the line')).toBeVisible()
  // made with a friction of 7 N on a diaphragm of 40 mm: 5.7 kPa each way
  expect(Math.abs((await figure(page, 'Sticks by, each way')) / 5.7 - 1)).toBeLessThan(0.25)
  await page.getByRole('button', { name: /^Loses at this machine/ }).click()
  await expect(page.getByRole('dialog')).toContainText('Static balance of forces')
  await page.keyboard.press('Escape')
  await accessible(page)
  await page.getByRole('button', { name: 'A version with this regulator…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel(/^What will be changed/)).toHaveValue('regulator as measured')
  await dialog.getByRole('button', { name: 'Make it' }).click()
  await expect(page).toHaveURL(/station=line/)
  const rate = page.getByLabel('Spring', { exact: true })
  expect(Math.abs(Number(await rate.inputValue()) / 74 - 1)).toBeLessThan(0.25)
})

test('a rotor left to itself: four coastings found, inertia by the known torque, bearings that a version computes with', async ({
  page,
}) => {
  await open(page, demo('m7'))
  await expect(page.getByText('Drag towards rest', { exact: true })).toBeVisible({ timeout: 20_000 })
  const found = page.getByRole('region', { name: 'Table: Coastings found' })
  await expect(found.getByRole('row')).toHaveCount(5)
  await expect(found.getByRole('cell', { name: 'on', exact: true })).toHaveCount(2)
  await expect(page.getByRole('img', { name: /a cord over its hub between a weight and a balance/ })).toBeVisible()
  await accessible(page)
  // made with 7 % more inertia than drawn, and bearings that drag more than is usual of their class
  const own = await figure(page, 'Inertia of all that turns')
  expect(Math.abs(own / 0.006677 - 1)).toBeLessThan(0.06)
  await page.getByRole('button', { name: /^Drag at its highest speed/ }).click()
  await expect(page.getByRole('dialog')).toContainText('retardation method')
  await page.keyboard.press('Escape')
  // told nothing of the torque, the inertia of the drawing is believed and its tenth said
  await page.getByLabel('Known torque', { exact: true }).selectOption('none')
  await expect(page.getByText(/Every torque here follows from the inertia, which is known to ±10 %/)).toBeVisible()
  await expect(page.getByText(/The coastings slow differently/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'A version with these bearings…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel(/^What will be changed/)).toHaveValue('bearings as measured')
  await dialog.getByRole('button', { name: 'Make it' }).click()
  await expect(page).toHaveURL(/station=load/)
})

test('every reading as it was recorded: from the whole to a missed mark, by links, keys and wheel; another column', async ({
  page,
}) => {
  await open(page, demo('m7'))
  await page.getByRole('button', { name: 'Every reading as it was recorded…' }).click({ timeout: 20_000 })
  const span = page.getByTestId('readings-span')
  await expect(span).toHaveText(/7\u2009153 of 7\u2009153 readings/)
  await accessible(page)
  const seen = async () =>
    Number(((await span.innerText()).match(/, ([\d\u2009]+) of/) ?? [])[1].replace(/\u2009/g, ''))
  await page.getByRole('button', { name: 'first missed pulse' }).click()
  await expect(span).toHaveText(/^5\.3\d+ to 5\.7/)
  const near = await seen()
  expect(near).toBeLessThan(120)
  const picture = page.getByTestId('readings')
  await picture.focus()
  await page.keyboard.press('-')
  expect(await seen()).toBeGreaterThan(near)
  await page.keyboard.press('ArrowRight')
  await expect(span).not.toHaveText(/^5\.2/)
  await picture.click()
  const before = await seen()
  await page.mouse.wheel(0, -240)
  await expect.poll(seen).toBeLessThan(before)
  await page.keyboard.press('Home')
  await expect(span).toHaveText(/7\u2009153 of 7\u2009153 readings/)
  await open(page, demo('m1'))
  await page.getByRole('button', { name: 'Every reading as it was recorded…' }).click({ timeout: 20_000 })
  await expect(span).toHaveText(/14\u2009001 of/)
  await page.getByLabel('Every reading of').selectOption('supply_kPa')
  await expect(page.getByTestId('readings')).toHaveAttribute('aria-label', /^supply_kPa, kPa/)
})

test('a rope over a drum: its columns found, a balance that shows too little put right, torque on the radius to the rope’s middle; wound up it asks for heights', async ({
  page,
}) => {
  await startOn(page, /Cord over a drum/)
  await page.getByLabel('Drum’s radius').fill('19')
  await page.getByLabel('Rope is thick').fill('2')
  await page.getByLabel('Balance reads, times').fill('1.25')
  await page.getByLabel('Pulses a turn').fill('1')
  const speeds = [12_000, 9000, 6000, 3000, 1500]
  const rows = speeds.flatMap((rpm, i) => {
    const pull = (0.012 * (1 - rpm / 15_000)) / 0.02
    return [0, 1].map((k) => `${(1.8 * pull).toFixed(3)},${((0.8 * pull) / 1.25).toFixed(3)},${rpm + 10 * k + i}`)
  })
  const csv = ['weight_N,balance_N,speed_rpm', ...rows, ''].join('\n')
  await page
    .getByLabel('Recording', { exact: true })
    .setInputFiles({ name: 'rope.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await expect(page.getByLabel('Weight', { exact: true })).toHaveValue('weight_N')
  await expect(page.getByLabel('Balance', { exact: true })).toHaveValue('balance_N')
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByText('Rope on drum', { exact: true })).toBeVisible({ timeout: 20_000 })
  // 0.012 N·m at rest and 15,000 rpm free: a quarter of their product
  expect(Math.abs((await figure(page, 'Peak power')) / 4.712 - 1)).toBeLessThan(0.01)
  await accessible(page)
  await page.getByLabel('The rope').selectOption('lifts')
  await expect(page.getByText(/height/).first()).toBeVisible()
})

test('the sound of its blades: the tone is followed under a louder hum; a table is not taken for a sound', async ({
  page,
}) => {
  await open(page, demo('m5'))
  await expect(page.getByText('Speed, last heard')).toBeVisible({ timeout: 30_000 })
  // made with 1600 rad/s less what is left of the spin-up
  expect(Math.abs((await figure(page, 'Speed, last heard')) / 14_950 - 1)).toBeLessThan(0.005)
  await expect(page.getByRole('img', { name: /^Spectrogram up to/ })).toBeVisible()
  await accessible(page)
  await startOn(page, /Phone beside the outlet/)
  await page.getByLabel('Recording', { exact: true }).setInputFiles(fixture('brake_test.csv'))
  await expect(page.getByText(/This is a table\. A rig of the kind “sound” reads a WAV/)).toBeVisible()
  await page.getByLabel('Recording', { exact: true }).setInputFiles(fixture('whine_constant_18000rpm_12blades.wav'))
  await expect(page.getByText('Speed, held')).toBeVisible({ timeout: 30_000 })
  expect(await figure(page, 'Speed, held')).toBeCloseTo(18_000, -1)
  await expect(page.getByLabel('Heard on')).toHaveCount(0)
  // of two channels the one that was heard is taken, and the other can be
  await page.getByRole('button', { name: 'Another recording' }).click()
  await page.getByLabel('Recording', { exact: true }).setInputFiles({
    name: 'both.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(secondOfTwo(readFileSync(fixture('whine_constant_18000rpm_12blades.wav')))),
  })
  await expect(page.getByLabel('Heard on')).toHaveValue('2', { timeout: 30_000 })
  // drawn in the ink of day, and anew in that of night
  const ink = () =>
    page.getByRole('img', { name: /^Spectrogram up to/ }).evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
      let darkest = 0
      for (let i = 0; i < data.length; i += 4) if (data[i + 3] > data[darkest + 3]) darkest = i
      return data[darkest]
    })
  const byDay = await ink()
  await page.emulateMedia({ colorScheme: 'dark' })
  await expect.poll(ink).toBeGreaterThan(byDay + 100)
  await page.emulateMedia({ colorScheme: 'light' })
  await expect.poll(ink).toBe(byDay)
  expect(await figure(page, 'Speed, held')).toBeCloseTo(18_000, -1)
  await accessible(page)
  await page.getByLabel('Heard on').selectOption('channel 1 of 2')
  await expect(page.getByText(/Channel 1 of 2 was heard: undo takes the one before/)).toBeVisible({ timeout: 30_000 })
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('Heard on')).toHaveValue('2', { timeout: 30_000 })
})
