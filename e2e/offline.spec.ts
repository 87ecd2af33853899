import { readFileSync, writeFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, open, alone as test } from './helpers'

test.use({ serviceWorkers: 'allow' })

/** The worker is in charge and has all files. */
async function kept(page: Page): Promise<void> {
  await open(page)
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, { timeout: 60_000 })
}

test('after the first visit every room opens without the server, and what is done there is kept', async ({
  page,
  context,
}) => {
  await kept(page)
  await context.setOffline(true)
  await page.goto('/build?build=spindle-4')
  await expect(page.getByRole('heading', { name: /Engraving spindle/ })).toBeVisible()
  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Make' }).click()
  await expect(page).toHaveURL(/make/)
  await expect(page.getByRole('tab').first()).toBeVisible()
  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Bench' }).click()
  await expect(page).toHaveURL(/bench/)
  await page.goto('/')
  await page.getByRole('textbox', { name: 'Purpose' }).fill('Made without a server')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Purpose' })).toHaveValue('Made without a server')
})

for (const offline of [false, true])
  test(`a build and a run that are chosen stay chosen on a later visit, ${offline ? 'without' : 'with'} the server`, async ({
    page,
    context,
  }) => {
    await kept(page)
    await page.goto('/bench?build=spindle-3')
    const run = page.getByRole('button', { name: /^Third print, run 1/ })
    // nothing is under way any more that the lost server would leave unanswered
    await expect(run).toBeVisible()
    await page.waitForLoadState('networkidle')
    await context.setOffline(offline)
    await run.click()
    await expect(page).toHaveURL(/\/bench\?build=spindle-3&run=run-spindle-3-1/)
    await expect(page.getByRole('heading', { name: 'Third print, run 1' })).toBeVisible()
    await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Make' }).click()
    await expect(page).toHaveURL(/\/make\?build=spindle-3/)
    await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Bench' }).click()
    await expect(page).toHaveURL(/\/bench\?build=spindle-3/)
    await page.goBack()
    await expect(page).toHaveURL(/\/make\?build=spindle-3/)
  })

test('going from room to room without the server does not load the page anew', async ({ page, context }) => {
  await kept(page)
  await context.setOffline(true)
  await page.evaluate(() => Object.assign(window, { stillHere: true }))
  for (const room of ['Find', 'Make', 'Bench', 'Compare', 'Builds']) {
    await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: room }).click()
    await expect(page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: room })).toHaveAttribute(
      'aria-current',
      'page',
    )
  }
  expect(await page.evaluate(() => (window as unknown as { stillHere?: boolean }).stillHere)).toBe(true)
})

test('a new version waits until it is asked for; then the page is of it, and other windows are told', async ({
  page,
  context,
}) => {
  const script = 'public/service-worker.js'
  const before = readFileSync(script, 'utf8')
  await kept(page)
  const other = await context.newPage()
  await kept(other)
  await page.getByRole('textbox', { name: 'Purpose' }).fill('Typed before the update')
  try {
    writeFileSync(script, `${before}\n// a newer one\n`)
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update())
    const banner = page.getByText('A new version of Grey Kettle is ready')
    await expect(banner).toBeVisible({ timeout: 30_000 })
    await expect(page.getByRole('textbox', { name: 'Purpose' })).toHaveValue('Typed before the update')
    await page.evaluate(() => Object.assign(window, { stillHere: true }))
    await page.getByRole('button', { name: 'Load it now' }).click()
    await page.waitForFunction(() => !('stillHere' in window))
    await expect(page.getByRole('textbox', { name: 'Purpose' })).toHaveValue('Typed before the update')
    await expect(banner).toBeHidden()
    await expect(other.getByText('Another window has loaded a new version of Grey Kettle.')).toBeVisible()
    await other.getByRole('button', { name: 'Load anew' }).click()
    await expect(other.getByRole('textbox', { name: 'Purpose' })).toHaveValue('Typed before the update')
    await expect(other.getByText('Another window has loaded')).toBeHidden()
  } finally {
    writeFileSync(script, before)
  }
})
