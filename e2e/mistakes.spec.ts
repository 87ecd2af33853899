import { encoderCounts, simulateSpinUp } from '../src/core/bench/inertia/simulate-inertia'
import { accessible, expect, figure, open, test } from './helpers'

/**
 * Mistakes that makers make while measuring (common practice, no source), each made on purpose: the page must say it.
 */

test('two magnets taken for one double the speed and the power: the other ways of measuring the run disagree', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m2')
  await expect(page.getByText('Ways of measuring agree')).toBeVisible({ timeout: 20_000 })
  const right = await figure(page, 'Free speed')
  await page.getByLabel('Pulses a turn').fill('1')
  await expect(page.getByText('Two ways of measuring do not agree')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/its arm, inertia, friction or counts a turn/)).toBeVisible()
  expect((await figure(page, 'Free speed')) / right).toBeCloseTo(2, 1)
})

test('a wheel’s lines mistaken by four: the figure of the rig that would fit is named, and there is no verdict', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m1')
  await expect(page.getByText('Peak power', { exact: true })).toBeVisible({ timeout: 20_000 })
  await page.getByLabel('Counts a turn').fill('100')
  await expect(page.getByText(/400/).first()).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/do not run|cannot be|faster than|more than the air/i).first()).toBeVisible()
})

test('a film alone gives many speeds; a tachometer, or another rate, leaves one', async ({ page }) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m1')
  await page.getByRole('button', { name: 'Speed by eye: film or flashes…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Frames a second').fill('480')
  await dialog.getByLabel('Frames until it looks the same').fill('4.44')
  await expect(dialog.getByText(/speeds give the same film/)).toBeVisible()
  const list = dialog.getByRole('list', { name: 'Speeds that it can mean' })
  // 480 frames a second and 4.44 frames a turn (common practice): 6 486 rpm, and all that differ from it by 28 800,
  // either way round
  await expect(list.getByText(/6\u2009(48|49|500)/).first()).toBeVisible()
  await accessible(page)
  await expect(dialog.getByRole('button', { name: 'Write it into the run' })).toBeDisabled()
  await dialog.getByRole('button', { name: 'I have a tachometer' }).click()
  await dialog.getByLabel('It read').fill('6500')
  await expect(list.getByRole('listitem')).toHaveCount(1)
  await dialog.getByLabel('It read').fill('13000')
  await expect(dialog.getByText('None that both readings could show')).toBeVisible()
  // five blades at 600 rpm pass 50 times a second: at 240 frames a second the picture is the same every 4.8 frames
  await dialog.getByLabel('Frames a second').fill('240')
  await dialog.getByLabel('Frames until it looks the same').fill('4.8')
  await dialog.getByLabel('Alike in a turn').fill('5')
  await dialog.getByLabel('It read').fill('610')
  await expect(list.getByRole('listitem')).toHaveCount(1)
  await expect(list.getByText(/^600/)).toBeVisible()
  await dialog.getByLabel('Frames a second').fill('480')
  await dialog.getByLabel('Frames until it looks the same').fill('4.44')
  await dialog.getByLabel('Alike in a turn').fill('1')
  await dialog.getByLabel('It read').fill('6500')
  await dialog.getByRole('button', { name: 'Write it into the run' }).click()
  await expect(page.getByLabel('What was seen')).toHaveValue(
    /Film at 480 frames\/s, the same every 4\.44 frames: 6\u2009[45]/,
  )
})

test('a rotor that stands still in flashes may turn at any multiple: the next lower rate leaves one', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m1')
  await page.getByRole('button', { name: 'Speed by eye: film or flashes…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Seen by').selectOption({ label: 'a flashing light' })
  await dialog.getByLabel('Flashes', { exact: true }).fill('6000')
  await expect(dialog.getByText(/speeds give the same picture/)).toBeVisible()
  await expect(dialog.getByText('It only looks as if it stood')).toBeVisible()
  await accessible(page)
  await dialog.getByLabel('A second reading').selectOption({ label: 'another rate at which it stands' })
  // 6 000 · 4 500 / (6 000 - 4 500), the rule of two rates
  await dialog.getByLabel('Its flashes').fill('4500')
  await expect(dialog.getByRole('list', { name: 'Speeds that it can mean' }).getByText(/18\u2009000/)).toBeVisible()
  await dialog.getByLabel('Its flashes').fill('4400')
  await expect(dialog.getByText('None that both readings could show')).toBeVisible()
  await dialog.getByLabel('Its flashes').fill('4500')
  await dialog.getByRole('button', { name: 'Write it into the run' }).click()
  await expect(page.getByLabel('What was seen')).toHaveValue(/Stands still in flashes at .* and .*: 18\u2009000/)
})

test('a generator’s electrical power is never shown as the machine’s while its own friction is unknown', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m3')
  await expect(page.getByText('Peak power', { exact: true })).toBeVisible({ timeout: 20_000 })
  await page.getByLabel('Its own friction').selectOption('unknown')
  await expect(page.getByText('At least, at its peak')).toBeVisible()
  await expect(page.getByText('Peak power', { exact: true })).toHaveCount(0)
})

