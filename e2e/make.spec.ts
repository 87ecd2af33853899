import { readFileSync } from 'node:fs'
import { accessible, expect, figure, open, test } from './helpers'

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

test('print plates: all that is printed lies on the bed, and goes out plate by plate', async ({ page }) => {
  await open(page, '/make?build=spindle-4')
  await page.getByRole('tab', { name: 'Print plates' }).click()
  const plate = page.getByRole('img', { name: /^Plate 1 of 1 as it is printed: 6 parts/ })
  await expect(plate.locator('canvas')).toBeVisible({ timeout: 40_000 })
  await expect(page.getByText('nothing needs them')).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'This plate as 3MF' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('engraving-spindle-fourth-print-plate-1.3mf')
})

test('the sheet to build it by: numbered bill, a picture for every step, checks with their gaps; on paper, as CSV and Markdown', async ({
  page,
}) => {
  await open(page, '/make?build=spindle-4')
  await page.getByRole('button', { name: 'To build it' }).click()
  await expect(page).toHaveURL(/make\/sheet\?build=spindle-4/)
  await expect(page.getByRole('button', { name: 'Print, or keep as PDF' })).toBeEnabled({ timeout: 60_000 })
  const steps = page.getByRole('img', { name: /^Step \d+:/ })
  await expect(steps).toHaveCount(15)
  // every picture is drawn, and carries the numbers of what goes on
  expect(await page.locator('li svg image').count()).toBe(15)
  await expect(page.getByRole('img', { name: 'Step 6: Rotor (6)' }).locator('text')).toHaveText('6')
  await expect(page.getByText('Gap round the rim, rotor to lower half and upper half: 1.00 mm.')).toBeVisible()
  await expect(page.getByText(/seen from the upper end of the shaft it turns clockwise/)).toBeVisible()
  for (const [button, name, begins] of [
    ['Bill as CSV', 'engraving-spindle-fourth-print-bill.csv', 'No.,Count,What'],
    [
      'All of it as Markdown',
      'engraving-spindle-fourth-print-to-build-it.md',
      '# Engraving spindle · Fourth print: to build it',
    ],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ])
    expect(file.suggestedFilename()).toBe(name)
    expect(readFileSync(await file.path(), 'utf8').startsWith(begins)).toBe(true)
  }
  await accessible(page)
  // on paper: no bar, no buttons, steps side by side
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('banner')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Bill as CSV' })).toBeHidden()
  // by night on the screen, ink on paper all the same
  const ink = () =>
    page
      .getByText('Unit A, on the bench:')
      .first()
      .evaluate((e) => getComputedStyle(e).color)
  const byDay = await ink()
  await page.emulateMedia({ media: 'print', colorScheme: 'dark' })
  await expect(page.locator('html')).toHaveClass(/dark/)
  expect(await ink()).toBe(byDay)
  const [a, b] = [await steps.nth(0).boundingBox(), await steps.nth(1).boundingBox()]
  expect(a && b && Math.abs(a.y - b.y)).toBeLessThan(2)
})

test('the regulator before a machine can be printed: parts, springs, what it holds, its sheet', async ({ page }) => {
  test.slow()
  await open(page, '/build?build=carousel-2&station=line')
  await page.getByRole('button', { name: 'Its parts, to print' }).click()
  await expect(page.getByRole('heading', { name: /^Make: regulator of Carousel engine/ })).toBeVisible()
  await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 20_000 })
  expect(await figure(page, 'Margin, should its valve stick')).toBeGreaterThan(4)
  await expect(page.getByText(/water behind a shield/).first()).toBeVisible()
  await expect(page.getByText(/compression spring, ⌀ [\d.]+ × [\d.]+, wire/).first()).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'STL', exact: true }).click(),
  ])
  expect(file.suggestedFilename()).toBe('carousel-engine-second-print-regulator-body.stl')
  await page.getByRole('tab', { name: 'Put together' }).click()
  await expect(page.getByText('It goes together and its valve moves', { exact: true })).toBeVisible({ timeout: 60_000 })
  await accessible(page)
  await page.getByRole('button', { name: 'To build it' }).click()
  await expect(page.getByText(/A relief valve behind it, set to what the weakest/)).toBeVisible()
  await expect(page.getByText(/The gauge must stand still for a minute/)).toBeVisible()
  await page.getByRole('button', { name: 'Back to the parts' }).click()
  await page.getByRole('tab', { name: 'The machine' }).click()
  await expect(page.getByRole('button', { name: /^Piston/ })).toBeVisible()
})

test('a regulator that no spring on sale can hold says which rate would do, and is made once it has it', async ({
  page,
}) => {
  await open(page, '/build?build=carousel-twin&station=line')
  const spring = page.getByLabel('Spring', { exact: true })
  await spring.fill('1')
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.getByRole('button', { name: 'Its parts, to print' }).click()
  const said = page.getByText(/No spring on sale gives/)
  await expect(said).toBeVisible()
  const rate = /A rate of ([\d.]+) N\/mm would do/.exec(await said.innerText())?.[1] ?? ''
  await page.getByRole('button', { name: 'To its figures' }).click()
  await spring.fill(rate)
  await expect(page.getByTestId('saved')).toHaveText('saved')
  await page.getByRole('button', { name: 'Its parts, to print' }).click()
  await expect(page.getByText('watertight: every edge closed')).toBeVisible({ timeout: 20_000 })
})
