import { expect, open, test } from './helpers'

test('the family tree: measured peaks filled, the unprinted one hollow, the best one marked', async ({ page }) => {
  await open(page)
  const card = (name: string) => page.getByRole('link', { name: new RegExp(`^${name}:`) })
  for (const name of ['First print', 'Second print', 'Third print', 'Twin jets'])
    await expect(card(name)).toContainText('2 runs', { timeout: 30_000 })
  await expect(card('Third print').getByRole('img', { name: 'measured' })).toBeVisible()
  await expect(card('First print')).toContainText('best measured')
  await expect(card('Fourth print').getByRole('img', { name: 'predicted' })).toBeVisible()
  await expect(page.getByText(/casing closed to 1\.0 mm: \+0\.6/)).toBeVisible()
  await page.getByRole('link', { name: 'Compare' }).last().click()
  await expect(page.getByRole('heading', { name: 'What can be said' })).toBeVisible()
})

test('what recordings were reduced to stands at once on the next visit; another setting is reduced anew', async ({
  browser,
}) => {
  // a browser that has reduced nothing yet
  const page = await (await browser.newContext()).newPage()
  await page.addInitScript(() => {
    const post = Worker.prototype.postMessage as (message: unknown, rest: unknown) => void
    const asked = Object.assign(window, { asked: 0 })
    Worker.prototype.postMessage = function (this: Worker, message: { request?: { kind: string } }, rest: unknown) {
      if (message.request?.kind === 'reduce') asked.asked++
      return post.call(this, message, rest)
    } as never
  })
  const asked = () => page.evaluate(() => (window as unknown as { asked: number }).asked)
  await open(page)
  const kept = () =>
    page.evaluate(async () => {
      if (!(await indexedDB.databases()).some(({ name }) => name === 'grey-kettle-results')) return 0
      return new Promise<number>((done) => {
        const opening = indexedDB.open('grey-kettle-results')
        opening.onsuccess = () => {
          const counting = opening.result.transaction('results').objectStore('results').count()
          counting.onsuccess = () => (opening.result.close(), done(counting.result))
        }
      })
    })
  // every run of the spindle's machine
  await expect.poll(kept, { timeout: 30_000 }).toBe(8)
  await page.reload()
  await expect(page.getByRole('link', { name: /^Twin jets:/ })).toContainText('2 runs', { timeout: 30_000 })
  await expect(page.getByText(/casing closed to 1\.0 mm: \+0\.6/)).toBeVisible()
  expect(await asked()).toBe(0)
  await page.goto('/bench?build=spindle-3')
  await page.getByLabel('Counts a turn').fill('100')
  await expect.poll(asked).toBeGreaterThan(0)
  await page.context().close()
})

test('the way of a maker: from the tree to the nozzle, to the parts, to a run, to a comparison', async ({ page }) => {
  await open(page)
  await page.getByRole('link', { name: /^Fourth print:/ }).click()
  await expect(page.getByRole('heading', { name: 'Section, to scale' })).toBeVisible()
  await expect(page.getByTestId('ledger')).toContainText('shaft 4.5 %')
  await page.getByRole('link', { name: 'Make', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Make: Engraving spindle · Fourth print' })).toBeVisible()
  await page.getByRole('link', { name: 'Bench', exact: true }).click()
  await expect(page.getByText('No run of this build yet')).toBeVisible()
  await page.getByRole('link', { name: 'Compare', exact: true }).click()
  await expect(page.getByText('Engraving spindle · Third print with Engraving spindle · Fourth print')).toBeVisible()
})

test('a warning says what is wrong, why it matters and what would mend it', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=shaft')
  await page.getByLabel('How many', { exact: true }).fill('1')
  const warning = page.getByRole('note').filter({ hasText: 'One bearing holds the rotor.' })
  await expect(warning).toContainText('wobbles until it breaks')
  await expect(warning).toContainText('Support the shaft in two bearings.')
  await expect(page.getByTestId('state')).toContainText('watch')
})

test('a build that must not run says so before anything else', async ({ page }) => {
  await open(page, '/build?build=spindle-4&station=shaft')
  await page.getByLabel('Material').selectOption('pla')
  await page.getByLabel('Printed').selectOption('standing')
  await page.getByLabel('Disc thickness', { exact: true }).fill('2')
  await expect(page.getByTestId('state')).toContainText('never beyond')
  await page.getByLabel('Disc thickness', { exact: true }).fill('1')
  await expect(page.getByTestId('state')).toContainText('do not run')
  await expect(page.getByRole('alert').filter({ hasText: 'of its strength' })).toBeVisible()
})

test('a pump that cannot hold the setting: what a full tank gives at first is set against what the rotor stands', async ({
  page,
}) => {
  await open(page, '/build?build=spindle-4&station=shaft')
  await page.getByLabel('Material').selectOption('pla')
  await page.getByLabel('Printed').selectOption('standing')
  await page.getByLabel('Disc thickness', { exact: true }).fill('2')
  await page.getByRole('tab', { name: /^Supply/ }).click()
  await page.getByLabel('Regulator', { exact: true }).fill('600')
  await expect(page.getByTestId('state')).toContainText('a full tank gives 600 kPa gauge at first')
})
