import { readFileSync } from 'node:fs'
import { expect, open, test } from './helpers'

test('each part is made in a worker, is watertight, and goes out as STL, 3MF, DXF and SVG', async ({ page }) => {
  await open(page, '/make?build=spindle-4')
  for (const [part, slug] of [
    ['Rotor', 'rotor'],
    ['Nozzle insert', 'nozzle-insert'],
    ['Lower half', 'casing-lower'],
  ]) {
    await page.getByRole('button', { name: new RegExp(`^(\\d+ × )?${part}`) }).click()
    await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 20_000 })
    for (const [button, ending, check] of [
      ['STL', 'stl', (b: Buffer) => b.length === 84 + 50 * b.readUInt32LE(80)],
      ['3MF', '3mf', (b: Buffer) => b.subarray(0, 2).toString() === 'PK'],
      ['DXF profile', 'dxf', (b: Buffer) => b.toString().includes('EOF')],
      ['SVG profile', 'svg', (b: Buffer) => b.toString().startsWith('<svg')],
    ] as const) {
      const [file] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: button, exact: true }).click(),
      ])
      expect(file.suggestedFilename()).toBe(`engraving-spindle-fourth-print-${slug}.${ending}`)
      expect(check(readFileSync(await file.path()))).toBe(true)
    }
  }
})

test('the solid follows the build: more blades, more faces; it is drawn in space', async ({ page }) => {
  await open(page, '/make?build=spindle-4')
  const faces = page.getByText('Mesh', { exact: true }).locator('xpath=..').locator('.num')
  await expect(faces).not.toHaveText('…', { timeout: 20_000 })
  const before = Number(await faces.innerText())
  await page.goto('/build?build=spindle-4&station=rotor')
  await page.getByLabel('How many', { exact: true }).fill('20')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/make?build=spindle-4')
  await expect.poll(async () => Number(await faces.innerText()), { timeout: 20_000 }).toBeGreaterThan(before)
  const canvas = page.getByRole('img', { name: /^Rotor in space/ }).locator('canvas')
  await expect(canvas).toBeVisible()
  const drawn = await canvas.evaluate((c: HTMLCanvasElement) => {
    const copy = document.createElement('canvas')
    copy.width = c.width
    copy.height = c.height
    const context = copy.getContext('2d')
    context?.drawImage(c, 0, 0)
    return context?.getImageData(0, 0, c.width, c.height).data.some((v, i) => i % 4 === 3 && v > 0)
  })
  expect(drawn).toBe(true)
  await page.getByRole('tab', { name: 'Profile' }).click()
  await expect(page.getByRole('img', { name: 'Profile of the rotor' })).toBeVisible()
})

test('blades thinner than the process makes are told and marked; a finer process makes them', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=rotor')
  await page.getByLabel('Thickness', { exact: true }).fill('0.6')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.goto('/make?build=spindle-4&part=rotor')
  await expect(page.getByText('Some of it will not come out')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/places below 0.8 mm, marked in the solid/)).toBeVisible()
  await page.getByLabel('Process', { exact: true }).selectOption('resin')
  await expect(page.getByText(/^looked for walls below 0.4 mm/)).toBeVisible({ timeout: 20_000 })
})

test('outlets as slots let more air out, and the solid follows', async ({ page }) => {
  await open(page, '/make?build=other-axial&part=end-plate')
  const area = page.getByText('Outlets of the housing', { exact: true }).locator('xpath=..').locator('.num')
  const number = async () => Number((await area.innerText()).replace(/[^\d.]/g, ''))
  await expect(area).toBeVisible({ timeout: 20_000 })
  const holes = await number()
  await page.getByLabel('Outlets', { exact: true }).selectOption('slots')
  await expect.poll(number).toBeGreaterThan(1.1 * holes)
  await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 20_000 })
})
