import { accessible, expect, figure, open, alone as test } from './helpers'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { test as unwatched, type Page } from '@playwright/test'

/** The simulated bench's clock runs so many times faster than true, so that a test takes seconds. */
async function hurry(page: Page, pace: number): Promise<void> {
  await page.route('**/api/simulated-bench?*', (route) =>
    // the same machine each time, so that what fails can be made to fail again
    route.continue({
      url: route
        .request()
        .url()
        .replace('pace=1', `pace=${pace}`)
        .replace(/seed=\d+/, 'seed=11'),
    }),
  )
}

/** Begins a run of the fourth spindle on a rig, its cautions ticked, and goes to its recording. */
async function begin(page: Page, rig: RegExp): Promise<void> {
  await open(page, '/bench?build=spindle-4')
  await page.getByRole('button', { name: 'New run…' }).click()
  const dialog = page.getByRole('dialog')
  const name = await dialog.getByLabel('Rig').locator('option').filter({ hasText: rig }).first().innerText()
  await dialog.getByLabel('Rig').selectOption({ label: name })
  for (const box of await dialog.getByRole('checkbox').all()) await box.check()
  await page.getByRole('button', { name: 'Start the run' }).click()
  await page.getByRole('button', { name: 'record it live' }).click()
  await expect(page.getByRole('button', { name: 'Connect and record' })).toBeVisible()
}
const day = (page: Page, label: RegExp) =>
  page
    .getByLabel('What goes wrong')
    .locator('option')
    .filter({ hasText: label })
    .innerText()
    .then((name) => page.getByLabel('What goes wrong').selectOption({ label: name }))
const readings = async (page: Page) => Number(await page.getByTestId('readings').innerText())

test('recorded live on a usual day: figures while it runs, stopped, taken into the run, reduced', async ({ page }) => {
  await hurry(page, 12)
  await begin(page, /Steel wheel, line encoder/)
  await accessible(page)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByTestId('now-speed')).toBeVisible()
  await expect(page.getByText('recording', { exact: false }).first()).toBeVisible()
  await expect(page.getByTestId('strip')).toHaveCount(2)
  await expect.poll(() => page.getByTestId('now-speed').innerText()).toMatch(/\d\u2009\d{3}/)
  // until the coasting is nearly over
  await expect.poll(() => readings(page), { timeout: 20_000 }).toBeGreaterThan(7000)
  await page.getByRole('button', { name: 'Stop recording' }).click()
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/Nothing came for 0\.6/).first()).toBeVisible()
  const free = await figure(page, 'Free speed')
  expect(free).toBeGreaterThan(15_000)
  expect(free).toBeLessThan(26_000)
  // the recording is of the run from now on: nothing is offered again
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText('A recording was cut off.')).toHaveCount(0)
})

test('a regulator’s droop recorded live: both gauges while the holes change, what it keeps and sticks by in the end', async ({
  page,
}) => {
  await hurry(page, 40)
  await begin(page, /drilled holes/)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByTestId('now-outlet')).toBeVisible()
  await expect(page.getByTestId('now-source')).toBeVisible()
  await expect(page.getByTestId('strip')).toHaveCount(3)
  // up and down again: eleven holes of seven seconds at twenty readings a second
  await expect.poll(() => readings(page), { timeout: 20_000 }).toBeGreaterThan(1450)
  await page.getByRole('button', { name: 'Stop recording' }).click()
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByText('Sticks by, each way', { exact: true })).toBeVisible({ timeout: 20_000 })
  expect(Math.abs((await figure(page, 'Keeps near closed')) - 350)).toBeLessThan(40)
})

