import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { accessible, expect, kept, open, alone as test } from './helpers'

const saved = (page: Page) => expect(page.getByTestId('saved')).toHaveText('saved')
const purpose = (page: Page) => page.getByRole('textbox', { name: 'Purpose' })
/** A picture for whoever writes these tests: LOOK=folder. */
const look = async (page: Page, name: string) => {
  if (process.env.LOOK) await page.screenshot({ path: `${process.env.LOOK}/${name}.png` })
}
const downloaded = async (page: Page, press: () => Promise<void>) => {
  const [file] = await Promise.all([page.waitForEvent('download'), press()])
  return { name: file.suggestedFilename(), files: unzipSync(new Uint8Array(readFileSync(await file.path()))) }
}
const json = (bytes: Uint8Array) => JSON.parse(Buffer.from(bytes).toString('utf8')) as Record<string, never>
/** Changes the stored document behind the application’s back. */
const tamper = (page: Page, change: 'a build broken' | 'newer') =>
  page.evaluate(
    (how) =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open('grey-kettle')
        opening.onsuccess = () => {
          const tx = opening.result.transaction('projects', 'readwrite')
          const rows = tx.objectStore('projects')
          rows.get('heron-window').onsuccess = (event) => {
            const row = (event.target as IDBRequest).result as {
              document: { schemaVersion: number; builds: { id: string; machine: { nozzle: { count: number } } }[] }
            }
            if (how === 'newer') row.document.schemaVersion = 99
            for (const b of row.document.builds)
              if (how !== 'newer' && b.id === 'spindle-2') b.machine.nozzle.count = -3
            rows.put(row)
          }
          tx.oncomplete = () => (opening.result.close(), done())
          tx.onerror = () => fail(new Error('not tampered'))
        }
      }),
    change,
  )

test('storage full: it is said, the work stays and can be exported, and is saved once there is room', async ({
  page,
}) => {
  await open(page)
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put
    Object.assign(window, { makeRoom: () => (IDBObjectStore.prototype.put = put) })
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError')
    }
  })
  await purpose(page).fill('No room for this')
  await expect(page.getByText('the room that this browser gives is full')).toBeVisible()
  await expect(page.getByTestId('saved')).toHaveText('not saved')
  await accessible(page)
  const out = await downloaded(page, () => page.getByRole('button', { name: 'Export as ZIP' }).click())
  expect(JSON.stringify(json(out.files['project.json']))).toContain('No room for this')
  // in one step: what could not be written is tried every five seconds without being asked, and the button is then gone
  await page.getByRole('button', { name: 'Try again' }).evaluate((button: HTMLElement) => {
    ;(window as unknown as { makeRoom: () => void }).makeRoom()
    button.click()
  })
  await saved(page)
  await page.reload()
  await expect(purpose(page)).toHaveValue('No room for this')
})

test('two windows in the same place: the later change is held back in words, and can be done all the same', async ({
  page,
  context,
}) => {
  await open(page)
  const other = await context.newPage()
  // a window that hears of the first one only when it writes
  await other.addInitScript(() => {
    Object.assign(window, {
      BroadcastChannel: class {
        postMessage() {}
        addEventListener() {}
        removeEventListener() {}
        close() {}
      },
    })
  })
  await open(other)
  await purpose(page).fill('First')
  // on the disk, not only “saved”, which it still says of what was before
  await expect.poll(() => kept(page)).toContain('"purpose":"First"')
  await purpose(other).fill('Second')
  const held = other.getByRole('alert').filter({ hasText: 'Held back: purpose' })
  await expect(held).toContainText(
    'Another window set the purpose of machine “Engraving spindle” to “First”; this one wanted “S',
  )
  await look(other, 'held')
  await accessible(other)
  await purpose(other).blur()
  await expect(purpose(other)).toHaveValue('First')
  await held.getByRole('button', { name: 'Do it all the same' }).first().click()
  await saved(other)
  await page.reload()
  await expect(purpose(page)).not.toHaveValue('First')
})

test('a project removed in another window stays here, is said, and is put back', async ({ page, context }) => {
  await open(page)
  const other = await context.newPage()
  await open(other)
  await other.getByRole('button', { name: /^Project Heron/ }).click()
  await other.getByRole('button', { name: 'Remove Heron window' }).click()
  await expect(other.getByText('“Heron window” was removed')).toBeVisible()
  await expect(page.getByText('This project is no longer in this browser.')).toBeVisible()
  await look(page, 'gone')
  await page.getByRole('button', { name: 'Put it back' }).click()
  await saved(page)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Engraving spindle' })).toBeVisible()
})