test('an inertia that was only reckoned is held against falling weights; taken into the rig, every torque follows', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m1')
  await expect(page.getByText('Peak power', { exact: true })).toBeVisible({ timeout: 20_000 })
  const before = await figure(page, 'Torque at rest')
  await page.getByRole('button', { name: 'Measure it by a falling weight…' }).click()
  const dialog = page.getByRole('dialog')
  for (const [mass, time] of [
    ['50 g', '6.42'],
    ['100 g', '4.41'],
    ['200 g', '3.08'],
  ]) {
    await dialog.getByRole('button', { name: 'Another fall' }).click()
    await dialog
      .getByLabel(/^Weight/)
      .last()
      .fill(mass)
    await dialog.getByLabel(/^Time/).last().fill(time)
  }
  await expect(dialog.getByText(/than its size says/)).toBeVisible()
  await accessible(page)
  const reckoned = await figure(page, 'By its size')
  const weighed = await figure(page, 'Inertia')
  await dialog.getByRole('button', { name: 'Take it into the rig' }).click()
  await expect(page.getByLabel('Flywheel by', { exact: true })).toHaveValue('mass')
  // torque goes with the inertia, but for the rotor’s own small share
  await expect
    .poll(async () => (await figure(page, 'Torque at rest')) / before, { timeout: 20_000 })
    .toBeCloseTo(weighed / reckoned, 1)
})

test('a machine whose torque bends is not read as a straight line, nor as a supply that sags', async ({ page }) => {
  // 15 mN·m at rest, free of drag at 1800 rad/s, a third of its fall going with the square of the speed
  const truth = { stallTorqueNm: 0.015, dragFreeSpeedRadPerS: 1800, bend: -0.33, drag: [3e-4, 1e-7, 5e-11] as const }
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp(
    { ...truth, effectiveInertiaKgM2: 5e-5, openS: 1, shutS: 22, endS: 45 },
    0.002,
  )
  const lines = { countsPerRad: (0.35 * 400) / (2 * Math.PI), timeJitterS: 2e-5, seed: 8 }
  const counts = encoderCounts(angleRad, speedRadPerS, lines)
  const torque = (w: number) =>
    0.015 * (1 - 1.33 * (w / 1800) + 0.33 * (w / 1800) ** 2) - 3e-4 - 1e-7 * w - 5e-11 * w * w
  const peakW = Math.max(...Array.from({ length: 1800 }, (_, w) => w * torque(w)))
  const file = (pressure: boolean) => ({
    name: pressure ? 'with.csv' : 'without.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      [
        `time_s,encoder_count${pressure ? ',pressure_kPa' : ''}`,
        ...Array.from(timeS, (t, i) => `${t.toFixed(3)},${counts[i]}${pressure ? ',350.0' : ''}`),
      ].join('\n'),
    ),
  })
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m1')
  const take = async (pressure: boolean) => {
    await page.getByRole('button', { name: 'Another recording' }).click()
    await page.locator('input[type="file"][aria-label="Recording"]').setInputFiles(file(pressure))
    await page.getByRole('button', { name: 'Take it into the run' }).click()
    await expect(page.getByText(pressure ? 'with.csv' : 'without.csv').first()).toBeVisible()
    await expect(page.getByText('Peak power', { exact: true })).toBeVisible({ timeout: 20_000 })
  }
  await take(true)
  await expect(page.getByText('the line is bent')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/a bent one lies better on the readings/)).toBeVisible()
  // torque and power go with the inertia that the rig says
  const felt = (await figure(page, 'Felt at the rotor')) * 1e-3
  expect((await figure(page, 'Peak power')) / ((peakW * felt) / 5e-5)).toBeCloseTo(1, 1)
  await take(false)
  await expect(page.getByText(/No pressure was recorded: how far it fell on the way/)).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText('straight line, no bend')).toBeHidden()
  // and what is told is near the truth all the same
  expect(Math.abs((await figure(page, 'Peak power')) / ((peakW * felt) / 5e-5) - 1)).toBeLessThan(0.1)
  await accessible(page)
})

test('an absolute sensor taken for a gauge is told by the room’s pressure; its column is read anew, the recording stays', async ({
  page,
}) => {
  const truth = { stallTorqueNm: 0.015, dragFreeSpeedRadPerS: 1800, drag: [3e-4, 1e-7, 5e-11] as const }
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp(
    { ...truth, effectiveInertiaKgM2: 5e-5, openS: 1, shutS: 12, endS: 24 },
    0.004,
  )
  const lines = { countsPerRad: (0.35 * 400) / (2 * Math.PI), timeJitterS: 2e-5, seed: 4 }
  const counts = encoderCounts(angleRad, speedRadPerS, lines)
  const buffer = Buffer.from(
    ['time_s,encoder_count,supply_kPa', ...Array.from(timeS, (t, i) => `${t.toFixed(3)},${counts[i]},451.3`)].join(
      '\n',
    ),
  )
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-2&m=m1')
  await page.getByRole('button', { name: 'Another recording' }).click()
  await page
    .locator('input[type="file"][aria-label="Recording"]')
    .setInputFiles({ name: 'absolute.csv', mimeType: 'text/csv', buffer })
  await expect(page.getByLabel('Pressure is in')).toHaveValue('kPa')
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByText(/its sensor looks absolute/)).toBeVisible({ timeout: 20_000 })

  await page.getByRole('button', { name: 'Which column is what…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Pressure is in').selectOption('kPa absolute')
  await accessible(page)
  await dialog.getByRole('button', { name: 'Read it so' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/its sensor looks absolute/)).toBeHidden({ timeout: 20_000 })
  await expect(page.getByText('absolute.csv').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/its sensor looks absolute/)).toBeVisible({ timeout: 20_000 })
})
