import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, figure, open, test } from './helpers'
import type { Page } from '@playwright/test'

const fixture = (name: string) => join(import.meta.dirname, '../src/project/fixtures', name)

/** Acknowledges every caution and starts the run. */
async function startRun(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: /New run…|Begin a run/ })
    .first()
    .click()
  const start = page.getByRole('button', { name: 'Start the run' })
  await expect(start).toBeDisabled()
  for (const box of await page.getByRole('dialog').getByRole('checkbox').all()) await box.check()
  await start.click()
}

test('a run cannot begin without its cautions; they and the margins are kept with it', async ({ page }) => {
  await open(page, '/bench?build=spindle-4')
  await page.getByRole('button', { name: 'New run…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Before Engraving spindle · Fourth print runs' })
  await expect(dialog).toContainText('Margin in stress')
  const boxes = await dialog.getByRole('checkbox').all()
  expect(boxes.length).toBe(6)
  for (const box of boxes.slice(1)) await box.check()
  await expect(page.getByRole('button', { name: 'Start the run' })).toBeDisabled()
  await boxes[0].check()
  await page.getByRole('button', { name: 'Start the run' }).click()
  await expect(page.getByText('This run has no recording yet')).toBeVisible()
  await expect(page.getByText(/Cautions read .*× in stress/)).toBeVisible()
})

test('a real recording from a spin-up rig lies over the prediction: columns mapped, reduced, peak within 3 % of its truth', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-4')
  await startRun(page)
  await page.getByRole('button', { name: 'Another rig' }).click()
  await page.getByLabel('Flywheel by').selectOption('mass')
  // 0.00042 kg m² as a disc of 40 mm radius: 525 g, no bore.
  await page.getByLabel('Bore radius', { exact: true }).fill('0')
  await page.getByLabel('Mass', { exact: true }).fill('525 g')
  await page.getByLabel('Flywheel turns a rotor turn').fill('0.2')
  await page.getByLabel('Counts a turn').fill('400')
  await page.getByLabel('Recording', { exact: true }).setInputFiles(fixture('recordings/spin_encoder_1000hz.csv'))
  await expect(
    page.getByText(/^spin_encoder_1000hz\.csv: 39\u2009901 rows$|^spin_encoder_1000hz\.csv: .* rows$/),
  ).toBeVisible()
  await expect(page.getByLabel('Time', { exact: true })).toHaveValue('time_s')
  await expect(page.getByLabel('Count', { exact: true })).toHaveValue('encoder_count')
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 20_000 })
  // The rig's rotor is that of this build (about 1e-5 kg m²), heavier than the recording's: power reads high by the
  // known ratio of inertias.
  const felt = await figure(page, 'Felt at the rotor')
  const power = await figure(page, 'Peak power')
  expect(Math.abs(power / ((12.91 * felt * 1e-3) / 1.84e-5) - 1)).toBeLessThan(0.03)
  await expect(page.getByText('Predicted peak')).toBeVisible()
  await page.getByRole('button', { name: /^Peak power/ }).click()
  await expect(page.getByRole('dialog', { name: 'Peak power at the shaft' })).toContainText('Result, measured')
  await page.keyboard.press('Escape')
  await page.getByRole('tab', { name: 'Coasting' }).click()
  await expect(page.getByRole('img', { name: 'Drag while coasting' })).toBeVisible()
})

test('a push on the thrust stand: columns mapped, the ring taken out, impulse and thrust of its truth; its working opens', async ({
  page,
}) => {
  await open(page, '/bench?build=glider-2')
  await startRun(page)
  await expect(page.getByText(/a push, with a second of quiet before the valve opens/)).toBeVisible()
  await page.getByLabel('Recording', { exact: true }).setInputFiles(fixture('recordings/thrust_bottle.csv'))
  await expect(page.getByLabel('Force', { exact: true })).toHaveValue('thrust_N')
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 20_000 })
  expect(Math.abs((await figure(page, 'Thrust at the opening')) / 22.28 - 1)).toBeLessThan(0.01)
  expect(Math.abs((await figure(page, 'Impulse')) / 4.398 - 1)).toBeLessThan(0.01)
  await expect(page.getByText(/the stand rings at 14.0 Hz/)).toBeVisible()
  // far more than air can push through this glider’s nozzle: it is said
  await expect(page.getByText(/is more than air of this pressure can push through this throat/)).toBeVisible()
  await page.getByRole('button', { name: /^Thrust at the opening/ }).click()
  await expect(page.getByRole('dialog', { name: 'Thrust at the opening' })).toContainText('Result, measured')
  await expect(page.getByRole('dialog', { name: 'Thrust at the opening' })).toContainText(
    'a vessel that empties itself from t0 on, behind',
  )
})

test.describe('files that cannot be taken are refused in words, and the run stays as it was', () => {
  for (const [name, reason] of [
    ['m5_header_only.csv', /No data rows/],
    ['m6_binary_garbage.csv', /not a text table/],
  ] as const)
    test(name, async ({ page }) => {
      await open(page, '/bench?build=spindle-4')
      await startRun(page)
      await page.getByLabel('Recording', { exact: true }).setInputFiles(fixture(`malformed/${name}`))
      await expect(page.getByText('Not taken; nothing was changed')).toBeVisible()
      await expect(page.getByText(reason)).toBeVisible()
    })
})

test('the demo’s honest fault is mended and told', async ({ page }) => {
  await open(page, '/bench?build=spindle-twin&run=run-spindle-twin-2')
  await expect(page.getByText(/marks were missed and counted in/)).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText('Repeats agree')).toBeVisible()
})

test('a million rows: progress is shown, the page answers meanwhile, it can be cancelled, and it reduces', async ({
  page,
}, info) => {
  test.setTimeout(120_000)
  const file = info.outputPath('million.csv')
  const rows = ['time_s,rpm']
  for (let i = 0; i < 1_000_000; i++) {
    const t = i * 5e-5
    const rpm = t < 30 ? 20_000 * (1 - Math.exp(-t / 5)) : 19_950 * Math.exp(-(t - 30) / 15)
    rows.push(`${t.toFixed(5)},${rpm.toFixed(1)}`)
  }
  writeFileSync(file, rows.join('\n'))
  await open(page, '/bench?build=spindle-4')
  await startRun(page)
  await page.getByLabel('It records').selectOption('speed')
  const input = page.getByLabel('Recording', { exact: true })
  await input.setInputFiles(file)
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('This run has no recording yet')).toBeVisible()
  await input.setInputFiles(file)
  await expect(page.getByRole('progressbar')).toBeVisible()
  // Frames keep coming while the worker reads.
  const slowest = await page.evaluate(async () => {
    let worst = 0
    let last = performance.now()
    for (let i = 0; i < 40; i++) {
      await new Promise(requestAnimationFrame)
      worst = Math.max(worst, performance.now() - last)
      last = performance.now()
    }
    return worst
  })
  expect(slowest).toBeLessThan(700)
  await page.getByRole('button', { name: 'Take it into the run' }).click({ timeout: 60_000 })
  await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 60_000 })
  // The rig last used on this machine has its sensor on the rotor.
  expect(Math.abs((await figure(page, 'Free speed')) / 19_950 - 1)).toBeLessThan(0.02)
})
