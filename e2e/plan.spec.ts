import { accessible, expect, kept, open, test } from './helpers'
import type { Page } from '@playwright/test'

const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
const tickAll = async (page: Page) => {
  await expect(page.getByRole('heading', { name: 'First: what can hurt' })).toBeVisible()
  for (const box of await page.getByRole('checkbox').all()) await box.check()
}

test('runs are planned from low to high; on a phone the card goes from hazards to the last run, and what was marked stays', async ({
  page,
}) => {
  await open(page, '/bench?build=spindle-4')
  await page.getByRole('button', { name: 'Plan runs…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText(/7 runs at the top/)).toBeVisible()
  await dialog.getByLabel('Repeat').selectOption('every')
  await dialog.getByLabel('In steps').selectOption('2')
  await dialog.getByLabel('A difference to be seen').selectOption('0.2')
  await expect(dialog.getByText('2 runs of each step')).toBeVisible()
  await accessible(page)
  await dialog.getByRole('button', { name: 'Keep the plan' }).click()
  await expect(page.getByRole('heading', { name: 'Fourth print, plan 2' })).toBeVisible()
  await accessible(page)

  await page.setViewportSize({ width: 390, height: 780 })
  await page.getByRole('button', { name: 'Run card' }).click()
  // nothing can be started before the cautions are ticked
  await expect(page.getByRole('button', { name: 'Seen and done' })).toBeDisabled()
  await tickAll(page)
  await page.getByRole('button', { name: 'Seen and done' }).click()
  await expect(page.getByText('Step 1 of 2 · run 1 of 2')).toBeVisible()
  await expect(page.getByTestId('card-pressure')).toHaveText('180 kPa gauge')
  await expect(page.getByText(/^Stop above .*rpm/)).toBeInViewport()
  await accessible(page)

  await page.getByRole('button', { name: 'Start: valve opens now' }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  await page.getByRole('button', { name: 'shakes' }).click()
  await page.getByLabel('Photo').setInputFiles({ name: 'rotor.png', mimeType: 'image/png', buffer: PIXEL })
  await expect(page.getByAltText('taken at the bench')).toBeVisible()
  await page.getByLabel('Something else that was seen').fill('belt squeals')
  await page.getByRole('button', { name: 'Keep it' }).click()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await expect(page.getByTestId('saved')).toHaveText('saved')
  // a phone that fell asleep: the run is still under way, with its clock
  await page.reload()
  await expect(page.getByRole('button', { name: 'Stop: valve is shut' })).toBeVisible()
  await page.getByRole('button', { name: 'Stop: valve is shut' }).click()
  // the page was opened anew: cautions are read again before the next run
  await tickAll(page)
  await page.getByRole('button', { name: 'Seen and done' }).click()
  await expect(page.getByText('Step 1 of 2 · run 2 of 2')).toBeVisible()
  // something was marked: it is looked into before the air comes again
  await expect(page.getByText('Marked before: shakes')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Start: valve opens now' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Found, and mended' }).click()
  await page.getByRole('button', { name: 'Start: valve opens now' }).click()
  await page.getByRole('button', { name: 'Stop: valve is shut' }).click()
  for (const nth of [1, 2]) {
    await expect(page.getByText(`Step 2 of 2 · run ${nth} of 2`)).toBeVisible()
    await page.getByRole('button', { name: 'Found, and mended' }).click()
    await page.getByRole('button', { name: 'Start: valve opens now' }).click()
    await page.getByRole('button', { name: 'Stop: valve is shut' }).click()
  }
  await expect(page.getByText('All 4 runs were made')).toBeVisible()

  await page.setViewportSize({ width: 1280, height: 800 })
  await page.getByRole('button', { name: 'What came of it' }).click()
  await expect(page.getByText('no recording yet')).toHaveCount(4)
  await expect(page.getByText('2 marked').or(page.getByText('1 marked'))).toBeVisible()
  await page.getByRole('link', { name: 'no recording yet' }).first().click()
  await expect(page.getByRole('heading', { name: /Fourth print, plan 2: 180 kPa, 1/ })).toBeVisible()
  const marks = page.getByRole('list', { name: 'Marked in this run' })
  await expect(marks.getByRole('listitem')).toHaveCount(5)
  await expect(marks).toContainText('belt squeals')
})

test('a file that is no picture is not kept, and says so', async ({ page }) => {
  await open(page, '/bench/card?plan=plan-spindle-4')
  await tickAll(page)
  await page.getByRole('button', { name: 'Seen and done' }).click()
  await page.getByRole('button', { name: 'Start: valve opens now' }).click()
  await page
    .getByLabel('Photo')
    .setInputFiles({ name: 'rotor.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
  await expect(page.getByText('“rotor.png” is no JPEG, PNG or WebP.', { exact: false })).toBeVisible()
})

test('a plan that is removed leaves its runs; a card without a plan says where to go', async ({ page }) => {
  await open(page, '/bench/plan?plan=plan-spindle-4')
  await page.getByRole('button', { name: 'Remove this plan; its runs stay' }).click()
  await expect(page.getByRole('button', { name: 'Plan runs…' })).toBeVisible()
  await expect.poll(() => kept(page)).not.toContain('"plan-spindle-4"')
  await open(page, '/bench/card?plan=plan-spindle-4')
  await expect(page.getByText('No plan to work through')).toBeVisible()
})
