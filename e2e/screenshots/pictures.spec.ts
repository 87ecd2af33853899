import { expect, test } from '@playwright/test'

/** One picture of each main view, from the demo, at 1280 × 800. */
const PICTURES: [string, string, 'light' | 'dark', string | null][] = [
  ['builds', '/', 'light', null],
  ['beginning', '/', 'light', null],
  ['supply', '/build?build=spindle-4&station=supply', 'light', null],
  ['line', '/build?build=spindle-4&station=line', 'light', null],
  ['bottle', '/build?build=glider-1&station=supply', 'light', 'Run-down'],
  ['track', '/build?build=glider-1&station=way', 'light', 'Which outlet?'],
  ['nozzle', '/build?build=spindle-4&station=nozzle', 'light', null],
  ['engine', '/build?build=carousel-3&station=cylinder', 'light', 'ball'],
  ['rotary', '/build?build=carousel-rotor-2&station=cylinder', 'light', null],
  ['rotor', '/build?build=spindle-4&station=rotor', 'light', 'As it goes together'],
  ['sound', '/bench?build=spindle-3&run=run-spindle-3-2&m=m5', 'light', null],
  ['live-dark', '/bench?build=spindle-4', 'dark', null],
  ['find', '/find?build=spindle-4', 'light', null],
  ['assembly', '/make?build=carousel-twin', 'light', 'Put together'],
  ['plates', '/make?build=spindle-4', 'light', 'Print plates'],
  ['sheet', '/make/sheet?build=spindle-4', 'light', null],
  ['plan', '/bench/plan?plan=plan-spindle-4', 'light', null],
  ['bench', '/bench?build=spindle-3', 'light', null],
  ['compare', '/compare?a=spindle-2&b=spindle-3', 'light', null],
]

for (const [name, path, scheme, view] of PICTURES)
  test(name, async ({ browser, baseURL }) => {
    const context = await browser.newContext({ colorScheme: scheme, viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await page.goto(`${baseURL}${path}`)
    await page.getByRole('button', { name: /^Project Heron window/ }).waitFor({ timeout: 60_000 })
    if (view) await page.getByRole('tab', { name: view, exact: true }).click()
    if (name === 'assembly') {
      await page.getByText('It goes together and turns', { exact: true }).waitFor({ timeout: 90_000 })
      await page.getByLabel('Drawn apart').fill('0.2')
      await page.getByLabel('Cut at').fill('1')
    }
    if (name === 'plates') await page.getByText('This plate as 3MF').waitFor({ timeout: 60_000 })
    if (name === 'sheet')
      await expect(page.getByRole('button', { name: 'Print, or keep as PDF' })).toBeEnabled({ timeout: 60_000 })
    if (name === 'compare') await page.getByText('More than repeats differ.').waitFor({ timeout: 60_000 })
    if (name === 'beginning') await page.getByRole('button', { name: 'Another machine…' }).click()
    if (name === 'live-dark') {
      await page.route('**/api/simulated-bench?*', (route) =>
        route.continue({ url: route.request().url().replace('pace=1', 'pace=4') }),
      )
      await page.getByRole('button', { name: 'New run…' }).click()
      const dialog = page.getByRole('dialog')
      const rig = await dialog
        .getByLabel('Rig')
        .locator('option')
        .filter({ hasText: 'line encoder' })
        .first()
        .innerText()
      await dialog.getByLabel('Rig').selectOption({ label: rig })
      for (const box of await dialog.getByRole('checkbox').all()) await box.check()
      await page.getByRole('button', { name: 'Start the run' }).click()
      await page.getByRole('button', { name: 'record it live' }).click()
      await page.getByLabel('Speed above').fill('17000')
      await page.getByRole('button', { name: 'Connect and record' }).click()
      await page.getByTestId('stop').waitFor({ timeout: 30_000 })
    }
    if (name === 'find') await page.getByRole('button', { name: 'Search', exact: true }).click()
    // results of the runs come from a worker
    await page.getByText('reading its runs').first().waitFor({ state: 'detached', timeout: 60_000 })
    await page.waitForTimeout(name === 'find' ? 12_000 : 5000)
    await page.screenshot({ path: `docs/screenshots/${name}.png` })
    await context.close()
  })
