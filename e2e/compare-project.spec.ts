import { readFileSync, writeFileSync } from 'node:fs'
import { expect, open, test } from './helpers'

test('two builds side by side: what differed first, then the verdict', async ({ page }) => {
  await open(page, '/compare?a=spindle-2&b=spindle-3')
  await expect(page.getByRole('row', { name: /casing/ })).toContainText('open')
  await expect(page.getByText('Third print gives more')).toBeVisible({ timeout: 20_000 })
  await page.getByLabel('B', { exact: true }).selectOption({ label: 'Engraving spindle · Twin jets' })
  await expect(page.getByText('They were measured on different rigs')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByRole('row', { name: 'number of nozzles 1 2' })).toBeVisible()
  await page.getByLabel('B', { exact: true }).selectOption({ label: 'Engraving spindle · Fourth print' })
  await expect(page.getByText('No verdict without runs of both')).toBeVisible()
})

test('two runs of one build side by side: no spread, no verdict', async ({ page }) => {
  await open(page, '/compare?a=run-spindle-3-1&b=run-spindle-3-2')
  await expect(page.getByText('One run is no measurement of spread')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByRole('columnheader', { name: 'B Third print, run 2' })).toBeVisible()
})

test('runs at other pressures get no verdict', async ({ page }) => {
  await open(page, '/bench?build=spindle-3&run=run-spindle-3-1')
  await page.getByLabel('Pressure held').fill('250')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/compare?a=spindle-2&b=spindle-3')
  await expect(page.getByText('Not a fair comparison')).toBeVisible({ timeout: 20_000 })
})

test('a project goes out as ZIP and comes back the same; a foreign file changes nothing', async ({ page }, info) => {
  await open(page)
  const openProjects = () => page.getByRole('button', { name: /^Project / }).click()
  await openProjects()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export as ZIP' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('heron-window.zip')
  const picker = page.getByLabel('Project archive to import')
  const foreign = info.outputPath('foreign.zip')
  writeFileSync(foreign, 'no zip at all')
  await picker.setInputFiles(foreign)
  await expect(page.getByText(/“foreign.zip” was not imported; nothing was changed/)).toBeVisible()
  await picker.setInputFiles(await file.path())
  await expect(page.getByRole('button', { name: /^Project Heron window \(copy\)/ })).toBeVisible()
  await expect(page.getByText('5 versions, 8 runs')).toBeVisible()
  await openProjects()
  const [again] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export as ZIP' }).click(),
  ])
  // Everything but name and id of the copy is the same: the archives differ by a few bytes at most.
  expect(Math.abs(readFileSync(await again.path()).length - readFileSync(await file.path()).length)).toBeLessThan(200)
})

test('units of the maker’s choice are shown everywhere', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=nozzle')
  await page.getByRole('button', { name: 'Units' }).click()
  await page.getByLabel('Pressure', { exact: true }).first().selectOption('psi')
  await page.getByLabel('Length', { exact: true }).selectOption('in')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('tab', { name: /^Regulator and line/ })).toContainText('50.8 psi gauge')
  await expect(page.getByLabel('Throat', { exact: true })).toHaveValue('0.06693')
})

test('a new project asks what it shall do, and leads from there to the parts', async ({ page }) => {
  await open(page)
  await page.getByRole('button', { name: /^Project / }).click()
  await page.getByRole('button', { name: 'New project' }).click()
  await expect(page.getByRole('heading', { name: 'What shall it do?' })).toBeVisible()
  await page.getByRole('button', { name: /Turn something slow/ }).click()
  await page.getByRole('button', { name: /Resin print/ }).click()
  await page.getByRole('button', { name: 'begin with the plainest one' }).click()
  await expect(page.getByRole('heading', { name: 'Turn something slow and strong · First print' })).toBeVisible()
  await expect(page.getByTestId('state')).toContainText(/fine|care/)
  // from the supply along the air, each station says the next, to the parts and the bench
  const next = page.getByRole('navigation', { name: 'What comes next' })
  for (const station of ['Regulator and line', 'Nozzle', 'Rotor', 'Shaft', 'Load']) {
    await next.getByRole('button').click()
    await expect(page.getByRole('tab', { name: new RegExp(`^${station}`) })).toHaveAttribute('aria-selected', 'true')
  }
  await next.getByRole('link', { name: /Make the parts/ }).click()
  await expect(page.getByRole('heading', { name: /^Make: / })).toBeVisible()
})
