import type { Page } from '@playwright/test'
import { accessible, expect, open, test, watched } from './helpers'

const VIEWS: [string, string, string | RegExp][] = [
  ['Builds', '/', 'Engraving spindle'],
  ['Supply', '/build?build=spindle-4&station=supply', 'The source'],
  ['Bottle', '/build?build=glider-1&station=supply', 'Bottle and pump, to scale'],
  ['Balloon', '/build?build=glider-balloon&station=supply', 'Balloon, to scale'],
  ['Ring of holes', '/build?build=glider-2&station=nozzle', 'Outlet from the front, to scale'],
  ['Hole gauge', '/build?build=spindle-4&station=nozzle&view=gauge', 'Section, to scale'],
  ['Weighing', '/build?build=spindle-4&station=nozzle&view=weigh', 'Section, to scale'],
  ['Body', '/build?build=glider-balloon&station=body', 'From the side, to scale'],
  ['Track', '/build?build=glider-1&station=way', 'The run along the track'],
  ['Line', '/build?build=spindle-4&station=line', 'Where the pressure goes'],
  ['Nozzle', '/build?build=spindle-4&station=nozzle', 'Section, to scale'],
  ['Rotor', '/build?build=spindle-4&station=rotor', 'What it gives'],
  ['Side jets', '/build?build=other-supersonic-impulse&station=rotor', 'What it gives'],
  ['Radial', '/build?build=other-radial-inflow&station=rotor', 'What it gives'],
  ['Axial', '/build?build=other-axial&station=rotor', 'What it gives'],
  ['Discs', '/build?build=other-disc-pack&station=rotor', 'What it gives'],
  ['Vanes', '/build?build=other-vane-motor&station=rotor', 'What it gives'],
  ['Reaction', '/build?build=other-reaction-rotor&station=rotor', 'What it gives'],
  ['Stack', '/build?build=other-wind-stack&station=rotor', 'What it gives'],
  ['Blower', '/build?build=other-turbine-compressor&station=load', 'What it gets'],
  ['Cylinder', '/build?build=carousel-2&station=cylinder', 'Cylinder'],
  ['Crank', '/build?build=carousel-twin&station=crank', 'Wheel'],
  ['Rotor and ports', '/build?build=carousel-rotor-2&station=cylinder', 'Rotor and housing'],
  ['Propeller', '/build?build=carousel-1&station=load', 'What it gets'],
  ['Find', '/find?build=spindle-4', 'What must hold'],
  ['Shaft', '/build?build=spindle-4&station=shaft', 'Before the first spin'],
  ['Load', '/build?build=spindle-4&station=load', 'What it gets'],
  ['Make', '/make?build=spindle-3', 'Make: Engraving spindle · Third print'],
  ['Make a pack', '/make?build=other-disc-pack', 'Make: Other ways to turn · Ten discs'],
  ['Bench', '/bench?build=spindle-3', 'Measured'],
  ['Compare', '/compare?a=spindle-2&b=spindle-3', 'What can be said'],
]

test.describe('every view, by day and by night', () => {
  // one page for all: opening the demo anew takes longer than the checks
  let page: Page
  let quiet: () => void
  test.beforeAll(async ({ browser }) => {
    page = await (await browser.newContext()).newPage()
    quiet = watched(page, test.info().project.use.baseURL)
  })
  test.afterAll(() => page.context().close())
  for (const [name, path, heading] of VIEWS)
    test(`${name}: no accessibility fault, no sideways scrolling`, async () => {
      await page.emulateMedia({ colorScheme: 'light' })
      await open(page, path)
      await expect(page.getByRole('heading', { name: heading }).first()).toBeVisible()
      await page.waitForTimeout(600)
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
      await accessible(page)
      const ink = () => page.evaluate(() => getComputedStyle(document.body).color)
      const day = await ink()
      await page.emulateMedia({ colorScheme: 'dark' })
      await expect.poll(ink).not.toBe(day)
      await page.waitForTimeout(300)
      // by night the same page stands in other colours
      await accessible(page, ['color-contrast'])
      quiet()
    })
})

test('the page’s policy is strict and holds', async ({ page }) => {
  const response = await page.goto('/')
  const policy = response?.headers()['content-security-policy'] ?? ''
  expect(policy).toContain("default-src 'none'")
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic' 'wasm-unsafe-eval'/)
  expect(policy).not.toMatch(/script-src[^;]*unsafe-inline|script-src[^;]*'unsafe-eval'/)
  // programs of this machine may be read as a bench, and nothing beyond it
  expect(policy).toMatch(/connect-src 'self' http:\/\/localhost:\* http:\/\/127\.0\.0\.1:\*(;|$)/)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })
  const fits = (page: Page) =>
    expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
  test('the bench: a run can be begun, and its curve stands before its forms', async ({ page }) => {
    await open(page, '/bench?build=spindle-3')
    await expect(page.getByRole('button', { name: 'New run…' })).toBeVisible()
    const top = async (name: string) => (await page.getByRole('heading', { name, exact: true }).boundingBox())?.y ?? NaN
    await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 30_000 })
    expect(await top('Measured')).toBeLessThan(await top('Rig'))
    await fits(page)
  })
  test('the beginning and the machines that could do it: nothing runs out of the page, no accessibility fault', async ({
    page,
  }) => {
    await open(page)
    await page.getByRole('button', { name: 'Another machine…' }).click()
    await expect(page.getByRole('heading', { name: 'What shall it do?' })).toBeVisible()
    await fits(page)
    await accessible(page)
    await page.getByRole('button', { name: 'Which machines could do it?' }).click()
    const dialog = page.getByRole('dialog')
    await expect(dialog.getByRole('button', { name: /Disc pack/ })).toBeVisible({ timeout: 60_000 })
    const width = await dialog.evaluate((e) => [e.scrollWidth, e.clientWidth])
    expect(width[0]).toBeLessThanOrEqual(width[1] + 1)
    await fits(page)
  })
  test('the air line stands over a build', async ({ page }) => {
    await open(page, '/build?build=spindle-4&station=nozzle')
    for (const station of ['Supply', 'Nozzle', 'Rotor'])
      await expect(page.getByRole('tab', { name: new RegExp(`^${station}`) })).toBeVisible()
    await fits(page)
  })
})
