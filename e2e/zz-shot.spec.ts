import { expect, open, test } from './helpers'
test('shots', async ({ page }) => {
  test.setTimeout(200000)
  await page.setViewportSize({ width: 1280, height: 800 })
  const t = Date.now()
  await open(page, '/make/sheet?build=spindle-4')
  await page.getByRole('button', { name: 'Print, or keep as PDF' }).waitFor()
  await expect(page.getByRole('button', { name: 'Print, or keep as PDF' })).toBeEnabled({ timeout: 60000 })
  console.log('ready', Date.now() - t)
  await page.screenshot({ path: '/tmp/s1.png' })
  await page.screenshot({ path: '/tmp/s3.png', fullPage: true })
  await page.pdf({ path: '/tmp/a4.pdf', format: 'A4' })
  await page.pdf({ path: '/tmp/letter.pdf', format: 'Letter' })
})
test('more', async ({ page }) => {
  test.setTimeout(200000)
  for (const id of ['other-axial', 'other-vane-motor', 'other-turbine-compressor', 'other-reaction-rotor']) {
    await open(page, '/make/sheet?build=' + id)
    await expect(page.getByRole('button', { name: 'Print, or keep as PDF' })).toBeEnabled({ timeout: 60000 })
    await page.pdf({ path: `/tmp/${id}.pdf`, format: 'A4' })
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  await open(page, '/make?build=spindle-4')
  await page.getByRole('button', { name: 'Put together' }).or(page.getByRole('tab', { name: 'Put together' })).first().click()
  await page.getByText('It goes together and turns', { exact: true }).waitFor({ timeout: 60000 })
  await page.waitForTimeout(1000)
  await page.screenshot({ path: '/tmp/s4.png' })
})