test('a rotor left to itself, recorded live: what slows it now; of two goes, one with the known torque, its inertia', async ({
  page,
}) => {
  await hurry(page, 40)
  await begin(page, /Rotor left to itself/)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByTestId('now-drag')).toBeVisible()
  await expect(page.getByText('Torque that slows it')).toBeVisible()
  // the second go begins after some fifty seconds of the device’s clock, and coasts as long
  await expect(page.getByText(/^(1:[4-5]\d|[2-9]:\d\d)$/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Stop recording' }).click()
  await page.getByRole('button', { name: 'Take it into the run' }).click()
  await expect(page.getByText('Inertia of all that turns', { exact: true })).toBeVisible({ timeout: 20_000 })
  // the simulated one is as heavy as the build says: 0.0062 g·m²
  expect(Math.abs((await figure(page, 'Inertia of all that turns')) / 0.0062 - 1)).toBeLessThan(0.1)
})

test('a page that is killed while it records loses nothing but its last moment: the run is offered, and taken', async ({
  page,
  context,
}) => {
  await begin(page, /Steel wheel, line encoder/)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect.poll(() => readings(page), { timeout: 15_000 }).toBeGreaterThan(500)
  const seen = await readings(page)
  await page.close()
  const again = await context.newPage()
  await again.goto('/bench?build=spindle-4')
  await expect(again.getByText('A recording was cut off.')).toBeVisible()
  const [file] = await Promise.all([
    again.waitForEvent('download'),
    again.getByRole('button', { name: 'Save as a file' }).click(),
  ])
  const text = await (await file.createReadStream()).toArray().then((all) => Buffer.concat(all as Buffer[]).toString())
  // 200 readings a second: less than one second is missing
  expect(text.split('\n').filter((l) => l.startsWith('{"t"')).length).toBeGreaterThan(seen - 200)
  await again.getByRole('button', { name: 'Take it into its run' }).click()
  await expect(again.getByText('A recording was cut off.')).toHaveCount(0)
  await expect(again.getByText(/\.ndjson/).first()).toBeVisible()
  await again.close()
})

test('too fast: colour and words fill the page until the valve is said to be shut', async ({ page }) => {
  await hurry(page, 8)
  await begin(page, /Steel wheel, line encoder/)
  await day(page, /good day/)
  await page.getByLabel('Speed above').fill('6000')
  await page.getByLabel('Speed above').press('Tab')
  await page.getByRole('button', { name: 'Connect and record' }).click()
  const stop = page.getByTestId('stop')
  await expect(stop).toContainText('Too fast: shut the valve', { timeout: 15_000 })
  await expect(stop).toContainText('6\u2009000 rpm')
  await accessible(page)
})

test('a bench without a shaft asks for no speed: too much pressure stops it, drawn where it lies', async ({ page }) => {
  await hurry(page, 8)
  await begin(page, /drilled holes/)
  await day(page, /good day/)
  await expect(page.getByLabel('Speed above')).toHaveCount(0)
  await page.getByLabel('Pressure above').fill('200')
  await page.getByLabel('Pressure above').press('Tab')
  await page.getByRole('button', { name: 'Connect and record' }).click()
  const stop = page.getByTestId('stop')
  await expect(stop).toContainText('Too much pressure: shut the supply', { timeout: 15_000 })
  await expect(stop).toContainText('200 kPa gauge')
  await accessible(page)
})

test('a patch that flies off: it is said that it may still turn', async ({ page }) => {
  await hurry(page, 6)
  await begin(page, /Steel wheel, one mark/)
  await day(page, /bad day/)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByTestId('stop')).toContainText('it may still turn', { timeout: 25_000 })
  await page.getByRole('button', { name: 'It is shut' }).click()
  await expect(page.getByText(/lines? not understood/)).toBeVisible()
})

test('a device on a serial port: chosen, read, lost and found again', async ({ page }) => {
  await page.addInitScript(() => {
    let opened = 0
    const header = '{"device":"bench box","channels":[{"name":"angle","unit":"count","perTurn":400}]}\n'
    const port = {
      readable: null as ReadableStream<Uint8Array> | null,
      open({ baudRate }: { baudRate: number }) {
        if (baudRate !== 115200) throw new Error('wrong speed')
        const first = opened++ * 1000
        let i = 0
        this.readable = new ReadableStream({
          async pull(controller) {
            await new Promise((r) => setTimeout(r, 50))
            const lines = Array.from(
              { length: 10 },
              () => `{"t":${(first + i) * 5000},"angle":${(first + i++) * 20}}\n`,
            )
            controller.enqueue(new TextEncoder().encode((i === 10 ? header : '') + lines.join('')))
            if (opened === 1 && i >= 200) controller.close()
          },
        })
        return Promise.resolve()
      },
      close: () => Promise.resolve(),
    }
    Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(port) } })
  })
  await begin(page, /Steel wheel, line encoder/)
  await page.getByLabel('Readings from').selectOption('serial')
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByText('bench box')).toBeVisible()
  await expect.poll(() => readings(page), { timeout: 15_000 }).toBeGreaterThan(260)
  await expect(page.getByText('1 break', { exact: true })).toBeVisible()
  // 4 000 counts a second, 400 a turn on a wheel that turns 0.35 times as fast as the rotor
  expect(
    Math.abs(
      (await page
        .getByTestId('now-speed')
        .innerText()
        .then((t) => Number(/([\d\u2009]+)\s*rpm/.exec(t)![1].replace(/\u2009/g, '')))) /
        (600 / 0.35) -
        1,
    ),
  ).toBeLessThan(0.02)
})

