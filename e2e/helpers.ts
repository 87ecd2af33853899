import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type BrowserContext, type Page } from '@playwright/test'

/**
 * Watches a page from now on; what is called in the end fails when it logged an error or asked for anything outside its
 * own origin, and begins anew.
 */
export function watched(page: Page, baseURL = 'none'): () => void {
  const errors: string[] = []
  const foreign: string[] = []
  page.on('console', (message) => {
    if (message.type() === 'error') errors.push(message.text())
  })
  page.on('pageerror', (error) => errors.push(error.message))
  page.on('request', (request) => {
    const url = request.url()
    if (!url.startsWith(baseURL) && !/^(data|blob):/.test(url)) foreign.push(url)
  })
  return () => {
    const seen = [errors.splice(0), foreign.splice(0)]
    expect(seen[0], 'nothing is logged as an error').toEqual([])
    expect(seen[1], 'no request leaves the origin').toEqual([])
  }
}

/**
 * A browser of its own for each test, which fails when the page logs an error or asks for anything outside its own
 * origin: for tests of several windows, or of what a browser keeps.
 */
export const alone = base.extend({
  page: async ({ page, baseURL }, provide) => {
    const quiet = watched(page, baseURL)
    await provide(page)
    quiet()
  },
})

/**
 * As `alone`, with a browser that earlier tests have used: it knows the program and what was made of recordings (by
 * their bytes and settings), and nothing else of what they did. To read and compile the program anew and to reduce the
 * demo takes longer than most tests.
 */
export const test = base.extend<object, { used: BrowserContext }>({
  used: [
    async ({ browser }, provide, info) => {
      const { baseURL, serviceWorkers } = info.project.use
      const context = await browser.newContext({ baseURL, serviceWorkers })
      await provide(context)
      await context.close()
    },
    { scope: 'worker' },
  ],
  page: async ({ used, baseURL, viewport }, provide) => {
    const page = await used.newPage()
    if (viewport) await page.setViewportSize(viewport)
    const quiet = watched(page, baseURL)
    await provide(page)
    quiet()
    await Promise.all(used.pages().map((p) => p.close()))
    const empty = await used.newPage()
    const browser = await used.newCDPSession(empty)
    const { origin } = new URL(baseURL!)
    const storageTypes = 'cookies,local_storage,cache_storage,service_workers,storage_buckets'
    await browser.send('Storage.clearDataForOrigin', { origin, storageTypes })
    // a page without the program, that nothing holds open
    await empty.goto(`${origin}/api/health`)
    await empty.evaluate(async () => {
      for (const { name } of await indexedDB.databases()) if (!name?.endsWith('-results')) await emptied(name!)
      function emptied(name: string): Promise<void> {
        return new Promise((done, failed) => {
          const asked = indexedDB.deleteDatabase(name)
          asked.onsuccess = () => done()
          asked.onerror = asked.onblocked = () => failed(new Error(`${name} is not let go`))
        })
      }
    })
    await empty.close()
  },
})
export { expect }

/** Opens a place and waits until the project is there. */
export async function open(page: Page, path = '/'): Promise<void> {
  await page.goto(path)
  await expect(page.getByRole('button', { name: /^Project Heron window/ })).toBeVisible()
}

/**
 * The stored project, as text: what is on the disk, not only “saved”, which may still be said of what was before a change.
 */
export const kept = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<string>((done, fail) => {
        const opening = indexedDB.open('grey-kettle')
        opening.onsuccess = () => {
          const row = opening.result.transaction('projects').objectStore('projects').get('heron-window')
          row.onsuccess = () => (opening.result.close(), done(JSON.stringify(row.result)))
          row.onerror = () => fail(new Error('not read'))
        }
      }),
  )

/** A figure's value in the right column, by its label. */
export async function figure(page: Page, label: string): Promise<number> {
  const row = page.getByText(label, { exact: true }).locator('xpath=..')
  const text = (await row.locator('.num').first().innerText()).replace(/[\u2009\s]/g, '').replace('−', '-')
  return Number(text)
}

/**
 * No accessibility fault. `rules`: these alone, for a page that was looked at whole and has changed in nothing else.
 */
export async function accessible(page: Page, rules?: string[]): Promise<void> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode()
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze()
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    ),
  ).toEqual([])
}