test('a project that cannot be opened goes out as it lies, and opens as far as it is sound', async ({ page }) => {
  await open(page)
  await tamper(page, 'a build broken')
  await page.reload()
  const told = page.getByRole('alert').filter({ hasText: '“Heron window” was not opened and is unchanged' })
  await expect(told).toContainText('nozzle.count')
  await look(page, 'unopened')
  await accessible(page)
  const out = await downloaded(page, () => told.getByRole('button', { name: 'Export it as it lies' }).click())
  expect(out.name).toBe('heron-window-as-it-lies.zip')
  expect(Object.keys(out.files).filter((f) => f.startsWith('recordings/')).length).toBeGreaterThan(5)
  await told.getByRole('button', { name: 'Open what is sound of it' }).click()
  await expect(page.getByText('build “Second print”: machine.nozzle.count')).toBeVisible()
  await look(page, 'sound')
  await expect(page.getByRole('heading', { name: 'Engraving spindle' })).toBeVisible()
  await expect(page.getByRole('link', { name: /^Second print/ })).toHaveCount(0)
  // the one that was not opened is still there
  await page.getByRole('button', { name: /^Project Heron window \(what is sound\)/ }).click()
  await expect(page.getByRole('button', { name: 'Heron window', exact: true })).toBeVisible()
})

test('a document of a newer version is left alone, and this window says what to do', async ({ page }) => {
  await open(page)
  await tamper(page, 'newer')
  await page.reload()
  await expect(page.getByText('saved by a newer Grey Kettle')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'No project is open' })).toBeVisible()
  await page.getByRole('button', { name: 'Open, import or begin one' }).click()
  await page.getByRole('button', { name: 'Fresh copy of the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Engraving spindle' })).toBeVisible()
})

test('a copy of the day is looked at and brought back, and undo takes that back', async ({ page }) => {
  await open(page)
  await purpose(page).fill('Changed today')
  await saved(page)
  await page.getByRole('button', { name: /^Project Heron/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Project' })
  await dialog.getByRole('button', { name: 'look at it' }).click()
  await expect(dialog.getByText('Differs from now in: 1 machine changed.')).toBeVisible()
  await look(page, 'copies')
  await accessible(page)
  await dialog.getByRole('button', { name: 'Bring it back' }).click()
  await expect(purpose(page)).not.toHaveValue('Changed today')
  await page.getByRole('button', { name: /^Undo: back to the copy/ }).click()
  await expect(purpose(page)).toHaveValue('Changed today')
})

test('an archive without one of its recordings is opened, and what is missing is said', async ({ page }) => {
  await open(page)
  const files = unzipSync(new Uint8Array(readFileSync('public/demo/heron-window.zip')))
  const lost = Object.keys(files).find((f) => f.startsWith('recordings/')) as string
  delete files[lost]
  await page.getByRole('button', { name: /^Project Heron/ }).click()
  await page.getByLabel('Project archive to import').setInputFiles({
    name: 'a.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from(zipSync({ ...files, 'notes.txt': strToU8('x') })),
  })
  await expect(page.getByText('Imported and opened; to be known')).toBeVisible()
  await expect(page.getByText(/is not in the archive: its run is there/)).toBeVisible()
})

test.describe('what fails inside stays inside', () => {
  test('a dialog whose code does not come says what is safe, and the room stays', async ({ browser, baseURL }) => {
    // its errors are what is looked for: no watch on the console
    const page = await browser.newPage({ baseURL })
    await open(page)
    await page.waitForLoadState('networkidle')
    await page.route('**/_next/static/chunks/**', (route) => route.abort())
    await page.getByRole('button', { name: 'Units' }).click()
    const told = page.getByRole('alert').filter({ hasText: 'This dialog could not be drawn' })
    await expect(told).toContainText('the project is as you left it')
    await look(page, 'failed')
    await expect(page.getByRole('heading', { name: 'Engraving spindle' })).toBeVisible()
    const out = await downloaded(page, async () => {
      await page.unroute('**/_next/static/chunks/**')
      await told.getByRole('button', { name: 'Export the project' }).click()
    })
    expect(Object.keys(out.files)).toContain('project.json')
    await page.close()
  })

  test('a room whose code does not come says so, and is drawn once it can', async ({ browser, baseURL }) => {
    const page = await browser.newPage({ baseURL })
    await open(page)
    await page.waitForLoadState('networkidle')
    await page.route('**/_next/static/chunks/**', (route) => route.abort())
    await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Bench' }).click()
    const told = page.getByRole('alert').filter({ hasText: 'This room does not come' })
    await expect(told).toBeVisible()
    await look(page, 'room-failed')
    await expect(page.getByRole('button', { name: /^Project Heron/ })).toBeVisible()
    await page.unroute('**/_next/static/chunks/**')
    await told.getByRole('button', { name: 'Load the page anew' }).click()
    await expect(page).toHaveURL(/bench/)
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
    await expect(told).toBeHidden()
    await page.close()
  })
})

test('a drawing that is cut short is refused in words', async ({ page }) => {
  await open(page, '/build?build=spindle-4')
  await page.getByRole('tab', { name: /^Rotor/ }).click()
  const cut = [
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    '0',
    'POLYLINE',
    '66',
    '1',
    '0',
    'VERTEX',
    '10',
    '0',
    '20',
    '0',
    '0',
    'ENDSEC',
    '0',
    'EOF',
  ].join('\n')
  await page
    .getByLabel('Drawing of a blade, DXF or SVG')
    .setInputFiles({ name: 'cut.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(cut) })
  await expect(page.getByText(/cut\.dxf: cannot be read as DXF: a polyline has no SEQEND/)).toBeVisible()
})
