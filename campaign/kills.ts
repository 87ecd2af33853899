import { mkdtempSync } from 'node:fs'
import { spawn } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { chromium as windowless } from '../e2e/chromium'

const PORT = 4398
const EVERY_MS = 100

/** Browsers killed while a maker types: what had been typed a second before the kill must be there after it. */
export async function killBrowsers(count: number): Promise<{ tried: number; worstLostMs: number; failures: string[] }> {
  const server = spawn('node', ['server.mjs'], { env: { ...process.env, PORT: String(PORT) }, stdio: 'ignore' })
  const failures: string[] = []
  let worst = 0
  try {
    for (let i = 0; ; i++) {
      const up = await fetch(`http://127.0.0.1:${PORT}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
      if (up) break
      if (i > 100) throw new Error('the server did not start: build first')
      await new Promise((r) => setTimeout(r, 100))
    }
    const profile = mkdtempSync(join(tmpdir(), 'kettle-kills-'))
    const launch = async () => {
      const context = await chromium.launchPersistentContext(profile, {
        ...windowless(),
        serviceWorkers: 'block',
      })
      const page = context.pages()[0] ?? (await context.newPage())
      await page.goto(`http://127.0.0.1:${PORT}/`)
      const purpose = page.getByRole('textbox', { name: 'Purpose' })
      await purpose.waitFor({ timeout: 30_000 })
      return { context, page, purpose }
    }
    for (let i = 0; i < count; i++) {
      const { context, page, purpose } = await launch()
      const typed: { text: string; at: number }[] = []
      const until = performance.now() + 300 + 2500 * Math.random()
      for (let k = 0; performance.now() < until; k++) {
        const text = `kill ${i} word ${k}`
        await purpose.fill(text)
        typed.push({ text, at: performance.now() })
        await page.waitForTimeout(EVERY_MS * Math.random())
      }
      const killedAt = performance.now()
      // the browser is the process that holds the profile; its children go with it
      spawn('pkill', ['-9', '-f', profile])
      await context.close().catch(() => undefined)
      await new Promise((r) => setTimeout(r, 300))
      try {
        const again = await launch()
        const kept = await again.purpose.inputValue()
        const last = typed.findIndex((t) => t.text === kept)
        const lost = typed[last + 1] ? killedAt - typed[last + 1].at : 0
        worst = Math.max(worst, lost)
        if (lost > 1000) failures.push(`kill ${i}: ${Math.round(lost)} ms lost (“${kept}” of ${typed.length})`)
        await again.context.close()
      } catch (error) {
        failures.push(`kill ${i}: did not open again: ${(error as Error).message.split('\n')[0]}`)
      }
    }
  } finally {
    server.kill()
  }
  return { tried: count, worstLostMs: Math.round(worst), failures }
}
