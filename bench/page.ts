import { spawn } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import { chromium as windowless } from '../e2e/chromium'
import { FAMILIES } from '../src/core/machines'
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

interface Typing extends Times {
  readonly p95Ms: number
  /** Tasks of the page's thread over 50 ms while typing, and the longest of all that the browser tells, ms. */
  readonly tasksOver50Ms: number
  readonly longestTaskMs: number
}

/**
 * From the input event of a typed digit to the frame that shows the new figure, ms, in the page, while a field moves by
 * half a percent each time.
 */
async function inputToPaint(page: Page, label: string): Promise<Typing> {
  const { times, tasks } = await page.evaluate(
    async ({ label }) => {
      const input = [...document.querySelectorAll('label')].find((l) => l.textContent?.trim() === label)
        ?.control as HTMLInputElement
      const first = Number(input.value)
      const values = Array.from({ length: 23 }, (_, i) => (first * (1 + 0.005 * (i + 1))).toPrecision(4))
      const tasks: number[] = []
      const watch = new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration)))
      watch.observe({ type: 'longtask' })
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
      await new Promise((r) => setTimeout(r, 500))
      watch.disconnect()
      return { times: measured.slice(3), tasks }
    },
    { label },
  )
  const sorted = [...times].sort((a, b) => a - b)
  return {
    ...summary(times),
    p95Ms: sorted[Math.floor(0.95 * (sorted.length - 1))],
    tasksOver50Ms: tasks.length,
    longestTaskMs: Math.max(0, ...tasks),
  }
}

/** From the click on Search to the first picture of the trade-off in the page, and to the last, ms. */
async function searchInPage(page: Page): Promise<{ readonly firstPictureMs: number; readonly wholeMs: number }> {
  await page.getByRole('button', { name: 'Search', exact: true }).waitFor()
  await page.waitForTimeout(1500)
  return page.evaluate(async () => {
    const named = (name: string) => [...document.querySelectorAll('button')].find((b) => b.textContent === name)
    let firstPictureMs = 0
    const started = performance.now()
    const watch = new MutationObserver(() => {
      if (firstPictureMs === 0 && document.querySelector('[aria-label^="Trade-off of"]'))
        firstPictureMs = performance.now() - started
    })
    watch.observe(document.body, { subtree: true, childList: true, attributes: true })
    named('Search')?.click()
    do await new Promise((r) => setTimeout(r, 20))
    while (firstPictureMs === 0 || named('Cancel'))
    watch.disconnect()
    return { firstPictureMs, wholeMs: performance.now() - started }
  })
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
      executablePath: windowless().executablePath,
      args: [
        '--no-sandbox',
        '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1',
        // without the screen's beat, which would add up to 16.7 ms of waiting to each figure
        '--disable-frame-rate-limit',
        '--disable-gpu-vsync',
        // pictures are put together without a graphics card: its stand-in takes as long as the page
        '--disable-gpu-compositing',
      ],
    })
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    // The runner keeps function names by a helper that the page does not have.
    await page.addInitScript({ content: 'globalThis.__name = (f) => f' })
    const open = async (build: string, station: string) => {
      await page.goto(`${origin}/build?build=${build}&station=${station}`)
      await page.getByRole('tab', { name: /^Nozzle/ }).waitFor()
      await page.waitForTimeout(2500)
    }
    await open('spindle-4', 'rotor')
    const meanRadius = await inputToPaint(page, 'Mean radius')
    const throat: Record<string, Typing> = {}
    for (const family of FAMILIES) {
      await open(family === 'tangential-impulse' ? 'spindle-4' : `other-${family}`, 'nozzle')
      throat[family] = await inputToPaint(page, 'Throat')
    }
    await page.goto(`${origin}/find?build=spindle-4`)
    const search = await searchInPage(page)
    await browser.close()
    return { typing: { throat, meanRadius }, search }
  } finally {
    server.kill()
  }
}
