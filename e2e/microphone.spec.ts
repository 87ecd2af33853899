import { join } from 'node:path'
import { chromium } from './chromium'
import { accessible, expect, figure, open, alone as test } from './helpers'

const whine = join(import.meta.dirname, '../src/project/fixtures/recordings/whine_constant_18000rpm_12blades.wav')

// the browser's own stand-in for a microphone plays a recording of known truth
test.use({
  launchOptions: chromium(
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-audio-capture=${whine}`,
  ),
})

test('the microphone is listened to: its level is shown, what it heard is kept as a WAV, and the speed is the blades’', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-4')
  await page.getByRole('button', { name: 'New run…' }).click()
  const dialog = page.getByRole('dialog')
  const rig = dialog.getByLabel('Rig')
  const name = await rig
    .locator('option')
    .filter({ hasText: /Phone beside the outlet/ })
    .first()
    .innerText()
  await rig.selectOption({ label: name })
  for (const box of await dialog.getByRole('checkbox').all()) await box.check()
  await page.getByRole('button', { name: 'Start the run' }).click()
  await page.getByRole('button', { name: 'record it with the microphone' }).click()
  await expect(page.getByRole('meter', { name: 'Level' })).toBeVisible()
  await accessible(page)
  // thrown away nothing is kept
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByText('This run has no recording yet')).toBeVisible()
  await page.getByRole('button', { name: 'record it with the microphone' }).click()
  await expect.poll(async () => parseFloat(await page.getByRole('timer').innerText())).toBeGreaterThan(2)
  await page.getByRole('button', { name: 'Stop and take it' }).click()
  const label = page.getByText(/^Speed, (held|last heard)$/)
  await expect(label).toBeVisible({ timeout: 30_000 })
  const speed = await figure(page, await label.innerText())
  expect(Math.abs(speed / 18_000 - 1)).toBeLessThan(0.005)
  await expect(page.getByText(/microphone-\d{4}-.*\.wav/).first()).toBeVisible()
})
