import { spawn } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import { summary, type Times } from './timing'

const PORT = 4327
const STATS = '.next/diagnostics/route-bundle-stats.json'

/** Compressed first-load JavaScript of each route, bytes, as the build lists it. */
export function firstLoadSizes(): Record<string, number> {
  if (!existsSync(STATS)) throw new Error('Build first: npm run build')
  const routes = JSON.parse(readFileSync(STATS, 'utf8')) as { route: string; firstLoadChunkPaths: string[] }[]
  return Object.fromEntries(
    routes.map(({ route, firstLoadChunkPaths }) => [
      route,
      firstLoadChunkPaths.reduce((sum, path) => sum + gzipSync(readFileSync(path)).length, 0),
    ]),
  )
}

/** From the input event of a typed digit to the frame that shows the new figure, ms, in the page. */
async function inputToPaint(page: Page, label: string, values: readonly string[]): Promise<Times> {
  const times = await page.evaluate(
    async ({ label, values }) => {
      const input = [...document.querySelectorAll('label')].find((l) => l.textContent?.trim() === label)
        ?.control as HTMLInputElement
      const shown = document.querySelector('main')
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
      const painted = () =>
        new Promise<void>((done) =>
          requestAnimationFrame(() => {
            const channel = new MessageChannel()
            channel.port1.onmessage = () => done()
            channel.port2.postMessage(null)
          }),
        )
      const measured: number[] = []
      for (const value of values) {
        const before = shown?.textContent
        await painted()
        const started = performance.now()
        set?.call(input, value)
        input.dispatchEvent(new Event('input', { bubbles: true }))
        do await painted()
        while (shown?.textContent === before && performance.now() - started < 2000)
        measured.push(performance.now() - started)
        await new Promise((r) => setTimeout(r, 250))
      }
      return measured
    },
    { label, values: [...values] },
  )
  return summary(times.slice(3))
}

/** The built application in headless Chromium. */
export async function benchPage() {
  const server = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-p', String(PORT)], {
    stdio: 'ignore',
  })
  try {
    const origin = `http://127.0.0.1:${PORT}`
    for (let i = 0; i < 100; i++)
      if (
        await fetch(`${origin}/api/health`).then(
          (r) => r.ok,
          () => false,
        )
      )
        break
      else await new Promise((r) => setTimeout(r, 100))
    const browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1'],
    })
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    // The runner keeps function names by a helper that the page does not have.
    await page.addInitScript({ content: 'globalThis.__name = (f) => f' })
    const sweep = (from: number, step: number) => Array.from({ length: 23 }, (_, i) => (from + i * step).toFixed(2))
    const open = async (station: string) => {
      await page.goto(`${origin}/build?build=spindle-4&station=${station}`)
      await page.getByRole('tab', { name: /^Nozzle/ }).waitFor()
      await page.waitForTimeout(2500)
    }
    await open('nozzle')
    const throat = await inputToPaint(page, 'Throat', sweep(1.3, 0.03))
    await open('rotor')
    const radius = await inputToPaint(page, 'Mean radius', sweep(24, 0.2))
    await browser.close()
    return { throat, meanRadius: radius }
  } finally {
    server.kill()
  }
}