test('an address that is not of this machine is not asked; one where nothing answers says so', async ({ page }) => {
  await begin(page, /Steel wheel, line encoder/)
  await page.getByLabel('Readings from').selectOption('address')
  await page.getByLabel('Address').fill('http://192.168.1.20/lines')
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByText('That is no address of this machine.')).toBeVisible()
})

test('on a phone: the speed is on the screen without scrolling, and nothing runs off its side', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 })
  await hurry(page, 8)
  await begin(page, /Steel wheel, line encoder/)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByTestId('now-speed')).toBeInViewport({ timeout: 10_000 })
  await expect(page.getByRole('button', { name: 'Stop recording' })).toBeInViewport()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

unwatched('a program of this machine is read over HTTP, another port of it', async ({ page }) => {
  const server = createServer((_, response) => {
    response.writeHead(200, { 'access-control-allow-origin': '*', 'content-type': 'application/x-ndjson' })
    response.write('{"device":"own program","channels":[{"name":"angle","unit":"count","perTurn":400}]}\n')
    let i = 0
    const timer = setInterval(() => response.write(`{"t":${20_000 * i},"angle":${80 * i++}}\n`), 20)
    response.on('close', () => clearInterval(timer))
  })
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening))
  const { port } = server.address() as AddressInfo
  await begin(page, /Steel wheel, line encoder/)
  await page.getByLabel('Readings from').selectOption('address')
  await page.getByLabel('Address').fill(`http://127.0.0.1:${port}/`)
  await page.getByRole('button', { name: 'Connect and record' }).click()
  await expect(page.getByText('own program')).toBeVisible()
  await expect.poll(() => readings(page)).toBeGreaterThan(40)
  await page.getByRole('button', { name: 'Stop recording' }).click()
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByRole('button', { name: 'Connect and record' })).toBeVisible()
  server.closeAllConnections()
  server.close()
})

unwatched(
  'a gauge alone records a regulator: the hole in place is said by hand, and its readings reduce',
  async ({ page }) => {
    // what the regulator keeps before each hole, kPa
    const KEPT: Readonly<Record<string, number>> = { '0': 360, '1': 352, '1.5': 343, '2': 330 }
    let hole = '0'
    const server = createServer((_, response) => {
      response.writeHead(200, { 'access-control-allow-origin': '*', 'content-type': 'application/x-ndjson' })
      response.write('{"device":"gauge","channels":[{"name":"outlet","unit":"kPa"}],"clock":"ms"}\n')
      let i = 0
      // its clock runs four times faster than true, so that the test takes seconds
      const timer = setInterval(
        () => response.write(`{"t":${80 * i},"outlet":${KEPT[hole] + 0.2 * ((i++ * 7) % 3)}}\n`),
        20,
      )
      response.on('close', () => clearInterval(timer))
    })
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening))
    const { port } = server.address() as AddressInfo
    await begin(page, /Six drilled holes/)
    await page.getByLabel('Readings from').selectOption('address')
    await page.getByLabel('Address').fill(`http://127.0.0.1:${port}/`)
    await page.getByRole('button', { name: 'Connect and record' }).click()
    const place = page.getByTestId('by-hand-hole')
    for (const next of ['0', '1', '1.5', '2', '1.5', '1', '0']) {
      hole = next
      await place.getByLabel('Hole').fill(next)
      await place.getByRole('button', { name: 'It is in place' }).click()
      await expect(place).toContainText(/Hole [\d.]+ mm in place/)
      await page.waitForTimeout(1000)
      await place.getByRole('button', { name: 'Change it' }).click()
    }
    await page.getByRole('button', { name: 'Stop recording' }).click()
    await page.getByRole('button', { name: 'Take it into the run' }).click()
    await expect(page.getByRole('heading', { name: 'Measured', exact: true })).toBeVisible({ timeout: 20_000 })
    await expect(page.getByText(/before it was said what is in place by hand \(hole\)/)).toBeVisible()
    expect(Math.abs((await figure(page, 'Keeps near closed')) - 360)).toBeLessThan(3)
    server.closeAllConnections()
    server.close()
  },
)
